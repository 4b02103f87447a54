import { readFileSync, writeFileSync } from 'node:fs';
import { expect } from 'chai';
import { countHeard, LiveEar, suggestCount } from '../../../src/core/rep-counter/index.ts';
import { soundsOf } from '../../../src/core/rep-counter/sound.ts';
import { describeClip, RANGE_CONDITIONS, RANGE_KINDS, type RangeCondition, soundOfTake, takeOf } from '../../../src/testkit/range.ts';
import { ALL_OF_IT } from '../../often.ts';

/*
 * Some drawn clips as they are heard and seen, figure by figure, in `listened.txt`: a change of the counter that moves nothing here is none.
 * After a change that is meant and measured (`npm run bench:suggest`), write the file anew with LISTENED=anew and read what changed in it.
 */

const FILE = new URL('listened.txt', import.meta.url);
const CONDITIONS = Object.keys(RANGE_CONDITIONS) as RangeCondition[];
const round = (n: number, digits = 3) => Number(n.toFixed(digits)) + 0;
const sum = (list: ArrayLike<number>) =>
  round(
    Array.from(list).reduce((a, b) => a + b, 0),
    2,
  );

function listened(condition: RangeCondition, n: number): string {
  const kind = RANGE_KINDS[n % RANGE_KINDS.length] ?? 'taps';
  const clip = { ...describeClip(condition, 700_000 + n), kind, rate: 1.4 + 0.3 * (n % 4), reps: 9 };
  const { samples, rate, work, reps } = soundOfTake(clip);
  const sounds = soundsOf(samples, rate);
  const ear = new LiveEar(rate);
  ear.push(samples.subarray(0, Math.round(work.from * rate)));
  ear.begin();
  ear.push(samples.subarray(Math.round(work.from * rate), Math.round(work.to * rate)));
  const drill = { pace: { easy: clip.rate * 0.6, ceiling: clip.rate * 1.8 }, soundsPerRep: 1 };
  const along = countHeard(ear.work, drill);
  const said = suggestCount(takeOf(clip).signals, drill);
  return [
    `${condition}, ${kind}, ${reps.length} reps at ${round(clip.rate, 1)} a second`,
    `  heard: beginnings ${sum(sounds.beginnings.values)}, loudness ${sum(sounds.loudness.values)}, bands ${sounds.rises
      .slice(0, 400)
      .map(sum)
      .reduce((a, b) => round(a + b, 2), 0)}`,
    `  counted along: ${typeof along === 'string' ? along : JSON.stringify(along, (_, one) => (typeof one === 'number' ? round(one) : one))}`,
    `  suggested: ${typeof said === 'string' ? said : `${said.reps.length}, ${said.like}: ${said.reps.map((t) => round(t, 2)).join(' ')}`}`,
  ].join('\n');
}

const all = CONDITIONS.map((condition, n) => [condition, n] as const);
/** At every change some of them; all before a release. */
const tried = all.filter(([, n]) => ALL_OF_IT || n % 6 === 0);

describe('what is heard and seen of some clips', function () {
  this.timeout(30_000);
  if (process.env.LISTENED === 'anew') writeFileSync(FILE, `${all.map((one) => listened(...one)).join('\n\n')}\n`);
  const written = readFileSync(FILE, 'utf8').trim().split('\n\n');
  for (const [condition, n] of tried) it(condition, () => expect(listened(condition, n)).to.equal(written[n]));
  it('and there is no other', () => expect(written).to.have.length(all.length));
});
