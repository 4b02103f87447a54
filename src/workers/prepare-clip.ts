import {
  BlobSource,
  BufferTarget,
  Conversion,
  type ConversionAudioOptions,
  type ConversionOptions,
  type ConversionVideoOptions,
  canEncodeAudio,
  canEncodeVideo,
  Input,
  type InputAudioTrack,
  type InputVideoTrack,
  MATROSKA,
  MP4,
  Mp4OutputFormat,
  Output,
  QTFF,
  WEBM,
  WebMOutputFormat,
} from 'mediabunny';
import { type ClipWay, type DeviceCan, waysToPrepare } from '../core/clips/index.ts';

/** What the page asks for: the file, its lines, with or without sound, and the part in seconds that is kept. */
export interface PrepareAsk {
  file: Blob;
  height: number;
  sound: boolean;
  trim: { from: number; to: number } | null;
}

/** What the worker tells the page. */
export type PrepareReply =
  | { type: 'progress'; share: number }
  | { type: 'done'; file: Blob }
  | { type: 'refused'; why: 'not read' | 'not cut' };

const BITRATES: Record<number, number> = { 360: 600_000, 480: 1_000_000, 720: 2_200_000 };
const SOUND_BITRATE = 48_000;

const reply = (message: PrepareReply) => postMessage(message);
/** Without this, title, place and device would be copied across. */
const NO_TAGS = () => ({});

/** The shorter side gets the lines asked for, never more than it has; both sides stay even. */
async function sizeOf(input: Input, lines: number): Promise<Pick<ConversionVideoOptions, 'width' | 'height'>> {
  const track = await input.getPrimaryVideoTrack();
  if (!track) return { height: lines };
  const [width, height] = [await track.getDisplayWidth(), await track.getDisplayHeight()];
  const short = Math.min(width, height, lines);
  const even = short - (short % 2);
  return width < height ? { width: even } : { height: even };
}

/** New pictures at a constant 30 a second with a key frame each second: nothing of the old file is left in them. */
const NEW_PICTURES = { frameRate: 30, keyFrameInterval: 1, forceTranscode: true, allowTransformationMetadata: false };

/** Cut at sound's own packets, of 20 ms or so, and never before the cut. */
const COPIED: ConversionOptions['copy'] = { mode: 'preferred', boundaryPolicy: 'shrink', boundaryTolerance: 0.1 };

const soundOptions = (sound: ClipWay['sound']): ConversionAudioOptions => {
  if (sound === 'off') return { discard: true };
  return sound === 'copy' ? {} : { codec: sound, bitrate: SOUND_BITRATE, forceTranscode: true };
};

/**
 * Goes one way.
 * @returns null where it turns out that this device cannot
 */
async function go(input: Input, ask: PrepareAsk, { container, makeVideo, sound }: ClipWay): Promise<Blob | null> {
  const target = new BufferTarget();
  const format = container === 'mp4' ? new Mp4OutputFormat() : new WebMOutputFormat();
  const { from = 0, to } = ask.trim ?? {};
  const conversion = await Conversion.init({
    input,
    output: new Output({ format, target }),
    tracks: 'primary',
    tags: NO_TAGS,
    copy: COPIED,
    ...(to === undefined ? {} : { trim: { ...(from > 0 ? { start: from } : {}), end: to } }),
    video: makeVideo
      ? { ...(await sizeOf(input, ask.height)), ...NEW_PICTURES, codec: makeVideo, bitrate: BITRATES[ask.height] ?? 600_000 }
      : {},
    audio: soundOptions(sound),
  });
  if (!conversion.isValid || conversion.discardedTracks.some(({ reason }) => reason !== 'discarded_by_user')) return null;
  conversion.onProgress = (share) => reply({ type: 'progress', share });
  await conversion.execute();
  return target.buffer && new Blob([target.buffer], { type: `video/${container}` });
}

/** What this device can do with a clip. */
async function canOf(video: InputVideoTrack, sound: InputAudioTrack | null): Promise<DeviceCan> {
  const among = async <T extends string>(all: readonly T[], asked: (one: T) => Promise<boolean>) => {
    const answers = await Promise.all(all.map((one) => asked(one).catch(() => false)));
    return all.filter((_, i) => answers[i]);
  };
  return {
    readVideo: await video.canDecode(),
    readSound: sound !== null && (await sound.canDecode()),
    makeVideo: await among(['avc', 'vp8'], (codec) => canEncodeVideo(codec)),
    makeSound: await among(['aac', 'opus'], (codec) => canEncodeAudio(codec)),
  };
}

async function prepare(ask: PrepareAsk): Promise<PrepareReply> {
  const open = () => new Input({ source: new BlobSource(ask.file), formats: [WEBM, MATROSKA, MP4, QTFF] });
  const input = open();
  const video = (await input.canRead()) ? await input.getPrimaryVideoTrack() : null;
  if (!video?.codec) return { type: 'refused', why: 'not read' };
  const sound = await input.getPrimaryAudioTrack();
  const cutsStart = (ask.trim?.from ?? 0) > 0;
  const kinds = { video: video.codec, sound: sound && (sound.codec ?? 'unknown') };
  const ways = waysToPrepare(kinds, { sound: ask.sound, cutsStart }, await canOf(video, sound));
  for (const way of ways) {
    // What a device says that it can is not always so: then the next way is tried.
    const file = await go(open(), ask, way).catch(() => null);
    if (file) return { type: 'done', file };
  }
  return { type: 'refused', why: cutsStart ? 'not cut' : 'not read' };
}

addEventListener('message', async ({ data }: MessageEvent<PrepareAsk>) => {
  try {
    reply(await prepare(data));
  } catch {
    reply({ type: 'refused', why: 'not read' });
  }
});
