/**
 * Measures the server functions that people wait for on demo data, beside the same reading in bare SQL in the same run,
 * and the client scripts of each page. Writes nothing; `npm run bench` prints a table in Markdown.
 */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { v7 as uuid } from 'uuid';
import { loadDemo } from '../src/demo/load.ts';
import { type Actor, actorOf } from '../src/server/accounts/actor.ts';
import { type Context, createContext } from '../src/server/context.ts';
import { readConfig } from '../src/server/platform/config.ts';
import { scores, user } from '../src/server/platform/db/schema.ts';
import { reviewQueue } from '../src/server/review/queue.ts';
import { myFeet } from '../src/server/screens/feet.ts';
import { register } from '../src/server/screens/register.ts';
import { thisWeek } from '../src/server/screens/this-week.ts';
import { today } from '../src/server/screens/today.ts';
import { computeStreaks } from '../src/server/streaks/days.ts';
import { sendGo } from '../src/server/training/send-go.ts';
import { heavyHere } from '../src/server/wiring/here.ts';
import { type Timed, timeOf } from './timing.ts';

const RUNS = 60;
const WARM_UP = 8;

const time = (work: () => unknown): Timed => timeOf(work, { runs: RUNS, warmUp: WARM_UP });

/** The rows that a function reads, fetched with prepared statements and nothing done to them. */
function bareReads(context: Context, squad: string, player: string) {
  const sqlite = context.db.$client;
  const prepare = (sql: string) => sqlite.prepare(sql);
  const judged = 'select s.*, r.doubts, r.record_before from scores s left join score_readings r on r.score_id = s.id';
  const undecided = `not exists (select 1 from decisions d where d.score_id = s.id and d.verdict <> 'undo'
    and not exists (select 1 from decisions u where u.undoes = d.id))`;
  const waiting = prepare(`${judged} where s.squad_id = ? and ${undecided}`);
  const mine = prepare(`${judged} where s.player_id = ?`);
  const said = prepare('select d.* from decisions d join scores s on s.id = d.score_id where s.player_id = ?');
  const open = prepare(
    'select * from week_revisions r join weeks w on w.id = r.week_id where w.squad_id = ? and r.opens_at <= ? order by r.opens_at desc limit 1',
  );
  const members = prepare('select p.id from squad_players m join players p on p.id = m.player_id where m.squad_id = ?');
  const days = prepare('select distinct day from scores where squad_id = ? and player_id = ? and day is not null');
  const ran = prepare('select day, session_id, share from runs where squad_id = ? and player_id = ?');
  const streaks = () => {
    for (const { id } of members.all(squad) as { id: string }[]) {
      days.all(squad, id);
      ran.all(squad, id);
    }
  };
  return {
    'This week': () => [open.get(squad, Date.now()), mine.all(player), said.all(player), days.all(squad, player), ran.all(squad, player)],
    'My feet': () => [mine.all(player), said.all(player), days.all(squad, player), ran.all(squad, player)],
    Today: () => [open.get(squad, Date.now()), waiting.all(squad), streaks()],
    Register: () => [open.get(squad, Date.now()), waiting.all(squad), streaks()],
    Review: () => [waiting.all(squad)],
  };
}

function aGoOf(context: Context, player: Actor) {
  const { week } = thisWeek(context, player);
  const session = week?.content.sessions[0];
  const item = session?.blocks.flatMap((block) => block.items).find((one) => one.drillId === 'inside-taps');
  if (!week || !session || !item) throw new Error('The demo has no open week.');
  return () => ({
    goId: uuid(),
    revisionId: week.revisionId,
    sessionId: session.id,
    itemId: item.id,
    round: 0,
    runId: null,
    doneAt: Date.now(),
    scores: [{ id: uuid(), foot: 'both' as const, value: 30, faults: 0, seconds: 30, clocked: true, parts: null }],
  });
}

