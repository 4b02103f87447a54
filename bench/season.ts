/**
 * Measures what a coach waits for in a squad of 200 players after two seasons (80 weeks, about 400,000 scores), beside the rows that it
 * rests on in bare SQL in the same run. The rows are written straight into a new database, as a simulated squad would have sent them.
 * `npm run bench:season` prints a table in Markdown; `-- 40 20` takes 40 players and 20 weeks.
 */
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { addDays, instantOf } from '../src/core/calendar/days.ts';
import { chance } from '../src/core/chance.ts';
import { BETTER, catalogueById } from '../src/core/drills/index.ts';
import { beats } from '../src/core/progress/index.ts';
import { recordKey, resultOf } from '../src/core/scores/index.ts';
import { planner } from '../src/demo/plan.ts';
import { type Actor, actorOf } from '../src/server/accounts/actor.ts';
import { type Context, createContext } from '../src/server/context.ts';
import { readConfig } from '../src/server/platform/config.ts';
import { runs, user } from '../src/server/platform/db/schema.ts';
import { decideScore } from '../src/server/review/decide.ts';
import { myFeet } from '../src/server/screens/feet.ts';
import { playerPage } from '../src/server/screens/player.ts';
import { register } from '../src/server/screens/register.ts';
import { calibration, compareWeeks, ground } from '../src/server/screens/season.ts';
import { thisWeek } from '../src/server/screens/this-week.ts';
import { today } from '../src/server/screens/today.ts';
import { addAccount, addCoach, addPlayer, addSquad } from '../src/server/squads/people.ts';
import { computeStreaks } from '../src/server/streaks/days.ts';
import { sendGo } from '../src/server/training/send-go.ts';
import { makeWeek, openWeekOf, releaseWeek, saveWeek } from '../src/server/weeks/weeks.ts';
import { grownSquad, playItem } from '../src/testkit/squadsim/index.ts';
import { type Timed, timeOf } from './timing.ts';

const PLAYERS = Number(process.argv[2] ?? 200);
const WEEKS = Number(process.argv[3] ?? 80);
/** How often the planned items of a week are done over, so that a player has some 25 scores a week. */
const RUNS = 40;
const WARM_UP = 5;
const ZONE = 'America/Chicago';
const FIRST_MONDAY = '2025-01-06';
const HOUR = 3_600_000;

const time = (work: () => unknown): Timed => timeOf(work, { runs: RUNS, warmUp: WARM_UP });

/** SEASON_DIR keeps the squad in a folder, to be looked at with DATA_DIR: sign in as coach@big.example, password “a long enough password”. */
const kept = process.env.SEASON_DIR;
const dataDir = kept ?? mkdtempSync(join(tmpdir(), 'eager-feet-season-'));
let now = instantOf(FIRST_MONDAY, 3, 0, ZONE);
const context: Context = createContext(readConfig({ DATA_DIR: dataDir }), () => now, 'silent');
const { db } = context;
const sqlite = db.$client;
sqlite.pragma('synchronous = OFF');
const random = chance(31_337);

const squadId = addSquad(context, {
  name: 'Big squad',
  town: 'Quillhaven',
  code: 'BIGSQUAD',
  timeZone: ZONE,
  rule: { kind: 'chosen weekdays', weekdays: [1, 3, 6], freeDays: 1 },
  from: FIRST_MONDAY,
});
const coachId = await addAccount(context, { name: 'Coach', email: 'coach@big.example', password: 'a long enough password', kind: 'coach' });
addCoach(context, squadId, coachId, 'head coach');
const actorFor = (id: string): Actor => {
  const row = db.select().from(user).where(eq(user.id, id)).get();
  if (!row) throw new Error('Nobody has that account.');
  return actorOf(db, row);
};
const coach = actorFor(coachId);
const sims = grownSquad({ players: PLAYERS, exaggerators: 4, weeks: WEEKS }, random);
const people: { playerId: string; userId: string }[] = [];
for (const sim of sims) {
  const { nickname, birthYear, strongerFoot, level } = sim;
  people.push(await addPlayer(context, squadId, { nickname, birthYear, strongerFoot, level, pin: '2468', joinedOn: FIRST_MONDAY }));
}

