import { expect } from 'chai';
import { drillForPlayer } from '../../../src/core/drills/index.ts';
import { allItems, catchUpInWords, catchUpsFor, personalWeek } from '../../../src/core/planning/index.ts';
import type { PublishedWeek } from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, timed } from '../make.ts';

function weekOf(...items: ReturnType<typeof anItem>[]): PublishedWeek {
  const used = items.map((item) => drillOf(item.drillId));
  return {
    title: 'A week',
    focus: '',
    sessions: [aSession([aBlock('challenge', items)])],
    drills: Object.fromEntries(used.map((drill) => [drill.id, drill])),
  };
}

describe('a catch-up dose in words', () => {
  const item = (seconds: number) => anItem('hop-out-in-taps', { ...timed(seconds), side: 'each foot' });
  const said = (seconds: number, balance: number) => {
    const one = item(seconds);
    const [extra] = catchUpsFor(weekOf(one), () => ({ balance, behind: 'left' }), anId);
    return extra && catchUpInWords(one, extra);
  };
  it('is what goes on top, where that is the share that is meant', () => {
    // (30 + 15) / (60 + 15) = 60 %.
    expect(said(30, 0.7)).to.equal('left +15 s');
  });
  it('says what two minutes at most leave of it', () => {
    // 70 % of 200 s each would be 266.7 s more; with 120 it is 320 of 520, 61.5 %.
    expect(said(200, 0.4)).to.equal('left +120 s: 62 of 100, 70 are meant (no more than 120 s go on top)');
  });
  it('says what steps of five leave of it, from two points on', () => {
    // 10 s at balance 0.7: 5 s more are exactly 60 %. At 0.9 53.3 % are meant: 1.4 s, nothing.
    expect(said(10, 0.7)).to.equal('left +5 s');
    expect(said(10, 0.9)).to.equal(undefined);
    // 10 s at 0.8: 56.7 % are 3.1 s, handed out as 5: 15 of 25, 60 %.
    expect(said(10, 0.8)).to.equal('left +5 s: 60 of 100, 57 are meant (handed out in fives)');
  });
});

