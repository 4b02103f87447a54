import { expect } from 'chai';
import { bandedResult, fullSurfaces } from '../../../src/core/scores/index.ts';
import { LEVELS } from '../../../src/core/squads/terms.ts';
import {
  arrivalsOf,
  bandAt,
  bandMet,
  catchUpShare,
  followsRecord,
  type Own,
  targetFor,
  tuningOf,
} from '../../../src/core/targets/index.ts';
import type { Dose } from '../../../src/core/weeks/index.ts';
import { drillOf } from '../make.ts';

const sole = drillOf('sole-taps');
const band = (per: number | null, steady: number, estimated = false) => ({
  per,
  starting: steady - 5,
  steady,
  strong: steady + 5,
  estimated,
});
const count = (seconds: number): Dose => ({ measure: 'count in time', seconds, rounds: 1 });
const course: Dose = { measure: 'course time', rounds: 1 };
const nothingYet: Own = { record: null, recent: [], at: 0 };
const WEEK = 7 * 86_400_000;
const goes = (record: number, ...list: number[]): Own => ({
  record,
  recent: list.map((result, i) => ({ result, doneAt: i * WEEK })),
  at: (list.length - 1) * WEEK,
});

describe('the band at a dose', () => {
  const drill = { ...sole, bands: [band(10, 20), band(30, 70), band(60, 100)] };
  it('is scaled from the nearest one, and from the smaller where two are as near', () => {
    // 40 is nearer to 30 than to 60: 70 · 40 / 30. 20 is as near to 10 as to 30: 20 · 20 / 10.
    expect(bandAt(drill, count(40), 'steady')).to.deep.equal({ number: 93, estimated: true });
    expect(bandAt(drill, count(50), 'steady')).to.deep.equal({ number: 83, estimated: true });
    expect(bandAt(drill, count(20), 'steady')).to.deep.equal({ number: 40, estimated: true });
    expect(bandAt(drill, count(30), 'steady')).to.deep.equal({ number: 70, estimated: false });
  });
  it('is for the size that the measure has: reps, reps of one surface, sets; seconds else', () => {
    // On 30 touches of a surface 70 can only be meant over all four: 17.5 on each, 35 on two.
    const at = (dose: Dose) => bandAt(drill, dose, 'steady')?.number;
    expect(at({ measure: 'fixed reps', reps: 30, rounds: 1 })).to.equal(70);
    expect(at({ measure: 'surfaces', reps: 30, surfaces: ['laces', 'inside'], order: 'in turn', rounds: 1 } as never)).to.equal(35);
    expect(at({ measure: 'sets', sets: 10 } as never)).to.equal(20);
    expect(at({ measure: 'time on', seconds: 60, rounds: 1 } as never)).to.equal(100);
    expect(at({ measure: 'hits in time', seconds: 10, rounds: 1 } as never)).to.equal(20);
  });
  it('is none for a dose without a size, unless one is for any', () => {
    expect(bandAt(drill, course, 'steady')).to.equal(null);
    expect(bandAt({ ...sole, bands: [band(null, 24)] }, course, 'steady')).to.deep.equal({ number: 24, estimated: false });
    expect(bandAt({ ...sole, bands: [] }, count(30), 'steady')).to.equal(null);
  });
  it('is never under one', () => expect(bandAt({ ...sole, bands: [band(600, 6)] }, count(10), 'steady')?.number).to.equal(1));
  it('passes on that it is estimated', () => {
    const guessed = { ...sole, bands: [band(30, 70, true)] };
    expect(targetFor({ rule: 'by level' }, guessed, count(30), 'steady', nothingYet)).to.deep.equal({
      number: 70,
      reason: 'What steady players reach.',
      estimated: true,
      byCoach: false,
    });
  });
});

