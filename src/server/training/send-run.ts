import { and, asc, eq } from 'drizzle-orm';
import type { RunSent } from '../../contract/training.ts';
import { creditedDay, doneOnServerClock } from '../../core/calendar/days.ts';
import { t } from '../../core/text/translate.ts';
import { goAt, goesTogether, sheetTogether } from '../../core/together/sheet.ts';
import { squadClock } from '../../core/together/squad-clock.ts';
import { type ClockEvent, compileRunSheet, DONE_SHARE, type Interval, provenWork, replay, shareOfWork } from '../../core/training/index.ts';
import { leftOutOf } from '../../core/weeks/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { shelfOf } from '../drills/shelf.ts';
import type { Db } from '../platform/db/connection.ts';
import { runEvents, runs, scores } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPlayer, checkIsThem } from '../policy.ts';
import { isProven, wasClocked } from '../scores/proof.ts';
import { readAnew } from '../scores/reading.ts';
import { memberOf } from '../squads/squads.ts';
import { refreshDay } from '../streaks/days.ts';
import { commandsOf, type Evening, eveningWeek } from '../weeks/evenings.ts';
import { playedWeek } from '../weeks/given.ts';
import { keepSaidToday } from './said-today.ts';
import { checkOpen, eveningFor, releasedFor } from './send-go.ts';

/** A visit is closed after three hours away; nobody trains for a day and a half. */
const RUN_HOURS_MAX = 36;

function checkOrder(events: readonly ClockEvent[]): void {
  if (events[0]?.type !== 'start') throw badInput('events.0', t('A run begins with its start.'));
  const length = (events.at(-1)?.at ?? 0) - (events[0]?.at ?? 0);
  if (length > RUN_HOURS_MAX * 3_600_000)
    throw badInput('events', t('A run lasts at most {runHoursMax} hours.', { runHoursMax: RUN_HOURS_MAX }));
  events.forEach((event, i) => {
    const before = events[i - 1];
    if (before && event.at < before.at) throw badInput(`events.${i}.at`, t('The events of a run must be in order of time.'));
  });
}

/** What a device may be ahead of us by when it says where the squad stands. */
const AHEAD_MS = 2000;

/**
 * A clock is put somewhere by the coach's word alone: alone nobody's is, and on an evening within the go that the coach began, no further than the
 * squad's own clock has come in it by now.
 */
function checkJoins(db: Db, evening: Evening | null, sheet: readonly Interval[], events: readonly ClockEvent[], now: number): void {
  const joins = events.flatMap((event, i) => (event.type === 'join' ? [{ event, field: `events.${i}` }] : []));
  if (joins.length === 0) return;
  const said = evening ? commandsOf(db, evening.id) : [];
  for (const { event, field } of joins) {
    const begun = said.find((one) => one.seq === event.seq && one.type === 'go');
    const next = said.find((one) => one.seq > event.seq && one.type === 'go');
    const { clock, go } = squadClock(sheet, begun ? said.filter((one) => !next || one.seq < next.seq) : [], now);
    const isWithin = go !== null && goAt(goesTogether(sheet), event.index) === go;
    const isThere = event.index < clock.index || (event.index === clock.index && event.ranMs <= clock.ranMs + AHEAD_MS);
    const isEnd = evening !== null && event.index === sheet.length;
    if (!isEnd && !(isWithin && isThere)) throw badInput(field, t('No coach put this clock there.'));
  }
}

/**
 * Keeps a run log. A longer log of the same run adds its new events; those already kept are never changed.
 * The share of work done is replayed from the kept events, not believed.
 */
