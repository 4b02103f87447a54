import { callAs } from '../../client/client.ts';
import { closeMedia, openMedia } from '../../client/media.ts';
import { trainingApi } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { type Covered, coveredBy, type HeardDrill, heardDrill, isTrusted } from '../../core/rep-counter/index.ts';
import { type Tap, tallyOf, touchesOf } from '../../core/review/taps.ts';
import { type Announced, cuesOf, type Interval, type WorkOfFoot } from '../../core/training/index.ts';
import type { CountAsk, CountReply } from '../../workers/count-along.ts';
import worklet from '../../workers/hear-worklet.ts?worker&url';

/** A microphone that counts along. */
interface CountingEar {
  /** The work begins. */
  begin(): void;
  /** The work is over after so many seconds; gives the count, or null where it is not sure. */
  count(seconds: number, drill: HeardDrill, covered: readonly Covered[]): Promise<number | null>;
  close(): void;
}

/** A stretch of work that ran to its end: where it stands, its drill, and what the phone said and a helper tapped meanwhile. */
export interface HeardStretch {
  sheet: readonly Interval[];
  index: number;
  drill: Drill;
  about(interval: Interval): Announced;
  tapped(work: WorkOfFoot): readonly Tap[] | null;
}

/**
 * Opens the microphone and listens along. Samples go from the sound thread to a worker, past the page; nothing is recorded, kept or sent.
 * The browser's own clean-up of speech is off: it takes a ball for noise.
 * @throws whatever the browser says when the microphone is not given
 */
async function openEar(): Promise<CountingEar> {
  const stream = await openMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
  });
  const audio = new AudioContext();
  const worker = new Worker(new URL('../../workers/count-along.ts', import.meta.url), { type: 'module' });
  const close = () => {
    closeMedia(stream);
    worker.terminate();
    void audio.close();
  };
  try {
    await audio.audioWorklet.addModule(worklet);
    const node = new AudioWorkletNode(audio, 'hears', { numberOfOutputs: 0 });
    audio.createMediaStreamSource(stream).connect(node);
    const { port1, port2 } = new MessageChannel();
    node.port.postMessage(port1, [port1]);
    const open: CountAsk = { type: 'open', rate: audio.sampleRate, samples: port2 };
    worker.postMessage(open, [port2]);
    void audio.resume();
  } catch (error) {
    close();
    throw error;
  }
  const waiting = new Map<string, (count: number | null) => void>();
  worker.onmessage = ({ data }: MessageEvent<CountReply>) => {
    waiting.get(data.id)?.(typeof data.said === 'string' ? null : data.said.count);
    waiting.delete(data.id);
  };
  const tell = (ask: CountAsk) => worker.postMessage(ask);
  let asked = 0;
  return {
    begin: () => tell({ type: 'begin' }),
    count: (seconds, drill, covered) =>
      new Promise((resolve) => {
        const id = String(asked++);
        waiting.set(id, resolve);
        tell({ type: 'count', id, seconds, drill, covered });
      }),
    close,
  };
}

/** Counts a player's work by ear, as long as it may be believed. */
export type CountingAlong = Awaited<ReturnType<typeof countAlong>>;

/** @throws whatever the browser says when the microphone is not given */
export async function countAlong(playerId: string) {
  const ear = await openEar();
  // Without a line it is believed as long as nobody said otherwise.
  const known = callAs(playerId, trainingApi.heardBefore, {}).then(
    ({ before }) => before,
    () => [],
  );
  return {
    begin: ear.begin,
    close: ear.close,
    /** What was heard of a stretch that has just ended, and what a helper counted; null where it is not sure, or not to be believed. */
    async ended({
      sheet,
      index,
      drill,
      about,
      tapped,
    }: HeardStretch): Promise<{ of: WorkOfFoot; count: number; helper: number | null } | null> {
      const interval = sheet[index];
      const heard = heardDrill(drill);
      if (!heard || !interval || interval.itemId === null || interval.surface) return null;
      const { itemId, round, foot } = interval;
      // What is counted in one number is one stretch of work.
      const parts = sheet.filter((one) => one.kind === 'work' && one.itemId === itemId && one.round === round && one.foot === foot);
      if (parts.length > 1) return null;
      const count = await ear.count(interval.seconds, heard, coveredBy(cuesOf(sheet, index, about)));
      if (count === null || !isTrusted((await known).filter((one) => one.drillId === drill.id))) return null;
      const taps = tapped({ itemId, round, foot });
      return { of: { itemId, round, foot }, count, helper: taps && touchesOf(tallyOf(taps), foot) };
    },
  };
}
