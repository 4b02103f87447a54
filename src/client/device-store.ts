import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { ByHandSent, ClipSent, GoSent, HomeSaid, MendSent, PracticeSent, RunSent } from '../contract/training.ts';
import type { Tap } from '../core/review/taps.ts';
import { t } from '../core/text/translate.ts';
import type { ClockEvent } from '../core/training/clock.ts';
import { COMPANIONS_HERE, keepHere } from './kept-here.ts';
import type { Stamp } from './now.ts';

/** A visit as it is kept on the device. Its run log lies beside it, one record an event, only ever added to. */
export interface KeptRun {
  id: string;
  playerId: string;
  sessionId: string;
  sessionName: string;
  revisionId: string;
  startedAt: number;
  /** The last instant the page was known to run. */
  aliveAt: number;
  over: boolean;
  /** Share of the work that ran so far, from 0 to 1. */
  share: number;
}

/** What is common to everything that is to be sent. `madeAt` is in epoch ms; `nextAt` is when it is tried again. */
interface Waiting {
  id: string;
  playerId: string;
  label: string;
  madeAt: number;
  /** The same moment, to measure from. */
  stamp: Stamp;
  tries: number;
  nextAt: number;
  /** The visit it was made in; null for what belongs to none. */
  runId: string | null;
  /** Why the server will not have it; null while it may still go. */
  refusal: string | null;
  /** The player told it to wait. */
  held: boolean;
}

/** A part of a clip, in seconds. */
export interface Trim {
  from: number;
  to: number;
}

/** Something to send, in the order it was made. */
export type Outgoing = Waiting &
  (
    | { kind: 'go'; body: GoSent }
    | { kind: 'practice'; body: PracticeSent }
    /** A number put right; the score is the one that the go was sent with. */
    | { kind: 'mend'; body: Omit<MendSent, 'sentAt'> & { score: string } }
    | { kind: 'run'; body: RunSent }
    | { kind: 'by hand'; body: ByHandSent }
    | { kind: 'home'; body: HomeSaid }
    /** A clip that was deleted after the server had heard of it: told there until it answers. */
    | { kind: 'no clip'; body: { clip: string } }
    | {
        kind: 'clip';
        body: ClipSent;
        file: Blob;
        trim: Trim | null;
        /** False until place and device data were taken out and the file can be searched. */
        prepared: boolean;
        uploadUrl: string | null;
        /** Whether the server may have heard of it; left out by older releases, which did not note it. */
        announced?: boolean;
      }
  );

/** A clip of a go before it is sent or deleted. */
export interface KeptTake {
  runId: string;
  /** "item|round|foot" */
  key: string;
  file: Blob;
  /** Seconds into the file at which the work begins; null for a file that was picked. */
  workAt: number | null;
  trim: Trim | null;
}

/** What went out, as the player is told of it. */
export interface Sent {
  id: string;
  playerId: string;
  kind: Outgoing['kind'];
  label: string;
  runId: string | null;
  at: number;
}

interface Shape extends DBSchema {
  runs: { key: string; value: KeptRun };
  events: { key: [string, number]; value: { runId: string; seq: number; event: ClockEvent } };
  /** What a helper tapped along a go, by "item|round|foot|surface". */
  taps: { key: [string, string]; value: { runId: string; key: string; taps: readonly Tap[] } };
  outbox: { key: string; value: Outgoing };
  takes: { key: [string, string]; value: KeptTake };
  sent: { key: string; value: Sent };
  /** What was last read from the server, for when there is no line: "me", "visit:…", "feet:…", "film:…"; and a coach's film that was not sent, "unsent film:…". */
  kept: { key: string; value: { key: string; at: number; value: unknown } };
}

type Database = IDBPDatabase<Shape>;
type Upgrade = Parameters<NonNullable<NonNullable<Parameters<typeof openDB<Shape>>[2]>['upgrade']>>[3];

