import type { Drill } from '../drills/schema.ts';
import type { StepKind } from '../progress/plateau.ts';
import { catchUpExtra, catchUpShare } from '../targets/catch-up.ts';
import { t } from '../text/translate.ts';
import { hasBothFeet } from '../training/sides.ts';
import { usualDose } from '../weeks/defaults.ts';
import { planFor } from '../weeks/groups.ts';
import type { Extra } from '../weeks/outline.ts';
import type { Item, PublishedWeek } from '../weeks/schema.ts';
import { withDrill } from './reach.ts';

/** A next step that the coach chose for one player and drill. */
export interface OwnStep {
  drillId: string;
  kind: StepKind;
  /** The easier or harder drill, or the same one in the other school's words; null for the other kinds. */
  toDrill: Drill | null;
}

/** What makes a week one player's own, as it was when the player first saw it. */
export interface Given {
  extras: Extra[];
  steps: OwnStep[];
  /** Drills that this player may not do (heading below the age): their items are left out. */
  barred?: string[];
  /** The group of the squad that the player is in, null for none. Missing where groups are not told apart: then every session is there, as planned. */
  group?: string | null;
  /** The own step of the items that are the step each is on. */
  shoes?: { itemId: string; toDrill: Drill }[];
}

export const NOTHING_GIVEN: Given = { extras: [], steps: [] };

const LEAST_STRETCH = 5;

/** Easy, half, full in three stretches as even as whole fives allow; work too short for that stays as it is. */
function throughPaces(item: Item): Item {
  if (!('seconds' in item.dose) || item.dose.measure === 'unbroken run') return item;
  const { seconds } = item.dose;
  const third = Math.floor(seconds / 15) * 5;
  if (third < LEAST_STRETCH) return item;
  const paces = [
    { pace: 'easy' as const, seconds: third },
    { pace: 'half' as const, seconds: third },
    { pace: 'full' as const, seconds: seconds - 2 * third },
  ];
  return { ...item, paces };
}

function stepped(item: Item, step: OwnStep | undefined): Item[] {
  if (!step) return [item];
  switch (step.kind) {
    case 'rest':
      return [];
    case 'other pace':
      return [throughPaces(item)];
    case 'easier link':
    case 'harder link': {
      const to = step.toDrill;
      if (!to) return [item];
      const dose = to.measure === item.dose.measure ? item.dose : usualDose(to);
      // A ladder of paces fits the work it was made for only.
      const paces = dose === item.dose ? item.paces : [];
      return [{ ...item, drillId: to.id, dose, paces, side: to.sides, scored: item.scored && to.measure !== 'time on' }];
    }
    default:
      // Other cues change the words alone. Wider and closer cones are put down by hand: the item stays, and says so.
      return [item];
  }
}

/** The extra go of the foot behind: the same work, unscored, so that it makes no other record and no other number. */
function extraItem(item: Item, extra: Extra): Item[] {
  const { dose } = item;
  const base = {
    ...item,
    id: extra.id,
    side: extra.foot,
    paces: [],
    restSeconds: 0,
    scored: false,
    target: { rule: 'no number' as const },
  };
  if (dose.measure === 'fixed reps') return [{ ...base, dose: { ...dose, reps: extra.amount, rounds: 1 } }];
  if (dose.measure === 'count in time' || dose.measure === 'hits in time' || dose.measure === 'time on')
    return [{ ...base, dose: { ...dose, seconds: extra.amount, rounds: 1 } }];
  return [];
}

/**
 * A released week as one player does it: with the own next steps in place of what they change, and the catch-up doses right after the
 * items they belong to. The same given makes the same week, whenever it is asked for.
 */
