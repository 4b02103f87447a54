import { expect } from 'chai';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { elapsedSince, serverSaid, stampNow } from '../../../src/client/now.ts';
import { waitBeforeRetry } from '../../../src/client/send-queue.ts';
import type { ThisWeek } from '../../../src/contract/training.ts';
import type { ClockedWork } from '../../../src/core/training/index.ts';
import { conesFor } from '../../../src/views/training/LayOut.tsx';
import { PausePanel } from '../../../src/views/training/PausePanel.tsx';
import { firstEntry, numbersAfter, oddScore, outcomeOf, scoreFrom, triesOf } from '../../../src/views/training/score-form.ts';
import { anId, anItem, drillOf, timed } from '../../core/make.ts';

const tap = (at: number, what: 'left' | 'right' | 'drop') => ({ at, what });
const work: ClockedWork = { itemId: 'x', round: 0, foot: 'both', surface: null, seconds: 30, clocked: true, startedAt: 0 };

describe('what a helper tapped', () => {
  it('fills in the count of the foot and the times the ball was lost', () => {
    const taps = [tap(1, 'left'), tap(2, 'left'), tap(3, 'right'), tap(4, 'drop')];
    const { dose } = anItem('sole-taps', timed(30));
    expect(firstEntry('both', dose, [work], () => taps)).to.include({ value: '3', faults: '1' });
    expect(firstEntry('left', dose, [work], () => taps)).to.include({ value: '2' });
    expect(firstEntry('both', dose, [work], () => null)).to.include({ value: '', faults: '0' });
  });

  it('fills in each surface, and each try of an unbroken run', () => {
    const surfaces = anItem('twenty-fives').dose;
    const parts = firstEntry('both', surfaces, [], (surface) => (surface === 'left foot' ? [tap(1, 'left'), tap(2, 'left')] : null)).parts;
    expect([parts['left foot'], parts['right foot']]).to.deep.equal(['2', '']);
    const run = anItem('juggle-alternating', { dose: { measure: 'unbroken run', seconds: 60, rounds: 1, bounce: false } });
    const entry = firstEntry('both', run.dose, [work], () => [tap(1, 'left'), tap(2, 'drop'), tap(3, 'right'), tap(4, 'left')]);
    expect(entry.tries).to.deep.equal(['1', '2']);
    expect(triesOf({ ...entry, value: '5' })).to.deep.equal([1, 2, 5]);
    const score = scoreFrom({ ...entry, value: '5' }, anId(), run, [work], false);
    expect([score.value, score.parts]).to.deep.equal([5, { 'try 1': 1, 'try 2': 2, 'try 3': 5 }]);
    expect(scoreFrom({ ...entry, tries: [] }, anId(), run, [work], false).value).to.be.NaN;
    expect(scoreFrom(entry, anId(), run, [work], true)).to.include({ value: null, parts: null });
  });
});

describe('the numbers to beat after a go', () => {
  const item = anItem('hop-out-in-taps', { ...timed(15), target: { rule: 'beat your best' } });
  const drill = drillOf('hop-out-in-taps');
  const beat = (foot: 'left' | 'right', record: number | null) => ({
    itemId: item.id,
    foot,
    record,
    target: { number: record === null ? null : record + 1, reason: '', estimated: false, byCoach: false },
    tuning: null,
  });
  const score = (foot: 'left' | 'right', value: number | null) => ({
    id: anId(),
    foot,
    value,
    faults: 0,
    seconds: 15,
    clocked: true,
    parts: null,
  });
  const beaten = (scores: ReturnType<typeof score>[]) =>
    numbersAfter([beat('left', 20), beat('right', 30), { ...beat('left', 5), itemId: anId() }], scores, item, drill, 'steady');

  it('rise with a better result of the same foot and item, so that the next round is measured by it', () => {
    const [left, right, other] = beaten([score('left', 24), score('right', 30)]);
    expect([left?.record, left?.target.number, right?.record, other?.record]).to.deep.equal([24, 25, 30, 5]);
    const second = score('left', 23);
    expect(outcomeOf(second, item, left).kind).to.equal('close');
  });

  it('stay for a number that the coach has to look at, which is never called a best', () => {
    expect(beaten([score('left', 9999), score('right', 12.5)]).map((one) => one.record)).to.deep.equal([20, 30, 5]);
    const odd = oddScore(score('left', 9999), item, drill, beat('left', 20), null);
    expect(outcomeOf(score('left', 9999), item, beat('left', 20), odd)).to.deep.equal({
      foot: 'left',
      kind: 'looked at',
      sentence: '9999 reps. Kept: your coach will look at it.',
    });
  });

  it('stay for a worse one and for a lost count', () => {
    expect(beaten([score('left', 19), score('right', null)]).map((one) => one.record)).to.deep.equal([20, 30, 5]);
  });
});

