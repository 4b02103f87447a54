import { type FittedLayout, fitLayout, type Ground, groundInWords, UNKNOWN_STEP } from '../layouts/index.ts';
import { t } from '../text/translate.ts';
import { conesAt, conesShort } from './cones.ts';
import type { Home } from './home-schema.ts';
import type { Drill } from './schema.ts';
import { type Kit, standInsFor } from './terms.ts';

/** Everyone finds something to stand in for these; a ball and a wall nobody can make up. */
const EASY_STAND_INS: readonly Kit[] = ['cones', 'mini-goal', 'tennis ball'];

/** How a drill looks at one player's home. */
export interface AtHome {
  can: boolean;
  /** What stands in for kit that is not there. */
  standIns: { kit: Kit; use: string }[];
  /** What keeps it from being done there, each in words. */
  lacks: string[];
  layout: FittedLayout | null;
}

/** Whether ground of the drill's own size fits a yard, either way round. */
const hasRoom = (need: Ground, yard: Ground) =>
  (need.length <= yard.length && need.width <= yard.width) || (need.width <= yard.length && need.length <= yard.width);

/**
 * A drill at a player's home: with its stand-ins, its layout fitted to the yard, or what keeps it from being done there.
 * @param home null when the player has not said yet what is there: then nothing is held against it.
 */
export function atHome(drill: Drill, home: Home | null, mirror = false): AtHome {
  if (mirror || !home) return lookAtHome(drill, home, mirror);
  // A squad's homes and drills are asked for again with every keystroke of the planner.
  const byDrill = known.get(home) ?? new WeakMap<Drill, AtHome>();
  known.set(home, byDrill);
  const found = byDrill.get(drill) ?? lookAtHome(drill, home, false);
  byDrill.set(drill, found);
  return found;
}

const known = new WeakMap<Home, WeakMap<Drill, AtHome>>();

function lookAtHome(drill: Drill, home: Home | null, mirror: boolean): AtHome {
  const missing = home ? drill.kit.filter((kit) => !home.has.includes(kit)) : [];
  const standIns = missing.filter((kit) => EASY_STAND_INS.includes(kit)).map((kit) => ({ kit, use: standInsFor(kit).join(', ') }));
  const lacks = missing.filter((kit) => !EASY_STAND_INS.includes(kit)).map((kit) => t('no {kit}', { kit }));
  const yard = home?.yard ?? null;
  const layout = drill.layout ? fitLayout(drill.layout, yard, home?.step ?? UNKNOWN_STEP, mirror, conesAt(home)) : null;
  const needed = layout?.placed.cones.length ?? 0;
  const short = conesShort(needed, home);
  if (short > 0)
    standIns.push({ kit: 'cones', use: t('{short} of {needed} {cones}', { short, needed, cones: standInsFor('cones').join(', ') }) });
  if (yard && (drill.layout ? !layout : !hasRoom(drill.space, yard)))
    lacks.push(t('needs {groundInWords}', { groundInWords: groundInWords(drill.space) }));
  return { can: lacks.length === 0, standIns, lacks, layout };
}

/**
 * The nearest drill that can be done at a home in place of one that cannot: first along easier and harder links, then of the
 * same family with the same measure, then of the same family. Null when there is none.
 */
export function nearestDrill(drill: Drill, home: Home | null, drills: readonly Drill[]): Drill | null {
  const byId = new Map(drills.map((one) => [one.id, one]));
  const near = (id: string) => drills.filter((one) => one.easier.includes(id) || byId.get(id)?.easier.includes(one.id));
  const fits = (one: Drill) => one.id !== drill.id && atHome(one, home).can && !one.loads.includes('heading');
  const seen = new Set([drill.id]);
  let ring = [drill.id];
  for (let distance = 1; distance <= 3 && ring.length > 0; distance++) {
    const next = ring.flatMap(near).filter((one) => !seen.has(one.id));
    const found = next.find((one) => fits(one) && one.family === drill.family);
    if (found) return found;
    for (const one of next) seen.add(one.id);
    ring = [...new Set(next.map((one) => one.id))];
  }
  const family = drills.filter((one) => one.family === drill.family && fits(one));
  return family.find((one) => one.measure === drill.measure) ?? family[0] ?? null;
}
