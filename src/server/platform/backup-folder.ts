import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { BACKUP_KINDS } from '../../core/operations/index.ts';
import type { Config } from './config.ts';

/* The folder of backups, read: each in a folder of its own with its manifest, and the files they share by their sums. */

const Sum = z.string().regex(/^[0-9a-f]{64}$/);
export const KeptFile = z.object({
  name: z.string().regex(/^[\w.-]+$/),
  sha256: Sum,
  bytes: z.number().int().min(0),
  /** It lies in the store for clips, and not beside the backup. */
  far: z.literal(true).optional(),
});

export const Manifest = z.object({
  format: z.literal('eager-feet/backup'),
  version: z.literal(1),
  kind: z.enum(BACKUP_KINDS),
  madeAt: z.number().int(),
  endsAt: z.number().int(),
  migrations: z.number().int(),
  database: z.object({ sha256: Sum, bytes: z.number().int() }),
  /** Null in a backup of the database alone, as it is made before an upgrade. */
  files: z.array(KeptFile).nullable(),
  /** Files that the database names and that were gone already when it was made. */
  missing: z.array(z.string()),
});
export type Manifest = z.infer<typeof Manifest>;

export interface Backup {
  name: string;
  folder: string;
  manifest: Manifest;
}

export const DATABASE_NAME = 'database.sqlite';
export const MANIFEST_NAME = 'manifest.json';
export const UNFINISHED = '.unfinished';
export const ASIDE = '.unreadable';
export const PRIVATE_DIR = { recursive: true, mode: 0o700 } as const;

export const blobPath = (backupDir: string, sha256: string): string => join(backupDir, 'blobs', sha256.slice(0, 2), sha256);

/** A manifest as it can be read; null where it is cut, empty or something else. */
export function manifestIn(folder: string): Manifest | null {
  try {
    return Manifest.parse(JSON.parse(readFileSync(join(folder, MANIFEST_NAME), 'utf8')));
  } catch {
    return null;
  }
}

/** Folders that carry a manifest, whole ones and others. */
export const foldersIn = (backupDir: string): string[] =>
  existsSync(backupDir)
    ? readdirSync(backupDir, { withFileTypes: true })
        .filter((entry) => entry.isDirectory() && !entry.name.endsWith(UNFINISHED) && !entry.name.endsWith(ASIDE))
        .map((entry) => entry.name)
        .filter((name) => existsSync(join(backupDir, name, MANIFEST_NAME)))
    : [];

/** The whole backups in the folder, oldest first. Unfinished ones, and folders that are none, are not among them. */
export function listBackups({ backupDir }: Pick<Config, 'backupDir'>): Backup[] {
  const found = foldersIn(backupDir).flatMap((name) => {
    const manifest = manifestIn(join(backupDir, name));
    return manifest ? [{ name, folder: join(backupDir, name), manifest }] : [];
  });
  return found.sort((a, b) => a.manifest.madeAt - b.manifest.madeAt);
}

/** The names of backups whose manifest cannot be read, those that were set aside among them. */
export function unreadableBackups({ backupDir }: Pick<Config, 'backupDir'>): string[] {
  const aside = existsSync(backupDir) ? readdirSync(backupDir).filter((name) => name.endsWith(ASIDE)) : [];
  return [...foldersIn(backupDir).filter((name) => manifestIn(join(backupDir, name)) === null), ...aside];
}
