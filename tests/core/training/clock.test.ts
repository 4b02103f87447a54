import { expect } from 'chai';
import fc from 'fast-check';
import {
  advance,
  applyEvent,
  attemptOf,
  type ClockEvent,
  compileRunSheet,
  endedBetween,
  type Interval,
  NOT_STARTED,
  replay,
  shareOfWork,
  startOfGo,
  TYPICAL_RUNNER,
  workOfGo,
} from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, only, timed } from '../make.ts';

const T0 = 1_000_000;
const sheet = compileRunSheet(only(anItem('hop-out-in-taps', timed(15))), drills, TYPICAL_RUNNER);
// set-up (ready) · lead-in 10 · right 15 · switch 3 · left 15 · score (done)
const begun: ClockEvent[] = [
  { type: 'start', at: T0 },
  { type: 'ready', at: T0 + 4000 },
];
const at = (seconds: number) => T0 + 4000 + seconds * 1000;

describe('the clock', () => {
  it('waits at the set-up until ready', () => {
    const state = replay(sheet, begun.slice(0, 1), T0 + 600_000);
    expect([state.index, state.phase]).to.deep.equal([0, 'running']);
  });

  it('is in the right foot’s sixth second 15.5 s after ready', () => {
    const state = replay(sheet, begun, at(15.5));
    expect([sheet[state.index]?.kind, sheet[state.index]?.foot, state.ranMs]).to.deep.equal(['work', 'right', 5500]);
  });

  it('passes many intervals in one step, each at its exact moment', () => {
    const state = replay(sheet, begun, at(500));
    expect(sheet[state.index]?.kind).to.equal('score');
    expect(state.stretches.map((s) => s.endedAt)).to.deep.equal([T0 + 4000, at(10), at(25), at(28), at(43)]);
    expect(state.ranMs).to.equal(457_000);
  });

  it('does not count paused time as work', () => {
    const events: ClockEvent[] = [...begun, { type: 'pause', at: at(12) }, { type: 'resume', at: at(72) }];
    const state = replay(sheet, events, at(85));
    const right = state.stretches.find((s) => sheet[s.index]?.kind === 'work');
    expect(right).to.include({ ranMs: 15_000, pausedMs: 60_000, endedAt: at(85), ended: 'clock' });
  });

  it('leaves out the time nobody heard the clock, and stands in a pause after it', () => {
    const events: ClockEvent[] = [...begun, { type: 'gap', at: at(12), until: at(300) }];
    const state = replay(sheet, events, at(310));
    expect([state.phase, state.ranMs, sheet[state.index]?.foot]).to.deep.equal(['paused', 2000, 'right']);
    expect(replay(sheet, [...events, { type: 'resume', at: at(310) }], at(323)).stretches.at(-1)?.ended).to.equal('clock');
  });

  it('goes back to the lead-in of the go on again, and only the last attempt counts', () => {
    const events: ClockEvent[] = [...begun, { type: 'again', at: at(20) }];
    const state = replay(sheet, events, at(20));
    expect(state.index).to.equal(1);
    expect(attemptOf(state, 2)).to.equal(1);
    const done = replay(sheet, events, at(20 + 43));
    const work = workOfGo(sheet, done, sheet[2]?.itemId ?? '', 0);
    expect(work.map((w) => [w.foot, w.seconds, w.clocked])).to.deep.equal([
      ['right', 15, true],
      ['left', 15, true],
    ]);
  });

  it('skips past a go that was not worked, but to the score when one foot is done', () => {
    const early = replay(sheet, [...begun, { type: 'skip', at: at(5) }], at(5));
    expect(early.phase).to.equal('finished');
    const late = replay(sheet, [...begun, { type: 'skip', at: at(30) }], at(30));
    expect(sheet[late.index]?.kind).to.equal('score');
    const work = workOfGo(sheet, late, sheet[2]?.itemId ?? '', 0);
    expect(work.map((w) => [w.foot, w.clocked])).to.deep.equal([
      ['right', true],
      ['left', false],
    ]);
  });

  it('ends with the last score, and takes nothing after the end', () => {
    const events: ClockEvent[] = [...begun, { type: 'done', at: at(50) }];
    const state = replay(sheet, events, at(60));
    expect([state.phase, state.index]).to.deep.equal(['finished', sheet.length]);
    expect(replay(sheet, [...events, { type: 'again', at: at(61) }]).phase).to.equal('finished');
  });

  it('takes no "ready" in the middle of clocked work and no "done" in a lead-in', () => {
    expect(replay(sheet, [...begun, { type: 'ready', at: at(15) }, { type: 'done', at: at(15) }], at(15)).index).to.equal(2);
    expect(replay(sheet, [...begun, { type: 'done', at: at(3) }], at(3)).index).to.equal(1);
  });

  it('never runs back when the device’s clock does', () => {
    const state = replay(sheet, begun, at(15));
    expect(advance(sheet, state, at(2))).to.deep.equal(state);
  });

  it('stops kindly, with what was done', () => {
    const state = replay(sheet, [...begun, { type: 'stop', at: at(26), why: 'hurt' }]);
    expect(state.phase).to.equal('stopped');
    // 15 of 30 s of work.
    expect(shareOfWork(sheet, state)).to.equal(0.5);
  });

  it('asks nobody for what cannot be done at home: it is no part of the share, done or not', () => {
    const [first, second] = [anItem('inside-taps', { ...timed(20), scored: false }), anItem('sole-taps', { ...timed(40), scored: false })];
    const both = compileRunSheet(aSession([aBlock('recap', [first, second])]), drills, TYPICAL_RUNNER);
    const end = 1000 * both.reduce((sum, one) => sum + one.seconds, 0) + 4000;
    const skipped: ClockEvent[] = [
      { type: 'start', at: 0 },
      { type: 'ready', at: 4000 },
      { type: 'skip', at: 4001 },
    ];
    const onlySecond = replay(both, skipped, end);
    expect(shareOfWork(both, onlySecond)).to.be.closeTo(40 / 60, 1e-9);
    expect(shareOfWork(both, onlySecond, new Set([first.id]))).to.equal(1);
    expect(shareOfWork(both, onlySecond, new Set([second.id]))).to.equal(0);
    expect(shareOfWork(both, onlySecond, new Set([first.id, second.id]))).to.equal(0);
  });

  it('knows what ended while the screen was off', () => {
    const state = replay(sheet, begun, at(40));
    expect(endedBetween(state, at(12), at(29)).map((s) => sheet[s.index]?.kind)).to.deep.equal(['work', 'switch']);
  });

  it('counts own-paced work by hand-over: a set is done when the player says so', () => {
    const sets = compileRunSheet(only(anItem('cross-course', { dose: { measure: 'sets', sets: 2 } })), drills, TYPICAL_RUNNER);
    const events: ClockEvent[] = [
      { type: 'start', at: 0 },
      { type: 'ready', at: 0 },
      { type: 'done', at: 10_000 + 22_000 },
    ];
    const state = replay(sets, events, 33_000);
    expect(sets[state.index]?.kind).to.equal('turn-round');
    expect(workOfGo(sets, state, sets[2]?.itemId ?? '', 0)[0]).to.include({ seconds: 22, clocked: false });
    expect(shareOfWork(sets, state)).to.equal(0.5);
  });

  it('finds the first interval of a go', () => {
    expect(startOfGo(sheet, 4)).to.equal(1);
    expect(startOfGo(sheet, 0)).to.equal(0);
  });

  it('law: on an all-clock list the time run is the list’s total, whatever the pauses', () => {
    const items = [anItem('inside-taps', { ...timed(20), scored: false }), anItem('hop-out-in-taps', { ...timed(15, 2), scored: false })];
    const list = compileRunSheet(aSession([aBlock('recap', items)]), drills, TYPICAL_RUNNER).slice(1) as Interval[];
    const total = list.reduce((sum, i) => sum + i.seconds * 1000, 0);
    const pauses = fc.array(fc.tuple(fc.integer({ min: 1, max: 20_000 }), fc.integer({ min: 1, max: 90_000 })), { maxLength: 12 });
    fc.assert(
      fc.property(pauses, fc.integer({ min: 1, max: 5000 }), (list2, step) => {
        let state = applyEvent(list, NOT_STARTED, { type: 'start', at: 0 });
        let now = 0;
        for (const [run, pause] of list2) {
          now += run;
          state = applyEvent(list, state, { type: 'pause', at: now });
          now += pause;
          state = applyEvent(list, state, { type: 'resume', at: now });
        }
        for (let i = 0; i < 5000 && state.phase === 'running'; i++) {
          now += step;
          state = advance(list, state, now);
        }
        if (state.phase === 'running') state = advance(list, state, now + total);
        expect(state.phase).to.equal('finished');
        expect(state.stretches.reduce((sum, s) => sum + s.ranMs, 0)).to.equal(total);
        list.forEach((interval, i) => {
          expect(state.stretches[i]?.ranMs).to.equal(interval.seconds * 1000);
        });
      }),
    );
  });

  it('law: a log replays to the same state in one go or step by step', () => {
    const types = fc.constantFrom('pause', 'resume', 'ready', 'done', 'skip', 'again', 'hide', 'show');
    const logs = fc.array(fc.tuple(types, fc.integer({ min: 0, max: 30_000 })), { maxLength: 25 });
    fc.assert(
      fc.property(logs, (steps) => {
        let now = 0;
        const events: ClockEvent[] = [{ type: 'start', at: 0 }];
        for (const [type, wait] of steps) {
          now += wait;
          events.push({ type, at: now } as ClockEvent);
        }
        let state = NOT_STARTED;
        for (const event of events) state = applyEvent(sheet, advance(sheet, state, event.at), event);
        expect(replay(sheet, events)).to.deep.equal(state);
        for (const s of state.stretches) {
          const interval = sheet[s.index] as Interval;
          if (interval.ends === 'clock') expect(s.ranMs).to.be.at.most(interval.seconds * 1000);
        }
      }),
    );
  });
});
