/** The house's commands for whoever runs it: backup, restore, check, clean, mailbox. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { bringNear, compareWithStore } from '../clips/far.ts';
import { createContext, threadContext } from '../context.ts';
import { mailboxOf } from '../mail/mail.ts';
import { listBackups } from '../platform/backup-folder.ts';
import { type Config, readConfig, SettingError } from '../platform/config.ts';
import { lockHouse } from '../platform/lock.ts';
import { namedFilesIn, someOf } from '../platform/named-files.ts';
import { Problem } from '../platform/problems.ts';
import { backUp } from './backups.ts';
import { checkHouse } from './check.ts';
import { cleanHouse } from './clean.ts';
import { makeDerived } from './derived.ts';
import { houses } from './houses.ts';
import { finishExchange, restoreBackup } from './restore.ts';

type Say = (sentence: string) => void;

async function backup(config: Config, _args: readonly string[], say: Say): Promise<number> {
  if (!existsSync(config.databaseFile)) throw new SettingError(`There is no database in ${config.dataDir} to back up. Is DATA_DIR right?`);
  const { made, over } = await backUp(config, 'by hand', Date.now(), say);
  const { folder, manifest } = made;
  say(
    `${folder}: ${manifest.database.bytes} bytes of database, ${manifest.files?.length ?? 0} files; ${over.backups} older backups taken away.`,
  );
  if (manifest.missing.length > 0) say(`${manifest.missing.length} files were gone already: deleted meanwhile, or lost. Run the check.`);
  return 0;
}

function list(config: Config, _args: readonly string[], say: Say): number {
  for (const { name, manifest } of listBackups(config))
    say(
      `${name}  ${manifest.kind}, ${manifest.files === null ? 'database alone' : `${manifest.files.length} files`}, kept until ${new Date(manifest.endsAt).toISOString().slice(0, 10)}`,
    );
  return 0;
}

async function restore(config: Config, args: readonly string[], say: Say): Promise<number> {
  const at = args.indexOf('--database');
  const database = at < 0 ? null : args[at + 1];
  if (database === undefined)
    throw new SettingError('--database is followed by the file that takes the place of the backup’s own database.');
  const wanted = args.find((arg, i) => !arg.startsWith('--') && (at < 0 || i !== at + 1)) ?? '';
  const all = listBackups(config);
  const chosen = wanted === 'latest' ? all.at(-1) : all.find((one) => one.name === wanted);
  if (!chosen)
    throw new SettingError(
      `Say which backup: “latest”, or one of\n${all.map((one) => `  ${one.name}`).join('\n') || `  (there is none in ${config.backupDir})`}`,
    );
  const { report } = await restoreBackup(config, chosen, { over: args.includes('--over'), now: Date.now(), database, say });
  return tell(report, say);
}

/** Finishes what a restore that was cut has begun, or clears it away: what every start does first. */
function settle(config: Config, _args: readonly string[], say: Say): number {
  const unlock = lockHouse(config.dataDir);
  try {
    say(finishExchange(config.dataDir) ? 'The restore that was cut is finished.' : 'Nothing was begun.');
    return 0;
  } finally {
    unlock();
  }
}

function tell({ troubles, looked }: { troubles: string[]; looked: string[] }, say: Say): number {
  for (const one of looked) say(`looked at ${one}`);
  for (const one of troubles) say(`TROUBLE: ${one}`);
  say(troubles.length === 0 ? 'All is well.' : `${troubles.length} troubles.`);
  return troubles.length === 0 ? 0 : 1;
}

async function check(config: Config, args: readonly string[], say: Say): Promise<number> {
  const report = checkHouse(config);
  if (args.includes('--store')) {
    const context = threadContext(config);
    try {
      const found = await compareWithStore(context).catch((error: unknown) => [
        `The store for clips does not answer as it should: ${error instanceof Error ? error.message || error.name : String(error)}.`,
      ]);
      report.troubles.push(...found);
      report.looked.push(config.clipStore ? `the store at ${config.clipStore.endpoint}` : 'no store for clips: none is set');
    } finally {
      context.db.$client.close();
    }
  }
  return tell(report, say);
}

