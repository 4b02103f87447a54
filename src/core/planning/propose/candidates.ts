import { chance } from '../../chance.ts';
import { harderThan, stepsOf } from '../../drills/edges.ts';
import type { Drill } from '../../drills/schema.ts';
import { FAMILIES } from '../../drills/terms.ts';
import { t } from '../../text/translate.ts';
import type { Runner } from '../../training/index.ts';
import { newBlock, newItem, usualDose } from '../../weeks/defaults.ts';
import type { Dose, Item } from '../../weeks/schema.ts';
import { measureSession } from '../measure.ts';
import { TECHNIQUE } from '../planner-view.ts';
import { isForAll, isInReach } from '../reach.ts';
import { dueDrills, type ProposalFacts, RECAP_AFTER, ROLES, type Role, type Wishes } from './wishes.ts';

/** What work costs: seconds of the session with lead-ins, of these the work, touches, hopping on the leg that hops more, headers. */
export interface Cost {
  seconds: number;
  work: number;
  touches: number;
  hops: number;
  headers: number;
}

/** A drill in a role that a session may have. */
export interface Candidate {
  drill: Drill;
  role: Role;
  /** The item in so many rounds, without an id of its own. */
  item(rounds: number): Item;
  rounds: { least: number; most: number };
  /** What its fewest rounds cost, and what each further one costs. */
  cost: Cost;
  more: Cost;
  /** What it is worth to this squad and these wishes. */
  worth: number;
  why: string;
}

/** Everything that is asked for. */
export interface Order {
  wishes: Wishes;
  facts: ProposalFacts;
  drills: ReadonlyMap<string, Drill>;
  runner: Runner;
}

/** Of the best of a role so many are looked at, and of each family at least so many: a larger model takes longer and says hardly more. */
const POOL: Record<Role, number> = {
  'warm-up': 6,
  recap: 14,
  'new skill': 12,
  'leg burner': 4,
  combination: 12,
  challenge: 10,
  'cool-down': 3,
};
const OF_FAMILY = 2;

const BASE: Record<Role, number> = {
  'warm-up': 1,
  recap: 2,
  'new skill': 4,
  'leg burner': 1.5,
  combination: 2,
  challenge: 3,
  'cool-down': 0.6,
};
/** Rounds that an item of a role may have: more in a longer session, so that it is filled with work and not with ever more drills. */
function roundsOf(role: Role, minutes: number): Candidate['rounds'] {
  const more = minutes >= 40 ? 2 : minutes >= 25 ? 1 : 0;
  switch (role) {
    case 'recap':
      return { least: 1 + Math.min(1, more), most: 2 + more };
    case 'new skill':
      return { least: 2, most: 3 + more };
    case 'combination':
      return { least: 1 + Math.min(1, more), most: 3 + more };
    case 'leg burner':
      return { least: 2, most: 2 };
    default:
      return { least: 1, most: 1 };
  }
}

const UNSCORED = { scored: false, target: { rule: 'no number' as const } };
const ladder = (paces: readonly ('easy' | 'half' | 'full')[], each: number): Item['paces'] =>
  paces.map((pace) => ({ pace, seconds: each }));

/** A drill as an item of a role; rounds are those of the role. */
function itemOf(drill: Drill, role: Role, rounds: number, { wishes, facts }: Order): Item {
  const usual = usualDose(drill);
  const starts = facts.footOrder === 'catch-up' ? ('stronger' as const) : ('turn about' as const);
  const item: Item = { ...newItem('', drill), starts };
  if (role === 'challenge') {
    const dose: Dose = usual.measure === 'count in time' ? { ...usual, seconds: drill.sides === 'each foot' ? 30 : 60 } : usual;
    return { ...item, dose, scored: true, target: { rule: 'beat your best' } };
  }
  const plain = { ...item, ...UNSCORED };
  if (usual.measure === 'sets') return { ...plain, dose: { ...usual, sets: Math.min(20, 2 * rounds) } };
  if (usual.measure === 'fixed reps') return { ...plain, dose: { ...usual, rounds }, restSeconds: rounds > 1 ? 10 : 0 };
  if (usual.measure === 'unbroken run') return { ...plain, dose: { ...usual, seconds: 60 * rounds } };
  if (!('seconds' in usual)) return plain;
  const twice = drill.sides === 'each foot';
  const technique = TECHNIQUE.includes(drill.family);
  const timed = (seconds: number, paces: Item['paces']): Item => ({
    ...plain,
    dose: { ...usual, seconds, rounds },
    paces: technique && usual.measure !== 'hits in time' ? paces : [],
    restSeconds: rounds > 1 ? 10 : 0,
  });
  const third = twice ? 10 : 15;
  switch (role) {
    case 'warm-up':
      return timed(twice ? 30 : 45, ladder(['easy'], twice ? 30 : 45));
    case 'new skill':
      return timed(2 * third, ladder(['easy', 'half'], third));
    case 'leg burner':
      return { ...timed(15, []), starts: 'turn about' };
    case 'combination':
      return timed(3 * third, ladder(wishes.style === 'bold' ? ['half', 'full', 'full'] : ['easy', 'half', 'full'], third));
    case 'cool-down':
      return timed(30, []);
    default:
      return timed(3 * third, ladder(['easy', 'half', 'full'], third));
  }
}

