import { parseText } from 'media-captions';
import { inOrder, MARK_ID, type Mark, toMillisecond } from '../review/marks.ts';

/** A remark at an instant of a clip. */
export interface TimedRemark {
  id: string;
  /** Seconds of media time. */
  at: number;
  text: string;
}

/** How long a remark stands on the picture, and a mark on the line. */
export const REMARK_SECONDS = 4;
const MARK_SECONDS = 0.1;
const REMARK = 'remark-';

function stamp(seconds: number): string {
  const ms = Math.round(seconds * 1000);
  const part = (n: number, digits: number) => String(n).padStart(digits, '0');
  const [h, m, s] = [Math.floor(ms / 3_600_000), Math.floor(ms / 60_000) % 60, Math.floor(ms / 1000) % 60];
  return `${part(h, 2)}:${part(m, 2)}:${part(s, 2)}.${part(ms % 1000, 3)}`;
}

const ENTITIES: readonly [string, string][] = [
  ['&', '&amp;'],
  ['<', '&lt;'],
  ['>', '&gt;'],
];
const written = (text: string) => ENTITIES.reduce((now, [sign, entity]) => now.replaceAll(sign, entity), text.replace(/\s+/g, ' ').trim());
const readable = (text: string) => [...ENTITIES].reverse().reduce((now, [sign, entity]) => now.replaceAll(entity, sign), text);

const cue = (id: string, at: number, seconds: number, payload: string) =>
  `${id}\n${stamp(at)} --> ${stamp(toMillisecond(at) + seconds)}\n${payload}\n`;

/**
 * Marks and remarks of one clip as WebVTT: a mark is a cue whose payload is `left`, `right` or `drop`,
 * a remark is a cue whose id begins with `remark-`. Times are to the millisecond.
 * @param about what the clip shows, for whoever opens the file
 */
export function marksVtt(about: string, marks: readonly Mark[], remarks: readonly TimedRemark[]): string {
  const all = [
    ...inOrder(marks).map((mark) => ({ at: mark.at, text: cue(mark.id, mark.at, MARK_SECONDS, mark.what) })),
    ...remarks.map((one) => ({ at: one.at, text: cue(`${REMARK}${one.id}`, one.at, REMARK_SECONDS, written(one.text)) })),
  ].sort((a, b) => a.at - b.at);
  const head = `WEBVTT\n\nNOTE ${written(about)}\n`;
  return [head, ...all.map((one) => one.text)].join('\n');
}

const isWhat = (text: string): text is Mark['what'] => text === 'left' || text === 'right' || text === 'drop';

/**
 * Reads such a file back. Cues that are neither a mark nor a remark of ours become remarks, so that a file of another program is of use.
 * @param id makes an id for a cue without one, with one of another shape, or with one that was there before
 * @throws RangeError with a sentence when the text is not WebVTT or has no cues
 */
export async function readMarksVtt(text: string, id: () => string): Promise<{ marks: Mark[]; remarks: TimedRemark[] }> {
  if (!/^\uFEFF?WEBVTT(\s|$)/.test(text)) throw new RangeError('This is not a WebVTT file: its first word must be WEBVTT.');
  const { cues } = await parseText(text, { type: 'vtt' });
  if (cues.length === 0) throw new RangeError('This file has no marks and no remarks in it.');
  const marks: Mark[] = [];
  const taken = new Set<string>();
  const ownId = (given: string) => {
    const free = MARK_ID.test(given) && !taken.has(given) ? given : id();
    taken.add(free);
    return free;
  };
  const remarks: TimedRemark[] = [];
  for (const one of cues) {
    const payload = one.text.trim();
    const at = toMillisecond(one.startTime);
    if (!one.id.startsWith(REMARK) && isWhat(payload)) marks.push({ id: ownId(one.id), at, what: payload });
    else if (payload) remarks.push({ id: one.id.startsWith(REMARK) ? one.id.slice(REMARK.length) : id(), at, text: readable(payload) });
  }
  return { marks: inOrder(marks), remarks };
}
