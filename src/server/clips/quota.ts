import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq, inArray, type SQL, sql } from 'drizzle-orm';
import { t } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import type { Config } from '../platform/config.ts';
import type { Db } from '../platform/db/connection.ts';
import { clips, films, spokenLines } from '../platform/db/schema.ts';
import { Problem } from '../platform/problems.ts';

/* How much room clips may take: of one child, one squad, and all. Nobody can fill the disk for the others. */

const MB = 1024 * 1024;
const GB = 1024 * MB;

export const QUOTA = {
  /** Kept clips of a child, and their bytes; twice a week for a season's 60 days is about 20 clips of 5 MB. */
  child: { clips: 120, bytes: 2 * GB },
  squad: { bytes: 20 * GB },
  /** Clips that a child has announced and not sent yet. */
  expected: 60,
  /** Uploads of a child that are under way. */
  begun: 6,
} as const;

interface Room {
  n: number;
  bytes: number;
}

const roomOf = (db: Db, of: { playerId: string } | { squadId: string } | null): Room => {
  const where = of === null ? undefined : 'playerId' in of ? eq(clips.playerId, of.playerId) : eq(clips.squadId, of.squadId);
  const row = db
    .select({ n: sql<number>`count(*)`, bytes: sql<number>`coalesce(sum(${clips.bytes}), 0)` })
    .from(clips)
    .where(and(eq(clips.state, 'kept'), where))
    .get();
  return row ?? { n: 0, bytes: 0 };
};

const full = (sentence: string) => new Problem('clip refused', sentence, [{ field: 'clip', sentence }]);

const sum = (db: Db, table: typeof films | typeof spokenLines, where?: SQL): number =>
  db
    .select({ bytes: sql<number>`coalesce(sum(${table.bytes}), 0)` })
    .from(table)
    .where(where)
    .get()?.bytes ?? 0;

const keptFilms = eq(films.state, 'kept');

/** Bytes that all clips, spoken lines and films of the house may take. */
export const houseBytesMost = ({ clipRoomGb }: Pick<Config, 'clipRoomGb'>): number => clipRoomGb * GB;

/** Bytes that they take. */
export const houseBytes = (db: Db): number => roomOf(db, null).bytes + sum(db, spokenLines) + sum(db, films, keptFilms);

/**
 * Looks whether a file of a size still fits in the squad's room and in the house's: clips and films together.
 * @param bytes of the file; 0 where it is not known yet
 * @throws Problem "clip refused"
 */
export function checkRoom({ db, config }: Context, squadId: string, bytes: number): void {
  if (roomOf(db, { squadId }).bytes + sum(db, films, and(keptFilms, eq(films.squadId, squadId))) + bytes > QUOTA.squad.bytes)
    throw full(t('The squad’s room for clips is full. Your coach can let clips go earlier (Rules).'));
  if (houseBytes(db) + bytes > houseBytesMost(config))
    throw full(t('The room for clips on this server is full. Your coach can tell who runs it.'));
}

/**
 * Looks whether a clip of a size still fits.
 * @param bytes of the file; 0 where it is not known yet
 * @throws Problem "clip refused" with a sentence for the player
 */
export function checkQuota(context: Context, playerId: string, squadId: string, bytes: number): void {
  const mine = roomOf(context.db, { playerId });
  if (mine.n >= QUOTA.child.clips || mine.bytes + bytes > QUOTA.child.bytes)
    throw full(
      t('You have as many clips here as one player may have. Delete some under My feet, or wait until the oldest go by themselves.'),
    );
  checkRoom(context, squadId, bytes);
}

/** Clips that a child announced and that have not come. @throws Problem when there are too many */
export function checkExpected({ db }: Context, playerId: string): void {
  const n = db
    .select({ n: sql<number>`count(*)` })
    .from(clips)
    .where(and(eq(clips.state, 'expected'), eq(clips.playerId, playerId)))
    .get()?.n;
  if ((n ?? 0) >= QUOTA.expected) throw full(t('Many of your clips are announced and have not come yet. Send those first.'));
}

/** Uploads of a child that are under way, in the folder of unfinished ones. @throws Problem when there are too many */
export function checkBegun({ db, config }: Context, playerId: string): void {
  const ids = readdirSync(config.uploadDir)
    .filter((name) => name.endsWith('.json'))
    .flatMap((name) => {
      try {
        const note = JSON.parse(readFileSync(join(config.uploadDir, name), 'utf8')) as { metadata?: { clip?: string } };
        return statSync(join(config.uploadDir, name)).isFile() && note.metadata?.clip ? [note.metadata.clip] : [];
      } catch {
        return [];
      }
    });
  const under = and(eq(clips.playerId, playerId), eq(clips.state, 'expected'), inArray(clips.id, ids));
  const mine = ids.length === 0 ? 0 : db.select({ id: clips.id }).from(clips).where(under).all().length;
  if (mine >= QUOTA.begun) throw full(t('Several of your clips are being sent already. Let those arrive first.'));
}