export function sendRun(context: Context, actor: Actor, sent: RunSent): { id: string; events: number; share: number; done: boolean } {
  const { db } = context;
  allow(db, actor, 'send a run');
  const player = asPlayer(actor);
  checkIsThem(actor, sent.playerId);
  const released = releasedFor(db, player.squads, sent.revisionId, context.now());
  const member = memberOf(db, released.squad.id, player.playerId);
  const now = context.now();
  const startedAt = doneOnServerClock(sent.startedAt, sent.sentAt, now);
  const evening = sent.togetherId === undefined ? null : eveningFor(db, released, sent.togetherId);
  const content = evening
    ? eveningWeek(db, released.squad, member, evening)
    : playedWeek(db, released.squad, member, released.revision, startedAt);
  const session = content.sessions.find((one) => one.id === sent.sessionId);
  if (!session) throw notFound();
  checkOrder(sent.events);
  const drills = new Map(Object.entries(content.drills));
  const runner = { ...member, ownPace: {}, times: content.times };
  const sheet = evening ? sheetTogether(session, drills, runner) : compileRunSheet(session, drills, runner);
  checkJoins(db, evening, sheet, sent.events, now);
  const answer = db.transaction((tx) => {
    const had = tx.select().from(runs).where(eq(runs.id, sent.id)).get();
    if (had && (had.playerId !== member.id || had.sessionId !== sent.sessionId)) throw notFound();
    const stopOf = (events: readonly ClockEvent[]) => events.find((event) => event.type === 'stop' && event.why === 'hurt');
    if (!had) {
      // That something hurt is taken whenever it comes: a week that has closed meanwhile must not make it vanish.
      if (!stopOf(sent.events)) checkOpen(released, startedAt, now);
      const day = creditedDay(startedAt, now, released.squad.timeZone, released.squad.dayEndsAt);
      tx.insert(runs)
        .values({
          id: sent.id,
          playerId: member.id,
          squadId: released.squad.id,
          weekId: released.week.id,
          revisionId: released.revision.id,
          sessionId: session.id,
          eveningId: evening?.id ?? null,
          startedAt,
          receivedAt: now,
          day,
          share: 0,
        })
        .run();
    }
    tx.insert(runEvents)
      .values(sent.events.map((event, seq) => ({ runId: sent.id, seq, event })))
      .onConflictDoNothing()
      .run();
    const kept = tx
      .select({ event: runEvents.event })
      .from(runEvents)
      .where(eq(runEvents.runId, sent.id))
      .orderBy(asc(runEvents.seq))
      .all();
    const state = replay(
      sheet,
      kept.map((row) => row.event),
      kept.at(-1)?.event.at,
    );
    const share = shareOfWork(sheet, state, leftOutOf(content, member.home, [...shelfOf(db, released.squad.id).values()]));
    // Also where another log of the same run, sent before, has its place in the kept one.
    const hurt = stopOf(kept.map((row) => row.event)) ?? stopOf(sent.events);
    // A run once stopped by pain stays so; its time is kept on our clock.
    const hurtAt = had?.hurtAt ?? (hurt ? startedAt + (hurt.at - sent.startedAt) : null);
    keepSaidToday(
      db,
      { id: sent.id, playerId: member.id, squadId: released.squad.id },
      session,
      kept.map((row) => row.event),
      startedAt,
    );
    const proven = provenWork(sheet, state);
    tx.update(runs)
      .set({ proven, share, hurtAt: hurtAt === null ? null : Math.round(hurtAt) })
      .where(eq(runs.id, sent.id))
      .run();
    if (share > 0)
      refreshDay(
        db,
        released.squad.id,
        member.id,
        had?.day ?? creditedDay(startedAt, now, released.squad.timeZone, released.squad.dayEndsAt),
      );
    // Numbers that came before their log were by hand until now.
    const claimed = tx
      .select()
      .from(scores)
      .where(and(eq(scores.runId, sent.id), eq(scores.playerId, member.id), eq(scores.clocked, true)))
      .all();
    for (const score of claimed) if (isProven(db, score) !== wasClocked(db, score.id)) readAnew(db, score);
    return { id: sent.id, events: kept.length, share, done: share >= DONE_SHARE };
  });
  // A number that came before its log stands on the evening's board from now on.
  if (evening) context.rooms.poke(evening.id);
  return answer;
}
