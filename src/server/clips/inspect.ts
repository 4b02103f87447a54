import { closeSync, fstatSync, openSync, readSync } from 'node:fs';
import { ALL_FORMATS, FilePathSource, Input, MP4, QTFF } from 'mediabunny';
import { CLIP_SECONDS_MAX } from '../../contract/training.ts';
import { type ByteSource, strangerInIso, strangerInMatroska } from '../../core/clips/containers/index.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { type Heavy, THE_HOUSE } from '../platform/heavy.ts';
import { Problem } from '../platform/problems.ts';

export interface Inspected {
  mediaType: string;
  extension: 'webm' | 'mp4';
  seconds: number;
}

const VIDEO_CODECS = ['vp8', 'vp9', 'av1', 'avc', 'hevc'];
const NOT_A_CLIP = english('This file is not a video we can play. Film with the app, or pick an MP4 or WebM file.');
const CUT_OFF = english('This clip is empty or was cut off. Film it once more.');
/** A clip that is shorter than its own head says, by more than this, was cut on the way. */
const CUT_SECONDS = 0.5;
const CUT_SHARE = 0.05;
const TELLS = english(
  'This file may tell where or with what it was filmed: it carries more than picture and sound. Send it through the app, which takes that out.',
);
/** What the readers of containers say of a file whose end is missing. */
const isCut = (stranger: string) => /longer than what it lies in|is cut|no element|after the last box|no size/.test(stranger);
const SOUND_CODECS = ['opus', 'aac', 'mp3', 'flac', 'vorbis'];
const refuse = (sentence: string) => new Problem('clip refused', sentence, [{ field: 'clip', sentence }]);

/** Tags that tell where or with what a clip was filmed. */
export function tellsTooMuch(raw: Record<string, unknown> | undefined): boolean {
  return Object.keys(raw ?? {}).some((key) => /xyz|loc|gps|make|model|com\.apple/i.test(key));
}

/** The first bytes of a Matroska file; an ISO file names its kind after the first four. */
const EBML = [0x1a, 0x45, 0xdf, 0xa3];
const FIRST_BOXES = ['ftyp', 'styp', 'moov', 'mdat', 'free', 'skip', 'wide', 'uuid', 'moof', 'sidx'];

type Kind = 'iso' | 'matroska' | null;

/** What kind of container a file says it is, by its first bytes; null for neither. */
export function containerOf(source: ByteSource): Kind {
  const head = source.read(0, 8);
  if (EBML.every((byte, i) => head[i] === byte)) return 'matroska';
  return FIRST_BOXES.includes(String.fromCharCode(...head.subarray(4, 8))) ? 'iso' : null;
}

/** What a container carries beside picture and sound; null when there is nothing. */
export const strangerIn = (source: ByteSource, kind: Exclude<Kind, null>): string | null =>
  kind === 'iso' ? strangerInIso(source) : strangerInMatroska(source);

/** A file's bytes, read piece by piece while the work lasts. */
function withFile<T>(path: string, work: (source: ByteSource) => T): T {
  const handle = openSync(path, 'r');
  try {
    const { size } = fstatSync(handle);
    return work({
      size,
      read(offset, length) {
        const bytes = Buffer.alloc(Math.max(0, Math.min(length, size - offset)));
        return bytes.subarray(0, readSync(handle, bytes, 0, bytes.length, offset));
      },
    });
  } finally {
    closeSync(handle);
  }
}

/**
 * Reads the container of an uploaded file: a video of at most 3 minutes with at most one sound track, whose lengths agree,
 * and no tag that tells the place or the device. Damage inside the pictures is not seen here.
 * @throws Problem "clip refused" with a sentence for the player.
 */
export async function inspectClip(path: string): Promise<Inspected> {
  // Looked at by ourselves first: whatever is not what a prepared clip is made of never reaches the library, which could turn in circles over it.
  const { kind, stranger } = withFile(path, (source) => {
    const found = containerOf(source);
    return { kind: found, stranger: found && strangerIn(source, found) };
  });
  if (kind === null) throw refuse(term(NOT_A_CLIP));
  if (stranger !== null) throw refuse(isCut(stranger) ? term(CUT_OFF) : term(TELLS));
  const input = new Input({ source: new FilePathSource(path), formats: ALL_FORMATS });
  try {
    if (!(await input.canRead())) throw refuse(term(NOT_A_CLIP));
    const format = await input.getFormat();
    const isMp4 = format === MP4 || format === QTFF;
    if (!isMp4 && !['WebM', 'Matroska'].includes(format.name)) throw refuse(term(NOT_A_CLIP));
    const videos = await input.getVideoTracks();
    const sounds = await input.getAudioTracks();
    const video = videos[0];
    if (!video || videos.length > 1 || sounds.length > 1) throw refuse(term(NOT_A_CLIP));
    if (!video.codec || !VIDEO_CODECS.includes(video.codec)) throw refuse(term(NOT_A_CLIP));
    const sound = sounds[0];
    if (sound && !(sound.codec && SOUND_CODECS.includes(sound.codec))) throw refuse(term(NOT_A_CLIP));
    if ((await input.getTracks()).length !== videos.length + sounds.length) throw refuse(term(TELLS));
    const seconds = await video.computeDuration();
    const said = await input.getDurationFromMetadata();
    if (!(seconds > 0.5) || (said !== null && said - seconds > Math.max(CUT_SECONDS, CUT_SHARE * said))) throw refuse(term(CUT_OFF));
    if (seconds > CLIP_SECONDS_MAX)
      throw refuse(
        t('This clip lasts {seconds} s. A clip may last 3 minutes: trim it, or film one go only.', { seconds: Math.round(seconds) }),
      );
    if ((await video.getFirstTimestamp()) < 0) throw refuse(term(NOT_A_CLIP));
    if (tellsTooMuch((await input.getMetadataTags()).raw)) throw refuse(term(TELLS));
    return { mediaType: isMp4 ? 'video/mp4' : 'video/webm', extension: isMp4 ? 'mp4' : 'webm', seconds: Math.round(seconds * 1000) / 1000 };
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw refuse(term(NOT_A_CLIP));
  } finally {
    input.dispose();
  }
}

/** The same as a work of a thread: one that does not come to an end is ended with its thread. */
export const inspectInThread = (_context: unknown, _nobody: unknown, { path }: { path: string }): Promise<Inspected> => inspectClip(path);

const INSPECT_MS = 30_000;

/**
 * Reads an uploaded file in a thread beside, for at most half a minute.
 * @throws Problem "clip refused"
 */
export async function inspectBeside(heavy: Heavy, path: string): Promise<Inspected> {
  const signal = AbortSignal.timeout(INSPECT_MS);
  try {
    return (await heavy.run('inspect a clip', THE_HOUSE, { path }, signal)) as Inspected;
  } catch (error) {
    if (signal.aborted) throw refuse(term(NOT_A_CLIP));
    throw error;
  }
}
