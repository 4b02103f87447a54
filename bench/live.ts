/**
 * Measures what the phone counts by ear, on sounds whose reps are known and that no figure was chosen on: drawn ones, and — where a folder of
 * recorded sounds is given — mixes of those.
 * `npm run bench:live` prints tables in Markdown; `-- 60 FOLDER` takes another number of tracks, and the folder with its sounds.json and sounds.bin.
 */

import { isOff } from '../src/core/rep-counter/heard.ts';
import { countHeard } from '../src/core/rep-counter/live-count.ts';
import { LiveEar } from '../src/core/rep-counter/live-ear.ts';
import { HALF_REAL_CONDITIONS, halfReal } from '../src/testkit/half-real.ts';
import { drillFor } from '../src/testkit/heard-drill.ts';
import { describeClip, RANGE_CONDITIONS, type RangeCondition, soundOfTake } from '../src/testkit/range.ts';
import { recordedIn } from './recorded.ts';

const REPORT_SEED = 500_000;
const [count = '40', folder] = process.argv.slice(2);
const each = Number(count);
const from = Number(process.env.SEED ?? REPORT_SEED);
/** A worklet's samples come in pieces of this length. */
const PIECE = 2048;
/** Conditions that differ in the picture alone. */
const SEEN_ONLY: readonly RangeCondition[] = ['flicker', 'shake', '15 fps', 'no sound'];

interface Track {
  samples: Float32Array;
  rate: number;
  work: { from: number; to: number };
  reps: number[];
  perSecond: number;
}

interface Tally {
  tracks: number;
  answered: number;
  wrong: number;
  never: Map<string, number>;
  ms: number;
  seconds: number;
}

function measure(tracks: Iterable<Track>): Tally {
  const tally: Tally = { tracks: 0, answered: 0, wrong: 0, never: new Map(), ms: 0, seconds: 0 };
  for (const { samples, rate, work, reps, perSecond } of tracks) {
    const ear = new LiveEar(rate);
    const begun = performance.now();
    const [begins, ends] = [Math.round(work.from * rate), Math.round(work.to * rate)];
    for (let i = 0; i < begins; i += PIECE) ear.push(samples.subarray(i, Math.min(begins, i + PIECE)));
    ear.begin();
    for (let i = begins; i < ends; i += PIECE) ear.push(samples.subarray(i, Math.min(ends, i + PIECE)));
    const length = work.to - work.from;
    const covered = [3, 2, 1].map((before) => ({ from: length - before - 0.03, to: length - before + 0.16 }));
    const said = countHeard(ear.work, drillFor(perSecond, tally.tracks), covered);
    tally.ms += performance.now() - begun;
    tally.seconds += samples.length / rate;
    tally.tracks++;
    if (typeof said === 'string') tally.never.set(said, (tally.never.get(said) ?? 0) + 1);
    else {
      tally.answered++;
      if (isOff(said.count, reps.length)) tally.wrong++;
      if (process.env.WRONG && isOff(said.count, reps.length))
        console.error(`   wrong: ${said.count} for ${reps.length} at ${perSecond.toFixed(2)} a second`);
    }
  }
  return tally;
}

const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${Math.round((1000 * part) / whole) / 10} %`);
const line = (name: string, t: Tally) =>
  `| ${name} | ${t.tracks} | ${percent(t.answered, t.tracks)} | ${t.wrong} of ${t.answered} | ${(t.ms / t.seconds).toFixed(1)} ms |`;
const added = (all: readonly Tally[]): Tally =>
  all.reduce((sum, one) => {
    for (const [why, n] of one.never) sum.never.set(why, (sum.never.get(why) ?? 0) + n);
    return {
      tracks: sum.tracks + one.tracks,
      answered: sum.answered + one.answered,
      wrong: sum.wrong + one.wrong,
      never: sum.never,
      ms: sum.ms + one.ms,
      seconds: sum.seconds + one.seconds,
    };
  });

function table(of: string, rows: readonly (readonly [string, Tally])[]): void {
  console.log(`| ${of} | tracks | answered | wrong by more than 5 % (and by more than 1) | for a second of sound |`);
  console.log('|---|---|---|---|---|');
  for (const [name, tally] of rows) console.log(line(name, tally));
  const all = added(rows.map(([, tally]) => tally));
  console.log(line('**all**', all));
  console.log(
    `\nSilent because: ${[...all.never]
      .sort((a, b) => b[1] - a[1])
      .map(([why, n]) => `${why} ${n}`)
      .join(', ')}.\n`,
  );
}

function* drawn(condition: RangeCondition): Iterable<Track> {
  for (let n = 0; n < each; n++) {
    const clip = describeClip(condition, from + n);
    yield { ...soundOfTake(clip), perSecond: clip.rate };
  }
}

const conditions = (Object.keys(RANGE_CONDITIONS) as RangeCondition[]).filter((one) => !SEEN_ONLY.includes(one));
table(
  'drawn sounds',
  conditions.map((one) => [one, measure(drawn(one))]),
);
if (folder) {
  const recorded = recordedIn(folder);
  table(
    'recorded sounds',
    HALF_REAL_CONDITIONS.map((one) => [
      one,
      measure(Array.from({ length: each }, (_, n) => from + n).map((seed) => halfReal(one, seed, recorded))),
    ]),
  );
}