/** Brings every file back from the store for clips, before it is given up. */
async function near(config: Config, _args: readonly string[], say: Say): Promise<number> {
  const context = threadContext(config);
  try {
    const names = namedFilesIn(context.db.$client).map(({ name }) => name);
    for (const [i, name] of names.entries()) {
      await bringNear(context, join(config.clipDir, name));
      if ((i + 1) % 100 === 0) say(`${i + 1} of ${names.length} files`);
    }
    const lost = names.filter((name) => !existsSync(join(config.clipDir, name)));
    say(
      lost.length === 0
        ? `All ${names.length} files are at hand.`
        : `${lost.length} of ${names.length} files are nowhere: ${someOf(lost)}.`,
    );
    return lost.length === 0 ? 0 : 1;
  } finally {
    context.db.$client.close();
  }
}

function clean(config: Config, args: readonly string[], say: Say): number {
  const context = createContext(config, Date.now, 'warn');
  try {
    const report = cleanHouse(context, { dry: args.includes('--dry-run'), all: args.includes('--yes') });
    for (const [what, n] of Object.entries(report)) if (typeof n === 'number') say(`${what}: ${n}`);
    if (report.held > 0)
      say(`${report.held} clips and files wait: at once at most a tenth goes. Run this again, or with --yes to let all of them go.`);
    say(report.dry ? 'Nothing was changed.' : 'Done.');
    return 0;
  } finally {
    context.db.$client.close();
  }
}

/** Makes everything that follows from the facts anew. */
function rebuild(config: Config, _args: readonly string[], say: Say): number {
  const unlock = lockHouse(config.dataDir);
  const context = createContext(config, Date.now, 'warn');
  try {
    for (const name of makeDerived(context, true)) say(`made anew: ${name}`);
    return 0;
  } finally {
    context.db.$client.close();
    unlock();
  }
}

function mailbox(config: Config, _args: readonly string[], say: Say): number {
  const folder = mailboxOf(config);
  const names = existsSync(folder) ? readdirSync(folder).sort() : [];
  if (names.length === 0) say(`No mail in ${folder}.`);
  for (const name of names.slice(-5)) say(`${name}\n${readFileSync(join(folder, name), 'utf8').split('\n').slice(0, 30).join('\n')}\n`);
  return 0;
}

const COMMANDS: Record<string, (config: Config, args: readonly string[], say: Say) => number | Promise<number>> = {
  backup,
  backups: list,
  restore,
  rebuild,
  settle,
  check,
  clean,
  mailbox,
  near,
};

/** Those that are about no folder of their own. */
const BESIDE: Record<string, (args: readonly string[], say: Say) => Promise<number>> = { houses };

/** Runs a command with its arguments; returns the exit code. Trouble is said in a sentence. */
export async function command(env: Record<string, string | undefined>, args: readonly string[], say: Say = console.log): Promise<number> {
  const [name = '', ...rest] = args;
  const beside = BESIDE[name];
  const run = COMMANDS[name];
  try {
    if (beside) return await beside(rest, say);
    if (run) return await run(readConfig(env, { restoring: name === 'restore' || name === 'settle' }), rest, say);
    say(`Commands: ${Object.keys({ ...COMMANDS, ...BESIDE }).join(', ')}.`);
    return 2;
  } catch (error) {
    const code = (error as { code?: string }).code;
    if (error instanceof SettingError || error instanceof Problem) say(error.message);
    else if (code === 'ENOSPC' || code === 'EDQUOT' || code === 'SQLITE_FULL')
      say('The disk is full. What was begun was taken away again; make room and run this once more.');
    else throw error;
    return 1;
  }
}
