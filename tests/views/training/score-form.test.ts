import { expect } from 'chai';
import { endpointAddress } from '../../../src/client/client.ts';
import { clockWords, dayInWords, dayLetter, footInWords, number, whenInWords, wishedDay } from '../../../src/client/words.ts';
import { GoSent, ScoreSent } from '../../../src/contract/training.ts';
import { plural } from '../../../src/core/text/translate.ts';
import type { ClockedWork } from '../../../src/core/training/index.ts';
import { faultsLabel, firstEntry, outcomeOf, scoreFrom, valueLabel } from '../../../src/views/training/score-form.ts';
import { anId, anItem, timed } from '../../core/make.ts';

const work = (foot: 'left' | 'right' | 'both', seconds: number, clocked = true): ClockedWork => ({
  itemId: 'x',
  round: 0,
  foot,
  surface: null,
  seconds,
  clocked,
  startedAt: 0,
});

describe('the score form', () => {
  const hops = anItem('hop-out-in-taps', timed(15));

  it('leaves counts to the player and fills in what the clock knows', () => {
    expect(firstEntry('left', hops.dose, [work('left', 15)]).value).to.equal('');
    expect(firstEntry('left', { measure: 'fixed reps', reps: 20, rounds: 1 }, []).value).to.equal('20');
    expect(firstEntry('both', { measure: 'sets', sets: 5 }, []).value).to.equal('5');
    expect(firstEntry('right', { measure: 'course time', rounds: 1 }, [work('right', 24.6)]).value).to.equal('24.6');
    expect(firstEntry('both', { measure: 'surfaces', reps: 25, surfaces: ['left foot', 'left thigh'] }, []).parts).to.deep.equal({
      'left foot': '',
      'left thigh': '',
    });
  });

  it('sends the seconds and the clock of the own foot', () => {
    const entry = { foot: 'left' as const, value: '18', faults: '2', parts: {}, tries: [] };
    const score = scoreFrom(entry, anId(), hops, [work('left', 15), work('right', 15, false)], false);
    expect(score).to.deep.include({ foot: 'left', value: 18, faults: 2, seconds: 15, clocked: true, parts: null });
    expect(scoreFrom(entry, anId(), hops, [], false).clocked).to.equal(false);
  });

  it('adds surfaces up and keeps each', () => {
    const item = anItem('twenty-fives');
    const entry = { foot: 'both' as const, value: '', faults: '0', parts: { 'right foot': '25', 'left foot': '12' }, tries: [] };
    expect(scoreFrom(entry, anId(), item, [work('right', 30), work('left', 40)], false)).to.deep.include({
      value: 37,
      seconds: 70,
      parts: { 'right foot': 25, 'left foot': 12 },
    });
  });

  it('sends no number for a lost count, and a missing one is named by the contract', () => {
    const entry = { foot: 'left' as const, value: '', faults: '', parts: {}, tries: [] };
    expect(scoreFrom(entry, anId(), hops, [], true)).to.deep.include({ value: null, faults: 0 });
    const missing = ScoreSent.safeParse(scoreFrom(entry, anId(), hops, [], false));
    expect(missing.error?.issues[0]).to.deep.include({ path: ['value'], message: 'The count must be a number.' });
    expect(scoreFrom({ ...entry, value: '24,5' }, anId(), hops, [], false).value).to.equal(24.5);
  });

  it('says of surfaces how many are full, and meets a number by level only where each has its part', () => {
    const item = anItem('twenty-fives', { target: { rule: 'by level' } });
    const target = { number: 60, reason: '', estimated: true, byCoach: false };
    const said = (...parts: number[]) => {
      const of = Object.fromEntries(['right foot', 'left foot', 'right thigh', 'left thigh'].map((name, i) => [name, parts[i] ?? 0]));
      const score = {
        id: anId(),
        foot: 'both' as const,
        value: parts.reduce((sum, n) => sum + n, 0),
        faults: 0,
        seconds: 60,
        clocked: true,
      };
      return outcomeOf({ ...score, parts: of }, item, { itemId: item.id, foot: 'both', record: null, target, tuning: null });
    };
    expect(said(25, 15, 15, 25)).to.include({ kind: 'reached', sentence: '80 reps, 2 of 4 full: you reached 60.' });
    // 100 in all, but 14 on one: 56 as the emptiest has it.
    expect(said(36, 25, 25, 14)).to.include({ kind: 'close', sentence: '100 reps, 3 of 4 full: 4 away from 60.' });
  });

  it('says record, reached, or how far, without comparing with others', () => {
    const beat = (record: number | null, target: number | null) => ({
      itemId: hops.id,
      foot: 'left' as const,
      record,
      target: { number: target, reason: '', estimated: false, byCoach: false },
      tuning: null,
    });
    const score = (value: number | null) =>
      scoreFrom(
        { foot: 'left', value: value === null ? '' : String(value), faults: '0', parts: {}, tries: [] },
        anId(),
        hops,
        [work('left', 15)],
        value === null,
      );
    expect(outcomeOf(score(21), hops, beat(20, 22))).to.deep.include({ kind: 'record', sentence: '21 reps: your new best. Before: 20.' });
    expect(outcomeOf(score(22), hops, beat(25, 22)).kind).to.equal('reached');
    expect(outcomeOf(score(18), hops, beat(25, 22)).sentence).to.equal('18 reps: 4 away from 22.');
    expect(outcomeOf(score(18), hops, undefined).sentence).to.equal('18 reps. Kept.');
    expect(outcomeOf(score(null), hops, beat(25, 22)).kind).to.equal('lost');
  });

  it('knows that less is better on a course, and that part of the work is no result', () => {
    const slalom = anItem('slalom-right');
    const beat = {
      itemId: slalom.id,
      foot: 'right' as const,
      record: 25,
      target: { number: 24, reason: '', estimated: false, byCoach: false },
      tuning: null,
    };
    const timed_ = (value: string, faults: string) =>
      scoreFrom({ foot: 'right', value, faults, parts: {}, tries: [] }, anId(), slalom, [], false);
    expect(outcomeOf(timed_('23.5', '0'), slalom, beat).kind).to.equal('record');
    // 23.5 s and one moved cone are 25.5.
    expect(outcomeOf(timed_('23.5', '1'), slalom, beat).sentence).to.equal('25.5 s: 1.5 away from 24.');
    const reps = anItem('v-inside');
    expect(
      outcomeOf(scoreFrom({ foot: 'left', value: '5', faults: '0', parts: {}, tries: [] }, anId(), reps, [], false), reps, undefined)
        .sentence,
    ).to.include('Not all of it');
  });

  it('calls numbers by their name', () => {
    expect(valueLabel('count in time', 'tap')).to.equal('Count (tap)');
    expect(valueLabel('sets', 'set')).to.equal('Sets done');
    expect(faultsLabel('hits in time')).to.equal('Misses');
    expect(faultsLabel('unbroken run')).to.equal(null);
  });
});

