import type { ThisWeek } from '../contract/training.ts';
import { NoAnswer, ServerProblem, sentenceOf } from './client.ts';
import { type Companion, companionsHere, keepCompanions } from './companions.ts';
import {
  allOutgoing,
  allSent,
  belongsTo,
  changeOutgoing,
  deleteOutgoing,
  type Outgoing,
  putOutgoing,
  removeOutgoing,
  type Sent,
} from './device-store.ts';
import { deviceNow, stampNow } from './now.ts';

/** Where one thing stands on its way. */
export type ItemState =
  | { state: 'waits' }
  | { state: 'making ready' | 'sending'; share: number }
  | { state: 'tries again'; inSeconds: number }
  | { state: 'held' }
  | { state: 'other player' }
  /** `whole`: it was refused because of its cut, and can be sent without one. */
  | { state: 'refused'; sentence: string; whole: boolean };

export type OutboxItem = Pick<Outgoing, 'id' | 'kind' | 'label' | 'runId' | 'madeAt'> & ItemState;

/** What the interface shows of the outbox. */
export interface OutboxState {
  items: OutboxItem[];
  /** Things of whoever is signed in that may still go. */
  waiting: number;
  sent: Sent[];
  offline: boolean;
  /** The session of this player is over: signing in sends what waits. */
  signedOut: boolean;
}

export const EMPTY_OUTBOX: OutboxState = { items: [], waiting: 0, sent: [], offline: false, signedOut: false };

type Film = ThisWeek['film'];
type Listener = (state: OutboxState) => void;
type Under = { id: string; doing: 'making ready' | 'sending'; share: number; abort: AbortController };

const FIRST_RETRY_MS = 4000;
const LONGEST_RETRY_MS = 10 * 60_000;
const listeners = new Set<Listener>();
let state = EMPTY_OUTBOX;
let player = '';
let film: Film = { height: 360, sound: true };
/** Who takes turns here with whoever is signed in: their things go out as well. */
let beside: readonly Companion[] = [];
let under: Under | null = null;
let timer: ReturnType<typeof setTimeout> | null = null;

/** Waits twice as long after each try, up to ten minutes; the id spreads devices that came back together. */
export function waitBeforeRetry(tries: number, id: string): number {
  const spread = 0.8 + (Number.parseInt(id.slice(-2), 16) / 255 || 0) * 0.4;
  return Math.min(LONGEST_RETRY_MS, FIRST_RETRY_MS * 2 ** Math.min(tries, 12)) * spread;
}

/** Milliseconds until something is tried again, 0 when it is due. A clock that was set back does not make it wait for days. */
const waitOf = (one: Outgoing): number => {
  const wait = one.nextAt - deviceNow();
  return wait > 2 * LONGEST_RETRY_MS ? 0 : Math.max(0, wait);
};

const companionOf = (one: { playerId: string }) => beside.find((other) => other.playerId === one.playerId);
const mine = (one: { playerId: string }) => belongsTo(one, player) || companionOf(one) !== undefined;

function standingOf(one: Outgoing): ItemState {
  if (!mine(one)) return { state: 'other player' };
  const isCut = one.kind === 'clip' && !one.prepared && one.trim !== null;
  if (one.refusal !== null) return { state: 'refused', sentence: one.refusal, whole: isCut };
  if (one.held) return { state: 'held' };
  if (under?.id === one.id) return { state: under.doing, share: under.share };
  const inSeconds = Math.ceil(waitOf(one) / 1000);
  return inSeconds > 0 ? { state: 'tries again', inSeconds } : { state: 'waits' };
}

async function tell(change: Partial<OutboxState> = {}): Promise<void> {
  const all = await allOutgoing();
  const items = all.map((one) => {
    const { id, kind, label, runId, madeAt } = one;
    return { id, kind, label, runId, madeAt, ...standingOf(one) };
  });
  const waiting = all.filter((one) => mine(one) && one.refusal === null).length;
  const sent = (await allSent()).filter(mine);
  state = { ...state, ...change, items, waiting, sent };
  for (const listener of listeners) listener(state);
}

