import { expect } from 'chai';
import { drillForPlayer } from '../../../src/core/drills/index.ts';
import { allItems, catchUpsFor, personalWeek } from '../../../src/core/planning/index.ts';
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
