import type { Drill } from '../drills/schema.ts';
import { t } from '../text/translate.ts';
import { newBlock, newItem } from '../weeks/defaults.ts';
import { changeItem, changeSession } from '../weeks/edit.ts';
import type { Block, BlockKind, Item, Session, WeekPlan } from '../weeks/schema.ts';
import { allItems, itemsOf } from './measure.ts';
import { type Check, type Mend, type PlannerView, TECHNIQUE } from './planner-view.ts';
import { inReach, insteadForAll, isForAll, isInReach, withDrill } from './reach.ts';
import { stairsOfItem } from './shoes.ts';

const WARM_UP_DRILL = 'inside-taps';
const CHALLENGE_DRILL = 'sole-taps';

const withBlock = (plan: WeekPlan, sessionId: string, at: number, block: Block): WeekPlan =>
  changeSession(plan, sessionId, (session) => ({
    ...session,
    blocks: [...session.blocks.slice(0, at), block, ...session.blocks.slice(at)],
  }));

const blockOf = (view: PlannerView, kind: BlockKind, drill: Drill, change: Partial<Item> = {}): Block => ({
  ...newBlock(view.newId(), kind),
  items: [{ ...newItem(view.newId(), drill), ...change }],
});

/** A drill that everybody can do at once; the one that is named, or what comes nearest to it. */
function easyFor({ drills, facts }: PlannerView, id: string): Drill | undefined {
  const usual = drills.get(id);
  if (!usual || isForAll(usual, facts)) return usual;
  return insteadForAll(usual, new Set(facts.met), drills, facts) ?? usual;
}

function warmUpFirst(session: Session, view: PlannerView): Check[] {
  const blocks = session.blocks.filter((block) => block.items.length > 0);
  const skill = blocks.findIndex((block) => block.kind === 'new skill');
  if (skill < 0 || blocks.slice(0, skill).some((block) => block.kind === 'warm-up')) return [];
  const late = session.blocks.find((block) => block.kind === 'warm-up' && block.items.length > 0);
  const drill = easyFor(view, WARM_UP_DRILL);
  return [
    {
      name: 'new skill before warm-up',
      blocks: false,
      at: session.id,
      about: session.name,
      what: t('“{name}” starts a new skill before any warm-up.', { name: session.name }),
      why: t('Cold feet learn slowly, and the first tries are what sticks.'),
      how: late ? t('Move the warm-up to the front.') : t('Put a warm-up first.'),
      mend: late
        ? {
            label: t('Move the warm-up to the front'),
            apply: (plan) =>
              changeSession(plan, session.id, (old) => ({ ...old, blocks: [late, ...old.blocks.filter((block) => block.id !== late.id)] })),
          }
        : drill
          ? {
              label: drill.id === WARM_UP_DRILL ? t('Put a minute of easy taps first') : t('Put “{name}” first', { name: drill.name }),
              apply: (plan) =>
                withBlock(
                  plan,
                  session.id,
                  0,
                  blockOf(view, 'warm-up', drill, {
                    ...(drill.measure === 'count in time'
                      ? { dose: { measure: 'count in time', seconds: 60, rounds: 1 }, paces: [{ pace: 'easy', seconds: 60 }] }
                      : {}),
                    scored: false,
                    target: { rule: 'no number' },
                  }),
                ),
            }
          : null,
    },
  ];
}

/** Puts a drill into the block of an item, right before it. */
const before = (plan: WeekPlan, itemId: string, added: Item): WeekPlan => ({
  ...plan,
  sessions: plan.sessions.map((session) => ({
    ...session,
    blocks: session.blocks.map((block) => {
      const at = block.items.findIndex((item) => item.id === itemId);
      return at < 0 ? block : { ...block, items: [...block.items.slice(0, at), added, ...block.items.slice(at)] };
    }),
  })),
});

/** Plans the highest drill down the stairs that needs nothing first, in the place of one that does. */
function instead(item: Item, drill: Drill, met: ReadonlySet<string>, view: PlannerView): Mend {
  const known = inReach(drill, met, view.drills, (one) => isForAll(one, view.facts));
  return {
    label: t('Plan “{name}” in its place', { name: known.name }),
    apply: (plan) => changeItem(plan, item.id, (old) => withDrill(old, known)),
  };
}

function easierMet(view: PlannerView): Check[] {
  const met = new Set(view.facts.met);
  const checks: Check[] = [];
  for (const session of view.plan.sessions) {
    for (const item of itemsOf(session)) {
      const planned = view.drills.get(item.drillId);
      // Where each does the own step, whoever begins begins at the lowest.
      const drill = planned && item.ownStep ? stairsOfItem(planned, view.drills)[0] : planned;
      if (!drill) continue;
      const known = isInReach(drill, met, view.drills);
      const metBefore = new Set(met);
      met.add(drill.id);
      const easier = drill.easier.flatMap((id) => view.drills.get(id) ?? [])[0];
      if (known || !easier) continue;
      checks.push({
        name: 'easier drill not met',
        blocks: false,
        at: item.id,
        about: drill.name,
        what: t('“{name}” is a step up from “{name2}”, which this squad has not done yet.', { name: drill.name, name2: easier.name }),
        why: t('A step that is missing shows up as weeks of wrong movement.'),
        how: t('Put “{name}” before it, this week or last.', { name: easier.name }),
        mend: {
          label: t('Put “{name}” before it', { name: easier.name }),
          apply: (plan) => before(plan, item.id, newItem(view.newId(), easier)),
        },
        otherwise: instead(item, drill, metBefore, view),
      });
    }
  }
  return checks;
}