/** A problem that sending again cannot mend; signing in or waiting mends the others. */
const isFinal = (problem: ServerProblem) =>
  problem.status >= 400 &&
  problem.status < 500 &&
  ![401, 408, 425, 429].includes(problem.status) &&
  problem.kind !== 'somebody else' &&
  problem.kind !== 'not allowed';

/** Takes the place, the device and the cut parts out of a clip, if that was not done yet. Needs no line. */
async function makeReady(clip: Extract<Outgoing, { kind: 'clip' }>, { signal }: AbortController): Promise<Outgoing> {
  if (clip.prepared) return clip;
  const { prepareClip } = await import('./prepare.ts');
  signal.throwIfAborted();
  const making = prepareClip(clip.file, { ...(companionOf(clip)?.film ?? film), trim: clip.trim }, (share) => {
    if (under?.id === clip.id) under = { ...under, share };
    void tell();
  });
  signal.addEventListener('abort', making.cancel);
  const file = await making.file;
  signal.throwIfAborted();
  const workAt = Math.max(0, clip.body.workAt - (clip.trim?.from ?? 0));
  const ready = { ...clip, file, trim: null, prepared: true, body: { ...clip.body, workAt } };
  await changeOutgoing(clip.id, (now) => ({ ...ready, held: now.held }));
  return ready;
}

/** Sends one thing, loading what that takes only now: most openings of a page have nothing to send. */
async function send(one: Outgoing, { signal }: AbortController): Promise<void> {
  const { deliver } = await import('./deliver.ts');
  signal.throwIfAborted();
  if (under?.id === one.id) under = { ...under, doing: 'sending', share: 0 };
  await deliver(one, {
    signal,
    progress: (share) => {
      if (under?.id === one.id) under = { ...under, share };
      void tell();
    },
  });
}

/** One thing did not go: it is tried again later, or kept with the reason why not. */
async function failed(one: Outgoing, error: unknown): Promise<boolean> {
  const problem = error instanceof ServerProblem ? error : null;
  const final = problem !== null && isFinal(problem);
  await changeOutgoing(one.id, (now) => ({
    ...now,
    tries: now.tries + 1,
    nextAt: final ? 0 : deviceNow() + waitBeforeRetry(now.tries, now.id),
    refusal: final ? sentenceOf(error) : null,
  }));
  if (under?.id === one.id) under = null;
  // The sign-in of somebody who came along is over: what is left waits for the next one, and holds up nobody.
  if (companionOf(one) && problem?.kind === 'somebody else') {
    beside = beside.filter((other) => other.playerId !== one.playerId);
    keepCompanions(player, beside);
  }
  await tell({ offline: error instanceof NoAnswer, signedOut: problem?.status === 401 });
  return final;
}

/**
 * Goes once through what waits of one lane, in order. A thing that has to wait keeps the player's ones behind it waiting,
 * so that a go is never there before what it belongs to; one that is refused or held lets them pass.
 * Clips that wait are made ready all the same, as that needs no line.
 * @param eager tries also what would wait for its next try
 */
async function workLane(kinds: (one: Outgoing) => boolean, eager: boolean): Promise<void> {
  /** Players of whom something has to wait. */
  const waits = new Set<string>();
  for (const listed of (await allOutgoing()).filter((one) => mine(one) && kinds(one))) {
    // It may have been held, deleted or lengthened since it was listed.
    const one = (await allOutgoing()).find((now) => now.id === listed.id);
    if (!one || one.refusal !== null || one.held) continue;
    // Made before the first wait: whatever the player stops from here on is stopped.
    const abort = new AbortController();
    if (one.kind === 'clip') under = { id: one.id, doing: 'making ready', share: 0, abort };
    try {
      const ready = one.kind === 'clip' ? await makeReady(one, abort) : one;
      if (!eager && waitOf(one) > 0) waits.add(one.playerId);
      if (waits.has(one.playerId)) {
        if (under?.id === one.id) under = null;
        continue;
      }
      await send(ready, abort);
      if (under?.id === one.id) under = null;
      await removeOutgoing(one.id, { at: deviceNow(), events: one.kind === 'run' ? one.body.events.length : 0 });
      await tell({ offline: false, signedOut: false });
    } catch (error) {
      if (error instanceof Error && error.name === 'AbortError') {
        if (under?.id === one.id) under = null;
        await tell();
      } else if (!(await failed(one, error))) waits.add(one.playerId);
    }
  }
}

