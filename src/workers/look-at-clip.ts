import { AudioSampleSink, BlobSource, CanvasSink, EncodedPacketSink, Input, MATROSKA, MP4, QTFF, VideoSampleSink, WEBM } from 'mediabunny';
import type { ClipSignals } from '../core/clips/index.ts';
import type { Span } from '../core/clips/signals.ts';
import { type HeardDrill, type NoSuggestion, type Suggestion, suggestCount, withinWork } from '../core/rep-counter/index.ts';

/** What the page asks of a clip: its frame times and small pictures, or a suggested count of its work. */
export type LookAsk =
  | { type: 'look'; file: Blob; pictures: number }
  | { type: 'suggest'; file: Blob; work: readonly Span[]; drill: HeardDrill | null };

export type LookReply =
  | { type: 'frames'; times: number[] }
  | { type: 'picture'; at: number; file: Blob }
  | { type: 'looked' }
  | { type: 'progress'; share: number }
  | { type: 'suggestion'; suggestion: Suggestion | NoSuggestion }
  | { type: 'failed' };

const reply = (message: LookReply) => postMessage(message);
const open = (file: Blob) => new Input({ source: new BlobSource(file), formats: [WEBM, MATROSKA, MP4, QTFF] });

/** When each picture is shown, in order; packets may lie in the file in another. */
async function frameTimes(input: Input): Promise<number[]> {
  const track = await input.getPrimaryVideoTrack();
  if (!track) return [];
  const times: number[] = [];
  for await (const packet of new EncodedPacketSink(track).packets(undefined, undefined, { metadataOnly: true }))
    times.push(packet.timestamp);
  return times.sort((a, b) => a - b);
}

const PICTURE_WIDTH = 96;

/** Small pictures, evenly spread, to find one's way by. */
async function sendPictures(input: Input, count: number, seconds: number): Promise<void> {
  const track = await input.getPrimaryVideoTrack();
  if (!track || !(await track.canDecode())) return;
  const sink = new CanvasSink(track, { width: PICTURE_WIDTH, poolSize: 1 });
  const times = Array.from({ length: count }, (_, i) => ((i + 0.5) * seconds) / count);
  let n = 0;
  for await (const found of sink.canvasesAtTimestamps(times)) {
    const at = times[n++] ?? 0;
    if (!found || !(found.canvas instanceof OffscreenCanvas)) continue;
    reply({ type: 'picture', at, file: await found.canvas.convertToBlob({ type: 'image/webp', quality: 0.6 }) });
  }
}

async function look(file: Blob, pictures: number): Promise<void> {
  const input = open(file);
  const times = await frameTimes(input);
  reply({ type: 'frames', times });
  await sendPictures(input, pictures, times.at(-1) ?? 0);
  input.dispose();
  reply({ type: 'looked' });
}

const SOUND_RATE = 16_000;

/** The sound as mono at 16 kHz: each sample the mean of those it stands for. Null where there is none. */
async function soundOf(input: Input): Promise<ClipSignals['sound'] | 'not decoded'> {
  const track = await input.getPrimaryAudioTrack();
  if (!track) return null;
  if (!(await track.canDecode())) return 'not decoded';
  const seconds = await track.computeDuration();
  const samples = new Float32Array(Math.ceil(seconds * SOUND_RATE));
  for await (const sample of new AudioSampleSink(track).samples()) {
    const channels = Array.from({ length: sample.numberOfChannels }, (_, planeIndex) => {
      const channel = new Float32Array(sample.numberOfFrames);
      sample.copyTo(channel, { planeIndex, format: 'f32-planar' });
      return channel;
    });
    const step = sample.sampleRate / SOUND_RATE;
    const start = Math.round(sample.timestamp * SOUND_RATE);
    for (let i = 0; i < Math.floor(sample.numberOfFrames / step); i++) {
      let sum = 0;
      let n = 0;
      for (let k = Math.floor(i * step); k < Math.min(sample.numberOfFrames, Math.floor((i + 1) * step)); k++) {
        for (const channel of channels) sum += channel[k] ?? 0;
        n += channels.length;
      }
      if (start + i >= 0 && start + i < samples.length) samples[start + i] = n > 0 ? sum / n : 0;
    }
    sample.close();
  }
  return { samples, rate: SOUND_RATE };
}

