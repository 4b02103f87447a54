import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { Config } from '../config.ts';
import { PRIVATE_DIR, UNFINISHED } from './backups.ts';

const Gone = z.array(z.object({ playerId: z.string(), at: z.number() }));

const goneFile = (backupDir: string) => join(backupDir, 'gone.json');

/** Children who were deleted: when an older backup is put back, they are deleted again. Their ids say nothing of who they were. */
export function goneFrom({ backupDir }: Pick<Config, 'backupDir'>): z.infer<typeof Gone> {
  const file = goneFile(backupDir);
  return existsSync(file) ? Gone.parse(JSON.parse(readFileSync(file, 'utf8'))) : [];
}

export function rememberGone(config: Pick<Config, 'backupDir'>, playerId: string, at: number): void {
  const all = goneFrom(config);
  if (all.some((one) => one.playerId === playerId)) return;
  mkdirSync(config.backupDir, PRIVATE_DIR);
  const half = `${goneFile(config.backupDir)}${UNFINISHED}`;
  writeFileSync(half, JSON.stringify([...all, { playerId, at }], null, 2), { mode: 0o600 });
  renameSync(half, goneFile(config.backupDir));
}
