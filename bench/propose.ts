/**
 * Proposed weeks for generated squads of all kinds: whether every rule holds, how long the solver takes, whether the same seed gives the same
 * week; and seasons of twelve proposed weeks: what share each family gets beside what is wished, and whether recaps come when they are due.
 * `npm run bench:propose -- [squads] [seasons]` prints Markdown.
 */
import { cpus } from 'node:os';
import { catalogueById as drills, FAMILIES, type Family } from '../src/core/drills/index.ts';
import { checkWeek, itemsOf, measureWeek } from '../src/core/planning/index.ts';
import { type ProposedWeek, proposeWeek, RECAP_AFTER, type Wishes, wishedShares } from '../src/core/planning/propose/index.ts';
import { isForAll, isInReach } from '../src/core/planning/reach.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../src/core/training/index.ts';
import { solver } from '../src/server/planning/solver.ts';
import { type SquadToPlan, squadToPlan } from '../src/testkit/squads-to-plan.ts';

const [squads, seasons] = [Number(process.argv[2] ?? 200), Number(process.argv[3] ?? 30)];
/** Squads of the tests have the seeds below; these were never looked at while anything was chosen. */
const FROM = 5000;
const WEEKS = 12;

const quantile = (list: readonly number[], share: number) =>
  [...list].sort((a, b) => a - b)[Math.min(list.length - 1, Math.floor(list.length * share))] ?? 0;
const propose = async ({ facts, wishes, id }: SquadToPlan): Promise<ProposedWeek> =>
  proposeWeek({ facts, wishes, drills, runner: TYPICAL_RUNNER }, await solver(), id);
const planOf = ({ sessions }: ProposedWeek) => ({ title: '', focus: '', sessions });
const drillsOf = (proposal: ProposedWeek) => proposal.sessions.flatMap(itemsOf).map((item) => item.drillId);

await propose(squadToPlan(1, drills));
const taken: number[] = [];
let [best, broken, different] = [0, 0, 0];
for (let seed = FROM; seed < FROM + squads; seed++) {
  const squad = squadToPlan(seed, drills);
  const from = performance.now();
  const proposal = await propose(squad);
  taken.push(performance.now() - from);
  if (proposal.best) best++;
  const { facts, wishes } = squad;
  const week = measureWeek(planOf(proposal), drills, TYPICAL_RUNNER);
  const met = new Set(facts.met);
  const reached = drillsOf(proposal).every((id) => {
    const drill = drills.get(id);
    const fine = drill !== undefined && isInReach(drill, met, drills) && isForAll(drill, facts);
    met.add(id);
    return fine;
  });
  const touches = week.dose.touches.left + week.dose.touches.right;
  const sound =
    checkWeek(planOf(proposal), drills, TYPICAL_RUNNER, facts, squad.id).length === 0 &&
    reached &&
    week.sessions.every(
      ({ dose }) => dose.seconds <= wishes.minutes * 60 && Math.max(dose.hopSeconds.left, dose.hopSeconds.right) <= 120,
    ) &&
    week.dose.headers <= facts.headersMax &&
    (facts.meanTouches === null || touches <= 1.3 * facts.meanTouches);
  if (!sound) {
    broken++;
    console.error(`squad ${seed} is not sound`);
  }
  if (seed % 10 === 0 && drillsOf(await propose(squadToPlan(seed, drills))).join() !== drillsOf(proposal).join()) different++;
}
console.log(`Node ${process.version}, ${cpus().length} cores, seeds from ${FROM}\n`);
console.log('| what | |\n|---|---|');
console.log(`| squads; weeks in which a rule or a check is broken | ${squads}; ${broken} |`);
console.log(
  `| a week proposed, model and all: median, 95 %, longest | ${quantile(taken, 0.5).toFixed(0)}, ${quantile(taken, 0.95).toFixed(0)}, ${Math.max(...taken).toFixed(0)} ms |`,
);
console.log(
  `| solved to the end, each day and pair of days beside the others, among the nearest choices | ${((100 * best) / squads).toFixed(0)} % |`,
);
console.log(`| other weeks for the same seed, of ${Math.floor(squads / 10)} tried twice | ${different} |`);

