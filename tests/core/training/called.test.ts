import { expect } from 'chai';
import fc from 'fast-check';
import { BETWEEN_CALLS, callsDuring, cuesToCall, LAST_SECONDS, spokenSeconds } from '../../../src/core/training/index.ts';
import { drills } from '../make.ts';

describe('what is called during the work', () => {
  const words = (seconds: number, cues: string[]) => callsDuring(seconds, cues).map((call) => `${call.at} ${call.words}`);

  it('is the feet first, half-time with the seconds left, eyes up in the second half, and the last ten', () => {
    expect(words(60, ['eyes up', 'on your toes', 'arms out'])).to.deep.equal([
      '3 on your toes',
      '18 arms out',
      '30 half-time, 30 seconds left',
      '33 eyes up',
      '50 last ten',
    ]);
  });

  it('begins at the length that has a half-time, and a last ten', () => {
    expect(words(19, [])).to.deep.equal([]);
    expect(words(20, [])).to.deep.equal(['10 half-time, 10 seconds left']);
    expect(words(39, [])).to.deep.equal(['19.5 half-time, 20 seconds left']);
    expect(words(40, [])).to.deep.equal(['20 half-time, 20 seconds left', '30 last ten']);
  });

  it('leaves out what there is no time for', () => {
    expect(words(8, ['on your toes'])).to.deep.equal([]);
    expect(words(10, ['on your toes'])).to.deep.equal(['3 on your toes']);
    expect(words(30, [Array(40).fill('long').join(' ')])).to.deep.equal(['15 half-time, 15 seconds left']);
  });

  it('law: nothing is cut off, cues are 15 s apart, and the last five seconds are still', () => {
    const cue = fc
      .array(fc.constantFrom('toes', 'arms', 'soft', 'head up', 'quick'), { minLength: 1, maxLength: 7 })
      .map((list) => list.join(' '));
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 240 }), fc.array(cue, { maxLength: 5 }), (seconds, cues) => {
        const calls = callsDuring(seconds, cues);
        calls.forEach((call, i) => {
          const end = call.at + spokenSeconds(call.words);
          expect(end).to.be.at.most(seconds - LAST_SECONDS);
          expect(end).to.be.at.most(calls[i + 1]?.at ?? Number.POSITIVE_INFINITY);
        });
        const own = calls.filter((call) => cues.includes(call.words));
        own.forEach((call, i) => {
          const before = own[i - 1];
          expect(call.at).to.be.at.least(3);
          if (before) expect(call.at - before.at).to.be.at.least(BETWEEN_CALLS);
          if (/head up/.test(call.words)) expect(call.at).to.be.at.least(seconds / 2);
        });
        expect(new Set(own.map((call) => call.words)).size <= new Set(cues).size).to.equal(true);
      }),
    );
  });

  it('lets eyes leave the ball where they may, once, and never at the wall or in the air', () => {
    for (const drill of drills.values()) {
      const ups = cuesToCall(drill).filter((cue) => /head up|look up|eyes up/i.test(cue)).length;
      if (['wall', 'juggling'].includes(drill.family)) expect(cuesToCall(drill), drill.id).to.deep.equal(drill.cues);
      if (drill.family === 'ball mastery') expect(ups, drill.id).to.be.at.least(1);
    }
    expect(cuesToCall({ cues: ['Head up'], family: 'dribbling' })).to.deep.equal(['Head up']);
  });
});
