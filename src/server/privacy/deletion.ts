import { and, eq, isNull, lte } from 'drizzle-orm';
import type { DeletionView } from '../../contract/operations.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { letterOf } from '../../core/mail/index.ts';
import { ENGLISH, t } from '../../core/text/translate.ts';
import type { Actor } from '../accounts/actor.ts';
import { endSignIns } from '../accounts/end-sign-ins.ts';
import { leavingOf } from '../accounts/leaving.ts';
import type { Context } from '../context.ts';
import { putSealedMail } from '../mail/mail.ts';
import { listBackups } from '../platform/backup-folder.ts';
import type { Db } from '../platform/db/connection.ts';
import { deletions, players, squadCoaches, squadPlayers } from '../platform/db/schema.ts';
import { writeLedger } from '../platform/ledger.ts';
import { badInput, notFound, Problem } from '../platform/problems.ts';
import { inEachLanguage } from '../platform/readers.ts';
import { allow, asPerson } from '../policy.ts';
import { countMentions } from './mentions.ts';
import { purgePlayer } from './purge.ts';

/** Days in which a deletion can be undone. */
export const UNDO_DAYS = 7;

/** Head coaches of the squads that a child is or was in. */
const headCoachesOf = (db: Db, playerId: string): string[] =>
  db
    .selectDistinct({ id: squadCoaches.userId })
    .from(squadCoaches)
    .innerJoin(squadPlayers, eq(squadPlayers.squadId, squadCoaches.squadId))
    .where(and(eq(squadPlayers.playerId, playerId), eq(squadCoaches.role, 'head coach')))
    .all()
    .map((row) => row.id);

/** Backups that hold a child, with their own ends. */
function backupsOf(context: Context): DeletionView['backups'] {
  return listBackups(context.config).map(({ manifest }) => ({ madeAt: manifest.madeAt, endsAt: manifest.endsAt }));
}

/** Head coaches are told that there are texts to change, without the name. */
function tellHeadCoaches(context: Context, playerId: string): void {
  const { db, seal, now } = context;
  const n = countMentions(context, playerId);
  if (n === 0) return;
  const coaches = headCoachesOf(db, playerId).map((id) => ({ id }));
  const letter = () =>
    letterOf(
      t('A family has asked for a player to be deleted'),
      t('A family has asked for everything of a player to be deleted in {undoDays} days.', { undoDays: UNDO_DAYS }),
      [
        {
          heading: t('To do until then'),
          lines: [
            t('{n} of your squad’s texts name that player. They are listed under Squad, People; change each, or have the name removed.', {
              n,
            }),
          ],
        },
      ],
      t('Who it is stands only there.'),
    );
  for (const one of inEachLanguage(db, coaches, ENGLISH.language, letter)) putSealedMail(db, seal, one.reader.id, one.letter, now());
}

/**
 * A guardian asks for everything of a child to be deleted. From now on nobody but the family sees it, nobody can sign in as the child,
 * and after seven days it is gone for good. The nickname typed says that it is meant.
 */
export function askToDelete(context: Context, actor: Actor, input: { player: string; id: string; nickname: string }): DeletionView {
  const { db, now } = context;
  allow(db, actor, 'delete a child', { player: input.player });
  const player = db.select().from(players).where(eq(players.id, input.player)).get();
  if (!player) throw notFound();
  if (input.nickname.trim().toLowerCase() !== player.nickname.toLowerCase())
    throw badInput('nickname', t('Type {nickname} to say that you mean it. Nothing was deleted.', { nickname: player.nickname }));
  const had = leavingOf(db, player.id);
  if (!had) {
    const askedAt = now();
    db.insert(deletions)
      .values({ id: input.id, playerId: player.id, askedBy: asPerson(actor).userId, askedAt, dueAt: askedAt + UNDO_DAYS * DAY_MS })
      .run();
    endSignIns(db, player.userId);
    tellHeadCoaches(context, player.id);
  }
  const leaving = leavingOf(db, player.id);
  if (!leaving) throw notFound();
  return { ...leaving, backups: backupsOf(context), mentions: countMentions(context, player.id) };
}

/** Takes a deletion back, as long as it is not done: everything is as before. */
export function undoDeletion(context: Context, actor: Actor, input: { player: string; deletion: string }): { id: string } {
  const { db, now } = context;
  allow(db, actor, 'delete a child', { player: input.player });
  const { changes } = db
    .update(deletions)
    .set({ undoneAt: now() })
    .where(and(eq(deletions.id, input.deletion), eq(deletions.playerId, input.player), isNull(deletions.doneAt)))
    .run();
  if (changes === 0) throw new Problem('not found', t('There is no such deletion to take back.'));
  return { id: input.deletion };
}

/** What a guardian is told of a deletion that is under way. */
export function readDeletion(context: Context, actor: Actor, input: { player: string }): { deletion: DeletionView | null } {
  allow(context.db, actor, 'delete a child', { player: input.player });
  const leaving = leavingOf(context.db, input.player);
  return { deletion: leaving ? { ...leaving, backups: backupsOf(context), mentions: countMentions(context, input.player) } : null };
}

/** Deletions whose seven days are over. */
export const dueDeletions = ({ db, now }: Context) =>
  db
    .select()
    .from(deletions)
    .where(and(isNull(deletions.undoneAt), isNull(deletions.doneAt), lte(deletions.dueAt, now())))
    .all();

/** Does them; returns how many. Backups that are put back later lose the child again. */
export function finishDeletions(context: Context): number {
  const { db, now, config } = context;
  const rows = dueDeletions(context);
  for (const row of rows) {
    writeLedger(config, { what: 'child deleted', player: row.playerId, at: now() });
    purgePlayer(context, row.playerId);
    db.update(deletions).set({ doneAt: now(), askedBy: '' }).where(eq(deletions.id, row.id)).run();
  }
  return rows.length;
}