describe('the outbox', () => {
  it('waits twice as long after each try, at most ten minutes, a little apart for each thing', () => {
    const waits = [0, 1, 2, 3].map((tries) => waitBeforeRetry(tries, 'aa80'));
    expect(waits.slice(1).map((wait, i) => Math.round(wait / (waits[i] ?? 1)))).to.deep.equal([2, 2, 2]);
    expect(waitBeforeRetry(0, 'aa80')).to.be.within(3000, 5000);
    expect(waitBeforeRetry(60, 'aaff')).to.be.at.most(12 * 60_000 + 1);
    expect(waitBeforeRetry(3, 'aa00')).to.be.below(waitBeforeRetry(3, 'aaff'));
  });
});

describe('the time between doing and sending', () => {
  it('is measured by the page’s own clock while it lives, else by the server’s, else by the device’s', () => {
    expect(elapsedSince(stampNow())).to.be.within(0, 200);
    const now = performance.timeOrigin + performance.now();
    const earlier = { page: 'an earlier life', at: now - 3_600_000, server: null };
    expect(elapsedSince(earlier)).to.be.closeTo(3_600_000, 500);
    serverSaid(now + 86_400_000);
    // The device's clock was set on by three hours in between; the server's was not.
    expect(elapsedSince({ ...earlier, at: now - 7_200_000 - 10_800_000, server: now + 86_400_000 - 7_200_000 })).to.be.closeTo(
      7_200_000,
      500,
    );
    expect(elapsedSince({ ...earlier, at: now + 999_999, server: null })).to.equal(0);
  });
});

describe('a pause', () => {
  it('always offers to say that something hurts', () => {
    const nothing = () => {};
    const words = renderToStaticMarkup(
      createElement(PausePanel, {
        here: 'Sole taps',
        drill: null,
        foot: null,
        stronger: 'right',
        shown: { film: null, voice: null },
        choice: null,
        isTold: true,
        goesDark: false,
        onGoOn: nothing,
        onAgain: nothing,
        onSkip: nothing,
        onHurt: nothing,
        onLeave: nothing,
      }),
    );
    for (const way of ['Go on', 'Again', 'Skip', 'Something hurts', 'Stop here']) expect(words).to.include(way);
  });
});

describe('what to fetch', () => {
  it('says how many cones the largest layout of a session needs', () => {
    const layout = (moves: string, variants: { name: string; moves: string; route: string }[] = []) => ({
      ...drillOf('slalom-both'),
      layout: { moves, route: '', variants },
    });
    const at = (home: ThisWeek['home']) => ({ home, runner: { strongerFoot: 'right' as const, level: 'steady' as const, ownPace: {} } });
    const none = { ...drillOf('sole-taps'), layout: null };
    expect(conesFor(at(null), [none])).to.equal(0);
    const three = 'put a cone; 5 steps forward; put; 5 left; put';
    expect(conesFor(at(null), [layout(three), layout('put a cone'), none])).to.equal(3);
    // As it is laid at home: with two cones there is a way for two.
    const two = { has: ['ball' as const, 'cones' as const], yard: null, step: null, cones: 2 };
    const row = { name: 'Two cones', moves: 'put a cone; 5 steps forward; put', route: '' };
    expect(conesFor(at(two), [layout(three, [row])])).to.equal(2);
  });
});
