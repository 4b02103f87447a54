import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { Config } from '../platform/config.ts';
import { readLedger } from '../platform/ledger.ts';

/** Where a program before 0.7 noted deleted children. It is read as long as a backup of that time may be put back. */
const OLD_NAME = 'gone.json';
const Gone = z.array(z.object({ playerId: z.string(), at: z.number() }));

function oldGone(backupDir: string): z.infer<typeof Gone> {
  const file = join(backupDir, OLD_NAME);
  if (!existsSync(file)) return [];
  try {
    return Gone.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch {
    return [];
  }
}

/** Children who were deleted: when an older backup is put back, they are deleted again. Their ids say nothing of who they were. */
export function goneFrom(config: Pick<Config, 'dataDir' | 'backupDir'>): { playerId: string; at: number }[] {
  const noted = readLedger(config).entries.flatMap((entry) =>
    entry.what === 'child deleted' ? [{ playerId: entry.player, at: entry.at }] : [],
  );
  const all = new Map([...oldGone(config.backupDir), ...noted].map((one) => [one.playerId, one]));
  return [...all.values()];
}
