import { eq } from 'drizzle-orm';
import { BY_HAND_HOURS, type ByHandSent } from '../../contract/training.ts';
import { byHandInstant, creditedDay, doneOnServerClock } from '../../core/calendar/days.ts';
import { HOUR_MS } from '../../core/calendar/lengths.ts';
import { t } from '../../core/text/translate.ts';
import { compileRunSheet } from '../../core/training/index.ts';
import type { Actor } from '../accounts/actor.ts';
import type { Context } from '../context.ts';
import { runs } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { allow, asPlayer, checkIsThem } from '../policy.ts';
import { memberOf } from '../squads/squads.ts';
import { refreshDay } from '../streaks/days.ts';
import { playedWeek } from '../weeks/given.ts';
import { checkOpen, keepGo, releasedFor } from './send-go.ts';

/**
 * Keeps a session that was done with the printed sheet and entered within 72 hours. No clock ran: its scores are by hand,
 * and its share is that of the drills ticked as done. Sending it again changes nothing.
 */
export function sendByHand(
  context: Context,
  actor: Actor,
  sent: ByHandSent,
): { id: string; day: string | null; share: number; doneAt: number } {
  const { db } = context;
  allow(db, actor, 'send a session by hand');
  checkIsThem(actor, sent.playerId);
  const player = asPlayer(actor);
  const now = context.now();
  const released = releasedFor(db, player.squads, sent.revisionId, now);
  const { squad, revision } = released;
  const member = memberOf(db, squad.id, player.playerId);
  const content = playedWeek(db, squad, member, revision);
  const session = content.sessions.find((one) => one.id === sent.sessionId);
  if (!session) throw notFound();
  const enteredAt = doneOnServerClock(sent.enteredAt, sent.sentAt, now);
  const doneAt = byHandInstant(sent.daysAgo, sent.hour, enteredAt, squad.timeZone, squad.dayEndsAt);
  if (enteredAt - doneAt > BY_HAND_HOURS * HOUR_MS) {
    throw badInput(
      'daysAgo',
      t('Only what was done in the last {byHandHours} hours can be entered by hand. Pick a later day or hour.', {
        byHandHours: BY_HAND_HOURS,
      }),
    );
  }
  const sheet = compileRunSheet(session, new Map(Object.entries(content.drills)), { ...member, ownPace: {}, times: content.times });
  const work = sheet.filter((interval) => interval.kind === 'work');
  const seconds = (list: typeof work) => list.reduce((sum, interval) => sum + interval.seconds, 0);
  const did = new Set(sent.done);
  const share = seconds(work.filter((interval) => interval.itemId && did.has(interval.itemId))) / Math.max(1, seconds(work));
  return db.transaction((tx) => {
    const had = tx.select().from(runs).where(eq(runs.id, sent.id)).get();
    if (had && had.playerId !== member.id) throw notFound();
    if (had) return { id: had.id, day: had.day, share: had.share, doneAt: had.startedAt };
    checkOpen(released, doneAt, now);
    const day = creditedDay(doneAt, now, squad.timeZone, squad.dayEndsAt);
    tx.insert(runs)
      .values({
        id: sent.id,
        playerId: member.id,
        squadId: squad.id,
        weekId: released.week.id,
        revisionId: revision.id,
        sessionId: session.id,
        startedAt: doneAt,
        receivedAt: now,
        day,
        share,
        byHand: true,
      })
      .run();
    for (const go of sent.goes) {
      const scores = go.scores.map((score) => ({ ...score, clocked: false }));
      keepGo(context, released, member, { ...go, sessionId: session.id, runId: sent.id, doneAt, scores });
    }
    if (share > 0) refreshDay(db, squad.id, member.id, day);
    return { id: sent.id, day, share, doneAt };
  });
}
