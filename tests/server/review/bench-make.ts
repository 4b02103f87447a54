import { BufferTarget, EncodedAudioPacketSource, EncodedPacket, Output, WebMOutputFormat } from 'mediabunny';
import type { RecountSent } from '../../../src/contract/bench.ts';
import { changed, type Mark, type MarkLog, NO_MARKS } from '../../../src/core/review/index.ts';
import { announceClip, CLIPS } from '../../../src/server/clips/clips.ts';
import { sayYes, type Town, uuid } from '../make.ts';

/** A silent 20 ms of Opus. */
const SILENCE = new Uint8Array([0xf8, 0xff, 0xfe]);

/** A spoken line of some seconds, as base64 of a WebM with one Opus track. */
export async function aSpokenLine(seconds: number): Promise<string> {
  const target = new BufferTarget();
  const output = new Output({ format: new WebMOutputFormat(), target });
  const source = new EncodedAudioPacketSource('opus');
  output.addAudioTrack(source);
  await output.start();
  const meta = { decoderConfig: { codec: 'opus', numberOfChannels: 1, sampleRate: 48_000 } };
  for (let n = 0; n < seconds * 50; n++) await source.add(new EncodedPacket(SILENCE, 'key', n / 50, 0.02), meta);
  await output.finalize();
  return Buffer.from(target.buffer ?? new ArrayBuffer(0)).toString('base64');
}

/** A kept clip of a score, its family having said yes. Returns its id. */
export function aKeptClip(town: Town, scoreId: string, seconds = 34, workAt = 2): string {
  sayYes(town);
  const id = uuid();
  announceClip(town.context, town.player, { id, scoreId, squadId: town.squad, workAt });
  CLIPS.keep(town.context, id, { name: `${id}.webm`, mediaType: 'video/webm', bytes: 1000, seconds });
  return id;
}

/** Marks at some seconds, left and right in turn. */
export const marksAt = (times: readonly number[]): Mark[] =>
  times.map((at, i) => ({ id: `m${i}`, at, what: i % 2 === 0 ? ('left' as const) : ('right' as const) }));

export const logOf = (marks: readonly Mark[]): MarkLog =>
  marks.reduce<MarkLog>((log, mark) => changed(log, { type: 'put', mark }), NO_MARKS);

export function aRecount(marks: readonly Mark[], change: Partial<RecountSent> = {}): RecountSent {
  const { done, undone } = logOf(marks);
  return { id: uuid(), log: { done: [...done], undone: [...undone] }, edit: marks.length, whole: false, delay: 0, ...change };
}