/** Version 1 kept events inside the run and no names of players; what waits there is taken along for whoever is signed in. */
async function bringFromVersionOne(tx: Upgrade): Promise<void> {
  const runs = tx.objectStore('runs');
  for (const old of (await runs.getAll()) as (KeptRun & { events?: ClockEvent[] })[]) {
    const { events = [], ...run } = old;
    await runs.put({ ...run, playerId: '', sessionName: 'A session', share: 0 });
    for (const [seq, event] of events.entries()) await tx.objectStore('events').put({ runId: run.id, seq, event });
  }
  const outbox = tx.objectStore('outbox');
  for (const old of await outbox.getAll()) {
    const label = 'label' in old ? old.label : t('Numbers of a go');
    const stamp: Stamp = { page: '', at: old.madeAt, server: null };
    await outbox.put({
      ...old,
      playerId: '',
      label,
      stamp,
      runId: null,
      nextAt: 0,
      held: false,
      ...(old.kind === 'clip' ? { trim: null } : {}),
    } as Outgoing);
  }
  const takes = tx.objectStore('takes');
  for (const old of await takes.getAll()) await takes.put({ ...old, workAt: null, trim: null });
}

let opened: Promise<Database> | null = null;

/** Opens the database; a browser that will not even be asked is a rejection like any other. */
async function openNow(): Promise<Database> {
  return openDB<Shape>('eager-feet', 2, {
    async upgrade(db, before, _after, tx) {
      if (before === 0) {
        db.createObjectStore('runs', { keyPath: 'id' });
        db.createObjectStore('outbox', { keyPath: 'id' });
        db.createObjectStore('takes', { keyPath: ['runId', 'key'] });
      }
      db.createObjectStore('events', { keyPath: ['runId', 'seq'] });
      db.createObjectStore('taps', { keyPath: ['runId', 'key'] });
      db.createObjectStore('sent', { keyPath: 'id' });
      db.createObjectStore('kept', { keyPath: 'key' });
      if (before === 1) await bringFromVersionOne(tx);
    },
    // A newer page of ours wants the database: this one lets go of it.
    blocking: (_current, _wanted, event) => {
      (event.target as IDBDatabase).close();
      opened = null;
    },
    terminated: () => {
      opened = null;
    },
  });
}

/** Some browsers now and then leave the first opening unanswered for ever; a second one is answered. */
const OPEN_MS = 4000;

/**
 * Opens something, and once more where the first opening is not answered in time. Whichever is answered first is taken.
 * @param drop what is done with one that is answered too late
 * @throws what the first opening throws, or a DOMException "TimeoutError" where neither is answered
 */
export function openedInTime<T>(open: () => Promise<T>, drop: (late: T) => void, within = OPEN_MS): Promise<T> {
  return new Promise<T>((resolve, reject) => {
    let over = false;
    const end = (how: () => void) => {
      over = true;
      clearTimeout(again);
      clearTimeout(given);
      how();
    };
    const take = (one: T) => (over ? drop(one) : end(() => resolve(one)));
    const again = setTimeout(() => void open().then(take, () => {}), within);
    const given = setTimeout(
      () => end(() => reject(new DOMException('The store of this device did not open.', 'TimeoutError'))),
      2 * within,
    );
    open().then(take, (error) => !over && end(() => reject(error)));
  });
}

function database(): Promise<Database> {
  opened ??= openedInTime(openNow, (late) => late.close());
  // A database that did not open may open the next time, when the storage has room again.
  opened.catch(() => {
    opened = null;
  });
  return opened;
}

/** On the disk before it is said to be kept: a dead battery takes nothing. */
const SAFE = { durability: 'strict' } as const;

/** Whether something kept here is a player's; what the first version kept has no name on it and is whoever's is signed in. */
export const belongsTo = (one: { playerId: string }, playerId: string): boolean => one.playerId === playerId || one.playerId === '';

const ofRun = (runId: string) => IDBKeyRange.bound([runId], [runId, []]);

/** An event of a run's log at its place, with what goes along: things to send, and the clips that went into them. */
export interface LogRow {
  seq: number;
  event: ClockEvent;
  out: readonly Outgoing[];
  takes: readonly string[];
}

