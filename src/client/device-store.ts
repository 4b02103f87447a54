import type { Tap } from '../core/review/taps.ts';
import { t } from '../core/text/translate.ts';
import type { ClockEvent } from '../core/training/clock.ts';
import { database, type KeptRun, type KeptTake, type Outgoing, type Sent } from './device-database.ts';
import { COMPANIONS_HERE, keepHere } from './kept-here.ts';

export type { KeptRun, KeptTake, Outgoing, Sent, Trim } from './device-database.ts';

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

/** What goes out with a go, and the clips that went into it. */
export type ClipsOfGo = Pick<LogRow, 'out' | 'takes'>;

/** Does all of it or nothing: what cannot be cloned into a store is thrown at once, and would leave the transaction open. */
async function wholly(tx: { abort(): void; done: Promise<void> }, work: readonly (() => Promise<unknown>)[]): Promise<void> {
  try {
    await Promise.all([...work.map((one) => one()), tx.done]);
  } catch (error) {
    try {
      tx.abort();
    } catch {}
    await tx.done.catch(() => {});
    throw error;
  }
}

/** Puts what is to be sent into the outbox and takes its clips from where they lay; with the run and its log where they grew. */
async function keepAlong(runId: string, sent: readonly ClipsOfGo[], run?: KeptRun, rows: readonly LogRow[] = []): Promise<void> {
  const tx = (await database()).transaction(['runs', 'events', 'outbox', 'takes'], 'readwrite', SAFE);
  await wholly(tx, [
    ...(run ? [() => tx.objectStore('runs').put(run)] : []),
    ...rows.map(
      ({ seq, event }) =>
        () =>
          tx.objectStore('events').add({ runId, seq, event }),
    ),
    ...sent.flatMap(({ out, takes }) => [
      ...out.map((one) => () => tx.objectStore('outbox').put(one)),
      ...takes.map((key) => () => tx.objectStore('takes').delete([runId, key])),
    ]),
  ]);
}

const isClip = ({ kind }: Outgoing): boolean => kind === 'clip';

/**
 * Adds to a run's log, and keeps whatever of the run changed with it and is to be sent of it: all at once or not at all. Numbers never wait
 * for a clip: where they cannot be kept with their clips, they are kept without.
 * @returns the clips that stay to be kept (`keepClips`); none where all is kept
 */
export async function keepLog(run: KeptRun, rows: readonly LogRow[]): Promise<ClipsOfGo[]> {
  try {
    await keepAlong(run.id, rows, run, rows);
    return [];
  } catch (error) {
    const left = rows.map(({ out, takes }) => ({ out: out.filter(isClip), takes })).filter(({ out }) => out.length > 0);
    if (left.length === 0) throw error;
    const numbers = rows.map(({ out }) => ({ out: out.filter((one) => !isClip(one)), takes: [] }));
    await keepAlong(run.id, numbers, run, rows);
    return left;
  }
}

/** Puts clips that stayed behind their numbers into the outbox: all at once or not at all. */
export const keepClips = (runId: string, clips: readonly ClipsOfGo[]): Promise<void> => keepAlong(runId, clips);

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