describe('what a target says of itself', () => {
  const none = { estimated: false, byCoach: false, number: null };
  it('is the whole of it, without a number too', () => {
    expect(targetFor({ rule: 'no number' }, sole, count(30), 'steady', nothingYet)).to.deep.equal({
      ...none,
      reason: 'No number this time.',
    });
    const first = { ...none, reason: 'First time: just see how far you get.' };
    expect(targetFor({ rule: 'by level' }, { ...sole, bands: [] }, count(30), 'steady', nothingYet)).to.deep.equal(first);
    expect(targetFor({ rule: 'step ladder' }, sole, course, 'steady', nothingYet)).to.deep.equal(first);
  });
  it('names the best that the ladder goes up from, or its first step', () => {
    const reason = (own: Own) => targetFor({ rule: 'step ladder' }, sole, count(30), 'steady', own).reason;
    expect(reason(nothingYet)).to.equal('The first step of the ladder.');
    expect(reason(goes(31))).to.equal('The next step after your best, 31.');
  });
  it('speaks of one go as one', () => {
    expect(targetFor({ rule: 'stretch' }, sole, count(30), 'steady', goes(30, 30)).reason).to.match(/^From your last go: /);
    expect(targetFor({ rule: 'stretch' }, sole, count(30), 'steady', goes(30, 30, 30)).reason).to.match(/^From your last 2 goes: /);
  });
  it('follows a record within the visit only where the number is made of it', () => {
    const rules = ['no number', 'by level', 'beat your best', 'stretch', 'step ladder'] as const;
    expect(rules.filter((rule) => followsRecord({ rule }))).to.deep.equal(['beat your best', 'step ladder']);
    expect(followsRecord({ rule: 'same for all', number: 5 })).to.equal(false);
  });
});

describe('a dip', () => {
  it('is judged against the record, however long ago it was: eight even goes at 30 after a record of 40 are one', () => {
    const recent = Array.from({ length: 8 }, (_, i) => ({ result: 30, doneAt: i * WEEK }));
    const reason = (record: number) => targetFor({ rule: 'stretch' }, sole, count(30), 'steady', { record, recent, at: 8 * WEEK }).reason;
    // 30 of 40 are 75 %, 30 of 35 are 86 %, 30 of 30 no dip at all.
    expect(reason(40)).to.include('A dip is part of it: your best, 40, is still yours.');
    expect(reason(35)).not.to.include('dip');
    expect(reason(30)).not.to.include('dip');
  });
});

describe('a band at another dose', () => {
  it('is scaled to a whole number, one at least; but nought stays nought', () => {
    const drill = { ...sole, measure: 'sets' as const, bands: [{ per: 5, starting: 8, steady: 3, strong: 0, estimated: false }] };
    const at = (sets: number) => LEVELS.map((level) => bandAt(drill, { measure: 'sets', sets }, level)?.number);
    expect(at(5)).to.deep.equal([8, 3, 0]);
    // 8 × 2 / 5 = 3.2; 3 × 2 / 5 = 1.2; none in five sets are none in two, and none in ten.
    expect(at(2)).to.deep.equal([3, 1, 0]);
    expect(at(1)).to.deep.equal([2, 1, 0]);
    expect(at(10)).to.deep.equal([16, 6, 0]);
  });
});

describe('a band of surfaces', () => {
  const drill = drillOf('twenty-fives');
  const on = (...surfaces: ('right foot' | 'left foot' | 'right thigh' | 'left thigh')[]): Dose => ({
    measure: 'surfaces',
    reps: 25,
    surfaces,
  });
  const four = on('right foot', 'left foot', 'right thigh', 'left thigh');
  const met = (dose: Dose, ...parts: number[]) => {
    if (dose.measure !== 'surfaces') throw new Error('surfaces');
    const said = Object.fromEntries(dose.surfaces.map((surface, i) => [surface, parts[i] ?? 0]));
    const value = parts.reduce((sum, n) => sum + n, 0);
    return bandMet(drill, dose, bandedResult({ value, faults: 0, seconds: 60, parts: said }, dose) ?? Number.NaN);
  };
  it('is meant on each: 60 + 40 + 0 + 0 is not 25 on each of four, and meets nothing', () => {
    expect(met(four, 60, 40, 0, 0)).to.equal(null);
    expect(met(four, 25, 25, 25, 25)).to.equal('strong');
    expect(met(four, 24, 99, 99, 99)).to.equal('steady');
    // 15 on each is steady, 14 on one of them is not; 5 on each is starting.
    expect([met(four, 15, 15, 15, 15), met(four, 40, 14, 40, 40), met(four, 5, 5, 5, 5), met(four, 5, 5, 5, 4)]).to.deep.equal([
      ...['steady', 'starting', 'starting', null],
    ]);
  });
  it('counts how many surfaces there are: 15 on each are 60 on four, 30 on two', () => {
    expect(bandAt(drill, four, 'steady')).to.deep.equal({ number: 60, estimated: true });
    expect(bandAt(drill, on('right foot', 'left thigh'), 'steady')?.number).to.equal(30);
    expect(met(on('right foot', 'left thigh'), 15, 15)).to.equal('steady');
    // Ten touches a surface: 15 × 10 / 25 = 6 on each.
    expect(bandAt(drill, { ...four, reps: 10 } as Dose, 'steady')?.number).to.equal(24);
  });
  it('that an older week holds was given over all four, and is read so', () => {
    const older = { ...drill, bands: [{ per: 25, starting: 20, steady: 60, strong: 100, estimated: true }] };
    for (const level of LEVELS) expect(bandAt(older, four, level)).to.deep.equal(bandAt(drill, four, level));
  });
  it('says what it is on each', () => {
    const { number, reason } = targetFor({ rule: 'by level' }, drill, four, 'steady', nothingYet);
    expect({ number, reason }).to.deep.equal({ number: 60, reason: 'What steady players reach. On each surface 15.' });
  });
  it('takes what was not told apart as it is', () => {
    expect(bandedResult({ value: 100, faults: 0, seconds: 60, parts: null }, four)).to.equal(100);
    expect(bandedResult({ value: null, faults: 0, seconds: 60, parts: null }, four)).to.equal(null);
    expect(bandedResult({ value: 30, faults: 0, seconds: 30, parts: { 'try 1': 3 } }, count(30))).to.equal(30);
  });
  it('tells how many are full: at 25, not at 24', () => {
    const parts = { 'right foot': 25, 'left foot': 24, 'right thigh': 60, 'left thigh': 0 };
    expect(fullSurfaces(parts, four)).to.equal(2);
    expect([fullSurfaces(null, four), fullSurfaces(parts, count(30))]).to.deep.equal([null, null]);
  });
});

