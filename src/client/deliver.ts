import { trainingApi } from '../contract/training.ts';
import { t } from '../core/text/translate.ts';
import { callAs, ServerProblem } from './client.ts';
import { changeOutgoing, type Outgoing } from './device-store.ts';
import { elapsedSince } from './now.ts';
import { uploadFile } from './upload.ts';

interface Hooks {
  /** Ends it: the player stopped it, or deleted what was to be sent. */
  signal: AbortSignal;
  progress(share: number): void;
}

/**
 * Announces a clip and sends its file. The signal was made before the first wait and is looked at after each, so that no gap is left in
 * which a clip that was stopped and deleted still goes out; and before anything is said of the clip, it is noted that the server may know.
 */
async function deliverClip(clip: Extract<Outgoing, { kind: 'clip' }>, { signal, progress }: Hooks): Promise<void> {
  signal.throwIfAborted();
  let there = false;
  await changeOutgoing(clip.id, (now) => {
    there = now.kind === 'clip' && !now.held;
    return now.kind === 'clip' ? { ...now, announced: true } : now;
  });
  signal.throwIfAborted();
  // Deleted or stopped since it was listed: nothing is said of it.
  if (!there) throw new DOMException(t('It is not there any more.'), 'AbortError');
  const known = await callAs(clip.playerId, trainingApi.announceClip, {}, clip.body);
  signal.throwIfAborted();
  if (known.state !== 'expected') return;
  const sending = uploadFile(
    { file: clip.file, uploadUrl: clip.uploadUrl, notes: { clip: clip.id }, player: clip.playerId },
    {
      progress,
      keepUrl: (uploadUrl) => changeOutgoing(clip.id, (now) => (now.kind === 'clip' ? { ...now, uploadUrl } : now)),
    },
  );
  signal.addEventListener('abort', sending.cancel);
  try {
    await sending.done;
  } finally {
    signal.removeEventListener('abort', sending.cancel);
  }
}

/** Tells the server that a clip is deleted; one that it never heard of is as good as deleted. */
async function tellDeleted(playerId: string, clip: string): Promise<void> {
  await callAs(playerId, trainingApi.deleteClip, { clip }).catch((error: unknown) => {
    if (!(error instanceof ServerProblem && error.status === 404)) throw error;
  });
}

/** Sends one thing to its endpoint. */
export async function deliver(one: Outgoing, hooks: Hooks): Promise<void> {
  // However wrong this device's clock is: the time between doing and sending is right.
  const sentAt = Math.round((one.kind === 'run' ? one.body.sentAt : one.madeAt) + elapsedSince(one.stamp));
  switch (one.kind) {
    case 'go':
      await callAs(one.playerId, trainingApi.sendGo, {}, { ...one.body, sentAt });
      break;
    case 'practice':
      await callAs(one.playerId, trainingApi.sendPractice, {}, { ...one.body, sentAt });
      break;
    case 'mend': {
      const { score, ...body } = one.body;
      await callAs(one.playerId, trainingApi.mend, { score }, { ...body, sentAt });
      break;
    }
    case 'run':
      await callAs(one.playerId, trainingApi.sendRun, {}, { ...one.body, sentAt });
      break;
    case 'by hand':
      await callAs(one.playerId, trainingApi.byHand, {}, { ...one.body, sentAt });
      break;
    case 'home':
      await callAs(one.playerId, trainingApi.home, {}, one.body);
      break;
    case 'no clip':
      await tellDeleted(one.playerId, one.body.clip);
      break;
    case 'clip':
      await deliverClip(one, hooks);
  }
}