export function personalWeek(released: PublishedWeek, given: Given): PublishedWeek {
  const { group } = given;
  const content = group === undefined ? released : planFor(released, group, (id) => released.drills[id]?.sides);
  const barred = new Set(given.barred);
  const shoes = new Map((given.shoes ?? []).map(({ itemId, toDrill }) => [itemId, toDrill]));
  if (given.extras.length === 0 && given.steps.length === 0 && barred.size === 0 && shoes.size === 0) return content;
  const step = new Map(given.steps.map((one) => [one.drillId, one]));
  const extra = new Map(given.extras.map((one) => [one.after, one]));
  const drills = { ...content.drills };
  for (const { kind, toDrill } of given.steps) {
    const had = toDrill && drills[toDrill.id];
    // The version that the week froze stays; only its words change.
    if (kind === 'other cues' && had) drills[toDrill.id] = { ...had, cues: toDrill.cues, faults: toDrill.faults };
    else if (toDrill && kind !== 'other cues') drills[toDrill.id] ??= toDrill;
  }
  for (const drill of shoes.values()) drills[drill.id] ??= drill;
  for (const id of barred) delete drills[id];
  const inShoes = (item: Item): Item => {
    const drill = shoes.get(item.id);
    return drill && drill.id !== item.drillId ? withDrill(item, drill) : item;
  };
  return {
    ...content,
    drills,
    sessions: content.sessions.map((session) => ({
      ...session,
      blocks: session.blocks.map((block) => ({
        ...block,
        items: block.items.map(inShoes).flatMap((planned) =>
          stepped(planned, step.get(planned.drillId)).flatMap((item) => {
            if (barred.has(item.drillId)) return [];
            const own = extra.get(item.id);
            return own && hasBothFeet(item.side) ? [item, ...extraItem(item, own)] : [item];
          }),
        ),
      })),
    })),
  };
}

/** Seconds or reps of each foot over all rounds of an item; null where nothing can be handed out more. */
function doseOfFoot({ dose }: Item): number | null {
  switch (dose.measure) {
    case 'count in time':
    case 'hits in time':
    case 'time on':
      return dose.seconds * dose.rounds;
    case 'fixed reps':
      return dose.reps * dose.rounds;
    default:
      return null;
  }
}

/** At most so many seconds or reps go on top in one item: a child's evening is short. */
const MOST_EXTRA = 120;

/**
 * The catch-up doses of a week for one player, in the school that has them: for each scored item in which both feet have the same dose,
 * whichever begins, what the foot behind gets on top.
 * @param balanceOf foot balance of a drill and who is behind; null while one foot has no number
 * @param newId makes ids: core makes no chance
 */
export function catchUpsFor(
  content: PublishedWeek,
  balanceOf: (item: Item) => { balance: number; behind: 'left' | 'right' | 'both' } | null,
  newId: () => string,
): Extra[] {
  return content.sessions.flatMap((session) =>
    session.blocks.flatMap((block) =>
      block.items.flatMap((item): Extra[] => {
        const dose = item.scored && hasBothFeet(item.side) ? doseOfFoot(item) : null;
        const balance = dose === null ? null : balanceOf(item);
        if (dose === null || !balance || balance.behind === 'both') return [];
        const amount = Math.min(MOST_EXTRA, catchUpExtra(dose, balance.balance));
        const promised = Math.round(100 * catchUpShare(balance.balance));
        return amount > 0 ? [{ id: newId(), after: item.id, foot: balance.behind, amount, promised }] : [];
      }),
    ),
  );
}

/**
 * What a catch-up dose comes to, in words; with what the most that goes on top, or the steps it is handed out in, leave of the share that the
 * foot balance asks for, where that is two points in a hundred or more.
 */
export function catchUpInWords(item: Item, { foot, amount, promised }: Extra): string {
  const unit = item.dose.measure === 'fixed reps' ? 'reps' : 's';
  const said = `${foot} +${amount} ${unit}`;
  const dose = doseOfFoot(item);
  if (dose === null || promised === undefined) return said;
  const share = Math.round((100 * (dose + amount)) / (2 * dose + amount));
  if (Math.abs(share - promised) < 2) return said;
  const why =
    amount >= MOST_EXTRA ? t('no more than {mostExtra} {unit} go on top', { mostExtra: MOST_EXTRA, unit }) : t('handed out in fives');
  return t('{said}: {share} of 100, {promised} are meant ({why})', { said, share, promised, why });
}
