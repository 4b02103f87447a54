import { expect } from 'chai';
import { type Doubt, doubtSentence } from '../../../src/core/scores/index.ts';

describe('a doubt in words', () => {
  const look = { result: 'look' as const, figure: 0 };
  const said: [Doubt, string][] = [
    [
      { reason: 'over the ceiling', result: 'cannot be', figure: 4.17, claimed: 125, seconds: 30, pace: 4.166, bound: 4 },
      '125 in 30 s is 4.2 a second; nobody’s feet go above 4 here.',
    ],
    [{ reason: 'very fast', ...look, claimed: 90, seconds: 30.04, pace: 2.996, bound: 2.9 }, '90 in 30 s is 3 a second; fast is 2.9.'],
    [
      { reason: 'far from own form', ...look, number: 40, distance: 5.66, middle: 17.25, bound: 3.5 },
      '40 is much better than the usual 17.3: a leap like this is rare.',
    ],
    [{ reason: 'record by hand', ...look, number: 8.44, best: 9 }, 'A new record (8.4, before 9) that did not run on the clock.'],
    [{ reason: 'clip too short', ...look, clipSeconds: 11.96, seconds: 30 }, 'The clip lasts 12 s, the work 30 s.'],
    [{ reason: 'same again', ...look, number: 60, times: 4 }, 'The same number, 60, 4 times running.'],
    [{ reason: 'recount differs', ...look, claimed: 60, recounted: 50 }, 'Claimed 60, the clip shows 50.'],
  ];
  for (const [doubt, words] of said) it(doubt.reason, () => expect(doubtSentence(doubt)).to.equal(words));

  it('is said as it was kept where an older program kept the words', () => {
    const old = { reason: 'same again', ...look, figure: 60, sentence: 'The same number, 60, 4 times running!' } as unknown as Doubt;
    expect(doubtSentence(old)).to.equal('The same number, 60, 4 times running!');
  });
});
