import { readFileSync } from 'node:fs';
import type { Recorded } from '../src/testkit/half-real.ts';

/** Recorded sounds of a folder that does not ship: its sounds.json and sounds.bin (16-bit, 16 kHz, mono). */
export function recordedIn(path: string): Recorded {
  const list = JSON.parse(readFileSync(`${path}/sounds.json`, 'utf8')) as { kind: string; at: number; n: number; scale: number }[];
  const bytes = readFileSync(`${path}/sounds.bin`);
  const all = new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
  const of = (kind: string) =>
    list.filter((one) => one.kind === kind).map(({ at, n, scale }) => Float32Array.from(all.subarray(at, at + n), (v) => v * scale));
  return { ball: of('ball'), step: of('step'), ambience: of('amb') };
}
