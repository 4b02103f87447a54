import {
  BlobSource,
  BufferTarget,
  Conversion,
  type ConversionVideoOptions,
  Input,
  MATROSKA,
  MP4,
  Mp4OutputFormat,
  Output,
  QTFF,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';

/** What the page asks for: the file, its lines, with or without sound, and the part in seconds that is kept. */
export interface PrepareAsk {
  file: Blob;
  height: number;
  sound: boolean;
  trim: { from: number; to: number } | null;
}

/** What the worker tells the page. */
export type PrepareReply = { type: 'progress'; share: number } | { type: 'done'; file: Blob } | { type: 'refused'; sentence: string };

const CANNOT_READ = 'This file is not a video this phone can read. Film with the app, or pick an MP4 or WebM file.';
const CANNOT_CUT = 'This phone cannot cut a clip of this format. Send it whole, or film with the app.';
const CANNOT_MUTE = 'This phone cannot take the sound out of this format, and your squad sends clips without sound. Film with the app.';

const BITRATES: Record<number, number> = { 360: 600_000, 480: 1_000_000, 720: 2_200_000 };

const reply = (message: PrepareReply) => postMessage(message);
/** Without this, title, place and device would be copied across. */
const NO_TAGS = () => ({});

interface Way {
  conversion: Conversion;
  target: BufferTarget;
  type: string;
}

const wayOf = (conversion: Conversion, target: BufferTarget, type: string): Way | null =>
  conversion.isValid && conversion.discardedTracks.every(({ reason }) => reason === 'discarded_by_user')
    ? { conversion, target, type }
    : null;

/** The shorter side gets the lines asked for, never more than it has; both sides stay even. */
async function sizeOf(input: Input, lines: number): Promise<Pick<ConversionVideoOptions, 'width' | 'height'>> {
  const track = await input.getPrimaryVideoTrack();
  if (!track) return { height: lines };
  const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  const short = Math.min(width, height, lines);
  const even = short - (short % 2);
  return width < height ? { width: even } : { height: even };
}

/** New pictures at a constant 30 a second with a key frame each second: nothing of the old file is left in it. */
async function transcode(input: Input, ask: PrepareAsk): Promise<Way | null> {
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const conversion = await Conversion.init({
    input,
    output,
    tracks: 'primary',
    tags: NO_TAGS,
    ...(ask.trim ? { trim: { start: ask.trim.from, end: ask.trim.to } } : {}),
    video: {
      ...(await sizeOf(input, ask.height)),
      codec: 'vp8',
      bitrate: BITRATES[ask.height] ?? 600_000,
      frameRate: 30,
      keyFrameInterval: 1,
      forceTranscode: true,
      allowTransformationMetadata: false,
    },
    audio: ask.sound ? { codec: 'opus', bitrate: 48_000, forceTranscode: true } : { discard: true },
  });
  return wayOf(conversion, target, 'video/webm');
}

/** The same pictures in a new container without tags, for formats that this browser cannot decode. Whole and with its sound only. */
async function repack(input: Input): Promise<Way | null> {
  const target = new BufferTarget();
  const output = new Output({ format: new Mp4OutputFormat(), target });
  return wayOf(await Conversion.init({ input, output, tracks: 'primary', tags: NO_TAGS }), target, 'video/mp4');
}

async function prepare(ask: PrepareAsk): Promise<PrepareReply> {
  const open = () => new Input({ source: new BlobSource(ask.file), formats: [WEBM, MATROSKA, MP4, QTFF] });
  const input = open();
  if (!(await input.canRead()) || !(await input.getPrimaryVideoTrack())) return { type: 'refused', sentence: CANNOT_READ };
  const hasSound = (await input.getPrimaryAudioTrack()) !== null;
  let way = await transcode(open(), ask);
  if (!way) {
    // A packet copy would only hide what was cut, and keep what should not be heard.
    if (ask.trim) return { type: 'refused', sentence: CANNOT_CUT };
    if (hasSound && !ask.sound) return { type: 'refused', sentence: CANNOT_MUTE };
    way = await repack(open());
  }
  if (!way) return { type: 'refused', sentence: CANNOT_READ };
  way.conversion.onProgress = (share) => reply({ type: 'progress', share });
  await way.conversion.execute();
  if (!way.target.buffer) return { type: 'refused', sentence: CANNOT_READ };
  return { type: 'done', file: new Blob([way.target.buffer], { type: way.type }) };
}

addEventListener('message', async ({ data }: MessageEvent<PrepareAsk>) => {
  try {
    reply(await prepare(data));
  } catch {
    reply({ type: 'refused', sentence: CANNOT_READ });
  }
});
