import { go } from '../../contract/go.ts';
import { call } from '../client.ts';
import { elapsedSince } from './now.ts';
import { changeOutgoing, type Outgoing } from './store.ts';
import { uploadClip } from './upload.ts';

interface Hooks {
  /** A clip is on its way, and can be stopped. */
  begun(cancel: () => void): void;
  progress(share: number): void;
}

async function deliverClip(clip: Extract<Outgoing, { kind: 'clip' }>, hooks: Hooks): Promise<void> {
  const known = await call(go.announceClip, {}, clip.body);
  if (known.state !== 'expected') return;
  const sending = uploadClip(clip, {
    progress: hooks.progress,
    keepUrl: (uploadUrl) => changeOutgoing(clip.id, (now) => ({ ...now, uploadUrl }) as Outgoing),
  });
  hooks.begun(sending.cancel);
  await sending.done;
}

/** Sends one thing to its endpoint. */
export async function deliver(one: Outgoing, hooks: Hooks): Promise<void> {
  // However wrong this device's clock is: the time between doing and sending is right.
  const sentAt = Math.round((one.kind === 'run' ? one.body.sentAt : one.madeAt) + elapsedSince(one.stamp));
  switch (one.kind) {
    case 'go':
      await call(go.sendGo, {}, { ...one.body, sentAt });
      break;
    case 'run':
      await call(go.sendRun, {}, { ...one.body, sentAt });
      break;
    case 'by hand':
      await call(go.byHand, {}, { ...one.body, sentAt });
      break;
    case 'home':
      await call(go.home, {}, one.body);
      break;
    case 'clip':
      await deliverClip(one, hooks);
  }
}
