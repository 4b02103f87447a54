import { and, asc, eq, gt, isNull, lte } from 'drizzle-orm';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { MAIL_TRIES, type MailHours, mailAt, retryAfter, withNames } from '../../core/mail/index.ts';
import { english } from '../../core/text/translate.ts';
import { mayPost } from '../consent/mail-choices.ts';
import type { Context } from '../context.ts';
import { letters, outbox, user } from '../platform/db/schema.ts';
import { type Mail, putMail, transportFor } from './mail.ts';
import { namesNow } from './names.ts';

/** Puts a letter on its way as mail, within the hours and the daily limit of who gets it; returns whether it will go. */
export function mailLetter({ db, now }: Context, mail: Mail, hours: MailHours, timeZone: string): boolean {
  const at = now();
  const others = db
    .select({ notBefore: outbox.notBefore, sentAt: outbox.sentAt })
    .from(outbox)
    .where(and(eq(outbox.userId, mail.userId), gt(outbox.notBefore, at - 2 * DAY_MS), isNull(outbox.givenUpAt)))
    .all();
  const goes = mailAt(
    at,
    hours,
    timeZone,
    others.map((one) => one.sentAt ?? one.notBefore),
  );
  if (goes === null) return false;
  putMail(db, mail, at, goes);
  return true;
}

const AT_ONCE = 50;
/** Why a mail is given up that nobody wants any more: no trouble of the mail service. */
export const NO_YES = english('no yes any more');

/** Sends what is due. What cannot be handed over waits longer each time and is given up after six tries; returns how many went. */
export async function sendDue({ db, config, seal, now, log }: Context, transport = transportFor(config)): Promise<number> {
  const due = db
    .select({ mail: outbox, to: user.email, squadId: letters.squadId })
    .from(outbox)
    .innerJoin(user, eq(user.id, outbox.userId))
    .leftJoin(letters, eq(letters.id, outbox.letterId))
    .where(and(isNull(outbox.sentAt), isNull(outbox.givenUpAt), lte(outbox.notBefore, now())))
    .orderBy(asc(outbox.notBefore))
    .limit(AT_ONCE)
    .all();
  let sent = 0;
  for (const { mail, to, squadId } of due) {
    const tries = mail.tries + 1;
    const set = (change: Partial<typeof outbox.$inferInsert>) =>
      db
        .update(outbox)
        .set({ tries, ...change })
        .where(eq(outbox.id, mail.id))
        .run();
    // The yes is asked again when the mail goes: it may have waited out the night.
    if (mail.playerId !== null && !mayPost(db, mail.playerId)) {
      set({ tries: mail.tries, trouble: NO_YES, givenUpAt: now() });
      continue;
    }
    try {
      const opened = { ...mail, plain: seal.unseal(mail.plain), html: seal.unseal(mail.html) };
      const nameOf = squadId ? namesNow(db, squadId) : () => undefined;
      await transport.send({ ...withNames(opened, nameOf), to, at: now() });
      // A link to a new password is nobody's to read any more once it went.
      set({ sentAt: now(), trouble: null, ...(mail.letterId === null ? { plain: '', html: '' } : {}) });
      sent++;
    } catch (error) {
      const trouble = error instanceof Error && 'code' in error ? String(error.code) : english('not taken');
      log.warn({ mail: mail.id, tries, trouble }, 'mail not taken');
      set(tries >= MAIL_TRIES ? { trouble, givenUpAt: now() } : { trouble, notBefore: now() + retryAfter(tries) });
    }
  }
  return sent;
}