const begun = performance.now();
const insertDecision = sqlite.prepare(
  "insert into decisions (id, score_id, coach_id, verdict, cues, at) values (?, ?, ?, 'counted', '[]', ?)",
);
const insertReading = sqlite.prepare("insert into score_readings (score_id, doubts, record_before, version) values (?, '[]', ?, 2)");
const insertDay = sqlite.prepare('insert or replace into training_days (squad_id, player_id, day, sessions) values (?, ?, ?, 1)');
const put = {
  score:
    sqlite.prepare(`insert into scores (id, go_id, player_id, squad_id, week_id, revision_id, session_id, item_id, round, foot, drill_id,
    drill_version, record_key, measure, dose, value, faults, seconds, clocked, run_id, done_at, received_at, day) values (@scoreId, @goId, @playerId, @squadId,
    @weekId, @revisionId, @sessionId, @itemId, @round, @foot, @drillId, @version, @recordKey, @measure, @dose, @value, @faults, @seconds, @clocked, @runId,
    @doneAt, @receivedAt, @day)`),
  figure:
    sqlite.prepare(`insert into score_figures (score_id, player_id, squad_id, week_id, session_id, item_id, drill_id, record_key, measure, foot, done_at,
    day, clocked, by_clip, standing, decided, decided_at, has_words, doubt, counts, result, seconds, faults, best_before, stretch, stretch_given) values
    (@scoreId, @playerId, @squadId, @weekId, @sessionId, @itemId, @drillId, @recordKey, @measure, @foot, @doneAt, @day, @clocked, 0, @standing, @decided,
    @decidedAt, 0, 'clear', @counts, @result, @seconds, @faults, @before, round(@before * 0.95), 1)`),
};
const flags = (said: { clocked: boolean }) => ({ clocked: said.clocked ? 1 : 0 });
const best = new Map<string, number>();
for (let week = 0; week < WEEKS; week++) {
  const monday = addDays(FIRST_MONDAY, 7 * week);
  now = instantOf(monday, 3, 0, ZONE);
  const id = uuid();
  const { draft } = makeWeek(context, coach, { squad: squadId, id });
  const plan = planner(now, random)(week + 1, `Week ${week + 1}`, '');
  // Each challenge twice: two seasons of a busy squad.
  const busy = plan.sessions.map((session) => ({
    ...session,
    blocks: session.blocks.flatMap((block) =>
      block.kind === 'challenge' || block.kind === 'recap'
        ? [block, { ...block, id: uuid(), items: block.items.map((item) => ({ ...item, id: uuid() })) }]
        : [block],
    ),
  }));
  saveWeek(context, coach, { week: id, draft, plan: { ...plan, sessions: busy } });
  releaseWeek(context, coach, { week: id, when: { kind: 'now' } });
  const open = openWeekOf(db, squadId, now);
  if (!open) throw new Error('The week did not open.');
  sqlite.exec('BEGIN');
  for (const [index, sim] of sims.entries()) {
    const { playerId } = people[index] as { playerId: string };
    for (const session of busy) {
      if (!random.happens(0.9)) continue;
      const day = addDays(monday, (session.day ?? 6) - 1);
      const doneAt = instantOf(day, 16, random.whole(0, 59), ZONE);
      const runId = uuid();
      db.insert(runs)
        .values({
          id: runId,
          playerId,
          squadId,
          weekId: id,
          revisionId: open.revision.id,
          sessionId: session.id,
          startedAt: doneAt,
          receivedAt: doneAt + 60_000,
          day,
          share: 1,
        })
        .run();
      insertDay.run(squadId, playerId, day);
      for (const item of session.blocks.flatMap((block) => block.items)) {
        const drill = catalogueById.get(item.drillId);
        if (!drill) continue;
        for (const said of playItem(sim, item, drill, week, random)) {
          const scoreId = uuid();
          const key = recordKey(drill, item.dose, said.foot);
          const base = { playerId, squadId, weekId: id, sessionId: session.id, itemId: item.id, drillId: drill.id, recordKey: key, day };
          const fact = { ...base, measure: item.dose.measure, foot: said.foot, seconds: said.seconds, doneAt };
          put.score.run({
            ...fact,
            dose: JSON.stringify(item.dose),
            ...flags(said),
            scoreId,
            goId: runId,
            revisionId: open.revision.id,
            round: said.round,
            version: drill.version,
            value: said.value,
            faults: said.faults,
            runId,
            receivedAt: doneAt + 60_000,
          });
          const decided = week < WEEKS - 1;
          const result = resultOf(said, item.dose);
          const place = `${playerId}|${key}`;
          const before = best.get(place) ?? null;
          insertReading.run(scoreId, before);
          if (decided) insertDecision.run(uuid(), scoreId, coachId, doneAt + 20 * HOUR);
          put.figure.run({
            ...fact,
            ...flags(said),
            scoreId,
            standing: decided ? 'counted' : 'clear',
            decided: decided ? 1 : 0,
            decidedAt: decided ? doneAt + 20 * HOUR : null,
            counts: said.value,
            result,
            faults: said.faults,
            before,
          });
          if (result !== null && (before === null || beats(result, before, BETTER[item.dose.measure]))) best.set(place, result);
        }
      }
    }
  }
  sqlite.exec('COMMIT');
}
now = instantOf(addDays(FIRST_MONDAY, 7 * WEEKS - 1), 20, 0, ZONE);
sqlite.exec('ANALYZE');
const count = (table: string) => (sqlite.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
const filled = (performance.now() - begun) / 1000;

const someone = people[17 % PLAYERS] as { playerId: string; userId: string };
const player = actorFor(someone.userId);
/** The rows as SQLite hands them out fastest, with nothing made of them. */
const prepare = (sql: string) => sqlite.prepare(sql).raw(true);
const figuresOf = prepare('select * from score_figures where player_id = ? and squad_id = ? order by done_at');
const states = prepare('select * from streak_states where squad_id = ?');
const waiting = prepare('select doubt, score_id from score_figures where squad_id = ? and decided = 0');
const ofWeek = prepare('select * from score_figures where week_id = ?');
const ranIn = prepare('select player_id, session_id, share from runs where week_id = ?');
const myRuns = prepare('select week_id, session_id, day from runs where player_id = ?');
const outlines = prepare(
  'select w.number, r.opens_at, o.outline from week_revisions r join weeks w on w.id = r.week_id join week_outlines o on o.revision_id = r.id where w.squad_id = ?',
);
const open = openWeekOf(db, squadId, now);
const weekId = open?.week.id ?? '';
const rows: [string, () => unknown, () => unknown][] = [
  [
    'Today',
    () => today(context, coach, { squad: squadId }),
    () => [waiting.all(squadId), states.all(squadId), ranIn.all(weekId), outlines.all(squadId)],
  ],
  [
    'Register',
    () => register(context, coach, { squad: squadId }),
    () => [waiting.all(squadId), states.all(squadId), ranIn.all(weekId), ofWeek.all(weekId), outlines.all(squadId)],
  ],
  [
    'Player page',
    () => playerPage(context, coach, { squad: squadId, player: someone.playerId }),
    () => [figuresOf.all(someone.playerId, squadId), myRuns.all(someone.playerId), outlines.all(squadId)],
  ],
  ['My feet', () => myFeet(context, player), () => [figuresOf.all(someone.playerId, squadId)]],
  ['This week', () => thisWeek(context, player), () => [figuresOf.all(someone.playerId, squadId)]],
  ['Two weeks', () => compareWeeks(context, coach, { squad: squadId }), () => [ofWeek.all(weekId), ofWeek.all(weekId)]],
  [
    'Not there yet',
    () => ground(context, coach, { squad: squadId }),
    () => [ofWeek.all(weekId), ofWeek.all(weekId), ofWeek.all(weekId), ofWeek.all(weekId)],
  ],
  [
    'Fair numbers',
    () => calibration(context, coach, { squad: squadId }),
    () => [prepare('select count(*) from score_figures where squad_id = ? and stretch is not null').all(squadId)],
  ],
];

const ms = (n: number) => n.toFixed(1);
const bytes = statSync(context.config.databaseFile).size / 1e6;
console.log(
  `Node ${process.version}, ${cpus().length} cores; ${PLAYERS} players, ${WEEKS} weeks, ${count('scores')} scores, ${count('decisions')} decisions, ${count('runs')} runs, ${bytes.toFixed(0)} MB, written in ${filled.toFixed(0)} s; ${RUNS} runs after ${WARM_UP}\n`,
);
console.log('| what | median ms | 95 % ms | bare SQL median ms | ratio |\n|---|---|---|---|---|');
const first = performance.now();
register(context, coach, { squad: squadId });
const firstOfDay = performance.now() - first;
// The work that turns the day keeps everybody's streak, so that nobody waits for it again.
computeStreaks(context);
for (const [name, work, bare] of rows) {
  const [own, sql] = [time(work), time(bare)];
  console.log(
    `| ${name} | ${ms(own.median)} | ${ms(own.p95)} | ${ms(sql.median)} | ${(own.median / Math.max(0.01, sql.median)).toFixed(1)} |`,
  );
}
const session = open?.revision.content.sessions[0];
const item = session?.blocks.flatMap((block) => block.items).find((one) => one.drillId === 'inside-taps');
if (!open || !session || !item) throw new Error('There is no open week.');
sqlite.pragma('synchronous = FULL');
const goOf = (id: string) => ({
  goId: uuid(),
  revisionId: open.revision.id,
  sessionId: session.id,
  itemId: item.id,
  round: 0,
  runId: null,
  doneAt: now,
  scores: [{ id, foot: 'both' as const, value: 30 + Math.floor(Math.random() * 9), faults: 0, seconds: 30, clocked: true, parts: null }],
});
const sent = time(() => sendGo(context, player, goOf(uuid())));
console.log(`| a new score, figures and all | ${ms(sent.median)} | ${ms(sent.p95)} | | |`);
const waits = Array.from({ length: RUNS + WARM_UP }, () => uuid());
for (const id of waits) sendGo(context, player, goOf(id));
let next = 0;
const decided = time(() =>
  decideScore(context, coach, {
    score: waits[next++] ?? '',
    id: uuid(),
    verdict: 'counted',
    value: null,
    reason: null,
    line: null,
    cues: [],
  }),
);
console.log(`| a decision, figures and all | ${ms(decided.median)} | ${ms(decided.p95)} | | |`);
console.log(`\nA register before the work that turns the day, with everybody's streak computed anew: ${ms(firstOfDay)} ms.`);
sqlite.close();
if (!kept) rmSync(dataDir, { recursive: true, force: true });
