import { and, desc, eq, inArray, isNull, or } from 'drizzle-orm';
import type { z } from 'zod';
import type { lettersApi as contract, LetterView, LetterWritten, MailView, PostPage } from '../../contract/letters.ts';
import { addDays, instantOf, mondayOf } from '../../core/calendar/days.ts';
import { coachLetter, familySummary, squadSummary } from '../../core/letters/index.ts';
import { withNames } from '../../core/mail/index.ts';
import { t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { inSquadNow } from '../accounts/leaving.ts';
import { choicesFor } from '../consent/mail-choices.ts';
import type { Context } from '../context.ts';
import { namesNow } from '../mail/names.ts';
import type { Db } from '../platform/db/connection.ts';
import { letters, outbox, players, squadCoaches, squads, user } from '../platform/db/schema.ts';
import { badInput, notFound } from '../platform/problems.ts';
import { inEachLanguage } from '../platform/readers.ts';
import { allow, asPerson } from '../policy.ts';
import { memberOf, membersOf, squadById, squadDay } from '../squads/squads.ts';
import { childWeek, squadWeek, weekStartingOn } from './letter-numbers.ts';
import { type Draft, guardiansOf, isPosted, postLetter, wantsMail } from './posting.ts';
import { remindersFor } from './reminders.ts';

/** Local hour of Monday from which the summaries of the week before go out by themselves. */
const SENT_FROM_HOUR = 7;

/** Letters to one account about one child, newest first. */
export function lettersOf(db: Db, userId: string, playerId: string): LetterView[] {
  return db
    .select({
      id: letters.id,
      subject: letters.subject,
      weekOf: letters.weekOf,
      plain: letters.plain,
      html: letters.html,
      at: letters.madeAt,
    })
    .from(letters)
    .where(and(eq(letters.userId, userId), eq(letters.playerId, playerId)))
    .orderBy(desc(letters.madeAt))
    .all();
}

/** The Monday of the last week that is over in a squad. */
const lastMonday = ({ db, now }: Context, squadId: string): string => addDays(mondayOf(squadDay(squadById(db, squadId), now())), -7);

/**
 * The summaries of a week for the squad's coaches and each child's guardians, from the numbers as they are now.
 * @param who everybody, as for a preview; or whoever has none yet, so that a week whose post is out is not computed again
 */
function draftsFor(context: Context, squadId: string, weekOf: string, who: 'everybody' | 'who has none'): Draft[] {
  const { db } = context;
  const shown = weekStartingOn(db, squadId, weekOf);
  if (!shown) return [];
  const { language: usual } = squadById(db, squadId);
  const shared = { kind: 'monday summary' as const, weekOf, key: '' };
  const gets = (userId: string, playerId: string | null) => who === 'everybody' || !isPosted(db, squadId, { ...shared, userId, playerId });
  const coaches = db
    .select({ id: user.id, name: user.name })
    .from(squadCoaches)
    .innerJoin(user, eq(user.id, squadCoaches.userId))
    .where(eq(squadCoaches.squadId, squadId))
    .all()
    .filter((coach) => gets(coach.id, null));
  const drafts: Draft[] = [];
  if (coaches.length > 0) {
    const make = () => squadSummary(squadWeek(context, squadId, shown));
    for (const { reader, letter } of inEachLanguage(db, coaches, usual, make))
      drafts.push({ ...shared, ...letter, userId: reader.id, playerId: null, to: reader.name, about: null });
  }
  for (const member of membersOf(db, squadId)) {
    const guardians = guardiansOf(db, member.id).filter((guardian) => gets(guardian.id, member.id));
    if (guardians.length === 0) continue;
    const make = () => familySummary(childWeek(context, squadId, memberOf(db, squadId, member.id), shown));
    for (const { reader, letter } of inEachLanguage(db, guardians, usual, make))
      drafts.push({ ...shared, ...letter, userId: reader.id, playerId: member.id, to: reader.name, about: member.nickname });
  }
  return drafts;
}

/** Puts the summaries of a week into the local post. Whoever has theirs gets no second one. Returns how many went. */
export function putSummaries(context: Context, squadId: string, weekOf: string): number {
  const squad = squadById(context.db, squadId);
  return context.db.transaction(
    () => draftsFor(context, squadId, weekOf, 'who has none').filter((draft) => postLetter(context, squad, draft)).length,
  );
}

/** Sends what is due: in each squad, from Monday morning on, the summaries of the week before. Safe to ask at any time. */
export function postWhatIsDue(context: Context): void {
  const { db } = context;
  for (const squad of db.select().from(squads).all()) {
    const weekOf = lastMonday(context, squad.id);
    const from = instantOf(addDays(weekOf, 7), SENT_FROM_HOUR, 0, squad.timeZone);
    if (context.now() >= from) putSummaries(context, squad.id, weekOf);
  }
}

const LETTERS_SHOWN = 200;

const MAILS_SHOWN = 60;

/** Mail to the squad's coaches, and about its players, that waits or went lately. */
function mailsOf({ db }: Context, squadId: string): MailView[] {
  const ids = membersOf(db, squadId).map((member) => member.id);
  const nameOf = namesNow(db, squadId);
  return db
    .select({ mail: outbox, to: user.name, about: players.nickname })
    .from(outbox)
    .innerJoin(user, eq(user.id, outbox.userId))
    .innerJoin(letters, eq(letters.id, outbox.letterId))
    .leftJoin(players, eq(players.id, outbox.playerId))
    .where(and(eq(letters.squadId, squadId), or(isNull(outbox.playerId), inArray(outbox.playerId, ids))))
    .orderBy(desc(outbox.madeAt), desc(outbox.id))
    .limit(MAILS_SHOWN)
    .all()
    .map(({ mail, to, about }) => ({
      ...{ id: mail.id, to, about, subject: withNames(mail, nameOf).subject, tries: mail.tries, trouble: mail.trouble },
      state: mail.sentAt ? ('sent' as const) : mail.givenUpAt ? ('given up' as const) : ('waiting' as const),
      at: mail.sentAt ?? mail.givenUpAt ?? mail.notBefore,
    }));
}

/** The squad's local post, for its coaches. */
export function readPost(context: Context, actor: Actor, input: { squad: string }): PostPage {
  const { db } = context;
  allow(db, actor, 'see the post', input);
  const squad = squadById(db, input.squad);
  const nameOf = namesNow(db, squad.id);
  const rows = db
    .select({ letter: letters, to: user.name, about: players.nickname })
    .from(letters)
    .innerJoin(user, eq(user.id, letters.userId))
    .leftJoin(players, eq(players.id, letters.playerId))
    // Of who left, or is leaving, the squad's coaches are shown nothing any more.
    .where(and(eq(letters.squadId, squad.id), or(isNull(letters.playerId), inSquadNow(letters.squadId, letters.playerId))))
    .orderBy(desc(letters.madeAt), desc(letters.id))
    .limit(LETTERS_SHOWN)
    .all()
    .map((row) => ({ ...row, letter: withNames(row.letter, nameOf) }));
  const weekOf = addDays(lastMonday(context, squad.id), 7);
  return {
    squad: { id: squad.id, name: squad.name, timeZone: squad.timeZone },
    next: { weekOf, goesAt: instantOf(addDays(weekOf, 7), SENT_FROM_HOUR, 0, squad.timeZone) },
    mail: context.config.smtpUrl ? 'smtp' : 'local mailbox',
    hours: { quietFrom: squad.quietFrom, quietTo: squad.quietTo, mailsPerDay: squad.mailsPerDay, reminders: squad.reminders },
    mine: choicesFor(db, asPerson(actor).userId, squad),
    players: membersOf(db, squad.id).map(({ id, nickname }) => ({ id, nickname, guardians: guardiansOf(db, id).length })),
    mails: mailsOf(context, squad.id),
    letters: rows.map(({ letter, to, about }) => ({
      id: letter.id,
      kind: letter.kind,
      subject: letter.subject,
      weekOf: letter.weekOf,
      plain: letter.plain,
      html: letter.html,
      at: letter.madeAt,
      to,
      about,
    })),
  };
}

type Previewed = z.infer<typeof contract.preview.response>;

/** The summaries of a week as they would be now. */
export function previewPost(context: Context, actor: Actor, input: { squad: string; weekOf?: string | undefined }): Previewed {
  allow(context.db, actor, 'see the post', { squad: input.squad });
  const { db } = context;
  const squad = squadById(db, input.squad);
  const weekOf = mondayOf(input.weekOf ?? lastMonday(context, input.squad));
  const nameOf = namesNow(db, squad.id);
  const shown = (draft: Draft) => {
    const { kind, to, about, subject, plain, html } = withNames(draft, nameOf);
    return { kind, to, about, subject, plain, html, weekOf: draft.weekOf, mailed: wantsMail(db, squad, draft) };
  };
  return {
    weekOf,
    letters: draftsFor(context, squad.id, weekOf, 'everybody').map(shown),
    reminders: remindersFor(context, squad).map(shown),
  };
}

/** Sends the summaries of a week before they would go by themselves. */
export function sendSummaries(context: Context, actor: Actor, input: { squad: string; weekOf?: string | undefined }) {
  allow(context.db, actor, 'send summaries', { squad: input.squad });
  const weekOf = mondayOf(input.weekOf ?? lastMonday(context, input.squad));
  if (!weekStartingOn(context.db, input.squad, weekOf)) throw notFound();
  return { weekOf, sent: putSummaries(context, input.squad, weekOf) };
}

/**
 * A letter in the coach's own words to the guardians of some players, or of all. A guardian of several gets it once; the same id twice is one
 * letter. It goes the way of all post: it lies on the family's page, and is mailed where that is wanted, outside the quiet hours.
 */
export function writeToFamilies(
  context: Context,
  actor: Actor,
  input: { squad: string } & LetterWritten,
): { sent: number; without: string[] } {
  const { db, now } = context;
  allow(db, actor, 'write to families', { squad: input.squad });
  const squad = squadById(db, input.squad);
  const members = membersOf(db, squad.id);
  const chosen = input.players === null ? members : input.players.map((id) => members.find((member) => member.id === id));
  const coach =
    db
      .select({ name: user.name })
      .from(user)
      .where(eq(user.id, asPerson(actor).userId))
      .get()?.name ?? t('Your coach');
  const letter = coachLetter({ coach, squad: squad.name, subject: input.subject, text: input.text });
  const shared = { kind: 'from the coach' as const, weekOf: mondayOf(squadDay(squad, now())), key: input.id, ...letter };
  const to = new Map<string, Draft>();
  const without: string[] = [];
  for (const member of chosen) {
    if (!member) throw notFound();
    const guardians = guardiansOf(db, member.id);
    if (guardians.length === 0) without.push(member.nickname);
    for (const { id, name } of guardians)
      if (!to.has(id)) to.set(id, { ...shared, userId: id, playerId: member.id, to: name, about: member.nickname });
  }
  if (to.size === 0)
    throw badInput('players', t('No grown-up is connected with them yet, so nobody would get it. Make them a guardian’s code first.'));
  return { sent: db.transaction(() => [...to.values()].filter((draft) => postLetter(context, squad, draft)).length), without };
}
