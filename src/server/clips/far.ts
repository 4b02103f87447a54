import { existsSync, renameSync, rmSync, statSync, utimesSync } from 'node:fs';
import { readdir, rm, stat } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { eq } from 'drizzle-orm';
import { v7 as uuid } from 'uuid';
import { DAY_MS, HOUR_MS } from '../../core/calendar/lengths.ts';
import { t } from '../../core/text/translate.ts';
import type { Context } from '../context.ts';
import { farFiles } from '../platform/db/schema.ts';
import { whileBusy } from '../platform/db/while-busy.ts';
import type { FarStore } from '../platform/far-store.ts';
import { sumOf } from '../platform/files.ts';
import { namedFilesIn, someOf } from '../platform/named-files.ts';
import { Problem } from '../platform/problems.ts';

/*
 * Where a store for clips is set, the disk here is only what is at hand: every file comes here first, as without one, is copied into the
 * store, and goes from here when nobody has looked at it for some days. Who looks at one later has it brought back. The rows of `far_files`
 * say what lies there; a file whose row in the house is gone is taken away there within minutes.
 */

const farRow = ({ db }: Context, name: string) => db.select().from(farFiles).where(eq(farFiles.name, name)).get();

/** Whether a file can be had: it is at hand, or lies in the store. */
export const canBeHad = (context: Context, name: string): boolean =>
  existsSync(join(context.config.clipDir, name)) || (context.far !== null && farRow(context, name) !== undefined);

const RETRY_SECONDS = 30;
const isAway = () =>
  new Problem('busy', t('This file lies in a store that does not answer just now. Try again in a minute.'), [], RETRY_SECONDS);

/** Whether a file belongs to something still; what was deleted loses its row in `far_files` only when the store has lost it too. */
const isNamed = ({ db }: Context, name: string): boolean => namedFilesIn(db.$client).some((file) => file.name === name);

async function bring(context: Context, name: string, to: string): Promise<void> {
  const row = farRow(context, name);
  // Whoever serves it says that it is not here.
  if (!context.far || !row) return;
  const half = join(context.config.uploadDir, `far-${uuid()}`);
  try {
    if (!(await context.far.get(name, half))) return context.log.error({ name }, 'gone from the store for clips');
    if ((await sumOf(half)) !== row.sha256) throw new Error(`${name} is not what was put into the store.`);
    // Deleted while it was on its way, it does not come back.
    if (isNamed(context, name)) renameSync(half, to);
  } catch (error) {
    context.log.error({ err: error }, 'the store for clips');
    throw isAway();
  } finally {
    rmSync(half, { force: true });
  }
}

const onTheirWay = new Map<string, Promise<void>>();

/**
 * Sees to it that a file is at hand before it is read; without a store it is, or is gone.
 * @param path where it is read
 * @throws Problem "busy" where the store does not answer
 */
export async function bringNear(context: Context, path: string): Promise<void> {
  const { far, now } = context;
  if (far === null) return;
  const here = statSync(path, { throwIfNoEntry: false });
  if (here) {
    // What is looked at stays at hand.
    if (now() - here.atimeMs > HOUR_MS) utimesSync(path, now() / 1000, here.mtimeMs / 1000);
    return;
  }
  const coming = onTheirWay.get(path) ?? bring(context, basename(path), path).finally(() => onTheirWay.delete(path));
  onTheirWay.set(path, coming);
  await coming;
}

/** What a round did: files that were copied into the store, that went from here, and that were taken away there. */
interface Carried {
  put: number;
  leftHere: number;
  removed: number;
}

const rowsOf = ({ db }: Context) => db.select().from(farFiles).all();

/** One file that the store does not take must not hold up the others; a store that does not answer is not asked for each. */
const FAILURES_MOST = 3;

/** Does a work for each of some files. @returns for how many it was done, and what went wrong first */
async function forEach<T>(files: readonly T[], work: (file: T) => Promise<void>): Promise<{ done: number; trouble: unknown }> {
  const troubles: unknown[] = [];
  let done = 0;
  for (const file of files) {
    if (troubles.length === FAILURES_MOST) break;
    await work(file).then(
      () => done++,
      (error: unknown) => troubles.push(error),
    );
  }
  return { done, trouble: troubles[0] };
}

