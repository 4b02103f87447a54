import { expect } from 'chai';
import { type ClockEvent, compileRunSheet, isBackFromScore, replay, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const T0 = 1_000_000;
const item = { ...anItem('sole-taps', timed(10, 2)), restSeconds: 20 };
const plain = { ...anItem('inside-taps', timed(10)), scored: false };
const make = (rest: number) =>
  compileRunSheet(
    aSession([{ ...aBlock('challenge', [{ ...item, restSeconds: rest }, plain, { ...plain, id: 'last' }]), drinkSeconds: 0 }]),
    drills,
    TYPICAL_RUNNER,
  );
const sheet = make(20);
const kinds = (of = sheet) => of.map((one) => one.kind);
const score = kinds().indexOf('score');
/** Ready, then the clock alone until the first number is asked for. */
const toScore = (): ClockEvent[] => [
  { type: 'start', at: T0 },
  { type: 'ready', at: T0 },
];
const secondsBefore = (index: number, of = sheet) => of.slice(1, index).reduce((sum, one) => sum + one.seconds, 0);
const scoredAt = T0 + secondsBefore(score) * 1000 + 7000;
const said: ClockEvent[] = [...toScore(), { type: 'done', at: scoredAt }];
const backAt = (events: ClockEvent[], at: number, of = sheet) => isBackFromScore(of, replay(of, events, at));

describe('back in place after a number', () => {
  it('is a sheet with a rest and a lead-in after the number', () => {
    expect(kinds().slice(score, score + 3)).to.deep.equal(['score', 'rest', 'lead-in']);
  });

  it('lets the rest run by itself, and waits at the lead-in after it, while it has run for less than a second', () => {
    const rest = (sheet[score + 1]?.seconds ?? 0) * 1000;
    expect(backAt(said, scoredAt)).to.equal(false);
    expect(backAt(said, scoredAt + rest - 1)).to.equal(false);
    expect(backAt(said, scoredAt + rest)).to.equal(true);
    expect(backAt(said, scoredAt + rest + 999)).to.equal(true);
    expect(backAt(said, scoredAt + rest + 1000)).to.equal(false);
  });

  it('waits at once where no rest is planned', () => {
    const short = make(0);
    expect(kinds(short).slice(score, score + 2)).to.deep.equal(['score', 'lead-in']);
    expect(backAt(said, scoredAt, short)).to.equal(true);
  });

  it('waits while it stands, however long', () => {
    const rest = (sheet[score + 1]?.seconds ?? 0) * 1000;
    expect(backAt([...said, { type: 'pause', at: scoredAt + rest + 20 }], scoredAt + 3_600_000)).to.equal(true);
  });

  it('is not asked of whoever said ready in the rest', () => {
    expect(backAt([...said, { type: 'ready', at: scoredAt + 2000 }], scoredAt + 2000)).to.equal(false);
  });

  it('is asked after a go that is done again from its number', () => {
    expect(backAt([...toScore(), { type: 'again', at: scoredAt }], scoredAt)).to.equal(true);
  });

  it('is asked after a number that somebody skipped, not after one that the clock passed at once', () => {
    const short = make(0);
    const at = T0 + secondsBefore(score, short) * 1000;
    expect(backAt([...toScore(), { type: 'skip', at: at + 999 }], at + 999, short)).to.equal(false);
    expect(backAt([...toScore(), { type: 'skip', at: at + 1000 }], at + 1000, short)).to.equal(true);
  });

  it('is not asked before the first go, nor after work without a number', () => {
    expect(backAt(toScore(), T0)).to.equal(false);
    const last = sheet.findIndex((one) => one.itemId === 'last');
    const scores = kinds().flatMap((kind, i) => (kind === 'score' ? [i] : []));
    const events: ClockEvent[] = [...toScore()];
    let at = T0;
    sheet.forEach((one, i) => {
      if (i === 0 || i >= last) return;
      if (scores.includes(i)) events.push({ type: 'done', at: at + 5000 });
      at += scores.includes(i) ? 5000 : one.seconds * 1000;
    });
    const lead = sheet.findIndex((one, i) => i >= last && one.kind === 'lead-in');
    at += sheet.slice(last, lead).reduce((sum, one) => sum + one.seconds * 1000, 0);
    const state = replay(sheet, events, at);
    expect(sheet[state.index]).to.include({ kind: 'lead-in', itemId: 'last' });
    expect(isBackFromScore(sheet, state)).to.equal(false);
  });
});
