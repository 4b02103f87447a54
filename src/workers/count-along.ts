import { type Covered, countHeard, type HeardCount, type HeardDrill, LiveEar, type Unsure } from '../core/rep-counter/index.ts';
import { CURVE_RATE } from '../core/rep-counter/sound.ts';

/** What the page tells: where the samples come from, that work begins, and that it is over after so many seconds. */
export type CountAsk =
  | { type: 'open'; rate: number; samples: MessagePort }
  | { type: 'begin' }
  | { type: 'count'; id: string; seconds: number; drill: HeardDrill; covered: readonly Covered[] };

/** What was counted of the stretch with that id, or why nothing is said. */
export interface CountReply {
  id: string;
  said: HeardCount | Unsure;
}

let ear: LiveEar | null = null;

addEventListener('message', ({ data }: MessageEvent<CountAsk>) => {
  if (data.type === 'open') {
    const open = new LiveEar(data.rate);
    ear = open;
    data.samples.onmessage = (piece: MessageEvent<Float32Array>) => open.push(piece.data);
  } else if (data.type === 'begin') ear?.begin();
  else if (ear) {
    const frames = Math.round(data.seconds * CURVE_RATE);
    const { rises, loudness } = ear.work;
    const work = { rises: rises.slice(0, frames), loudness: loudness.slice(0, frames) };
    const reply: CountReply = { id: data.id, said: countHeard(work, data.drill, data.covered) };
    postMessage(reply);
  }
});
