import { ALL_FORMATS, BufferSource, Input } from 'mediabunny';
import { SPOKEN_SECONDS_MAX } from '../../contract/clips.ts';
import { sourceOf } from '../../core/clips/containers/index.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { badInput, Problem } from '../platform/problems.ts';
import { containerOf, strangerIn, tellsTooMuch } from './inspect.ts';

const wrong = (sentence: string) => badInput('data', sentence);
const NOT_SPOKEN = english('This is not a spoken line that can be kept. Record it once more.');
/** A recorder stops a little after it is told to. */
const SLACK_SECONDS = 1;

interface Heard {
  mediaType: 'audio/webm' | 'audio/mp4';
  extension: 'webm' | 'mp4';
  seconds: number;
}

/**
 * Reads the container: one sound track, no picture, at most 20 s, nothing about place or device.
 * @throws Problem "bad input" about the field `data`
 */
export async function inspectSpoken(bytes: Uint8Array): Promise<Heard> {
  const kind = containerOf(sourceOf(bytes));
  if (kind === null || strangerIn(sourceOf(bytes), kind) !== null) throw wrong(term(NOT_SPOKEN));
  const input = new Input({ source: new BufferSource(bytes), formats: ALL_FORMATS });
  try {
    if (!(await input.canRead())) throw wrong(term(NOT_SPOKEN));
    const { name } = await input.getFormat();
    const isWebm = name === 'WebM' || name === 'Matroska';
    if (!isWebm && name !== 'MP4') throw wrong(term(NOT_SPOKEN));
    const [track, ...more] = await input.getAudioTracks();
    if (!track || more.length > 0 || (await input.getVideoTracks()).length > 0) throw wrong(term(NOT_SPOKEN));
    if (!track.codec || !['opus', 'aac'].includes(track.codec)) throw wrong(term(NOT_SPOKEN));
    const seconds = await track.computeDuration();
    if (seconds > SPOKEN_SECONDS_MAX + SLACK_SECONDS)
      throw wrong(t('A spoken line lasts {spokenSecondsMax} s at most.', { spokenSecondsMax: SPOKEN_SECONDS_MAX }));
    if (!(seconds > 0.2) || tellsTooMuch((await input.getMetadataTags()).raw)) throw wrong(term(NOT_SPOKEN));
    return { mediaType: isWebm ? 'audio/webm' : 'audio/mp4', extension: isWebm ? 'webm' : 'mp4', seconds: Math.round(seconds * 10) / 10 };
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw wrong(term(NOT_SPOKEN));
  } finally {
    input.dispose();
  }
}