/** Whether a drill may be proposed to this squad at all: safe, for its ages, its homes and its school, the same for both feet, and wanted. */
function isPossible(drill: Drill, { facts, wishes }: Order): boolean {
  const ages = facts.players.map((player) => player.age).sort((a, b) => a - b);
  const youngest = ages[0] ?? null;
  const middle = ages[Math.floor(ages.length / 2)] ?? null;
  if (drill.minAge !== null && youngest !== null && youngest < drill.minAge) return false;
  if (drill.maxAge !== null && middle !== null && middle > drill.maxAge) return false;
  if (drill.school !== null && drill.school !== facts.contactSchool) return false;
  if ((drill.loads.includes('overhead') || drill.kit.includes('wall')) && drill.cautions.length === 0) return false;
  if (drill.sides === 'left' || drill.sides === 'right' || drill.sides === 'other foot only' || drill.sides === 'stronger then other')
    return false;
  return !wishes.bans.includes(drill.id) && isForAll(drill, facts);
}

/** The drills that lead to an aim, itself included: down its stairs until what was met. */
function wayTo(aim: string | null, { drills, facts }: Order): Set<string> {
  const way = new Set<string>();
  const met = new Set(facts.met);
  const walk = (id: string) => {
    const drill = drills.get(id);
    if (!drill || way.has(id) || met.has(id)) return;
    way.add(id);
    if (!isInReach(drill, met, drills)) for (const easier of drill.easier) walk(easier);
  };
  if (aim) walk(aim);
  return way;
}

/** In which roles a drill may stand: what was met comes again, what was not is new. */
function rolesOf(drill: Drill, met: boolean, step: number): Role[] {
  if (drill.family === 'stretch') return ['cool-down'];
  if (drill.loads.includes('single-leg hop')) return drill.measure === 'count in time' || drill.measure === 'time on' ? ['leg burner'] : [];
  const timed = drill.measure === 'count in time' || drill.measure === 'time on';
  const easy = timed && drill.loads.length === 0 && step <= 1 && drill.family !== 'juggling' && drill.family !== 'wall';
  const roles: Role[] = [];
  if (easy && (met || drill.easier.length === 0)) roles.push('warm-up');
  roles.push(met ? 'recap' : 'new skill');
  if (drill.family !== 'footwork') roles.push('combination');
  if (drill.measure !== 'time on' && drill.loads.length === 0) roles.push('challenge');
  return roles;
}

const weeksAgo = (n: number) => (n === 1 ? t('last week') : t('{n} weeks ago', { n }));

/** What a drill is worth in a role, and why it is there in one line. */
function worthOf(
  drill: Drill,
  role: Role,
  order: Order,
  known: { met: boolean; way: ReadonlySet<string>; newAgo: number | null; doneAgo: number | null },
) {
  const { wishes, facts, drills } = order;
  const { met, way, newAgo, doneAgo } = known;
  const focused = wishes.focus.includes(drill.family);
  const due = newAgo !== null && RECAP_AFTER.includes(newAgo);
  const lagging = facts.notThere.includes(drill.id);
  let worth = BASE[role] + (focused ? 1.5 : 0) + (lagging && met ? 1 : 0);
  if (way.has(drill.id)) worth += 5;
  if (doneAgo === 1 && !due && role !== 'challenge') worth -= 1;
  const from = drill.easier.flatMap((id) => drills.get(id) ?? []).find((one) => facts.met.includes(one.id));
  const why = (): string => {
    if (role === 'warm-up') return met ? t('To get warm: everybody has done it.') : t('To get warm: it needs nothing first.');
    if (role === 'cool-down') return t('A quiet end.');
    if (role === 'leg burner') return t('One leg burner, with a rest around it.');
    if (way.has(drill.id)) return t('On the way to “{name}”.', { name: drills.get(wishes.aim ?? '')?.name ?? '' });
    if (role === 'challenge') return lagging ? t('The number to beat: few reach it yet.') : t('The number to beat.');
    if (!met)
      return from
        ? t('The next step after “{name}”.', { name: from.name })
        : focused
          ? t('New, as you wished for {family}.', { family: drill.family })
          : t('New: it needs nothing first.');
    if (due && newAgo !== null) return t('New {weeksAgo}: it comes again now.', { weeksAgo: weeksAgo(newAgo) });
    if (lagging) return t('Few reach its band yet.');
    if (focused) return t('You wished for {family}.', { family: drill.family });
    return doneAgo === null ? t('Known, and not done for long.') : t('Last done {weeksAgo}.', { weeksAgo: weeksAgo(doneAgo) });
  };
  return { worth, why: why() };
}

