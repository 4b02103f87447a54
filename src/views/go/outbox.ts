import { go } from '../../contract/go.ts';
import { call, NoAnswer, ServerProblem, sentenceOf } from '../client.ts';
import { prepareClip } from './prepare.ts';
import { allOutgoing, type Outgoing, putOutgoing, removeOutgoing } from './store.ts';
import { uploadClip } from './upload.ts';

/** What the interface shows of the outbox. */
export interface OutboxState {
  waiting: number;
  /** Things the server refused for good, with its sentence. */
  refused: { id: string; label: string; sentence: string }[];
  /** The clip under way: 0–1 of preparing or sending. */
  clip: { doing: 'preparing' | 'sending'; share: number } | null;
  offline: boolean;
}

type Listener = (state: OutboxState) => void;

const RETRY_MS = 8000;
const listeners = new Set<Listener>();
let state: OutboxState = { waiting: 0, refused: [], clip: null, offline: false };
let timer: ReturnType<typeof setTimeout> | null = null;

const LABELS = { go: 'Numbers of a go', run: 'A session', clip: 'A clip' } as const;

async function tell(change: Partial<OutboxState> = {}): Promise<void> {
  const all = await allOutgoing();
  state = {
    ...state,
    ...change,
    waiting: all.filter((one) => one.refusal === null).length,
    refused: all.flatMap((one) =>
      one.refusal === null ? [] : [{ id: one.id, label: one.kind === 'clip' ? one.label : LABELS[one.kind], sentence: one.refusal }],
    ),
  };
  for (const listener of listeners) listener(state);
}

/** A problem that sending again cannot mend; signing in or waiting mends the others. */
const isFinal = (problem: ServerProblem) => problem.status >= 400 && problem.status < 500 && ![401, 408, 425, 429].includes(problem.status);

async function sendOne(one: Outgoing): Promise<void> {
  if (one.kind === 'go') await call(go.sendGo, {}, one.body);
  else if (one.kind === 'run') await call(go.sendRun, {}, { ...one.body, sentAt: Date.now() });
  else {
    let clip = one;
    if (!clip.prepared) {
      const made = await prepareClip(clip.file, (share) => void tell({ clip: { doing: 'preparing', share } }));
      clip = { ...clip, file: made, prepared: true };
      await putOutgoing(clip);
    }
    const known = await call(go.announceClip, {}, clip.body);
    if (known.state === 'expected') {
      await uploadClip(clip, {
        progress: (share) => void tell({ clip: { doing: 'sending', share } }),
        keepUrl: (uploadUrl) => putOutgoing({ ...clip, uploadUrl }),
      });
    }
  }
}

/** A run log that got longer while it was being sent: the longer one still has to go. */
async function grewMeanwhile(sent: Outgoing): Promise<boolean> {
  const now = (await allOutgoing()).find((one) => one.id === sent.id);
  return now?.kind === 'run' && sent.kind === 'run' && now.body.events.length > sent.body.events.length;
}

/** Sends what waits, in order. Stops at a dead line and tries again later; what is refused for good is kept with its reason. */
async function work(): Promise<void> {
  const waiting = (await allOutgoing()).filter((one) => one.refusal === null);
  for (const one of waiting) {
    try {
      await sendOne(one);
      if (!(await grewMeanwhile(one))) await removeOutgoing(one.id);
      await tell({ offline: false, clip: null });
    } catch (error) {
      const final = error instanceof ServerProblem && isFinal(error);
      const kept = (await allOutgoing()).find((now) => now.id === one.id) ?? one;
      await putOutgoing({ ...kept, tries: kept.tries + 1, refusal: final ? sentenceOf(error) : null });
      await tell({ offline: error instanceof NoAnswer, clip: null });
      if (!final) break;
    }
  }
}

/** Sends what waits; of several tabs one does it. */
export async function flush(): Promise<void> {
  if (timer) clearTimeout(timer);
  timer = null;
  await navigator.locks.request('eager-feet-outbox', { ifAvailable: true }, async (lock) => {
    if (lock) await work();
  });
  await tell();
  if (state.waiting > 0) timer ??= setTimeout(() => void flush(), RETRY_MS);
}

/** Puts something into the outbox, then tries to send it. Once this resolves it is safe on the device. */
export async function post(one: Outgoing): Promise<void> {
  await putOutgoing(one);
  await tell();
  void flush();
}

/** Takes a refused thing off the list, for good. */
export async function dropRefused(id: string): Promise<void> {
  await removeOutgoing(id);
  await tell();
}

/** Follows the outbox; the listener hears the state at once and at every change. Returns the way to stop. */
export function follow(listener: Listener): () => void {
  listeners.add(listener);
  const again = () => void flush();
  window.addEventListener('online', again);
  void flush();
  return () => {
    listeners.delete(listener);
    window.removeEventListener('online', again);
  };
}