async function keepRows(run: KeptRun, rows: readonly LogRow[]): Promise<void> {
  const tx = (await database()).transaction(['runs', 'events', 'outbox', 'takes'], 'readwrite', SAFE);
  const work = rows.flatMap(({ seq, event, out, takes }) => [
    () => tx.objectStore('events').add({ runId: run.id, seq, event }),
    ...out.map((one) => () => tx.objectStore('outbox').put(one)),
    ...takes.map((key) => () => tx.objectStore('takes').delete([run.id, key])),
  ]);
  try {
    await Promise.all([tx.objectStore('runs').put(run), ...work.map((one) => one()), tx.done]);
  } catch (error) {
    // What cannot be cloned into the store is thrown at once, and leaves the transaction open.
    try {
      tx.abort();
    } catch {}
    await tx.done.catch(() => {});
    throw error;
  }
}

/**
 * Adds to a run's log, and keeps whatever of the run changed with it and is to be sent of it: all at once or not at all.
 * Where clips cannot be kept along, numbers are kept without them; the clips stay where they are.
 */
export async function keepLog(run: KeptRun, rows: readonly LogRow[]): Promise<void> {
  try {
    await keepRows(run, rows);
  } catch (error) {
    const withoutClips = rows.map((row) => ({ ...row, out: row.out.filter(({ kind }) => kind !== 'clip'), takes: [] }));
    if (withoutClips.every((row, i) => row.out.length === rows[i]?.out.length)) throw error;
    await keepRows(run, withoutClips);
  }
}

/** Keeps that the page lives. */
export async function keepRun(run: KeptRun): Promise<void> {
  await (await database()).put('runs', run);
}

/** A run's log in order. */
export async function logOf(runId: string): Promise<ClockEvent[]> {
  const rows = await (await database()).getAll('events', ofRun(runId));
  return rows.map((row) => row.event);
}

/** The runs that this device keeps of a player, oldest first. */
export async function runsOf(playerId: string): Promise<KeptRun[]> {
  const all = await (await database()).getAll('runs');
  return all.filter((run) => belongsTo(run, playerId)).sort((a, b) => a.startedAt - b.startedAt);
}

/** Forgets runs that are over and were alive before `before` (epoch ms), with their logs and taps. */
export async function forgetOldRuns(before: number): Promise<void> {
  const db = await database();
  const out = new Set((await db.getAll('outbox')).map((one) => one.id));
  for (const run of await db.getAll('runs')) {
    if (!run.over || run.aliveAt > before || out.has(run.id)) continue;
    const tx = db.transaction(['runs', 'events', 'taps', 'takes'], 'readwrite');
    await Promise.all([
      tx.objectStore('events').delete(ofRun(run.id)),
      tx.objectStore('taps').delete(ofRun(run.id)),
      tx.objectStore('takes').delete(ofRun(run.id)),
      tx.objectStore('runs').delete(run.id),
      tx.done,
    ]);
  }
  const tx = db.transaction('sent', 'readwrite');
  for (const one of await tx.store.getAll()) if (one.at < before) await tx.store.delete(one.id);
  await tx.done;
}

export async function keepTaps(runId: string, key: string, taps: readonly Tap[]): Promise<void> {
  await (await database()).put('taps', { runId, key, taps });
}

/** What was tapped along in a run, by the key of each go. */
export async function tapsOf(runId: string): Promise<Record<string, readonly Tap[]>> {
  const rows = await (await database()).getAll('taps', ofRun(runId));
  return Object.fromEntries(rows.map((row) => [row.key, row.taps]));
}

export async function putOutgoing(...out: Outgoing[]): Promise<void> {
  const tx = (await database()).transaction('outbox', 'readwrite', SAFE);
  await Promise.all([...out.map((one) => tx.store.put(one)), tx.done]);
}

/** Changes something in the outbox if it is still there; whatever was done to it meanwhile stays. */
export async function changeOutgoing(id: string, change: (now: Outgoing) => Outgoing): Promise<void> {
  const tx = (await database()).transaction('outbox', 'readwrite', SAFE);
  const now = await tx.store.get(id);
  if (now) await tx.store.put(change(now));
  await tx.done;
}

/**
 * Takes something off the list for good, at the player's word. A clip that the server may have heard of leaves the word that it is deleted
 * in its place, in the same transaction.
 */
