import { AudioSample, AudioSampleSource, BufferTarget, CanvasSource, Output, WebMOutputFormat } from 'mediabunny';
import { clipSeconds, type SyntheticClip, soundOf } from '../src/core/clips/index.ts';
import type { Drill } from '../src/core/drills/schema.ts';
import { frameAt, keepingPace, planOfDrill } from '../src/core/moves/index.ts';
import { goodAngle } from '../src/ui/notations/moves/angle.ts';
import { figureShapes } from '../src/ui/notations/moves/figure.ts';
import type { Shape } from '../src/ui/notations/moves/paths.ts';

/** A clip that is drawn: its true reps, and the drill whose movement the figure does. */
export interface DrawnClip {
  clip: SyntheticClip;
  drill: Pick<Drill, 'moves' | 'layout' | 'sides'>;
  /** Of two players in the same yard no two look alike. */
  look: number;
}

/** The figure's colours, and what differs from child to child and from yard to yard. */
const COLOURS: Record<string, string> = {
  '--ground': '#f3efe7',
  '--slab': '#fffdf8',
  '--joint': '#b9b09f',
  '--ink': '#1c2226',
  '--dust': '#5a636a',
  '--left': '#0b6a8f',
  '--right': '#b8431a',
};
const STRIPES = ['#6a4c93', '#2f7d4f', '#b07a12', '#a8336b', '#35618f'];
const YARDS = ['#cfc7b8', '#c2cbb9', '#c9c4c4', '#d6cdb4'];
const HATCH = 'hatch';

function hatchOf(pen: OffscreenCanvasRenderingContext2D): CanvasPattern | string {
  const tile = new OffscreenCanvas(6, 6);
  const ink = tile.getContext('2d');
  if (!ink) return COLOURS['--left'] as string;
  ink.strokeStyle = COLOURS['--left'] as string;
  ink.lineWidth = 2;
  for (const by of [-6, 0, 6]) {
    ink.beginPath();
    ink.moveTo(by, 6);
    ink.lineTo(by + 6, 0);
    ink.stroke();
  }
  return pen.createPattern(tile, 'repeat') ?? (COLOURS['--left'] as string);
}

/** Paints shapes of a figure, from the back to the front. */
function paint(pen: OffscreenCanvasRenderingContext2D, shapes: readonly Shape[], colourOf: (name: string) => CanvasPattern | string): void {
  pen.lineCap = 'round';
  pen.lineJoin = 'round';
  for (const { d, fill, stroke, width = 1, dash, opacity = 1 } of shapes) {
    const path = new Path2D(d);
    pen.globalAlpha = opacity;
    if (fill && fill !== 'none') {
      pen.fillStyle = colourOf(fill);
      pen.fill(path);
    }
    if (!stroke || stroke === 'none') continue;
    pen.strokeStyle = colourOf(stroke);
    pen.lineWidth = width;
    pen.setLineDash(dash ? dash.split(/[ ,]+/).map(Number) : []);
    pen.stroke(path);
  }
  pen.globalAlpha = 1;
}

/** Runs in a browser page: draws a clip of the figure doing its drill, each rep at its true time, and encodes it to WebM. */
async function render({ clip, drill, look }: DrawnClip): Promise<string> {
  const canvas = new OffscreenCanvas(clip.width, clip.height);
  const pen = canvas.getContext('2d');
  // A foot's own drill is done by that foot throughout.
  const onlyLeft = clip.reps.every((rep) => rep.foot === 'left');
  const plan = planOfDrill(drill, { mirror: onlyLeft });
  if (!pen || !plan) throw new Error('There is no 2D canvas here, or nobody has said how this drill moves.');
  const clock = keepingPace(plan, clip.reps);
  const hatch = hatchOf(pen);
  const stripe = STRIPES[look % STRIPES.length] as string;
  const colourOf = (name: string) => {
    if (name.startsWith('url(')) return hatch;
    const token = /var\((--[\w-]+)\)/.exec(name)?.[1];
    return token === '--lace' ? stripe : token ? (COLOURS[token] ?? (COLOURS['--ink'] as string)) : name;
  };
  const view = { width: clip.width, height: clip.height, from: goodAngle(plan) + ((look * 17) % 40) - 20, tilt: 18 + (look % 3) * 4 };
  const output = new Output({ format: new WebMOutputFormat(), target: new BufferTarget() });
  const video = new CanvasSource(canvas, { codec: 'vp8', bitrate: 320_000, keyFrameInterval: 1 });
  const audio = new AudioSampleSource({ codec: 'opus', bitrate: 32_000 });
  output.addVideoTrack(video, { frameRate: clip.fps });
  output.addAudioTrack(audio);
  await output.start();
  const seconds = clipSeconds(clip);
  const rate = 48_000;
  const sound = soundOf(clip, rate);
  for (let from = 0; from < sound.length; from += rate) {
    const part = sound.slice(from, from + rate);
    await audio.add(new AudioSample({ data: part, format: 'f32', numberOfChannels: 1, sampleRate: rate, timestamp: from / rate }));
  }
  for (let frame = 0; frame < seconds * clip.fps; frame++) {
    const at = frame / clip.fps;
    pen.fillStyle = YARDS[look % YARDS.length] as string;
    pen.fillRect(0, 0, clip.width, clip.height);
    const shapes = figureShapes(plan, frameAt(plan, clock(at)), view, HATCH);
    paint(pen, shapes, colourOf);
    await video.add(at, 1 / clip.fps);
  }
  await output.finalize();
  const bytes = new Uint8Array((output.target as BufferTarget).buffer ?? new ArrayBuffer(0));
  let text = '';
  for (let i = 0; i < bytes.length; i += 8192) text += String.fromCharCode(...bytes.subarray(i, i + 8192));
  return btoa(text);
}

Object.assign(globalThis, { render });