describe('a week of one’s own', () => {
  const each = anItem('hop-out-in-taps', { ...timed(30), side: 'each foot' });
  const taps = anItem('sole-taps', timed(30));

  it('is the planned one while nothing was given', () => {
    const week = weekOf(each, taps);
    expect(personalWeek(week, { extras: [], steps: [] })).to.equal(week);
  });
  it('has the catch-up dose right after its item, for the foot behind, unscored', () => {
    const extra = { id: anId(), after: each.id, foot: 'left' as const, amount: 15 };
    const items = allItems(personalWeek(weekOf(each, taps), { extras: [extra], steps: [] }));
    expect(items.map((item) => item.id)).to.deep.equal([each.id, extra.id, taps.id]);
    expect(items[1]).to.deep.include({ side: 'left', scored: false, dose: { measure: 'count in time', seconds: 15, rounds: 1 } });
  });
  it('gives catch-up doses for scored work of each foot only, by balance', () => {
    const balance = (item: typeof each) =>
      item.id === each.id ? { balance: 0.7, behind: 'left' as const } : { balance: 0.5, behind: 'right' as const };
    const unscored = { ...each, id: anId(), scored: false };
    const extras = catchUpsFor(weekOf(each, taps, unscored), balance, anId);
    expect(extras.map(({ after, foot, amount }) => ({ after, foot, amount }))).to.deep.equal([
      { after: each.id, foot: 'left', amount: 15 },
    ]);
    // Whichever foot begins, also where the stronger one always does.
    for (const change of [{ starts: 'left' as const }, { starts: 'turn about' as const }, { side: 'stronger then other' as const }]) {
      const item = { ...each, ...change };
      const [extra] = catchUpsFor(weekOf(item), balance, anId);
      expect(extra).to.include({ foot: 'left', amount: 15, promised: 60 });
      expect(extra && allItems(personalWeek(weekOf(item), { extras: [extra], steps: [] }))).to.have.length(2);
    }
    expect(catchUpsFor(weekOf({ ...each, side: 'other foot only' }), balance, anId)).to.deep.equal([]);
    expect(catchUpsFor(weekOf(each), () => ({ balance: 1, behind: 'both' }), anId)).to.deep.equal([]);
    expect(catchUpsFor(weekOf(each), () => null, anId)).to.deep.equal([]);
  });
  it('lets a step take the planned drill’s place, in the same item', () => {
    const step = { drillId: 'sole-taps', kind: 'easier link' as const, toDrill: drillOf('inside-taps') };
    const week = personalWeek(weekOf(taps), { extras: [], steps: [step] });
    expect(allItems(week)[0]).to.include({ id: taps.id, drillId: 'inside-taps' });
    expect(week.drills['inside-taps']?.name).to.equal(drillOf('inside-taps').name);
  });
  it('speaks the other school’s words of the version that the week froze, for the same work', () => {
    const juggle = anItem('juggle-alternating', { ...timed(30), side: 'alternating' });
    const planned = weekOf(juggle, taps);
    const newer = { ...drillForPlayer(drillOf('juggle-alternating'), 'laces', 'left'), version: 99, name: 'Renamed since' };
    const week = personalWeek(planned, { extras: [], steps: [{ drillId: newer.id, kind: 'other cues', toDrill: newer }] });
    expect(allItems(week)).to.deep.equal([juggle, taps]);
    expect(week.drills[newer.id]).to.deep.equal({ ...planned.drills[newer.id], cues: newer.cues, faults: newer.faults });
    expect(week.drills[newer.id]?.cues).to.not.deep.equal(planned.drills[newer.id]?.cues);
  });
  it('goes through the paces, rests, and leaves cones to the hands', () => {
    const step = (kind: 'other pace' | 'rest' | 'closer cones') => ({ drillId: 'sole-taps', kind, toDrill: null });
    const paces = allItems(personalWeek(weekOf(taps), { extras: [], steps: [step('other pace')] }))[0]?.paces;
    expect(paces?.map((one) => `${one.pace} ${one.seconds}`)).to.deep.equal(['easy 10', 'half 10', 'full 10']);
    expect(allItems(personalWeek(weekOf(taps, each), { extras: [], steps: [step('rest')] })).map((item) => item.id)).to.deep.equal([
      each.id,
    ]);
    expect(allItems(personalWeek(weekOf(taps), { extras: [], steps: [step('closer cones')] }))[0]).to.deep.equal(taps);
  });
});

