import { expect } from 'chai';
import fc from 'fast-check';
import {
  changed,
  type Mark,
  type MarkChange,
  marksOf,
  NO_MARKS,
  recountedValue,
  recountOf,
  redo,
  tapDelay,
  tappedAt,
  undo,
} from '../../../src/core/review/index.ts';
import { habitsOf, mayBeWaved, orderCues, reviewMinutes, standingFacts } from '../../../src/core/scores/index.ts';

const mark = (at: number, what: Mark['what'], id = `${what}-${at}`): Mark => ({ id, at, what });
const put = (one: Mark): MarkChange => ({ type: 'put', mark: one });

const anyMark = fc.record({
  id: fc.uuid(),
  at: fc.integer({ min: 0, max: 60_000 }).map((ms) => ms / 1000),
  what: fc.constantFrom('left' as const, 'right' as const, 'drop' as const),
});
const someMarks = fc.uniqueArray(anyMark, { selector: (one) => one.id, maxLength: 60 });

describe('a recount', () => {
  /** 2–12 s of work; a drop at 5.5 s. */
  const marks = [
    mark(2.5, 'right'),
    mark(3.5, 'left'),
    mark(4.5, 'right'),
    mark(5.5, 'drop'),
    mark(7.2, 'left'),
    mark(8.2, 'right'),
    mark(9.4, 'left'),
    mark(10.4, 'right'),
    mark(13, 'left'),
  ];
  const work = [{ from: 2, to: 12 }];

  it('gives left 3, right 4, one drop, a longest run of 4, and leaves out what lies after the work', () => {
    expect(recountOf(marks, work)).to.include({ left: 3, right: 4, both: 7, drops: 1, longest: 4, outside: 1 });
  });
  it('gives the rate of each 5 s: 3 in 2–7 s are 0.6 a second, 4 in 7–12 s are 0.8', () => {
    expect(recountOf(marks, work).rates).to.deep.equal([
      { from: 2, to: 7, left: 1, right: 2, rate: 0.6 },
      { from: 7, to: 12, left: 2, right: 2, rate: 0.8 },
    ]);
  });
  it('gives a shorter last window its own length, and none of a pause to the rate', () => {
    const rates = recountOf(marks, [
      { from: 2, to: 5 },
      { from: 7, to: 10 },
    ]).rates;
    // 2–7 s holds 3 s of work, 7–10 s the other 3.
    expect(rates.map((window) => [window.from, window.to, window.rate])).to.deep.equal([
      [2, 7, 1],
      [7, 10, 1],
    ]);
  });
  it('gives the rhythm without the gap that a drop makes: gaps 1, 1, 1, 1.2, 1 have the middle 1 and no spread', () => {
    expect(recountOf(marks, work).rhythm).to.satisfy((r: { gap: number; spread: number }) => Math.abs(r.gap - 1) < 1e-9 && r.spread < 1e-9);
    expect(recountOf([mark(1, 'left'), mark(2, 'right')]).rhythm, 'one gap is no rhythm').to.equal(null);
  });
  it('counts a rep a tenth of a second round the whistle, and none later', () => {
    expect(recountOf([mark(12.1, 'left'), mark(12.11, 'left', 'late'), mark(1.9, 'right')], work)).to.include({ both: 2, outside: 1 });
  });
  it('gives a score its number: its own foot, the longest run, and nothing where marks cannot tell', () => {
    const recount = recountOf(marks, work);
    expect(recountedValue(recount, 'count in time', 'both')).to.equal(7);
    expect(recountedValue(recount, 'hits in time', 'left')).to.equal(3);
    expect(recountedValue(recount, 'fixed reps', 'right')).to.equal(4);
    expect(recountedValue(recount, 'unbroken run', 'both')).to.equal(4);
    expect(recountedValue(recount, 'course time', 'both')).to.equal(null);
    expect(recountedValue(recount, 'time on', 'both')).to.equal(null);
  });

  it('law: n marks of feet count n, in whatever order they are given', () => {
    fc.assert(
      fc.property(someMarks, fc.infiniteStream(fc.nat()), (list, order) => {
        const shuffled = [...list]
          .map((one) => ({ one, by: order.next().value as number }))
          .sort((a, b) => a.by - b.by)
          .map(({ one }) => one);
        const reps = list.filter((one) => one.what !== 'drop').length;
        const recount = recountOf(shuffled);
        expect(recount.both).to.equal(reps);
        expect(recount.left + recount.right).to.equal(reps);
        expect(recount.drops).to.equal(list.length - reps);
        expect(recount.longest).to.be.at.most(reps);
      }),
    );
  });
  it('law: all reps are in exactly one window of the rate', () => {
    fc.assert(
      fc.property(someMarks, fc.integer({ min: 1, max: 60 }), (list, seconds) => {
        const recount = recountOf(list, [{ from: 0, to: seconds }]);
        expect(recount.rates.reduce((sum, window) => sum + window.left + window.right, 0)).to.equal(recount.both);
      }),
    );
  });
});