function recapOfLast(view: PlannerView): Check[] {
  const { earlier } = view.facts;
  const first = view.plan.sessions.find((session) => itemsOf(session).length > 0);
  if (earlier.length === 0 || !first) return [];
  const taught = new Set(earlier.flatMap((week) => week.drills));
  const recaps = view.plan.sessions.flatMap((session) => session.blocks.filter((block) => block.kind === 'recap').flatMap((b) => b.items));
  if (recaps.some((item) => taught.has(item.drillId))) return [];
  const source = earlier.find((week) => week.newSkills.some((id) => view.drills.has(id)));
  const last = source ?? earlier.find((week) => week.drills.some((id) => view.drills.has(id)));
  const drill = [...(source?.newSkills ?? []), ...(last?.drills ?? [])].flatMap((id) => view.drills.get(id) ?? [])[0];
  const warmUps = first.blocks.findIndex((block) => block.kind !== 'warm-up');
  return [
    {
      name: 'no recap',
      blocks: false,
      at: null,
      about: null,
      what: t('Nothing of the last three weeks comes again.'),
      why: t('What is not done again within three weeks is gone.'),
      how:
        drill && last
          ? t('Put a recap of week {number} first.', { number: last.number })
          : t('Add a recap block with a drill of the last weeks.'),
      mend:
        drill && last
          ? {
              label: t('Put a recap of week {number} first', { number: last.number }),
              apply: (plan) => withBlock(plan, first.id, warmUps < 0 ? first.blocks.length : warmUps, blockOf(view, 'recap', drill)),
            }
          : null,
    },
  ];
}

function hasChallenge(view: PlannerView): Check[] {
  const last = view.plan.sessions.findLast((session) => itemsOf(session).length > 0);
  if (!last) return [];
  const challenged = view.plan.sessions.some((session) =>
    session.blocks.some((block) => block.kind === 'challenge' && block.items.length > 0),
  );
  if (challenged) return [];
  const scored = allItems(view.plan).flatMap((item) => {
    const drill = view.drills.get(item.drillId);
    return drill?.measure === 'count in time' && !drill.loads.includes('single-leg hop') ? [drill] : [];
  });
  const drill = scored[0] ?? easyFor(view, CHALLENGE_DRILL);
  return [
    {
      name: 'no challenge',
      blocks: false,
      at: null,
      about: null,
      what: t('The week has no challenge.'),
      why: t('A number to beat is what children come back for, and what you compare next month.'),
      how: t('End one session with a minute against the clock.'),
      mend: drill
        ? {
            label: t('End “{name}” with {measure}', {
              name: last.name,
              measure: drill.measure === 'count in time' ? t('a minute of {name}', { name: drill.name.toLowerCase() }) : `“${drill.name}”`,
            }),
            apply: (plan) =>
              withBlock(
                plan,
                last.id,
                last.blocks.length,
                blockOf(
                  view,
                  'challenge',
                  drill,
                  drill.measure === 'count in time' ? { dose: { measure: 'count in time', seconds: 60, rounds: 1 }, paces: [] } : {},
                ),
              ),
          }
        : null,
    },
  ];
}

function onlyFullPace(view: PlannerView): Check[] {
  const byDrill = new Map<string, Item[]>();
  for (const item of allItems(view.plan)) byDrill.set(item.drillId, [...(byDrill.get(item.drillId) ?? []), item]);
  const checks: Check[] = [];
  for (const [drillId, items] of byDrill) {
    const drill = view.drills.get(drillId);
    const first = items[0];
    if (!drill || !first || !TECHNIQUE.includes(drill.family)) continue;
    const paces = items.flatMap((item) => (item.paces.length === 0 ? ['usual'] : item.paces.map((stretch) => stretch.pace)));
    if (!paces.every((pace) => pace === 'full') || !('seconds' in first.dose)) continue;
    checks.push({
      name: 'only full pace',
      blocks: false,
      at: first.id,
      about: drill.name,
      what: t('“{name}” is only ever done at full pace.', { name: drill.name }),
      why: t('Technique comes before speed: at full pace a child repeats what it can already do.'),
      how: t('Begin with easy and half pace.'),
      mend: {
        label: t('Make it easy, half, full'),
        apply: (plan) =>
          changeItem(plan, first.id, (item) => {
            if (!('seconds' in item.dose)) return item;
            const each = Math.floor(item.dose.seconds / 3);
            if (each < 5) return { ...item, paces: [{ pace: 'half', seconds: item.dose.seconds }] };
            return {
              ...item,
              paces: [
                { pace: 'easy', seconds: item.dose.seconds - 2 * each },
                { pace: 'half', seconds: each },
                { pace: 'full', seconds: each },
              ],
            };
          }),
      },
    });
  }
  return checks;
}

/** What comes before what: warm-up, easier drills, recaps, a challenge, technique before speed. */
export function sequenceChecks(view: PlannerView): Check[] {
  return [
    ...view.plan.sessions.flatMap((session) => warmUpFirst(session, view)),
    ...easierMet(view),
    ...recapOfLast(view),
    ...hasChallenge(view),
    ...onlyFullPace(view),
  ];
}
