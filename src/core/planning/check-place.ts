import { atHome, type Drill, nearestDrill } from '../drills/index.ts';
import { listed } from '../text/listed.ts';
import { t, term } from '../text/translate.ts';
import { newItem } from '../weeks/defaults.ts';
import { changeItem } from '../weeks/edit.ts';
import type { WeekPlan } from '../weeks/schema.ts';
import { insteadOf } from '../weeks/swaps.ts';
import { allItems } from './measure.ts';
import type { Check, PlannedPlayer, PlannerView } from './planner-view.ts';

/** Who of the squad lacks what for a drill, and who uses what instead. */
export interface WhoLacks {
  drill: Drill;
  /** Cannot do it at home, with the reasons. */
  cannot: { player: PlannedPlayer; lacks: string[]; nearest: Drill | null }[];
  /** Can, with a stand-in or another layout. */
  adapts: { player: PlannedPlayer; how: string[] }[];
}

interface OfDrill {
  lacks: WhoLacks;
  /** The nearest drill that everybody can do in its place. */
  forAll: Drill | null;
}

/** What was found for a shelf and a squad, by drill: both stay the same while a coach edits, and the planner asks with every letter. */
const found = new WeakMap<readonly PlannedPlayer[], WeakMap<ReadonlyMap<string, Drill>, Map<string, OfDrill>>>();

function lookAt(drill: Drill, drills: ReadonlyMap<string, Drill>, players: readonly PlannedPlayer[]): OfDrill {
  const shelf = [...drills.values()];
  const lacks: WhoLacks = { drill, cannot: [], adapts: [] };
  for (const player of players) {
    const home = atHome(drill, player.home);
    if (!home.can) {
      lacks.cannot.push({ player, lacks: home.lacks, nearest: insteadOf(drill, player.home, shelf) });
      continue;
    }
    const how = home.standIns.map(({ kit, use }) => `${term(kit)}: ${term(use)}`);
    if (home.layout && home.layout.kind !== 'as it is')
      how.push(home.layout.kind === 'smaller' ? t('a smaller layout') : `“${home.layout.variant}”`);
    if (how.length > 0) lacks.adapts.push({ player, how });
  }
  return { lacks, forAll: lacks.cannot.length > 0 ? nearestForAll(drill, shelf, players) : null };
}

function ofDrill(drill: Drill, drills: ReadonlyMap<string, Drill>, players: readonly PlannedPlayer[]): OfDrill {
  const ofSquad = found.get(players) ?? new WeakMap<ReadonlyMap<string, Drill>, Map<string, OfDrill>>();
  found.set(players, ofSquad);
  const byId = ofSquad.get(drills) ?? new Map<string, OfDrill>();
  ofSquad.set(drills, byId);
  const known = byId.get(drill.id) ?? lookAt(drill, drills, players);
  byId.set(drill.id, known);
  return known;
}

const usedDrills = (plan: WeekPlan, drills: ReadonlyMap<string, Drill>) =>
  [...new Set(allItems(plan).map((item) => item.drillId))].flatMap((id) => drills.get(id) ?? []);

/** For each drill of a plan that not everybody can do as it is: who cannot, who adapts, and what each of them sees. */
export function whoLacks(plan: WeekPlan, drills: ReadonlyMap<string, Drill>, players: readonly PlannedPlayer[]): WhoLacks[] {
  return usedDrills(plan, drills)
    .map((drill) => ofDrill(drill, drills, players).lacks)
    .filter(({ cannot, adapts }) => cannot.length + adapts.length > 0);
}

/** Kit and space that some players do not have. */
export function placeChecks({ plan, drills, facts, newId }: PlannerView): Check[] {
  return usedDrills(plan, drills).flatMap((drill): Check[] => {
    const { lacks, forAll } = ofDrill(drill, drills, facts.players);
    const { cannot } = lacks;
    if (cannot.length === 0) return [];
    // For a few the nearest drill is in its place already: the others keep theirs.
    const everyone = 2 * cannot.length > facts.players.length ? forAll : null;
    const reasons = [...new Set(cannot.flatMap((one) => one.lacks))];
    const mine = allItems(plan).filter((item) => item.drillId === drill.id);
    return [
      {
        name: 'kit or space missing',
        blocks: false,
        at: mine[0]?.id ?? null,
        about: drill.name,
        what: t('“{name}” cannot be done at home by {cannot}: {reasons}.', {
          name: drill.name,
          cannot: listed(cannot.map((one) => one.player.nickname)),
          reasons: listed(reasons),
        }),
        why: t('They see the nearest drill that fits their home in its place, and its number is another one.'),
        how: everyone
          ? t('Leave it so, or plan “{name}” for everybody.', { name: everyone.name })
          : t('Leave it so: each sees what is nearest.'),
        mend: everyone
          ? {
              label: t('Plan “{name}” for everybody', { name: everyone.name }),
              apply: (now) =>
                mine.reduce((next, item) => changeItem(next, item.id, () => ({ ...newItem(newId(), everyone), id: item.id })), now),
            }
          : null,
      },
    ];
  });
}

/** The nearest drill of the family that everybody can do; of another one, measured alike, where the family has none. */
function nearestForAll(drill: Drill, shelf: readonly Drill[], players: readonly PlannedPlayer[]): Drill | null {
  const others = () =>
    shelf.find((one) => one.measure === drill.measure && one.loads.length === 0 && players.every((player) => atHome(one, player.home).can));
  const fits = shelf.filter((one) => one.family === drill.family && players.every((player) => atHome(one, player.home).can));
  if (fits.length === 0) return others() ?? null;
  return nearestDrill(drill, null, [drill, ...fits.filter((one) => one.id !== drill.id)]);
}