/** Seconds of work of a proposal by family. */
function secondsOf(proposal: ProposedWeek): Partial<Record<Family, number>> {
  const seconds: Partial<Record<Family, number>> = {};
  for (const session of proposal.sessions)
    for (const interval of compileRunSheet(session, drills, TYPICAL_RUNNER)) {
      const family = interval.kind === 'work' && interval.drillId ? drills.get(interval.drillId)?.family : undefined;
      if (family) seconds[family] = (seconds[family] ?? 0) + interval.seconds;
    }
  return seconds;
}

const off: number[] = [];
const offWhole: number[] = [];
let [due, kept] = [0, 0];
for (let seed = FROM; seed < FROM + seasons; seed++) {
  const squad = squadToPlan(seed, drills);
  // A season from its first week on, without one-week wishes.
  const wishes: Wishes = {
    ...squad.wishes,
    style: 'balanced',
    aim: null,
    focus: squad.wishes.focus.slice(0, 1),
    days: [1, 3, 5],
    minutes: 20,
  };
  const facts: SquadToPlan['facts'] = { ...squad.facts, sessionMinutes: 20, past: [], earlier: [], meanTouches: null, notThere: [] };
  const touches: number[] = [];
  for (let week = 1; week <= WEEKS; week++) {
    const proposal = await propose({ ...squad, facts, wishes: { ...wishes, seed: seed + week } });
    const ids = drillsOf(proposal);
    for (const past of facts.past)
      if (RECAP_AFTER.includes(past.ago))
        for (const id of past.newSkills) {
          due++;
          if (ids.includes(id)) kept++;
        }
    const newSkills = proposal.sessions.flatMap((session) =>
      session.blocks.filter((block) => block.kind === 'new skill').flatMap((block) => block.items.map((item) => item.drillId)),
    );
    facts.past = [
      { ago: 1, newSkills, drills: ids, seconds: secondsOf(proposal) },
      ...facts.past.map((one) => ({ ...one, ago: one.ago + 1 })),
    ];
    facts.earlier = facts.past.slice(0, 3).map((one, i) => ({ number: week - i, newSkills: one.newSkills, drills: one.drills }));
    facts.met = [...new Set([...facts.met, ...ids])];
    const { dose } = measureWeek(planOf(proposal), drills, TYPICAL_RUNNER);
    touches.unshift(dose.touches.left + dose.touches.right);
    facts.meanTouches = touches.slice(0, 4).reduce((sum, n) => sum + n, 0) / Math.min(4, touches.length);
  }
  const possible = new Set(
    [...drills.values()].filter((drill) => isForAll(drill, facts) && drill.family !== 'stretch').map((drill) => drill.family),
  );
  const shares = wishedShares(wishes.focus, possible);
  const seconds = (family: Family) => facts.past.reduce((sum, one) => sum + (one.seconds[family] ?? 0), 0);
  const whole = FAMILIES.filter((family) => family !== 'stretch').reduce((sum, family) => sum + seconds(family), 0);
  for (const family of FAMILIES) {
    const share = shares.get(family) ?? 0;
    if (share === 0) continue;
    off.push(Math.abs(seconds(family) / whole / share - 1));
    offWhole.push(Math.abs(seconds(family) / whole - share));
  }
}
const percent = (n: number) => `${(100 * n).toFixed(1)} %`;
console.log(`| seasons of ${WEEKS} weeks; families in them | ${seasons}; ${off.length} |`);
console.log(
  `| a family’s share of the work is off its wish by (of the wish): median, 90 % | ${percent(quantile(off, 0.5))}, ${percent(quantile(off, 0.9))} |`,
);
console.log(
  `| the same in points of all the work: median, 90 %, most | ${percent(quantile(offWhole, 0.5))}, ${percent(quantile(offWhole, 0.9))}, ${percent(Math.max(...offWhole))} |`,
);
console.log(
  `| families within 10 % of the wish, or within 1 point | ${percent(off.filter((n, i) => n <= 0.1 || (offWhole[i] ?? 1) <= 0.01).length / off.length)} |`,
);
console.log(`| recaps due after 1, 2 and 4 weeks that came | ${percent(kept / Math.max(1, due))} of ${due} |`);
process.exit(broken > 0 || different > 0 ? 1 : 0);
