import { expect } from 'chai';
import { measureSession } from '../../../src/core/planning/index.ts';
import { compileRunSheet, type Interval, replay, TYPICAL_RUNNER, workOfGo } from '../../../src/core/training/index.ts';
import { Item } from '../../../src/core/weeks/index.ts';
import { simRunLog } from '../../../src/testkit/squadsim/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

/* Feet in turn and the pace rising by pairs, with one lead-in: right easy, left easy, right half, left half. */

const ladder = [
  { pace: 'easy' as const, seconds: 10 },
  { pace: 'half' as const, seconds: 12 },
];
const item = (change: Partial<Item> = {}): Item =>
  anItem('hop-out-in-taps', { ...timed(22), side: 'each foot', starts: 'right', paces: ladder, inPairs: true, ...change });
const sheetOf = (one: Item, strongerFoot: 'left' | 'right' = 'right') =>
  compileRunSheet(aSession([aBlock('challenge', [one, anItem('sole-taps', timed(30))])]), drills, { ...TYPICAL_RUNNER, strongerFoot });
const said = (sheet: readonly Interval[], id: string) =>
  sheet
    .filter((one) => one.itemId === id && (one.kind === 'work' || one.kind === 'lead-in'))
    .map(({ kind, foot, pace, seconds }) => (kind === 'work' ? `${foot} ${pace} ${seconds}` : kind));

describe('pace by pairs', () => {
  it('is one lead-in, then both feet at each pace', () => {
    const one = item();
    expect(said(sheetOf(one), one.id)).to.deep.equal(['lead-in', 'right easy 10', 'left easy 10', 'right half 12', 'left half 12']);
    const apart = item({ inPairs: false });
    expect(said(sheetOf(apart), apart.id)).to.deep.equal(['lead-in', 'right easy 10', 'right half 12', 'left easy 10', 'left half 12']);
  });
  it('changes feet by the clock between any two stretches, and begins as planned', () => {
    const one = item({ side: 'stronger then other' });
    const sheet = sheetOf(one, 'left');
    expect(said(sheet, one.id).slice(1)).to.deep.equal(['left easy 10', 'right easy 10', 'left half 12', 'right half 12']);
    expect(sheet.filter((i) => i.itemId === one.id && i.kind === 'switch').map((i) => i.foot)).to.deep.equal(['right', 'left', 'right']);
  });
  it('is one go of each foot: both have the same seconds, on the clock', () => {
    const one = item({ scored: true });
    const sheet = sheetOf(one);
    const state = replay(sheet, simRunLog(sheet, 0));
    const work = workOfGo(sheet, state, one.id, 0);
    expect(work.map(({ foot, seconds, clocked }) => ({ foot, seconds, clocked }))).to.deep.equal([
      { foot: 'right', seconds: 22, clocked: true },
      { foot: 'left', seconds: 22, clocked: true },
    ]);
    const { dose } = measureSession(aSession([aBlock('challenge', [one])]), drills, TYPICAL_RUNNER);
    expect(dose.touches.left).to.equal(dose.touches.right);
  });
  it('means nothing where there is one pace, or where the feet have no work of their own', () => {
    for (const change of [{ paces: [], inPairs: true }, { side: 'alternating' as const }, { side: 'left' as const }]) {
      const [with_, without] = [item(change), item({ ...change, inPairs: undefined })];
      expect(said(sheetOf(with_), with_.id)).to.deep.equal(said(sheetOf(without), without.id));
    }
  });
});

describe('a rest after an item', () => {
  it('comes after its number, once, before whatever is next', () => {
    const one = item({ scored: true, dose: { ...timed(22).dose, rounds: 2 } as Item['dose'], restSeconds: 0, restAfterSeconds: 25 });
    const kinds = sheetOf(one).filter((i) => i.itemId === one.id);
    expect(kinds.at(-2)?.kind).to.equal('score');
    expect(kinds.at(-1)).to.include({ kind: 'rest', seconds: 25, ends: 'clock' });
    const without = sheetOf({ ...one, restAfterSeconds: undefined });
    const long = (sheet: readonly Interval[]) => sheet.reduce((sum, i) => sum + i.seconds, 0);
    expect(long(sheetOf(one)) - long(without)).to.equal(25);
  });
  it('is 300 s at most, and no part of a second', () => {
    const parse = (restAfterSeconds: number) => Item.safeParse({ ...item(), restAfterSeconds }).success;
    expect([parse(300), parse(301), parse(0.5), parse(-1)]).to.deep.equal([true, false, false, false]);
  });
});
