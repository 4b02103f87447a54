/**
 * Measures the judgement calls on squads whose truth is known (`src/testkit/squadsim`), with seeds that no figure was chosen on: how often
 * stretch numbers are reached (meant: 60 %), by measure, level and third of the season; how often honest goes are doubted and honest children
 * named; after how many goes those who exaggerate are.
 * `npm run bench:calibration` prints the tables of docs/measurements.md; `-- SQUADS FROM` takes other squads.
 */

import { type Chance, chance } from '../src/core/chance.ts';
import { catalogueById, type Drill, MEASURES, type Measure } from '../src/core/drills/index.ts';
import { type DoubtTally, groundsOf, meet, type Pair, SAME_FROM, SAME_IN, SAME_WITHIN_MS, usualDoubts } from '../src/core/scores/index.ts';
import { LEVELS, type Level } from '../src/core/squads/terms.ts';
import { LEAST_AIM, MOST_AIM, STRETCH_AIM } from '../src/core/targets/aims.ts';
import type { Dose } from '../src/core/weeks/index.ts';
import {
  drawChild,
  HONESTIES,
  judgeSeason,
  playSeason,
  type SeasonChild,
  type SeasonItem,
  type SeasonJudged,
  type SeasonVisit,
} from '../src/testkit/squadsim/index.ts';

const WEEKS = 40;
/** Of each squad: so many honest children, and one of each kind that is not. */
const HONEST = 20;
/** So many live their season again with another aim. */
const AIMED = 100;
const [squads = 30, from = 20_000] = process.argv.slice(2).map(Number);
const MONDAY = Date.UTC(2026, 0, 5, 16);

const drillOf = (id: string): Drill => {
  const drill = catalogueById.get(id);
  if (!drill) throw new Error(`The catalogue has no ${id}.`);
  return drill;
};
const item = (id: string, dose: Dose, day: number, rounds = 1, eachFoot = true): SeasonItem => ({
  ...{ drill: drillOf(id), dose, day, rounds, eachFoot },
  clipWanted: id === CLIP_WANTED,
});
const SURFACES = ['right foot', 'left foot', 'right thigh', 'left thigh'] as const;

/** Once a week the coach asks for a clip. */
const CLIP_WANTED = 'sole-taps';

const ITEMS: SeasonItem[] = [
  item('sole-taps', { measure: 'count in time', seconds: 30, rounds: 2 }, 0, 2),
  item('juggle-alternating', { measure: 'unbroken run', seconds: 120, rounds: 1, bounce: false }, 0, 1, false),
  item('inside-shift', { measure: 'fixed reps', reps: 25, rounds: 1 }, 0),
  item('inside-taps', { measure: 'count in time', seconds: 60, rounds: 1 }, 2),
  item('twenty-fives', { measure: 'surfaces', reps: 25, surfaces: [...SURFACES] }, 2, 1, false),
  item('goal-and-sole-stop', { measure: 'hits in time', seconds: 30, rounds: 2, distance: 5 }, 2, 2),
  item('cross-course-ball', { measure: 'sets', sets: 5 }, 2, 1, false),
  item('hop-out-in-taps', { measure: 'count in time', seconds: 15, rounds: 1 }, 5),
  item('slalom-both', { measure: 'course time', rounds: 2 }, 5, 2, false),
  item('foot-hold', { measure: 'time on', seconds: 60, rounds: 1 }, 5, 1, true),
];

interface Lived {
  child: SeasonChild;
  visits: SeasonVisit[];
  judged: SeasonJudged;
}

function liveSquad(random: Chance): Lived[] {
  const kinds = [...Array.from({ length: HONEST }, () => 'honest' as const), ...HONESTIES.slice(1)];
  const lived: Lived[] = [];
  for (const [i, honesty] of kinds.entries()) {
    const child = drawChild(LEVELS[i % LEVELS.length] ?? 'steady', honesty, WEEKS, random);
    const friend = honesty === 'copies' ? lived[i % HONEST]?.visits : undefined;
    const visits = playSeason(child, ITEMS, WEEKS, MONDAY, random, friend);
    lived.push({ child, visits, judged: judgeSeason(child, visits, random) });
  }
  return lived;
}

/** What is usual in a squad, from all of its season. */
function usualOf(squad: readonly Lived[]) {
  const tallies = squad.flatMap(({ judged }, i): DoubtTally[] =>
    MEASURES.map((measure) => {
      const mine = judged.goes.filter(({ watched }) => watched.measure === measure);
      return { playerId: `${i}`, measure, goes: mine.length, doubted: mine.filter((one) => one.doubtedAfter).length };
    }),
  );
  return usualDoubts(tallies);
}

/** Goes of others by what they are of, oldest first. */
function othersOf(squad: readonly Lived[]) {
  const by = new Map<string, { who: number; value: number; doneAt: number }[]>();
  for (const [who, { judged }] of squad.entries())
    for (const { go, claimed } of judged.goes)
      if (SAME_IN.includes(go.dose.measure) && claimed >= SAME_FROM) {
        const list = by.get(go.key) ?? [];
        by.set(go.key, [...list, { who, value: claimed, doneAt: go.doneAt }]);
      }
  return by;
}

