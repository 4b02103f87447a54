import {
  BlobSource,
  BufferTarget,
  Conversion,
  Input,
  MATROSKA,
  MP4,
  Mp4OutputFormat,
  Output,
  QTFF,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';

/** What the worker tells the page. */
export type PrepareReply = { type: 'progress'; share: number } | { type: 'done'; file: Blob } | { type: 'refused'; sentence: string };

const HEIGHT = 360;
const CANNOT_READ = 'This file is not a video this phone can read. Film with the app, or pick an MP4 or WebM file.';

const reply = (message: PrepareReply) => postMessage(message);
const NO_TAGS = () => ({});

/** A conversion to 360 lines at a constant 30 frames a second with a key frame each second; null when this browser cannot do it. */
async function transcode(input: Input): Promise<{ conversion: Conversion; target: BufferTarget; type: string } | null> {
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const conversion = await Conversion.init({
    input,
    output,
    tags: NO_TAGS,
    video: { height: HEIGHT, codec: 'vp8', bitrate: 600_000, frameRate: 30, keyFrameInterval: 1, forceTranscode: true },
    audio: { codec: 'opus', bitrate: 48_000, forceTranscode: true },
  });
  return conversion.isValid && conversion.discardedTracks.length === 0 ? { conversion, target, type: 'video/webm' } : null;
}

/** The same pictures in a new container without tags, for formats that this browser cannot decode. */
async function repack(input: Input): Promise<{ conversion: Conversion; target: BufferTarget; type: string } | null> {
  const target = new BufferTarget();
  const output = new Output({ format: new Mp4OutputFormat(), target });
  const conversion = await Conversion.init({ input, output, tags: NO_TAGS });
  return conversion.isValid && conversion.discardedTracks.length === 0 ? { conversion, target, type: 'video/mp4' } : null;
}

addEventListener('message', async ({ data }: MessageEvent<Blob>) => {
  try {
    const open = () => new Input({ source: new BlobSource(data), formats: [WEBM, MATROSKA, MP4, QTFF] });
    if (!(await open().canRead())) return reply({ type: 'refused', sentence: CANNOT_READ });
    const way = (await transcode(open())) ?? (await repack(open()));
    if (!way) return reply({ type: 'refused', sentence: CANNOT_READ });
    way.conversion.onProgress = (share) => reply({ type: 'progress', share });
    await way.conversion.execute();
    if (!way.target.buffer) return reply({ type: 'refused', sentence: CANNOT_READ });
    reply({ type: 'done', file: new Blob([way.target.buffer], { type: way.type }) });
  } catch {
    reply({ type: 'refused', sentence: CANNOT_READ });
  }
});