describe('the marks of a recount', () => {
  it('are put, shifted, taken and replaced, each as one step that can be undone and redone', () => {
    const [a, b] = [mark(1, 'left'), mark(2, 'right')];
    let log = changed(changed(NO_MARKS, put(a)), put(b));
    log = changed(log, { type: 'shift', id: b.id, from: 2, to: 0.5 });
    expect(marksOf(log).map((one) => one.at)).to.deep.equal([0.5, 1]);
    log = changed(log, { type: 'take', mark: a });
    expect(marksOf(log)).to.deep.equal([{ ...b, at: 0.5 }]);
    expect(marksOf(undo(log)).map((one) => one.at)).to.deep.equal([0.5, 1]);
    expect(marksOf(redo(undo(log)))).to.deep.equal(marksOf(log));
    const read = changed(log, { type: 'all', before: marksOf(log), after: [a] });
    expect(marksOf(read)).to.deep.equal([a]);
    expect(marksOf(undo(read))).to.deep.equal(marksOf(log));
  });
  it('cannot be redone once something else was done', () => {
    const log = changed(undo(changed(NO_MARKS, put(mark(1, 'left')))), put(mark(2, 'left')));
    expect(redo(log)).to.equal(log);
    expect(undo(NO_MARKS)).to.equal(NO_MARKS);
  });
  it('law: undoing everything leaves nothing, and redoing everything brings back exactly what was there', () => {
    const step = fc.oneof(
      anyMark.map(put),
      fc.record({ pick: fc.nat(), to: fc.integer({ min: 0, max: 60_000 }) }),
      fc.nat().map((pick) => ({ pick })),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 40 }), (steps) => {
        let log = NO_MARKS;
        const seen: Mark[][] = [marksOf(log)];
        for (const one of steps) {
          const marks = marksOf(log);
          if ('type' in one) log = changed(log, one);
          else {
            const chosen = marks[one.pick % Math.max(1, marks.length)];
            if (!chosen) continue;
            log = changed(
              log,
              'to' in one ? { type: 'shift', id: chosen.id, from: chosen.at, to: one.to / 1000 } : { type: 'take', mark: chosen },
            );
          }
          seen.push(marksOf(log));
        }
        let back = log;
        for (let i = seen.length - 1; i >= 0; i--) {
          expect(marksOf(back)).to.deep.equal(seen[i]);
          back = undo(back);
        }
        expect(marksOf(back)).to.deep.equal([]);
        for (let i = 0; i < seen.length; i++) back = redo(back);
        expect(marksOf(back)).to.deep.equal(marksOf(log));
      }),
    );
  });
  it('lie earlier by the delay of the tapping times the speed: 120 ms at half speed are 60 ms of clip, none while it stands', () => {
    expect(tappedAt(5, 0.12, 0.5)).to.equal(4.94);
    expect(tappedAt(5, 0.12, 0)).to.equal(5);
    expect(tappedAt(0.05, 0.12, 1)).to.equal(0);
  });
});