/** After how many goes somebody is named, and why; null where never. */
function namedAfter(who: number, { judged }: Lived, usual: ReturnType<typeof usualOf>, others: ReturnType<typeof othersOf>) {
  const pairs = new Map<number, Pair>();
  for (const [i, { go, claimed }] of judged.goes.entries()) {
    if (SAME_IN.includes(go.dose.measure) && claimed >= SAME_FROM)
      for (const other of others.get(go.key) ?? []) {
        const before = go.doneAt - other.doneAt;
        if (other.who === who || before < 0 || before > SAME_WITHIN_MS) continue;
        meet(pairs, other.who, claimed, other.value);
      }
    // A coach looks after each visit.
    const next = judged.goes[i + 1];
    if (next && next.go.doneAt - go.doneAt < 3_600_000) continue;
    const seen = judged.goes.slice(0, i + 1).map(({ watched, decidedAt, doubtedAfter }) => ({
      ...watched,
      numberDoubted: decidedAt <= go.doneAt ? doubtedAfter : watched.numberDoubted,
    }));
    const [ground] = groundsOf(seen, usual, [...pairs.values()]);
    if (ground) return { goes: i + 1, ground };
  }
  return null;
}

const lived: (Lived & { named: ReturnType<typeof namedAfter> })[] = [];
for (let n = 0; n < squads; n++) {
  const squad = liveSquad(chance(from + n));
  const usual = usualOf(squad);
  const others = othersOf(squad);
  lived.push(...squad.map((one, who) => ({ ...one, named: namedAfter(who, one, usual, others) })));
}

const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${((part / whole) * 100).toFixed(1)} %`);
/** Share with its 95 % interval, whose width follows from children, not from goes: goes of one child are alike. */
function share(list: readonly { reached: number; goes: number }[]): string {
  const goes = list.reduce((sum, one) => sum + one.goes, 0);
  const mean = list.reduce((sum, one) => sum + one.reached, 0) / goes;
  const variance = list.reduce((sum, one) => sum + (one.reached - mean * one.goes) ** 2, 0) / goes ** 2;
  const half = 1.96 * Math.sqrt(variance);
  return `${(100 * mean).toFixed(0)} (${(100 * (mean - half)).toFixed(0)}–${(100 * (mean + half)).toFixed(0)})`;
}

const honest = lived.filter(({ child }) => child.honesty === 'honest');
const thirdOf = (week: number) => Math.min(2, Math.floor((3 * week) / WEEKS));
const given = (measure: Measure, level: Level | null, third: number | null) =>
  honest
    .filter(({ child }) => level === null || child.level === level)
    .map(({ judged }) => {
      const mine = judged.given.filter((one) => one.measure === measure && (third === null || thirdOf(one.week) === third));
      return { goes: mine.length, reached: mine.filter((one) => one.reached).length };
    })
    .filter((one) => one.goes > 0);

console.log(`${squads} squads of ${HONEST} honest children and one of each kind that is not, ${WEEKS} weeks, seeds from ${from}\n`);
console.log(
  '| stretch numbers reached, % (95 % interval) | starting: first third | last | steady: first | last | strong: first | last | all |',
);
console.log('|---|---|---|---|---|---|---|---|');
for (const measure of MEASURES) {
  const cells = LEVELS.flatMap((level) => [0, 2].map((third) => share(given(measure, level, third))));
  console.log(`| ${measure} | ${[...cells, share(given(measure, null, null))].join(' | ')} |`);
}
const own = honest.map(({ judged }) => judged.given.filter((one) => one.reached).length / Math.max(1, judged.given.length));
console.log(
  `\nChildren whose own share of all numbers lies within 50–70 %: ${percent(own.filter((n) => n >= 0.5 && n <= 0.7).length, own.length)}.`,
);
const moves = honest.flatMap(({ judged }) => judged.given.filter((one) => one.before !== null));
console.log(`Numbers that stay as they were last time: ${percent(moves.filter((one) => one.before === one.number).length, moves.length)}.`);

console.log('\n| meant, of a hundred | reached by honest children, % (95 % interval) |\n|---|---|');
for (const aim of [LEAST_AIM, STRETCH_AIM, MOST_AIM]) {
  const random = chance(from);
  const some = honest.slice(0, AIMED).map(({ child, visits }) => {
    const { given } = judgeSeason(child, visits, random, aim);
    return { goes: given.length, reached: given.filter((one) => one.reached).length };
  });
  console.log(`| ${100 * aim} | ${share(some)} |`);
}

const goes = honest.flatMap(({ judged }) => judged.goes);
console.log('\n| honest goes that are doubted | share |\n|---|---|');
console.log(`| any doubt, of ${goes.length} | ${percent(goes.filter((one) => one.doubts.length > 0).length, goes.length)} |`);
const unfair = goes.filter((one) => one.doubts.some((doubt) => doubt.reason !== 'recount differs'));
console.log(`| any but that the coach counted another number | ${percent(unfair.length, goes.length)} |`);
for (const measure of MEASURES) {
  const mine = goes.filter((one) => one.watched.measure === measure);
  console.log(`| ${measure} | ${percent(mine.filter((one) => one.doubts.length > 0).length, mine.length)} |`);
}
const reasons = goes.flatMap((one) => one.doubts.map((doubt) => doubt.reason));
for (const reason of new Set(reasons))
  console.log(`| because: ${reason} | ${percent(reasons.filter((one) => one === reason).length, goes.length)} |`);

console.log(
  '\n| named to the coach | children | at some time | within 60 goes | within 100 goes | goes until then, median | why |\n|---|---|---|---|---|---|---|',
);
for (const honesty of HONESTIES) {
  const some = lived.filter(({ child }) => child.honesty === honesty);
  const named = some.flatMap((one) => one.named ?? []);
  const within = (n: number) => percent(named.filter((one) => one.goes <= n).length, some.length);
  const after = named.map((one) => one.goes).sort((a, b) => a - b);
  const why = [...new Set(named.map((one) => one.ground))].map(
    (ground) => `${ground} ${named.filter((one) => one.ground === ground).length}`,
  );
  console.log(
    `| ${honesty} | ${some.length} | ${percent(named.length, some.length)} | ${within(60)} | ${within(100)} | ${after[Math.floor(after.length / 2)] ?? '–'} | ${why.join(', ')} |`,
  );
}