async function putOne({ db, config, now }: Context, far: FarStore, name: string): Promise<void> {
  const path = join(config.clipDir, name);
  const file = { name, bytes: statSync(path).size, sha256: await sumOf(path) };
  // First the row: what lies there without one would never be taken away.
  await whileBusy(() =>
    db
      .insert(farFiles)
      .values({ ...file, storedAt: null })
      .onConflictDoUpdate({ target: farFiles.name, set: file })
      .run(),
  );
  await far.put(file, path);
  await whileBusy(() => db.update(farFiles).set({ storedAt: now() }).where(eq(farFiles.name, name)).run());
}

async function removeOne({ db }: Context, far: FarStore, name: string): Promise<void> {
  await far.remove(name);
  await whileBusy(() => db.delete(farFiles).where(eq(farFiles.name, name)).run());
}

/** Takes from the disk what lies in the store, and was neither made nor looked at for the days of the settings. */
async function leaveHere(context: Context): Promise<number> {
  const { config, now } = context;
  const rows = new Map(rowsOf(context).map((row) => [row.name, row]));
  let left = 0;
  // What is on the disk is asked, and not each that ever was: it is the less of the two.
  for (const name of await readdir(config.clipDir)) {
    const row = rows.get(name);
    if (!row || row.storedAt === null) continue;
    const path = join(config.clipDir, name);
    const { size, atimeMs, mtimeMs } = await stat(path);
    if (size !== row.bytes || now() - Math.max(atimeMs, mtimeMs, row.storedAt) < config.clipNearDays * DAY_MS) continue;
    await rm(path, { force: true });
    left++;
  }
  return left;
}

/**
 * A round: what is gone here goes there first, then what is new is copied, then the disk is cleared. Without a store nothing is done.
 * @throws what went wrong first, after all was tried that could be; the next round goes on
 */
export async function carryOut(context: Context): Promise<Carried> {
  const { far, db, config } = context;
  if (far === null) return { put: 0, leftHere: 0, removed: 0 };
  const named = namedFilesIn(db.$client).map(({ name }) => name);
  const isNamedHere = new Set(named);
  const rows = rowsOf(context);
  const stored = new Set(rows.flatMap((row) => (row.storedAt === null ? [] : [row.name])));
  const gone = rows.map(({ name }) => name).filter((name) => !isNamedHere.has(name));
  const fresh = named.filter((name) => !stored.has(name) && existsSync(join(config.clipDir, name)));
  const removed = await forEach(gone, (name) => removeOne(context, far, name));
  const put = await forEach(fresh, (name) => putOne(context, far, name));
  const leftHere = await leaveHere(context);
  const trouble = removed.trouble ?? put.trouble;
  if (trouble !== undefined) throw trouble;
  return { put: put.done, leftHere, removed: removed.done };
}

/**
 * What is wrong between the house and its store, each in a sentence: files on record that are not there, others than they were, and some
 * that belong to nothing here. Nothing is changed: a house that was put back for a drill must not clear the store of the one that runs.
 */
export async function compareWithStore(context: Context): Promise<string[]> {
  const { far } = context;
  if (far === null) return [];
  const rows = new Map(rowsOf(context).map((row) => [row.name, row]));
  const odd: string[] = [];
  const strange: string[] = [];
  const seen = new Set<string>();
  for await (const { name, bytes } of far.list()) {
    const row = rows.get(name);
    if (!row) strange.push(name);
    else if (row.storedAt !== null && row.bytes !== bytes) odd.push(name);
    seen.add(name);
  }
  const lost = [...rows.values()].filter(({ name, storedAt }) => storedAt !== null && !seen.has(name)).map(({ name }) => name);
  return [
    ...(lost.length > 0 ? [`${lost.length} files should lie in the store and do not: ${someOf(lost)}.`] : []),
    ...(odd.length > 0 ? [`${odd.length} files in the store have not the size they had: ${someOf(odd)}.`] : []),
    ...(strange.length > 0
      ? [
          `${strange.length} files in the store belong to nothing on record here: ${someOf(strange)}. If no other house keeps its files there, take them away there.`,
        ]
      : []),
  ];
}