/**
 * What a week may be made of: the best drills for each role with their costs. Whatever is pinned or may take a place is among them.
 * @param asked drills that must be among them, by role
 */
export function candidatesFor(order: Order, asked: ReadonlyMap<Role, ReadonlySet<string>>): Candidate[] {
  const { wishes, facts, drills, runner } = order;
  const random = chance(wishes.seed);
  const met = new Set(facts.met);
  const steps = stepsOf([...drills.values()]);
  const way = wayTo(wishes.aim, order);
  const ago = (has: (week: ProposalFacts['past'][number]) => boolean) => facts.past.find(has)?.ago ?? null;
  const scored = [...drills.values()].flatMap((drill) => {
    // Chance is drawn for every drill, so that a ban changes nothing of the others.
    const luck = 0.8 * random.next();
    if (!isPossible(drill, order)) return [];
    const known = {
      ...{ met: met.has(drill.id), way },
      newAgo: ago((week) => week.newSkills.includes(drill.id)),
      doneAgo: ago((week) => week.drills.includes(drill.id)),
    };
    return rolesOf(drill, known.met, steps.get(drill.id) ?? 0).map((role) => {
      const { worth, why } = worthOf(drill, role, order, known);
      // Of what is new the lower steps come first.
      const low = known.met ? 0 : 0.15 * (steps.get(drill.id) ?? 0);
      return { drill, role, why, worth: worth + luck - low };
    });
  });
  const due = dueDrills(facts);
  const pooled = ROLES.flatMap((role) => {
    const all = scored.filter((one) => one.role === role).sort((a, b) => b.worth - a.worth);
    const wanted = asked.get(role);
    const ofFamilies = FAMILIES.flatMap((family) => all.filter((one) => one.drill.family === family).slice(0, OF_FAMILY));
    const keep = new Set([
      ...all.slice(0, POOL[role]),
      ...(role === 'recap' || role === 'challenge' || role === 'new skill' || role === 'combination' ? ofFamilies : []),
      ...all.filter((one) => wanted?.has(one.drill.id) || (role === 'recap' && due.has(one.drill.id))),
      ...(role === 'new skill' ? all.filter((one) => way.has(one.drill.id)) : []),
    ]);
    return all.filter((one) => keep.has(one));
  });
  // What something in the pool is a step up from has to be there to come first.
  const newOnes = new Set(pooled.filter((one) => one.role === 'new skill').map((one) => one.drill.id));
  const below = scored.filter(
    (one) =>
      one.role === 'new skill' &&
      !newOnes.has(one.drill.id) &&
      harderThan([...drills.values()], one.drill.id).some((up) => newOnes.has(up.id)),
  );
  return [...pooled, ...below].map(({ drill, role, worth, why }): Candidate => {
    const wide = roundsOf(role, wishes.minutes);
    const rounds = drill.measure === 'course time' || drill.measure === 'surfaces' ? { least: 1, most: 1 } : wide;
    const item = (n: number) => itemOf(drill, role, n, order);
    const costOf = (n: number): Cost => {
      const session = { id: '', name: '', day: null, blocks: [{ ...newBlock('', role), drinkSeconds: 0, items: [item(n)] }] };
      const { dose } = measureSession(session, drills, runner);
      return {
        seconds: dose.seconds,
        work: dose.workSeconds,
        touches: dose.touches.left + dose.touches.right,
        hops: Math.max(dose.hopSeconds.left, dose.hopSeconds.right),
        headers: dose.headers,
      };
    };
    const cost = costOf(rounds.least);
    const one = rounds.most > rounds.least ? costOf(rounds.least + 1) : cost;
    const more: Cost = {
      seconds: one.seconds - cost.seconds,
      work: one.work - cost.work,
      touches: one.touches - cost.touches,
      hops: one.hops - cost.hops,
      headers: one.headers - cost.headers,
    };
    return { drill, role, why, item, rounds, cost, more, worth };
  });
}
