/**
 * Measures the suggested count on a range of drawn clips whose true reps are known, with seeds that no figure was chosen on.
 * `npm run bench:suggest` prints a table in Markdown; `-- 40` takes another number of clips a condition.
 */

import { suggestCount } from '../src/core/rep-counter/index.ts';
import { describeClip, RANGE_CONDITIONS, type RangeCondition, takeOf } from '../src/testkit/range.ts';

const REPORT_SEED = 500_000;
const each = Number(process.argv[2] ?? 40);
/** Conditions in which no count can be right, so that only "no suggestion" is. */
const NEVER: readonly RangeCondition[] = ['no sound', 'empty yard'];

interface Tally {
  clips: number;
  answered: number;
  within1: number;
  within5: number;
  error: number;
  /** Milliseconds of analysis for a minute of clip. */
  perMinute: number[];
}

const none = (): Tally => ({ clips: 0, answered: 0, within1: 0, within5: 0, error: 0, perMinute: [] });

function measure(condition: RangeCondition): Tally {
  const tally = none();
  for (let n = 0; n < each; n++) {
    const { signals, reps } = takeOf(describeClip(condition, REPORT_SEED + n));
    const from = performance.now();
    const said = suggestCount(signals);
    tally.clips++;
    tally.perMinute.push(((performance.now() - from) * 60) / (signals.pictures.times.at(-1) ?? 60));
    if (typeof said === 'string') continue;
    const off = Math.abs(said.reps.length - reps.length);
    tally.answered++;
    tally.error += off;
    if (off <= 1) tally.within1++;
    if (off <= 0.05 * reps.length) tally.within5++;
  }
  return tally;
}

const percent = (part: number, whole: number) => (whole === 0 ? '–' : `${Math.round((100 * part) / whole)} %`);
const line = (name: string, t: Tally) => {
  const middle = [...t.perMinute].sort((a, b) => a - b)[Math.floor(t.perMinute.length / 2)] ?? 0;
  const error = t.answered === 0 ? '–' : (t.error / t.answered).toFixed(2);
  return `| ${name} | ${t.clips} | ${percent(t.answered, t.clips)} | ${error} | ${percent(t.within1, t.answered)} | ${percent(t.within5, t.answered)} | ${(middle / 1000).toFixed(1)} s |`;
};

function sum(tallies: readonly Tally[]): Tally {
  return tallies.reduce(
    (all, one) => ({
      clips: all.clips + one.clips,
      answered: all.answered + one.answered,
      within1: all.within1 + one.within1,
      within5: all.within5 + one.within5,
      error: all.error + one.error,
      perMinute: [...all.perMinute, ...one.perMinute],
    }),
    none(),
  );
}

console.log('| condition | clips | answered | mean error | within ±1 | within ±5 % | analysis of 60 s |');
console.log('|---|---|---|---|---|---|---|');
const results = new Map<RangeCondition, Tally>();
for (const condition of Object.keys(RANGE_CONDITIONS) as RangeCondition[]) {
  const tally = measure(condition);
  results.set(condition, tally);
  console.log(line(condition, tally));
}
const countable = [...results].filter(([condition]) => !NEVER.includes(condition)).map(([, tally]) => tally);
console.log(line('**all that can be counted**', sum(countable)));
