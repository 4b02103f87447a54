import { copyFile, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { eq } from 'drizzle-orm';
import { addDays, instantOf, mondayOf, trainingDay } from '../core/calendar/days.ts';
import { type Chance, chance, seededId } from '../core/chance.ts';
import type { Family, Home } from '../core/drills/index.ts';
import { catalogueById } from '../core/drills/index.ts';
import { emptySeason } from '../core/planning/season/plan.ts';
import { restOfSeason } from '../core/planning/season/rest.ts';
import { asSeen } from '../core/targets/seen.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../core/training/index.ts';
import type { Session } from '../core/weeks/index.ts';
import { type Actor, actorOf } from '../server/accounts/actor.ts';
import { announceClip } from '../server/clips/clips.ts';
import { acceptUpload } from '../server/clips/uploads/settle.ts';
import { CLIP_CONSENT } from '../server/consent/consent.ts';
import type { Context } from '../server/context.ts';
import { squads, user } from '../server/platform/db/schema.ts';
import { addNote } from '../server/progress/notes.ts';
import { decideScore } from '../server/review/decide.ts';
import { saveRecount } from '../server/review/recounts.ts';
import { say } from '../server/review/said.ts';
import { setTables } from '../server/rules/rules.ts';
import { judgedScores } from '../server/scores/facts.ts';
import { keysOf, knownOfOne, numbersOf, reachedOfOne } from '../server/scores/known.ts';
import { giveConsent } from '../server/screens/family.ts';
import { putSummaries } from '../server/screens/letters.ts';
import { addAccount, addCoach, addGuardian, addPlayer, addSquad } from '../server/squads/people.ts';
import { memberOf, squadById, weekFor } from '../server/squads/squads.ts';
import { saveHome } from '../server/training/home.ts';
import { sendGo } from '../server/training/send-go.ts';
import { sendRun } from '../server/training/send-run.ts';
import { contentOf } from '../server/weeks/contents.ts';
import { saveSeason } from '../server/weeks/seasons.ts';
import { makeWeek, openWeekOf, releaseWeek, saveWeek } from '../server/weeks/weeks.ts';
import { playItem, type SimPlayer, simRunLog, simSquad } from '../testkit/squadsim/index.ts';
import { planner, WEEK_TITLES } from './plan.ts';

const ZONE = 'America/Chicago';
const CODE = 'LANTERN';
const PASSWORD = 'quillhaven-demo';
const COACH = 'coach@lanternfish.example';
const GUARDIAN = 'family@lanternfish.example';
const NICKNAMES = [
  'Comet',
  'Biscuit',
  'Pebble',
  'Ziggy',
  'Noodle',
  'Maple',
  'Rocket',
  'Tansy',
  'Echo',
  'Bramble',
  'Otter',
  'Fig',
  'Juniper',
  'Sprout',
  'Marble',
  'Wren',
];
const PINS = ['2468', '1357', '8642'];
/** The first players' PINS were never drawn; the third one's was, and the chance behind it stays where it is. */
const NOT_DRAWN = 2;
const WEEKS = 9;
const QUIET_PLAYER = 11;
const SEED = 20_611;
const HOUR = 3_600_000;

/** What is at home, by player; those not named have not said it yet. The small yard without a wall is what the planner has to think of. */
const HOMES: Record<number, Home> = {
  0: { has: ['ball', 'cones', 'wall'], yard: { length: 8, width: 6.7 }, step: 0.55 },
  1: { has: ['ball'], yard: { length: 3, width: 2 }, step: 0.5 },
  2: { has: ['ball', 'wall', 'tennis ball'], yard: { length: 10, width: 8 }, step: 0.58 },
  4: { has: ['ball', 'cones', 'wall', 'mini-goal'], yard: { length: 12, width: 9 }, step: null },
  6: { has: ['ball', 'cones'], yard: { length: 6, width: 5 }, step: 0.52 },
  9: { has: ['ball', 'wall'], yard: null, step: null },
};

/** One shipped clip and the go it belongs to; `claim` differs from the true count in one of them. */
interface ClipNote {
  file: string;
  player: number;
  drill: string;
  foot: 'left' | 'right' | 'both';
  count: number;
  claim: number;
  leadSeconds: number;
  workSeconds: number;
  /** How many weeks before the filmed one it was made. */
  weeksBefore: number;
  reps: { at: number; foot: 'left' | 'right' }[];
}

const SIGN_INS = [
  'Sign-ins of the demo (made-up people, nothing leaves this machine):',
  `  coach     ${COACH}  password ${PASSWORD}`,
  `  guardian  ${GUARDIAN}  password ${PASSWORD}`,
  `  player    squad code ${CODE}  nickname ${NICKNAMES[0]}  PIN ${PINS[0]}`,
  `  player    squad code ${CODE}  nickname ${NICKNAMES[1]}  PIN ${PINS[1]}`,
].join('\n');

interface Person {
  sim: SimPlayer;
  actor: Actor;
  playerId: string;
}

/** The demo squad while it is being lived: a clock that can be set, and everything found by it. */
interface Scene {
  context: Context;
  setNow(at: number): void;
  coach: Actor;
  squadId: string;
  people: Person[];
  random: Chance;
  clips: ClipNote[];
  /** Clips already given to a go. */
  used: Set<ClipNote>;
  realNow: number;
  /** The week, from 0, whose goes were filmed. */
  filmedWeek: number;
}

async function admit(context: Context, since: string, year: number, random: Chance, clips: readonly ClipNote[]) {
  const squadId = addSquad(context, {
    name: 'Lanternfish U11',
    town: 'Quillhaven',
    code: CODE,
    timeZone: ZONE,
    rule: { kind: 'chosen weekdays', weekdays: [1, 3, 6], freeDays: 1 },
    from: since,
  });
  const coachId = await addAccount(context, { name: 'Coach Fennel', email: COACH, password: PASSWORD, kind: 'coach' });
  addCoach(context, squadId, coachId, 'head coach');
  const actorFor = (id: string) => {
    const row = context.db.select().from(user).where(eq(user.id, id)).get();
    if (!row) throw new Error('The demo person was not kept.');
    return actorOf(context.db, row);
  };
  const people: Person[] = [];
  for (const [index, sim] of simSquad(NICKNAMES, WEEKS, year, random).entries()) {
    const lazy = index === QUIET_PLAYER ? { lazyWeeks: [WEEKS - 2, WEEKS - 1] } : {};
    const drawn = index < NOT_DRAWN ? '' : String(random.whole(1000, 9999));
    const pin = PINS[index] ?? drawn;
    const { nickname, birthYear, strongerFoot, level } = sim;
    const { playerId, userId } = await addPlayer(context, squadId, { nickname, birthYear, strongerFoot, level, pin, joinedOn: since });
    people.push({ sim: { ...sim, ...lazy }, actor: actorFor(userId), playerId });
    if (index !== 0 && !clips.some((clip) => clip.player === index)) continue;
    const email = index === 0 ? GUARDIAN : `family-${index}@lanternfish.example`;
    const guardianId = await addAccount(context, { name: `${nickname}’s family`, email, password: PASSWORD, kind: 'guardian' });
    addGuardian(context, playerId, guardianId);
    giveConsent(context, actorFor(guardianId), {
      player: playerId,
      id: seededId(context.now(), random),
      kind: 'clips',
      yes: true,
      textVersion: CLIP_CONSENT.version,
    });
  }
  return { squadId, coach: actorFor(coachId), people };
}

/** Plans and releases a week at its Monday, as the coach does; `when` null leaves it a draft. */
function planWeek(scene: Scene, number: number, monday: string, release: 'now' | 'monday' | null): void {
  const { context, coach, squadId, random } = scene;
  const [title, focus] = WEEK_TITLES[number - 1] ?? [`Week ${number}`, ''];
  const id = seededId(context.now(), random);
  const week = makeWeek(context, coach, { squad: squadId, id });
  saveWeek(context, coach, { week: id, draft: week.draft, plan: planner(context.now(), random)(number, title, focus) });
  if (!release) return;
  releaseWeek(context, coach, { week: id, when: release === 'now' ? { kind: 'now' } : { kind: 'at', day: monday, hour: 6, minute: 0 } });
}

/** The clip that a player's go of a drill, as long as the clip's work, is filmed with; each clip is used once. */
function clipFor(scene: Scene, week: number, player: number, drill: string, foot: string, seconds: number): ClipNote | undefined {
  return scene.clips.find(
    (clip) =>
      clip.weeksBefore === scene.filmedWeek - week &&
      clip.player === player &&
      clip.drill === drill &&
      clip.foot === foot &&
      clip.workSeconds === seconds &&
      !scene.used.has(clip),
  );
}

interface Filmed {
  person: Person;
  scoreId: string;
  note: ClipNote;
  at: number;
}

/** The numbers to reach that stand before a player who begins a session. */
function numbersBefore({ context, squadId }: Scene, { playerId }: Person, revisionId: string) {
  const { db } = context;
  const [squad, member] = [squadById(db, squadId), memberOf(db, squadId, playerId)];
  const content = weekFor(squad, member, contentOf(db, revisionId));
  const known = knownOfOne(db, member.id, keysOf(content));
  return numbersOf({ content, member, squad, known, reached: reachedOfOne(db, member.id), own: undefined, steps: [], at: context.now() });
}

/** One player does one session: the run log and the numbers of each scored item, sent when it is over. */
function trainOnce(scene: Scene, person: Person, session: Session, revisionId: string, week: number, startedAt: number): Filmed[] {
  const { context, random } = scene;
  const drills = catalogueById;
  const sheet = compileRunSheet(session, drills, { ...TYPICAL_RUNNER, strongerFoot: person.sim.strongerFoot, level: person.sim.level });
  const events = simRunLog(sheet, startedAt);
  const endedAt = events.at(-1)?.at ?? startedAt;
  if (endedAt > scene.realNow) return [];
  scene.setNow(endedAt + 30_000);
  const runId = seededId(startedAt, random);
  sendRun(context, person.actor, { id: runId, revisionId, sessionId: session.id, startedAt, sentAt: endedAt, events });
  const numbers = numbersBefore(scene, person, revisionId);
  const filmed: Filmed[] = [];
  for (const item of session.blocks.flatMap((block) => block.items)) {
    const drill = drills.get(item.drillId);
    if (!drill) continue;
    const said = playItem(person.sim, item, drill, week, random);
    for (const round of new Set(said.map((one) => one.round))) {
      const scores = said
        .filter((one) => one.round === round)
        .map((one) => {
          const note = clipFor(scene, week, scene.people.indexOf(person), drill.id, one.foot, one.seconds);
          const id = seededId(endedAt, random);
          if (note) {
            scene.used.add(note);
            filmed.push({ person, scoreId: id, note, at: endedAt });
          }
          const { foot, faults, seconds, clocked } = one;
          return { id, foot, faults, seconds, clocked: clocked || note !== undefined, value: note?.claim ?? one.value, parts: null };
        });
      sendGo(context, person.actor, {
        goId: seededId(endedAt, random),
        revisionId,
        sessionId: session.id,
        itemId: item.id,
        round,
        runId,
        doneAt: endedAt,
        scores: asSeen(scores, item.id, numbers),
      });
    }
  }
  return filmed;
}

/** A week as the squad lived it: each session on its day, or a day later, or not at all. */
function liveWeek(scene: Scene, week: number, monday: string): Filmed[] {
  const { context, random, people } = scene;
  const open = openWeekOf(context.db, scene.squadId, context.now());
  if (!open) return [];
  return people.flatMap((person) =>
    open.revision.content.sessions.flatMap((session) => {
      const films = (clip: ClipNote) => clip.weeksBefore === scene.filmedWeek - week && people[clip.player] === person;
      const must = session.day === 6 && scene.clips.some(films);
      const skips = person.sim.lazyWeeks.includes(week) || !random.happens(person.sim.diligence);
      const late = random.happens(0.12) ? 1 : 0;
      const at = instantOf(addDays(monday, (session.day ?? 6) - 1 + (must ? 0 : late)), random.whole(15, 18), random.whole(0, 59), ZONE);
      if ((skips && !must) || at > scene.realNow) return [];
      return trainOnce(scene, person, session, open.revision.id, week, at);
    }),
  );
}

const KIND_LINES = [
  'Clean and quick. Keep the heels up.',
  'Your other foot is catching up.',
  'Good honest count.',
  'That is your best this month.',
];

/** Clear scores that wait at any hour: on some there was no session for a day and a half. */
const WAIT_AT_LEAST = 12;

/** The coach goes through what came in: clear ones are counted, doubted ones corrected, asked for again, or set aside; the newest are left to wait. */
function reviewUntil(scene: Scene, latest: number, filmed: ReadonlySet<string>): void {
  const { context, coach, random } = scene;
  const all = judgedScores(context.db, undefined);
  const clear = all.filter((one) => !one.decision && !filmed.has(one.score.id) && one.score.value !== null && one.doubts.length === 0);
  const newest = clear.map((one) => one.score.receivedAt).sort((a, b) => b - a);
  const until = Math.min(latest, (newest[WAIT_AT_LEAST - 1] ?? Number.POSITIVE_INFINITY) - 1);
  for (const one of all) {
    if (one.decision || one.score.receivedAt > until || filmed.has(one.score.id)) continue;
    scene.setNow(Math.min(one.score.receivedAt + 20 * HOUR, scene.realNow));
    const base = { score: one.score.id, id: seededId(context.now(), random), reason: null, line: null, cues: [], value: null };
    const cue = catalogueById.get(one.score.drillId)?.cues[0] ?? 'Slow and clean first';
    if (one.score.value === null)
      decideScore(context, coach, { ...base, verdict: 'set aside', reason: 'Lost count. Next time the clip helps.' });
    else if (one.doubts.length === 0) {
      decideScore(context, coach, { ...base, verdict: 'counted', line: random.happens(0.06) ? random.pick(KIND_LINES) : null });
    } else if (one.doubts.some((doubt) => doubt.result === 'cannot be')) {
      decideScore(context, coach, { ...base, verdict: 'set aside', reason: 'Too fast for any feet. Film the next one, please.' });
    } else if (random.happens(0.5)) decideScore(context, coach, { ...base, verdict: 'again please', cues: [cue] });
    else decideScore(context, coach, { ...base, verdict: 'counted', line: 'Checked with you. Well done.' });
  }
}

async function keepClips(scene: Scene, filmed: readonly Filmed[], folder: string): Promise<void> {
  for (const { person, scoreId, note, at } of filmed) {
    scene.setNow(at + 90_000);
    const id = seededId(at, scene.random);
    announceClip(scene.context, person.actor, { id, scoreId, squadId: scene.squadId, workAt: note.leadSeconds });
    const copy = join(scene.context.config.uploadDir, id);
    await copyFile(join(folder, note.file), copy);
    await acceptUpload(scene.context, 'clip', id, copy);
    if (note.weeksBefore > 0) answerClip(scene, scoreId, note);
  }
}

/** The coach comes back to an older clip: recounts it to the end, puts a remark on it, and corrects the claim kindly. */
function answerClip(scene: Scene, score: string, note: ClipNote): void {
  const { context, coach, random } = scene;
  const id = () => seededId(context.now(), random);
  scene.setNow(scene.realNow - 20 * HOUR);
  const marks = note.reps.map(({ at, foot }) => ({ id: id(), at, what: foot }));
  const done = marks.map((mark) => ({ type: 'put' as const, mark }));
  saveRecount(context, coach, { score, id: id(), log: { done, undone: [] }, edit: done.length, whole: true, delay: 0 });
  say(context, coach, { score, id: id(), say: { kind: 'remark', at: 5.2, text: 'Here your standing foot is far away. A step nearer.' } });
  const said = { line: 'Light feet. The next ones will be quicker.', cues: [catalogueById.get(note.drill)?.cues[0] ?? ''], reason: null };
  decideScore(context, coach, { score, id: id(), verdict: 'corrected', value: marks.length, marks, ...said });
}

/** What a coach does on a Monday: the summaries of the last two weeks are out, tables are on, one note is kept. */
function lookBack(scene: Scene, thisMonday: string): void {
  const { context, coach, squadId, random, realNow } = scene;
  setTables(context, coach, { squad: squadId, tableSchool: 'improvement' });
  for (const monday of [addDays(thisMonday, -7), thisMonday]) {
    scene.setNow(Math.min(instantOf(monday, 7, 5, ZONE), realNow));
    putSummaries(context, squadId, addDays(monday, -7));
  }
  scene.setNow(realNow - 20 * HOUR);
  const player = scene.people[0]?.playerId ?? '';
  const text = 'Left foot: the ankle is loose at the touch. Show it once on the next call, then let it be.';
  addNote(context, coach, { squad: squadId, player, id: seededId(context.now(), random), text });
  scene.setNow(realNow);
}

const SEASON_WEEKS_SHOWN = 14;

/** The season that the weeks are a part of: begun, and planned some weeks ahead. */
function planSeason({ context, coach, squadId }: Scene, firstMonday: string): void {
  const random = chance(SEED + 1);
  const newId = () => seededId(context.now(), random);
  const families: Family[] = ['ball mastery', 'juggling', 'turns and moves', 'wall', 'first touch', 'footwork'];
  const empty = emptySeason('Light feet, both feet', firstMonday, SEASON_WEEKS_SHOWN);
  const begun = restOfSeason(empty, { families, isBreak: () => false, newId });
  saveSeason(context, coach, { squad: squadId, id: newId(), draft: 0, plan: begun });
}

/**
 * Fills an empty database with the squad "Lanternfish U11" of Quillhaven: 16 players, nine weeks that end today, weeks planned ahead,
 * clips with known counts. Everything goes through the same functions as real data, with a clock that is moved along.
 * @returns the sign-ins to print
 */
export async function loadDemo(house: Context, root: string): Promise<string> {
  if (house.db.select({ id: squads.id }).from(squads).limit(1).get()) return SIGN_INS;
  const realNow = house.now();
  let now = realNow;
  const context: Context = { ...house, now: () => now };
  const random = chance(SEED);
  const folder = join(root, 'src', 'demo', 'clips');
  const clips = JSON.parse(await readFile(join(folder, 'clips.json'), 'utf8')) as ClipNote[];
  const today = trainingDay(realNow, ZONE);
  const thisMonday = mondayOf(today);
  const firstMonday = addDays(thisMonday, -7 * (WEEKS - 1));
  now = instantOf(firstMonday, 3, 0, ZONE);
  const people = await admit(context, firstMonday, Number(today.slice(0, 4)), random, clips);
  const scene: Scene = {
    context,
    setNow: (at) => {
      now = at;
    },
    ...people,
    random,
    clips,
    used: new Set(),
    realNow,
    // The last Saturday whose afternoon has passed is the filmed one.
    filmedWeek: instantOf(addDays(thisMonday, 5), 20, 0, ZONE) < realNow ? WEEKS - 1 : WEEKS - 2,
  };
  const filmed: Filmed[] = [];
  context.db.$client.exec('BEGIN');
  for (let week = 0; week < WEEKS; week++) {
    const monday = addDays(firstMonday, 7 * week);
    now = instantOf(monday, 3, 0, ZONE);
    planWeek(scene, week + 1, monday, 'now');
    filmed.push(...liveWeek(scene, week, monday));
  }
  reviewUntil(scene, realNow - 30 * HOUR, new Set(filmed.map((one) => one.scoreId)));
  now = realNow;
  people.people.forEach((person, index) => {
    const home = HOMES[index];
    if (home) saveHome(context, person.actor, { ...home, strongerFoot: person.sim.strongerFoot });
  });
  planWeek(scene, WEEKS + 1, addDays(thisMonday, 7), 'monday');
  planWeek(scene, WEEKS + 2, addDays(thisMonday, 14), null);
  context.db.$client.exec('COMMIT');
  await keepClips(scene, filmed, folder);
  lookBack(scene, thisMonday);
  planSeason(scene, firstMonday);
  return SIGN_INS;
}
