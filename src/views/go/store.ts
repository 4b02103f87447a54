import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { ClipSent, GoSent, RunSent } from '../../contract/go.ts';
import type { ClockEvent } from '../../core/runsheet/index.ts';

/** A visit as it is kept on the device: the run log, and the ids of what will be sent of it. */
export interface KeptRun {
  id: string;
  sessionId: string;
  revisionId: string;
  startedAt: number;
  events: ClockEvent[];
  /** The last instant the page was known to run. */
  aliveAt: number;
  /** Ids of goes and scores, made before they are needed so that a retry is the same thing: by "item|round|foot". */
  ids: Record<string, string>;
  /** Items and rounds whose numbers were given. */
  scored: string[];
  over: boolean;
}

/** Something to send, in the order it was made. */
export type Outgoing = { id: string; madeAt: number; tries: number; refusal: string | null } & (
  | { kind: 'go'; body: GoSent }
  | { kind: 'run'; body: RunSent }
  | {
      kind: 'clip';
      body: ClipSent;
      file: Blob;
      /** False until place and device data were taken out and the file can be searched. */
      prepared: boolean;
      uploadUrl: string | null;
      label: string;
    }
);

interface Shape extends DBSchema {
  runs: { key: string; value: KeptRun };
  outbox: { key: string; value: Outgoing };
  /** Clips of a go before they are sent or deleted. */
  takes: { key: [string, string]; value: { runId: string; key: string; file: Blob } };
}

let opened: Promise<IDBPDatabase<Shape>> | null = null;

function database(): Promise<IDBPDatabase<Shape>> {
  opened ??= openDB<Shape>('eager-feet', 1, {
    upgrade(db) {
      db.createObjectStore('runs', { keyPath: 'id' });
      db.createObjectStore('outbox', { keyPath: 'id' });
      db.createObjectStore('takes', { keyPath: ['runId', 'key'] });
    },
  });
  return opened;
}

export async function keepRun(run: KeptRun): Promise<void> {
  await (await database()).put('runs', run);
}

/** The unfinished run of a session, when there is one. */
export async function unfinishedRun(sessionId: string): Promise<KeptRun | null> {
  const all = await (await database()).getAll('runs');
  const mine = all.filter((run) => run.sessionId === sessionId && !run.over);
  return mine.reduce<KeptRun | null>((newest, run) => (newest && newest.startedAt > run.startedAt ? newest : run), null);
}

export async function putOutgoing(one: Outgoing): Promise<void> {
  await (await database()).put('outbox', one);
}

export async function removeOutgoing(id: string): Promise<void> {
  await (await database()).delete('outbox', id);
}

/** Everything that waits, oldest first; numbers before clips of the same moment. */
export async function allOutgoing(): Promise<Outgoing[]> {
  const all = await (await database()).getAll('outbox');
  return all.sort((a, b) => a.madeAt - b.madeAt || Number(a.kind === 'clip') - Number(b.kind === 'clip'));
}

export async function keepTake(runId: string, key: string, file: Blob): Promise<void> {
  await (await database()).put('takes', { runId, key, file });
}

export async function forgetTake(runId: string, key: string): Promise<void> {
  await (await database()).delete('takes', [runId, key]);
}

/** The takes of a visit that were neither sent nor deleted. */
export async function takesOf(runId: string): Promise<{ key: string; file: Blob }[]> {
  return (await database()).getAll('takes', IDBKeyRange.bound([runId, ''], [runId, '\uffff']));
}