describe('what a device may send', () => {
  const go = (score: object) => ({
    goId: anId(),
    revisionId: anId(),
    sessionId: anId(),
    itemId: anId(),
    round: 0,
    runId: null,
    doneAt: 1,
    scores: [{ id: anId(), foot: 'both', value: 5, faults: 0, seconds: 10, clocked: true, parts: null, ...score }],
  });
  const sentence = (given: object) => GoSent.safeParse(given).error?.issues[0]?.message;

  it('is no negative count and none over 10,000', () => {
    expect(sentence(go({ value: -1 }))).to.equal('The count cannot be negative.');
    expect(sentence(go({ value: 10_001 }))).to.equal('The count is at most 10,000.');
    expect(sentence(go({ value: 10_000 }))).to.equal(undefined);
  });
  it('is no half loss of control, no endless go, no made-up id', () => {
    expect(sentence(go({ faults: 0.5 }))).to.include('whole number');
    expect(sentence(go({ seconds: 8000 }))).to.equal('A go lasts at most two hours.');
    expect(sentence({ ...go({}), goId: 'mine' })).to.equal('This id is not a UUID.');
    expect(sentence({ ...go({}), scores: [] })).to.equal('A go needs at least one number.');
  });
});

describe('addresses and words', () => {
  it('put parameters where the path names them, and the rest into the query', () => {
    const endpoint = { method: 'GET' as const, path: '/squads/{squad}/register' };
    expect(endpointAddress(endpoint, { squad: 'a/b', week: 'w' })).to.equal('/api/v1/squads/a%2Fb/register?week=w');
    expect(endpointAddress(endpoint, { squad: 's', week: undefined })).to.equal('/api/v1/squads/s/register');
  });
  it('are the same in the squad’s zone on every machine', () => {
    expect(whenInWords(Date.UTC(2026, 10, 29, 9), 'America/Chicago')).to.equal('Sun, Nov 29, 3:00 AM');
    expect([dayInWords('2026-11-02'), dayLetter('2026-11-02'), dayLetter('2026-11-08')]).to.deep.equal(['Nov 2', 'M', 'S']);
    expect([wishedDay(null), wishedDay(7)]).to.deep.equal(['any day', 'Sunday']);
    expect([clockWords(75.9), plural(1, 'day'), plural(3, 'day'), number(24.55), footInWords('both')]).to.deep.equal([
      '1:15',
      '1 day',
      '3 days',
      '24.6',
      'both feet',
    ]);
  });
});