describe('the edges of a course', () => {
  const layout = (moves: string) => ({ layout: { moves, route: '1', variants: [] } });
  it('counts every arrival at a cone or gate on the way out and back: the cross has 6 and 6, so 60 in five sets', () => {
    const cross = drillOf('cross-course');
    expect(arrivalsOf(cross, 1)).to.equal(12);
    expect(arrivalsOf(cross, 5)).to.equal(60);
    // Three moved cones in 60 arrivals are 5 %: the course stays. Against its one gate a set they were 60 %.
    expect(tuningOf([{ doneAt: 0, faults: 3, arrivals: 60 }]).tuning).to.equal('stay');
    expect([24, 25].map((faults) => tuningOf([{ doneAt: 0, faults, arrivals: 60 }]).tuning)).to.deep.equal(['stay', 'wider']);
    const way = (route: string) => ({ layout: { moves: 'put a cone; 5 steps forward; put; 5 left; put', route, variants: [] } });
    expect(arrivalsOf(way('from 1; run to 2; run to 3'), 2)).to.equal(4);
    expect(arrivalsOf(way('from 1; run to 2; run to 3; back the same way'), 2)).to.equal(8);
  });
  it('without a way that can be read it counts gates where there are any, cones else, and none where nothing stands', () => {
    expect(arrivalsOf(layout('gate 1 wide; 5 steps forward; put a cone; 5 forward; gate 1 wide'), 2)).to.equal(4);
    expect(arrivalsOf(layout('put a cone; 5 steps forward; put'), 0)).to.equal(2);
  });
  it('says how many of its gates had faults, and without gates nothing', () => {
    const go = (faults: number, arrivals: number) => tuningOf([{ doneAt: 0, faults, arrivals }]);
    expect(go(5, 10)).to.deep.equal({
      tuning: 'wider',
      reason: 'Faults at 50 % of the cones and gates last time: put the cones wider, or go at easy pace.',
    });
    expect(go(2, 3).reason).to.include('67 %');
    expect(go(3, 0).tuning).to.equal('stay');
  });
  it('goes by the newest, whatever order they come in', () => {
    const list = [
      { doneAt: 3, faults: 0, arrivals: 10 },
      { doneAt: 1, faults: 9, arrivals: 10 },
      { doneAt: 2, faults: 0, arrivals: 10 },
    ];
    expect(tuningOf(list).tuning).to.equal('closer');
    expect(tuningOf(list.slice(0, 2)).tuning).to.equal('stay');
  });
  it('has no balance under nothing or over all', () => {
    expect(() => catchUpShare(-0.1)).to.throw(RangeError, 'between 0 and 1');
    expect(() => catchUpShare(Number.NaN)).to.throw(RangeError, 'between 0 and 1');
  });
});
