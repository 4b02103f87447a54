import { closeSync, existsSync, fsyncSync, openSync, readFileSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import type { Config } from './config.ts';

/* What was taken away, beside the database and beside the backups: whoever puts an older backup back takes it away again. */

const at = { at: z.number() };
const Entry = z.discriminatedUnion('what', [
  z.object({ what: z.literal('child deleted'), player: z.string(), ...at }),
  z.object({
    what: z.literal('consent'),
    player: z.string(),
    guardian: z.string(),
    kind: z.string(),
    yes: z.boolean(),
    version: z.number(),
    ...at,
  }),
  z.object({ what: z.literal('invitation ended'), invitation: z.string(), ...at }),
  z.object({ what: z.literal('feed ended'), feed: z.string(), ...at }),
  z.object({ what: z.literal('coach'), squad: z.string(), user: z.string(), role: z.enum(['head coach', 'assistant']).nullable(), ...at }),
  z.object({ what: z.literal('guardian'), player: z.string(), user: z.string(), on: z.boolean(), ...at }),
  /** The hash is sealed with the house's secret. */
  z.object({ what: z.literal('PIN'), player: z.string(), hash: z.string(), ...at }),
  z.object({ what: z.literal('password'), user: z.string(), hash: z.string(), ...at }),
  z.object({ what: z.literal('clip deleted'), clip: z.string(), ...at }),
  z.object({ what: z.literal('film removed'), film: z.string(), ...at }),
  z.object({ what: z.literal('player left'), squad: z.string(), player: z.string(), day: z.string().nullable(), ...at }),
]);
export type LedgerEntry = z.infer<typeof Entry>;

export const LEDGER_NAME = 'ledger.jsonl';

type Folders = Pick<Config, 'dataDir' | 'backupDir'>;

/** The ledger beside the database, and the one beside the backups: one disk may be lost. */
const filesOf = ({ dataDir, backupDir }: Folders): [string, string] => [join(dataDir, LEDGER_NAME), join(backupDir, LEDGER_NAME)];

/** Adds lines, on the disk before this returns. Lines are only ever added; one that was cut by a crash ends before the next begins. */
function append(file: string, lines: readonly string[]): void {
  const handle = openSync(file, 'a+', 0o600);
  try {
    writeSync(handle, `\n${lines.join('\n')}\n`);
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}

const linesOf = (file: string): string[] =>
  existsSync(file)
    ? readFileSync(file, 'utf8')
        .split('\n')
        .filter((line) => line.trim() !== '')
    : [];

/**
 * Writes down what was taken away: beside the database before anything else happens, and beside the backups where that disk is there now.
 * @throws what the disk throws (no room): then nothing was taken away either
 */
export function writeLedger(config: Folders, entry: LedgerEntry): void {
  const [own, beside] = filesOf(config);
  append(own, [JSON.stringify(entry)]);
  try {
    if (existsSync(config.backupDir)) append(beside, [JSON.stringify(entry)]);
  } catch {
    // A backup disk that is away or full is caught up by the next backup.
  }
}

/** Brings the ledger beside the backups up to the one beside the database: with each backup, and back again before one is put back. */
export function alignLedgers(config: Folders): void {
  const [own, beside] = filesOf(config);
  const [here, there] = [new Set(linesOf(own)), new Set(linesOf(beside))];
  const missing = [...here].filter((line) => !there.has(line));
  const lost = [...there].filter((line) => !here.has(line));
  if (missing.length > 0) append(beside, missing);
  if (lost.length > 0) append(own, lost);
}

/** Everything that was written down, oldest first, each once; a line that cannot be read is passed over and counted. */
export function readLedger(config: Folders): { entries: LedgerEntry[]; unreadable: number } {
  const seen = new Map<string, LedgerEntry>();
  let unreadable = 0;
  for (const file of filesOf(config))
    for (const line of linesOf(file)) {
      let parsed: unknown;
      try {
        parsed = JSON.parse(line);
      } catch {
        parsed = null;
      }
      const entry = Entry.safeParse(parsed);
      if (entry.success) seen.set(line, entry.data);
      else unreadable++;
    }
  return { entries: [...seen.values()].sort((a, b) => a.at - b.at), unreadable };
}
