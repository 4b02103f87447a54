import { and, desc, eq, isNull } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import type { Db } from '../platform/db/connection.ts';
import {
  account,
  type ConsentKind,
  clips,
  consents,
  feeds,
  films,
  invitations,
  playerGuardians,
  players,
  session,
  squadCoaches,
  squadPlayers,
  user,
  verification,
} from '../platform/db/schema.ts';
import type { LedgerEntry } from '../platform/ledger.ts';

/* What the ledger says of now, held against the database: after a backup was put back, the two differ. */

/** Something that the ledger says was taken away and that the database still has, and what takes it away. */
export interface Leftover {
  sentence: string;
  mend(): void;
}

/** What an entry is about: a later one about the same takes its place. */
function subjectOf(entry: LedgerEntry): string {
  switch (entry.what) {
    case 'consent':
      return `consent ${entry.player} ${entry.kind}`;
    case 'coach':
      return `coach ${entry.squad} ${entry.user}`;
    case 'guardian':
      return `guardian ${entry.player} ${entry.user}`;
    case 'player left':
      return `player ${entry.squad} ${entry.player}`;
    case 'invitation ended':
      return `invitation ${entry.invitation}`;
    case 'feed ended':
      return `feed ${entry.feed}`;
    case 'clip deleted':
      return `clip ${entry.clip}`;
    case 'film removed':
      return `film ${entry.film}`;
    case 'password':
      return `password ${entry.user}`;
    default:
      return `${entry.what} ${entry.player}`;
  }
}

/**
 * What the newest words of the ledger say that the database does not know.
 * @param drop takes the file of a deleted clip away, and purges a deleted child
 */
export function leftovers(
  db: Db,
  entries: readonly LedgerEntry[],
  drop: { clipFile(name: string): void; child(playerId: string): void },
): Leftover[] {
  const newest = new Map(entries.map((entry) => [subjectOf(entry), entry]));
  return [...newest.values()].flatMap((entry) => leftover(db, entry, drop) ?? []);
}

function leftover(db: Db, entry: LedgerEntry, drop: Parameters<typeof leftovers>[2]): Leftover | null {
  switch (entry.what) {
    case 'child deleted': {
      const row = db.select({ id: players.id }).from(players).where(eq(players.id, entry.player)).get();
      return row ? { sentence: 'A child that was deleted is there again.', mend: () => drop.child(entry.player) } : null;
    }
    case 'consent': {
      const kind = entry.kind as ConsentKind;
      const where = and(eq(consents.playerId, entry.player), eq(consents.kind, kind));
      const last = db.select().from(consents).where(where).orderBy(desc(consents.at), desc(consents.id)).limit(1).get();
      const known = last !== undefined && last.at >= entry.at;
      const there =
        db.select({ id: players.id }).from(players).where(eq(players.id, entry.player)).get() &&
        db.select({ id: user.id }).from(user).where(eq(user.id, entry.guardian)).get();
      if (known || !there) return null;
      const row = { id: uuid(), playerId: entry.player, guardianId: entry.guardian, kind, yes: entry.yes };
      return {
        sentence: `A guardian’s ${entry.yes ? 'yes' : 'no'} (${kind}) is not known.`,
        mend: () =>
          void db
            .insert(consents)
            .values({ ...row, textVersion: entry.version, at: entry.at })
            .run(),
      };
    }
    case 'invitation ended': {
      const open = and(eq(invitations.id, entry.invitation), isNull(invitations.revokedAt));
      const row = db.select().from(invitations).where(open).get();
      return row && row.usesLeft !== 0
        ? {
            sentence: 'An invitation or link that had ended works again.',
            mend: () => void db.update(invitations).set({ revokedAt: entry.at }).where(open).run(),
          }
        : null;
    }
    case 'feed ended': {
      const open = and(eq(feeds.id, entry.feed), isNull(feeds.revokedAt));
      return db.select().from(feeds).where(open).get()
        ? {
            sentence: 'A calendar address that had ended works again.',
            mend: () => void db.update(feeds).set({ revokedAt: entry.at }).where(open).run(),
          }
        : null;
    }
    case 'coach': {
      const both = and(eq(squadCoaches.squadId, entry.squad), eq(squadCoaches.userId, entry.user));
      const row = db.select().from(squadCoaches).where(both).get();
      const { role } = entry;
      if (!row || row.role === role) return null;
      if (role === null)
        return { sentence: 'A coach who was taken out is there again.', mend: () => void db.delete(squadCoaches).where(both).run() };
      return { sentence: 'A coach has another role again.', mend: () => void db.update(squadCoaches).set({ role }).where(both).run() };
    }
    case 'guardian': {
      const both = and(eq(playerGuardians.playerId, entry.player), eq(playerGuardians.userId, entry.user));
      return !entry.on && db.select().from(playerGuardians).where(both).get()
        ? { sentence: 'A guardian who was taken out is there again.', mend: () => void db.delete(playerGuardians).where(both).run() }
        : null;
    }
    case 'PIN': {
      const mine = eq(players.id, entry.player);
      const row = db.select({ pinHash: players.pinHash }).from(players).where(mine).get();
      return row && row.pinHash !== entry.hash
        ? { sentence: 'An older PIN works again.', mend: () => void db.update(players).set({ pinHash: entry.hash }).where(mine).run() }
        : null;
    }
    case 'password': {
      const own = and(eq(account.userId, entry.user), eq(account.providerId, 'credential'));
      const row = db.select({ password: account.password }).from(account).where(own).get();
      return row && row.password !== entry.hash
        ? { sentence: 'An older password works again.', mend: () => void db.update(account).set({ password: entry.hash }).where(own).run() }
        : null;
    }
    case 'clip deleted': {
      const one = eq(clips.id, entry.clip);
      const row = db.select().from(clips).where(one).get();
      if (!row || row.state === 'deleted') return null;
      return {
        sentence: 'A clip that was deleted is there again.',
        mend: () => {
          if (row.fileName) drop.clipFile(row.fileName);
          db.update(clips).set({ state: 'deleted', deletedAt: entry.at, deletedBy: 'the house' }).where(one).run();
        },
      };
    }
    case 'film removed': {
      const one = eq(films.id, entry.film);
      const row = db.select().from(films).where(one).get();
      if (!row || row.state === 'removed') return null;
      return {
        sentence: 'A film that was removed is there again.',
        mend: () => {
          if (row.fileName) drop.clipFile(row.fileName);
          db.update(films).set({ state: 'removed', removedAt: entry.at, removedBy: 'the house' }).where(one).run();
        },
      };
    }
    case 'player left': {
      const row = and(eq(squadPlayers.squadId, entry.squad), eq(squadPlayers.playerId, entry.player));
      const found = db.select().from(squadPlayers).where(row).get();
      return entry.day !== null && found && found.leftOn === null
        ? {
            sentence: 'A player who was taken out is there again.',
            mend: () => void db.update(squadPlayers).set({ leftOn: entry.day }).where(row).run(),
          }
        : null;
    }
  }
}

/** Signs everybody out and ends links that wait: what was signed out since the backup must not be signed in again. */
export function endEverySignIn(db: Db): void {
  db.delete(session).run();
  db.delete(verification).run();
}