const PICTURE_PIXELS = 64 * 36;

/** The mean of each block of a larger grey picture. */
function shrunk(plane: Uint8Array, stride: number, from: [number, number], to: [number, number], step = 1, offset = 0): Float32Array {
  const [width, height] = from;
  const [w, h] = to;
  const out = new Float32Array(w * h);
  for (let y = 0; y < h; y++) {
    const [y0, y1] = [Math.floor((y * height) / h), Math.max(Math.floor((y * height) / h) + 1, Math.floor(((y + 1) * height) / h))];
    for (let x = 0; x < w; x++) {
      const [x0, x1] = [Math.floor((x * width) / w), Math.max(Math.floor((x * width) / w) + 1, Math.floor(((x + 1) * width) / w))];
      let sum = 0;
      for (let v = y0; v < y1; v++) for (let u = x0; u < x1; u++) sum += plane[offset + v * stride + u * step] ?? 0;
      out[y * w + x] = sum / ((y1 - y0) * (x1 - x0));
    }
  }
  return out;
}

/** Small grey pictures of the work: from the brightness plane where there is one, else drawn. */
async function picturesOf(input: Input, work: Span): Promise<ClipSignals['pictures'] | null> {
  const track = await input.getPrimaryVideoTrack();
  if (!track || !(await track.canDecode())) return null;
  const [wide, high] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  const width = Math.max(24, Math.round(Math.sqrt((PICTURE_PIXELS * wide) / high)));
  const height = Math.max(24, Math.round(PICTURE_PIXELS / width));
  const luma: Float32Array[] = [];
  const times: number[] = [];
  const canvas = new OffscreenCanvas(width, height);
  const pen = canvas.getContext('2d', { willReadFrequently: true });
  let plane = new Uint8Array(0);
  for await (const sample of new VideoSampleSink(track).samples(Math.max(0, work.from - 1), work.to + 1)) {
    const planar = sample.format === 'I420' || sample.format === 'NV12';
    if (planar && sample.rotation === 0) {
      const size = sample.allocationSize();
      if (plane.length < size) plane = new Uint8Array(size);
      const layout = (await sample.copyTo(plane))[0];
      const [w, h] = [sample.visibleRect?.width ?? sample.codedWidth, sample.visibleRect?.height ?? sample.codedHeight];
      luma.push(shrunk(plane, layout?.stride ?? w, [w, h], [width, height], 1, layout?.offset ?? 0));
    } else if (pen) {
      sample.draw(pen, 0, 0, width, height);
      const { data } = pen.getImageData(0, 0, width, height);
      luma.push(
        Float32Array.from(
          { length: width * height },
          (_, i) => 0.3 * (data[4 * i] ?? 0) + 0.59 * (data[4 * i + 1] ?? 0) + 0.11 * (data[4 * i + 2] ?? 0),
        ),
      );
    }
    times.push(sample.timestamp);
    sample.close();
    if (times.length % 60 === 0) reply({ type: 'progress', share: Math.min(1, (times.at(-1) ?? 0) / (work.to + 1)) });
  }
  return { luma, times, width, height };
}

async function suggest(file: Blob, spans: readonly Span[], drill: HeardDrill | null): Promise<void> {
  const work = { from: spans[0]?.from ?? 0, to: spans.at(-1)?.to ?? 0 };
  const input = open(file);
  const sound = await soundOf(input);
  const pictures = sound && sound !== 'not decoded' ? await picturesOf(input, work) : null;
  input.dispose();
  if (!sound) return reply({ type: 'suggestion', suggestion: 'no sound' });
  if (sound === 'not decoded' || !pictures) return reply({ type: 'failed' });
  reply({ type: 'suggestion', suggestion: withinWork(suggestCount({ sound, pictures, work }, drill), spans) });
}

addEventListener('message', async ({ data }: MessageEvent<LookAsk>) => {
  try {
    await (data.type === 'look' ? look(data.file, data.pictures) : suggest(data.file, data.work, data.drill));
  } catch {
    reply({ type: 'failed' });
  }
});