/** Islands of each page, by the name of their module. */
const ISLANDS: Record<string, string[]> = {
  'This week': ['WeekView', 'SignOut'],
  Go: ['GoView'],
  'My feet': ['FeetView', 'SignOut'],
  Today: ['TodayView', 'SignOut'],
  'Week bench': ['WeekBench', 'SignOut'],
  Review: ['ReviewView', 'SignOut'],
  Squad: ['SquadView', 'SignOut'],
  'Player page': ['PlayerView', 'SignOut'],
  Family: ['FamilyView', 'SignOut'],
};

/** Compressed client scripts that a page asks for at first load: its islands, the renderer, and all they import. */
function scriptSizes(): [page: string, bytes: number][] {
  const folder = join('dist', 'client', '_astro');
  const files = readdirSync(folder);
  const add = (seen: Map<string, number>, file: string) => {
    if (seen.has(file)) return;
    const text = readFileSync(join(folder, file), 'utf8');
    seen.set(file, gzipSync(text).length);
    for (const [, next] of text.matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g)) if (next) add(seen, next);
  };
  return Object.entries(ISLANDS).map(([page, names]) => {
    const seen = new Map<string, number>();
    for (const name of [...names, 'client'])
      for (const file of files) if (new RegExp(`^${name}\\.[\\w-]+\\.js$`).test(file)) add(seen, file);
    return [page, [...seen.values()].reduce((sum, bytes) => sum + bytes, 0)];
  });
}

const ms = (n: number) => n.toFixed(2);

const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-bench-'));
const context = createContext(readConfig({ DATA_DIR: dataDir }), Date.now, 'silent');
context.heavy = heavyHere(context);
await loadDemo(context, process.cwd());
// As the server does when it starts, and when the day turns.
computeStreaks(context);
const people = context.db.select().from(user).all();
const personOf = (kind: string): Actor => {
  const row = people.find((one) => one.kind === kind);
  if (!row) throw new Error(`The demo has no ${kind}.`);
  return actorOf(context.db, row);
};
const coach = personOf('coach');
const player = personOf('player');
const squad = coach.kind === 'coach' ? (coach.squads[0] ?? '') : '';
const bare = bareReads(context, squad, player.kind === 'player' ? player.playerId : '');
const ours: Record<keyof typeof bare, () => unknown> = {
  'This week': () => thisWeek(context, player),
  'My feet': () => myFeet(context, player),
  Today: () => today(context, coach, { squad }),
  Register: () => register(context, coach, { squad }),
  Review: () => reviewQueue(context, coach, { squad }),
};

console.log(
  `Node ${process.version}, ${cpus().length} cores, ${context.db.select().from(scores).all().length} scores of demo data, ${RUNS} runs after ${WARM_UP}\n`,
);
console.log('| what | median ms | p95 ms | bare SQL median ms | ratio |\n|---|---|---|---|---|');
for (const [name, work] of Object.entries(ours) as [keyof typeof bare, () => unknown][]) {
  const [own, sql] = [time(work), time(bare[name])];
  console.log(`| ${name} | ${ms(own.median)} | ${ms(own.p95)} | ${ms(sql.median)} | ${(own.median / sql.median).toFixed(1)} |`);
}
const nextGo = aGoOf(context, player);
const insert = context.db.$client.prepare(
  `insert into scores select ?, go_id, player_id, squad_id, week_id, revision_id, session_id, item_id, round, foot, drill_id, drill_version,
   record_key, measure, dose, value, faults, seconds, clocked, parts, run_id, done_at, received_at, day from scores limit 1`,
);
const submit = time(() => sendGo(context, player, nextGo()));
const bareSubmit = time(() => insert.run(uuid()));
console.log(
  `| Submitting a score | ${ms(submit.median)} | ${ms(submit.p95)} | ${ms(bareSubmit.median)} | ${(submit.median / bareSubmit.median).toFixed(1)} |`,
);

console.log('\n| page | client scripts at first load, kB gz |\n|---|---|');
for (const [page, bytes] of scriptSizes()) console.log(`| ${page} | ${(bytes / 1024).toFixed(1)} |`);
context.db.$client.close();
rmSync(dataDir, { recursive: true, force: true });