export async function deleteOutgoing(id: string): Promise<void> {
  const tx = (await database()).transaction('outbox', 'readwrite', SAFE);
  const now = await tx.store.get(id);
  if (now?.kind === 'clip' && (now.announced ?? true)) {
    const { file: _file, trim: _trim, prepared: _prepared, uploadUrl: _url, announced: _announced, ...rest } = now;
    const label = t('{label}, deleted', { label: now.label });
    await tx.store.put({ ...rest, kind: 'no clip', body: { clip: id }, label, tries: 0, nextAt: 0, refusal: null, held: false });
  } else if (now) await tx.store.delete(id);
  await tx.done;
}

/** Takes something out of the outbox; with `sent`, writes down that it went. A run log that grew meanwhile stays to be sent. */
export async function removeOutgoing(id: string, sent?: { at: number; events: number }): Promise<void> {
  const tx = (await database()).transaction(['outbox', 'sent'], 'readwrite', SAFE);
  const now = await tx.objectStore('outbox').get(id);
  const grew = sent && now?.kind === 'run' && now.body.events.length > sent.events;
  if (now && !grew) await tx.objectStore('outbox').delete(id);
  if (now && sent) {
    const { playerId, kind, label, runId } = now;
    await tx.objectStore('sent').put({ id, playerId, kind, label, runId, at: sent.at });
  }
  await tx.done;
}

/** Everything that waits, of all players of this device, oldest first. */
export async function allOutgoing(): Promise<Outgoing[]> {
  const all = await (await database()).getAll('outbox');
  return all.sort((a, b) => a.madeAt - b.madeAt);
}

/** Whether this browser keeps anything at all. */
export const opens = (): Promise<boolean> =>
  database().then(
    () => true,
    () => false,
  );

const TRIED = 'try a file';

/** Whether this browser keeps files: some keep none in a private window, where all else is kept. Tried once for each page. */
let files: Promise<boolean> | null = null;
export function keepsFiles(): Promise<boolean> {
  files ??= keepRead(TRIED, new Blob(['a']), 0)
    .then(() => forgetKept(TRIED))
    .then(
      () => true,
      () => false,
    );
  return files;
}

export async function allSent(): Promise<Sent[]> {
  return (await database()).getAll('sent');
}

export async function keepTake(take: KeptTake): Promise<void> {
  await (await database()).put('takes', take);
}

export async function forgetTake(runId: string, key: string): Promise<void> {
  await (await database()).delete('takes', [runId, key]);
}

/** The takes of a visit that were neither sent nor deleted. */
export async function takesOf(runId: string): Promise<KeptTake[]> {
  return (await database()).getAll('takes', ofRun(runId));
}

/** Keeps something read from the server for when there is no line. */
export async function keepRead(key: string, value: unknown, at: number): Promise<void> {
  await (await database()).put('kept', { key, at, value });
}

/** Changes what was read by what was done here since; it stays as old as it was. */
export async function changeRead<T>(key: string, change: (now: T) => T): Promise<void> {
  const tx = (await database()).transaction('kept', 'readwrite');
  const row = await tx.store.get(key);
  if (row) await tx.store.put({ ...row, value: change(row.value as T) });
  await tx.done;
}

export async function keptRead<T>(key: string): Promise<{ at: number; value: T } | null> {
  const row = await (await database()).get('kept', key);
  return row ? { at: row.at, value: row.value as T } : null;
}

/** Forgets one thing that was kept. */
export async function forgetKept(key: string): Promise<void> {
  await (await database()).delete('kept', key);
}

/** The keys of what is kept that begin so. */
export async function keptKeys(prefix: string): Promise<string[]> {
  return (await database()).getAllKeys('kept', IDBKeyRange.bound(prefix, `${prefix}\uffff`));
}

/** Under this name, by player, stands which drills were met on this device. */
export const MET_HERE = 'eager-feet.met.';

/** Forgets what was read from the server, and what this device learned of whoever reads; what was made on it stays. */
export async function forgetRead(): Promise<void> {
  const tx = (await database()).transaction('kept', 'readwrite');
  for (const key of await tx.store.getAllKeys()) if (/^(me$|visit:|feet:|film:)/.test(key)) await tx.store.delete(key);
  await tx.done;
  for (const name of Object.keys(localStorage)) if (name.startsWith(MET_HERE) || name === COMPANIONS_HERE) keepHere(name, null);
}
