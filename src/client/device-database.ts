import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { ByHandSent, ClipSent, GoSent, HomeSaid, MendSent, PracticeSent, RunSent } from '../contract/training.ts';
import type { Tap } from '../core/review/taps.ts';
import { t } from '../core/text/translate.ts';
import type { ClockEvent } from '../core/training/clock.ts';
import type { Stamp } from './now.ts';
import { openedInTime } from './opened-in-time.ts';

/** A visit as it is kept on the device. Its run log lies beside it, one record an event, only ever added to. */
export interface KeptRun {
  id: string;
  playerId: string;
  sessionId: string;
  sessionName: string;
  revisionId: string;
  /** The live evening that it is a visit to; a session done alone has none. */
  togetherId?: string;
  /** What the server's clock is ahead of the log's, in ms, on an evening. */
  serverAhead?: number;
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

/** The database of this device, opened once for a page. */
export function database(): Promise<Database> {
  opened ??= openedInTime(openNow, (late) => late.close());
  // A database that did not open may open the next time, when the storage has room again.
  opened.catch(() => {
    opened = null;
  });
  return opened;
}