describe('the delay of somebody’s tapping', () => {
  const reps = Array.from({ length: 12 }, (_, i) => 1 + i * 0.9);
  it('is the middle of tap − rep: 0.1 s late with two at 0.14 is 0.1', () => {
    const taps = reps.map((at, i) => at + (i < 2 ? 0.14 : 0.1));
    const found = tapDelay(reps, taps);
    expect(found?.seconds).to.be.closeTo(0.1, 1e-9);
    expect(found?.matched).to.equal(12);
  });
  it('leaves out reps without a tap and with two, and needs eight', () => {
    expect(
      tapDelay(
        reps,
        reps.slice(0, 8).map((at) => at + 0.2),
      )?.matched,
    ).to.equal(8);
    expect(
      tapDelay(
        reps,
        reps.slice(0, 7).map((at) => at + 0.2),
      ),
    ).to.equal(null);
    const doubled = reps.flatMap((at, i) => (i < 5 ? [at + 0.1, at + 0.2] : [at + 0.1]));
    expect(tapDelay(reps, doubled)).to.equal(null);
  });
  it('is not believed when the taps follow nothing', () => {
    expect(
      tapDelay(
        reps,
        reps.map((at, i) => at + (i % 3) * 0.2 - 0.05),
      ),
    ).to.equal(null);
  });
  it('law: does not depend on the order of the taps', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(
          reps.map((at) => at + 0.12),
          { minLength: 12 },
        ),
        (taps) => {
          expect(tapDelay(reps, taps)?.seconds).to.be.closeTo(0.12, 1e-9);
        },
      ),
    );
  });
});

describe('how long a coach takes', () => {
  it('is the usual figure without decisions, and (n · median + 5 · usual) / (n + 5) with them', () => {
    expect(habitsOf([]).clip).to.equal(25);
    const taken = [40, 50, 60].map((seconds) => ({ kind: 'clip' as const, seconds }));
    expect(habitsOf(taken).clip).to.equal((3 * 50 + 5 * 25) / 8);
    expect(habitsOf(taken).clear, 'other kinds stay').to.equal(3);
  });
  it('holds a cup of tea to five minutes, and looks at the newest forty', () => {
    expect(habitsOf([{ kind: 'doubt', seconds: 4000 }]).doubt).to.equal((300 + 5 * 20) / 6);
    const slowLongAgo = [...Array(40).fill({ kind: 'clear', seconds: 2 }), ...Array(100).fill({ kind: 'clear', seconds: 60 })];
    expect(habitsOf(slowLongAgo).clear).to.be.closeTo((40 * 2 + 5 * 3) / 45, 1e-9);
  });
  it('makes the minutes of the queue: a doubt with clip at 60 s and three clear ones at 20 s are 2 min', () => {
    const habits = { 'doubt with clip': 60, doubt: 20, clip: 25, clear: 20 };
    const clear = { result: 'clear' as const, hasClip: false };
    expect(reviewMinutes([{ result: 'look', hasClip: true }, clear, clear, clear], habits)).to.equal(2);
  });
});

describe('cues and waves', () => {
  it('puts the most used cue first and keeps the drill’s order among equals', () => {
    expect(orderCues(['a', 'b', 'c', 'b'], new Map([['c', 3]]))).to.deep.equal(['c', 'a', 'b']);
  });
  it('waves through only what is clear and has a number', () => {
    expect([
      mayBeWaved({ result: 'clear', value: 3 }),
      mayBeWaved({ result: 'clear', value: null }),
      mayBeWaved({ result: 'look', value: 3 }),
    ]).to.deep.equal([true, false, false]);
  });
  it('knows which facts stand', () => {
    const fact = (id: string, undoes: string | null = null) => ({
      id,
      undoes,
      said: { kind: undoes ? 'taken back' : 'clip asked for' } as const,
    });
    expect(standingFacts([fact('a'), fact('b'), fact('c', 'a')]).map((one) => one.id)).to.deep.equal(['b']);
  });
});