describe('a week of one’s own, at its edges', () => {
  const each = anItem('hop-out-in-taps', { ...timed(30, 2), side: 'each foot' });
  const taps = anItem('sole-taps', { ...timed(30), paces: [{ pace: 'easy', seconds: 30 }] });
  const own = (item: typeof taps, given: Parameters<typeof personalWeek>[1]) => allItems(personalWeek(weekOf(item), given));
  const step = (
    kind: 'other pace' | 'harder link' | 'easier link' | 'other cues' | 'rest',
    toDrill: ReturnType<typeof drillOf> | null = null,
  ) => ({
    extras: [],
    steps: [{ drillId: 'sole-taps', kind, toDrill }],
  });

  it('goes through the paces by whole fives, the rest at full, where the work is long enough', () => {
    const paces = (seconds: number) =>
      own({ ...taps, ...timed(seconds), paces: [] }, step('other pace'))[0]?.paces.map((one) => one.seconds);
    expect([paces(15), paces(14), paces(29), paces(44)]).to.deep.equal([[5, 5, 5], [], [5, 5, 19], [10, 10, 24]]);
    const run = { ...taps, dose: { measure: 'unbroken run' as const, seconds: 60, rounds: 1, bounce: false }, paces: [] };
    expect(own(run, step('other pace'))[0]).to.deep.equal(run);
    const reps = { ...taps, dose: { measure: 'fixed reps' as const, reps: 60, rounds: 1 }, paces: [] };
    expect(own(reps, step('other pace'))[0]).to.deep.equal(reps);
  });

  it('keeps the dose and its paces where the other drill is measured alike, and takes the usual one where not', () => {
    const alike = own(taps, step('harder link', { ...drillOf('inside-taps'), sides: 'alternating' }))[0];
    expect(alike).to.deep.include({ drillId: 'inside-taps', dose: taps.dose, paces: taps.paces, scored: true, side: 'alternating' });
    const other = { ...drillOf('inside-taps'), measure: 'fixed reps' as const };
    const not = own(taps, step('easier link', other))[0];
    expect([not?.dose.measure, not?.paces, not?.scored]).to.deep.equal(['fixed reps', [], true]);
    const time = own(taps, step('easier link', { ...drillOf('inside-taps'), measure: 'time on' }))[0];
    expect([time?.dose.measure, time?.scored]).to.deep.equal(['time on', false]);
    expect(own({ ...taps, scored: false }, step('easier link', other))[0]?.scored).to.equal(false);
    expect(own(taps, step('easier link'))[0]).to.deep.equal(taps);
  });

  it('brings the drills of its steps, never in the place of a frozen one; other cues bring none', () => {
    const newer = { ...drillOf('sole-taps'), name: 'Newer', cues: ['new'] };
    expect(personalWeek(weekOf(taps), step('easier link', newer)).drills['sole-taps']?.name).to.equal('Sole taps');
    expect(Object.keys(personalWeek(weekOf(taps), step('other cues', drillOf('inside-taps'))).drills)).to.deep.equal(['sole-taps']);
    expect(Object.keys(personalWeek(weekOf(taps), step('rest')).drills)).to.deep.equal(['sole-taps']);
  });

  it('leaves out what may not be done, drill and item, also where a step leads to it', () => {
    const week = personalWeek(weekOf(taps, each), { extras: [], steps: [], barred: ['sole-taps'] });
    expect([Object.keys(week.drills), allItems(week).map((item) => item.id)]).to.deep.equal([['hop-out-in-taps'], [each.id]]);
    expect(own(taps, { ...step('easier link', drillOf('inside-taps')), barred: ['inside-taps'] })).to.deep.equal([]);
  });

  it('gives the foot behind its extra in the measure of the item, where that can be handed out', () => {
    const extra = (item: typeof taps) => own(item, { extras: [{ id: 'x', after: item.id, foot: 'right', amount: 12 }], steps: [] })[1];
    const plain = { id: 'x', side: 'right', paces: [], restSeconds: 0, scored: false, target: { rule: 'no number' } };
    expect(extra(each)).to.deep.include({ ...plain, drillId: each.drillId, dose: { measure: 'count in time', seconds: 12, rounds: 1 } });
    const as = (dose: object) => ({ ...each, dose }) as unknown as typeof taps;
    expect(extra(as({ measure: 'hits in time', seconds: 30, rounds: 2 }))?.dose).to.deep.equal({
      measure: 'hits in time',
      seconds: 12,
      rounds: 1,
    });
    expect(extra(as({ measure: 'time on', seconds: 30, rounds: 2 }))?.dose).to.deep.equal({ measure: 'time on', seconds: 12, rounds: 1 });
    expect(extra(as({ measure: 'fixed reps', reps: 30, rounds: 2 }))?.dose).to.deep.equal({ measure: 'fixed reps', reps: 12, rounds: 1 });
    expect(extra(as({ measure: 'sets', sets: 3 }))).to.equal(undefined);
    expect(extra({ ...each, side: 'left' })).to.equal(undefined);
  });

  it('computes a catch-up from all rounds of a foot, 120 at most, and none where nothing is missing', () => {
    const amounts = (item: typeof taps, balance: number) =>
      catchUpsFor(weekOf(item), () => ({ balance, behind: 'left' }), anId).map((one) => one.amount);
    const [once, twice] = [amounts({ ...each, ...timed(30) }, 0.7), amounts(each, 0.7)];
    expect(twice[0]).to.be.greaterThan(once[0] ?? 0);
    expect(amounts({ ...each, ...timed(300, 4) }, 0.1)).to.deep.equal([120]);
    expect(amounts(each, 1)).to.deep.equal([]);
    const as = (dose: object) => ({ ...each, dose }) as unknown as typeof taps;
    expect(amounts(as({ measure: 'fixed reps', reps: 60, rounds: 1 }), 0.7)).to.deep.equal(
      amounts(as({ measure: 'time on', seconds: 60, rounds: 1 }), 0.7),
    );
    expect(amounts(as({ measure: 'hits in time', seconds: 30, rounds: 2 }), 0.7)).to.deep.equal(twice);
    expect(amounts(as({ measure: 'sets', sets: 3 }), 0.5)).to.deep.equal([]);
  });
});
