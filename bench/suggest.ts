/**
 * Measures the suggested count on drawn clips whose true reps are known and, where a folder of recorded sounds is given, on mixes of those with
 * drawn pictures; with seeds that no figure was chosen on. Where ffmpeg is there, sounds go through the codec that browsers record with (Opus
 * at 32 kbit/s) and back.
 * `npm run bench:suggest` prints tables in Markdown; `-- 40 FOLDER` takes another number of clips a condition, and the folder.
 */

import { spawnSync } from 'node:child_process';
import type { ClipSignals } from '../src/core/clips/index.ts';
import { isOff, RIGHT_OF, suggestCount } from '../src/core/rep-counter/index.ts';
import { HALF_REAL_CONDITIONS, halfReal } from '../src/testkit/half-real.ts';
import { drillFor } from '../src/testkit/heard-drill.ts';
import { describeClip, picturesFor, RANGE_CONDITIONS, type RangeCondition, takeOf } from '../src/testkit/range.ts';
import { recordedIn } from './recorded.ts';

const REPORT_SEED = 500_000;
const [count = '40', folder] = process.argv.slice(2);
const each = Number(count);
const from = Number(process.env.SEED ?? REPORT_SEED);
/** Conditions in which no count can be right, so that only "no suggestion" is. */
const NEVER: readonly RangeCondition[] = ['no sound', 'empty yard'];

interface Take {
  signals: ClipSignals;
  reps: readonly number[];
  perSecond: number;
}

interface Tally {
  clips: number;
  answered: number;
  wrong: number;
  /** Answers by what they are like, and the right ones among them. */
  like: Record<string, [right: number, of: number]>;
  never: Map<string, number>;
  /** Seconds of analysis for a minute of clip. */
  perMinute: number[];
}

const hasCodec = spawnSync('ffmpeg', ['-version']).status === 0;

/** Sound as a browser's recording has it: through Opus and back. */
function throughCodec(samples: Float32Array, rate: number): Float32Array {
  if (!hasCodec) return samples;
  const raw = ['-f', 'f32le', '-ar', String(rate), '-ac', '1'];
  const run = (args: string[], input: Uint8Array) => spawnSync('ffmpeg', ['-v', 'error', ...args], { input, maxBuffer: 2 ** 28 }).stdout;
  const coded = run([...raw, '-i', '-', '-c:a', 'libopus', '-b:a', '32k', '-f', 'ogg', '-'], new Uint8Array(samples.buffer));
  const back = run(['-i', '-', ...raw, '-'], coded);
  return new Float32Array(back.buffer.slice(back.byteOffset, back.byteOffset + back.byteLength - (back.byteLength % 4)));
}

function measure(takes: Iterable<Take>): Tally {
  const tally = none();
  for (const { signals, reps, perSecond } of takes) {
    const begun = performance.now();
    const said = suggestCount(signals, drillFor(perSecond, tally.clips));
    tally.clips++;
    tally.perMinute.push(((performance.now() - begun) * 0.06) / (signals.pictures.times.at(-1) ?? 60));
    if (typeof said === 'string') {
      tally.never.set(said, (tally.never.get(said) ?? 0) + 1);
      continue;
    }
    const isWrong = isOff(said.reps.length, reps.length);
    tally.answered++;
    if (isWrong) tally.wrong++;
    const [right, of] = tally.like[said.like] ?? [0, 0];
    tally.like[said.like] = [right + (isWrong ? 0 : 1), of + 1];
    if (isWrong && process.env.WRONG)
      console.error(`   wrong: ${said.reps.length} for ${reps.length}, ${said.like}, ${perSecond.toFixed(2)} a second`);
  }
  return tally;
}

const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${Math.round((1000 * part) / whole) / 10} %`);
const line = (name: string, t: Tally) => {
  const middle = [...t.perMinute].sort((a, b) => a - b)[Math.floor(t.perMinute.length / 2)] ?? 0;
  return `| ${name} | ${t.wrong} of ${t.answered} | ${t.clips} | ${percent(t.answered, t.clips)} | ${middle.toFixed(1)} s |`;
};

const none = (): Tally => ({ clips: 0, answered: 0, wrong: 0, like: {}, never: new Map(), perMinute: [] });

function sum(tallies: readonly Tally[]): Tally {
  const all = none();
  for (const one of tallies) {
    all.clips += one.clips;
    all.answered += one.answered;
    all.wrong += one.wrong;
    all.perMinute.push(...one.perMinute);
    for (const [why, n] of one.never) all.never.set(why, (all.never.get(why) ?? 0) + n);
    for (const [like, [right, of]] of Object.entries(one.like)) {
      const [rightSoFar, ofSoFar] = all.like[like] ?? [0, 0];
      all.like[like] = [rightSoFar + right, ofSoFar + of];
    }
  }
  return all;
}

function table(of: string, rows: readonly (readonly [string, Tally])[]): void {
  console.log(`| ${of} | wrong by more than 5 % (and by more than 1) | clips | answered | analysis of 60 s |`);
  console.log('|---|---|---|---|---|');
  for (const [name, tally] of rows) console.log(line(name, tally));
  const all = sum(rows.filter(([name]) => !NEVER.some((never) => never === name)).map(([, tally]) => tally));
  console.log(line('**all that can be counted**', all));
  console.log(
    `\nRight, by what they are like: ${Object.entries(all.like)
      .map(([like, [right, n]]) => `${like} ${right} of ${n}`)
      .join(', ')}.`,
  );
  console.log(`Silent because: ${[...all.never].map(([why, n]) => `${why} ${n}`).join(', ')}.\n`);
}

const seeds = Array.from({ length: each }, (_, n) => from + n);
function* drawn(condition: RangeCondition): Iterable<Take> {
  for (const seed of seeds) {
    const clip = describeClip(condition, seed);
    const { signals, reps } = takeOf(clip);
    const sound = signals.sound && { ...signals.sound, samples: throughCodec(signals.sound.samples, signals.sound.rate) };
    yield { signals: { ...signals, sound }, reps, perSecond: clip.rate };
  }
}

console.log(
  `Sounds ${hasCodec ? 'through Opus and back' : 'as they were made: no ffmpeg here'}; shown to coaches: ${JSON.stringify(RIGHT_OF)}\n`,
);
table(
  'drawn clips',
  (Object.keys(RANGE_CONDITIONS) as RangeCondition[]).map((one) => [one, measure(drawn(one))]),
);
if (folder) {
  const recorded = recordedIn(folder);
  function* mixed(condition: (typeof HALF_REAL_CONDITIONS)[number]): Iterable<Take> {
    for (const seed of seeds) {
      const take = halfReal(condition, seed, recorded);
      const { samples, rate, work, reps, perSecond } = take;
      const pictures = picturesFor(take, samples.length / rate, seed);
      yield { signals: { sound: { samples: throughCodec(samples, rate), rate }, pictures, work }, reps, perSecond };
    }
  }
  table(
    'recorded sounds, drawn pictures',
    HALF_REAL_CONDITIONS.map((one) => [one, measure(mixed(one))]),
  );
}