/** Tells the outbox who is signed in here, and how the squad wants its clips. */
export function sendFor(playerId: string, asked: Film): void {
  player = playerId;
  film = asked;
  beside = companionsHere(playerId);
}

/** Tells the outbox who shares this device with somebody, in their order, and remembers it here: of each no more than a companion is. */
export function sendForCompanions(me: string, players: readonly Companion[]): void {
  const companions = players.map(({ playerId, nickname, film }) => ({ playerId, nickname, film }));
  keepCompanions(me, companions);
  if (me === player) beside = companions;
}

/**
 * Sends what waits; of several tabs one does it. Numbers go before clips, and a slow clip holds no number back.
 * @param eager the player asked, or the line has just come back: also what would wait a while longer is tried
 */
export async function flush(eager = false): Promise<void> {
  if (timer) clearTimeout(timer);
  timer = null;
  const lane = (name: string, kinds: (one: Outgoing) => boolean) =>
    navigator.locks.request(`eager-feet-outbox-${name}`, { ifAvailable: true }, async (lock) => {
      if (lock) await workLane(kinds, eager);
    });
  await lane('facts', (one) => one.kind !== 'clip');
  await lane('clips', (one) => one.kind === 'clip');
  await tell();
  const next = (await allOutgoing()).filter((one) => mine(one) && one.refusal === null && !one.held);
  if (next.length === 0) return;
  const wait = Math.min(...next.map(waitOf));
  timer ??= setTimeout(() => void flush(), Math.min(60_000, Math.max(1000, wait)));
}

/**
 * What all things to send have in common when they are made.
 * @param of whose it is, where several share the device
 */
export function fresh(id: string, label: string, runId: string | null = null, of = player) {
  return {
    id,
    playerId: of,
    label,
    runId,
    madeAt: Math.round(deviceNow()),
    stamp: stampNow(),
    tries: 0,
    nextAt: 0,
    refusal: null,
    held: false,
  };
}

/** Puts something into the outbox, then tries to send it. Once this resolves it is safe on the device. */
export async function sendSoon(...out: Outgoing[]): Promise<void> {
  if (out.length > 0) await putOutgoing(...out);
  await tell();
  void flush();
}

/** Lets something wait, or go on. What is under way is stopped; a clip goes on later at the byte where it was. */
export async function hold(id: string, held: boolean): Promise<void> {
  if (held && under?.id === id) under.abort.abort();
  await changeOutgoing(id, (now) => ({ ...now, held, nextAt: 0 }));
  await tell();
  if (!held) void flush(true);
}

/** Sends a clip that could not be cut here as it is, at the player's word. */
export async function sendWhole(id: string): Promise<void> {
  await changeOutgoing(id, (now) =>
    now.kind === 'clip' && !now.prepared ? { ...now, trim: null, refusal: null, tries: 0, nextAt: 0 } : now,
  );
  await tell();
  void flush(true);
}

/** Takes something off the list, for good. */
export async function drop(id: string): Promise<void> {
  if (under?.id === id) under.abort.abort();
  await deleteOutgoing(id);
  await tell();
  void flush();
}

/** Follows the outbox; the listener hears the state at once and at every change. Returns the way to stop. */
export function follow(listener: Listener): () => void {
  listeners.add(listener);
  const again = () => void flush(true);
  window.addEventListener('online', again);
  void flush(true);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('online', again);
  };
}
