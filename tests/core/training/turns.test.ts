import { expect } from 'chai';
import fc from 'fast-check';
import {
  advance,
  applyEvent,
  type ClockState,
  compileRunSheet,
  type Interval,
  NOT_STARTED,
  TYPICAL_RUNNER,
} from '../../../src/core/training/index.ts';
import { goesOnByItself, isAtTurn, turnsOf, weave, whoseTurn } from '../../../src/core/training/turns.ts';
import { often } from '../../often.ts';
import { aBlock, anItem, aSession, drills, timed } from '../make.ts';

const T0 = 1_000_000;
const scored = (seconds: number, rounds: number, rest: number) => ({ ...anItem('sole-taps', timed(seconds, rounds)), restSeconds: rest });
const plain = (seconds: number, rounds: number, rest: number) => ({ ...scored(seconds, rounds, rest), scored: false });
const sheetOf = (...items: ReturnType<typeof scored>[]) =>
  compileRunSheet(
    aSession([
      {
        ...aBlock(
          'challenge',
          items.map((item, i) => ({ ...item, id: `item ${i}` })),
        ),
        drinkSeconds: 0,
      },
    ]),
    drills,
    TYPICAL_RUNNER,
  );
const someSheet = fc
  .array(fc.tuple(fc.boolean(), fc.integer({ min: 5, max: 40 }), fc.integer({ min: 1, max: 3 }), fc.integer({ min: 0, max: 60 })), {
    minLength: 1,
    maxLength: 4,
  })
  .map((items) => sheetOf(...items.map(([counts, ...rest]) => (counts ? scored(...rest) : plain(...rest)))));
const someSheets = fc.array(someSheet, { minLength: 1, maxLength: 4 });
const planned = (sheet: readonly Interval[]) => sheet.reduce((sum, one) => sum + one.seconds, 0);
const ofTurn = (sheet: readonly Interval[], turn: number) => turnsOf(sheet).flatMap((one, i) => (one === turn ? [sheet[i]?.kind] : []));

/** Lives through a session with one phone: each waits for the own turn, and says ready and a number after so many ms. */
function live(sheets: readonly (readonly Interval[])[], stepMs: number, numberMs: number) {
  const turns = sheets.map(turnsOf);
  const states: ClockState[] = sheets.map(() => NOT_STARTED);
  const order: { who: number; turn: number }[] = [];
  const working: number[][] = [];
  for (let at = T0; at < T0 + 40_000_000; at += stepMs) {
    const sharers = () => states.map((state, who) => ({ turns: turns[who] ?? [], state }));
    const whose = whoseTurn(sharers());
    if (whose === null) return { states, order, working };
    sheets.forEach((sheet, who) => {
      const tap = (type: 'start' | 'pause' | 'resume' | 'ready' | 'done') => {
        states[who] = applyEvent(sheet, states[who] ?? NOT_STARTED, { type, at });
      };
      states[who] = advance(sheet, states[who] ?? NOT_STARTED, at);
      const state = states[who] ?? NOT_STARTED;
      const mine = whoseTurn(sharers()) === who;
      const here = sheet[state.index];
      const atTurn = isAtTurn({ turns: turns[who] ?? [], state });
      if (state.phase === 'waiting') {
        if (mine) tap('start');
      } else if (atTurn && !mine && state.phase === 'running') tap('pause');
      else if (mine && state.phase === 'paused') tap('resume');
      else if (mine && here?.kind === 'set-up') tap('ready');
      else if (mine && here?.kind === 'score' && state.ranMs >= numberMs) tap('done');
      const turn = turns[who]?.[state.index] ?? null;
      const last = order.at(-1);
      if (here?.kind === 'work' && turn !== null && (last?.who !== who || last.turn !== turn)) order.push({ who, turn });
    });
    working.push(states.flatMap((state, who) => (state.phase === 'running' && sheets[who]?.[state.index]?.kind === 'work' ? [who] : [])));
  }
  throw new Error('It never ended.');
}

describe('taking turns', () => {
  it('has one go a turn, from its set-up to its number; a rest belongs to none', () => {
    const sheet = sheetOf(scored(10, 2, 20));
    const kinds = sheet.map((one) => one.kind);
    expect(kinds[0]).to.equal('set-up');
    expect(ofTurn(sheet, 0)[0]).to.equal('set-up');
    expect(ofTurn(sheet, 0).at(-1)).to.equal('score');
    expect(ofTurn(sheet, 1)[0]).to.equal('lead-in');
    expect(ofTurn(sheet, 1).at(-1)).to.equal('score');
    expect(turnsOf(sheet)[kinds.indexOf('rest')]).to.equal(null);
    expect(Math.max(...turnsOf(sheet).flatMap((one) => one ?? []))).to.equal(1);
  });

  it('is two turns where two drills follow each other at once', () => {
    expect(new Set(turnsOf(sheetOf(plain(10, 1, 0), plain(10, 1, 0))))).to.deep.equal(new Set([0, 1]));
  });

  it('goes one about: the first named, then the other, then who waited longest', () => {
    const sheet = sheetOf(scored(10, 3, 5));
    const { order } = live([sheet, sheet, sheet], 500, 2000);
    expect(order.map((one) => one.who)).to.deep.equal([0, 1, 2, 0, 1, 2, 0, 1, 2]);
    expect(order.map((one) => one.turn)).to.deep.equal([0, 0, 0, 1, 1, 1, 2, 2, 2]);
  });

  it('law: lived or planned, each has the whole own session in its order, each turn in one piece, and nobody works twice at once', () => {
    fc.assert(
      fc.property(someSheets, (sheets) => {
        const { states, order, working } = live(sheets, 250, 1000);
        states.forEach((state, who) => {
          expect(state.phase).to.equal('finished');
          expect(state.stretches.map((one) => one.index)).to.deep.equal(sheets[who]?.map((_, i) => i));
        });
        expect(Math.max(...working.map((one) => one.length))).to.be.at.most(1);
        const plannedOrder: typeof order = [];
        for (const { who, index } of weave(sheets).woven) {
          const sheet = sheets[who] ?? [];
          const turn = turnsOf(sheet)[index] ?? null;
          const last = plannedOrder.at(-1);
          if (sheet[index]?.kind === 'work' && turn !== null && (last?.who !== who || last.turn !== turn)) plannedOrder.push({ who, turn });
        }
        const sorted = (list: typeof order) => [...list].sort((a, b) => a.who - b.who || a.turn - b.turn);
        expect(sorted(order)).to.deep.equal(sorted(plannedOrder));
      }),
      { numRuns: often(60) },
    );
  });

  it('law: a woven plan has each whole sheet in order, turns that never lie over each other, and says its length', () => {
    fc.assert(
      fc.property(someSheets, (sheets) => {
        const { woven, seconds } = weave(sheets);
        sheets.forEach((sheet, who) => {
          const own = woven.filter((one) => one.who === who);
          expect(own.map((one) => one.index)).to.deep.equal(sheet.map((_, i) => i));
          own.forEach((one, i) => {
            const before = own[i - 1];
            if (before) expect(one.at).to.be.at.least(before.at + (sheet[before.index]?.seconds ?? 0));
          });
        });
        const inTurns = woven.filter((one) => (turnsOf(sheets[one.who] ?? [])[one.index] ?? null) !== null).sort((a, b) => a.at - b.at);
        inTurns.forEach((one, i) => {
          const before = inTurns[i - 1];
          if (before) expect(one.at).to.be.at.least(before.at + (sheets[before.who]?.[before.index]?.seconds ?? 0) - 1e-9);
        });
        expect(seconds).to.be.at.least(Math.max(...sheets.map(planned)) - 1e-9);
        expect(seconds).to.be.at.most(sheets.reduce((sum, sheet) => sum + planned(sheet), 0) + 1e-9);
        expect(seconds).to.equal(Math.max(...woven.map((one) => one.at + (sheets[one.who]?.[one.index]?.seconds ?? 0))));
      }),
      { numRuns: often(200) },
    );
  });

  it('takes no longer than the work of both where each rests at least as long as the other works', () => {
    const sheet = sheetOf(plain(20, 3, 60));
    const work = (of: readonly Interval[]) => of.reduce((sum, one) => sum + (one.kind === 'rest' ? 0 : one.seconds), 0);
    expect(weave([sheet, sheet]).seconds).to.be.below(planned(sheet) + work(sheet));
    expect(weave([sheet]).seconds).to.equal(planned(sheet));
    expect(weave([])).to.deep.equal({ woven: [], seconds: 0 });
  });

  describe('at one moment', () => {
    const sheet = sheetOf(scored(10, 2, 20));
    const turns = turnsOf(sheet);
    const score = sheet.findIndex((one) => one.kind === 'score');
    const at = (index: number, more: Partial<ClockState> = {}): ClockState => ({
      ...NOT_STARTED,
      phase: 'running',
      index,
      at: T0 + index * 1000,
      stretches: sheet
        .slice(0, index)
        .map((_, i) => ({ index: i, startedAt: T0 + i * 1000, endedAt: T0 + (i + 1) * 1000, ranMs: 1000, pausedMs: 0, ended: 'clock' })),
      ...more,
    });
    const who = (...states: ClockState[]) => whoseTurn(states.map((state) => ({ turns, state })));

    it('belongs to nobody once all have ended', () => {
      expect(who(at(sheet.length, { phase: 'finished' }), at(score, { phase: 'stopped' }))).to.equal(null);
      expect(who(at(score, { phase: 'stopped' }), at(1))).to.equal(1);
    });

    it('stays with whoever is in the middle of a turn, also in a pause', () => {
      expect(who(NOT_STARTED, at(2))).to.equal(1);
      expect(who(NOT_STARTED, at(2, { phase: 'paused' }))).to.equal(1);
      expect(who(NOT_STARTED, at(score))).to.equal(1);
    });

    it('is begun after a second, and not before', () => {
      const lead = score + 2;
      expect(sheet[lead]?.kind).to.equal('lead-in');
      expect(who(NOT_STARTED, at(lead, { ranMs: 999 }))).to.equal(0);
      expect(isAtTurn({ turns, state: at(lead, { ranMs: 999 }) })).to.equal(true);
      expect(who(NOT_STARTED, at(lead, { ranMs: 1000 }))).to.equal(1);
      expect(isAtTurn({ turns, state: at(lead, { ranMs: 1000 }) })).to.equal(false);
      expect(isAtTurn({ turns, state: at(score + 1) })).to.equal(false);
      expect(isAtTurn({ turns, state: NOT_STARTED })).to.equal(false);
      expect(isAtTurn({ turns, state: at(lead, { phase: 'stopped' }) })).to.equal(false);
    });

    it('stays with a go that is done again', () => {
      const again = at(0, {
        stretches: [{ index: score, startedAt: T0, endedAt: T0 + 5, ranMs: 5, pausedMs: 0, ended: 'again' }],
      });
      expect(who(NOT_STARTED, again)).to.equal(1);
    });

    it('is the first named of two whose turns ended at the same moment', () => {
      expect(who(at(score + 1), at(score + 1))).to.equal(0);
      const later = at(score + 1);
      const last = later.stretches.at(-1);
      if (last) last.endedAt += 1;
      expect(who(later, at(score + 1))).to.equal(1);
    });

    it('goes on by itself after work that the clock ended, and waits for a word after a number, a skip, or before the first', () => {
      const open = sheetOf(plain(10, 2, 20));
      const work = open.findIndex((one) => one.kind === 'rest') - 1;
      const state = (ended: 'clock' | 'skipped'): ClockState => ({
        ...NOT_STARTED,
        phase: 'running',
        index: work + 1,
        stretches: [{ index: work, startedAt: T0, endedAt: T0 + 9, ranMs: 9, pausedMs: 0, ended }],
      });
      const byItself = (one: ClockState, of = open) =>
        goesOnByItself(
          [
            { turns: turnsOf(open), state: NOT_STARTED },
            { turns: turnsOf(of), state: one },
          ],
          [open, of],
        );
      expect(byItself(state('clock'))).to.equal(true);
      expect(byItself(state('skipped'))).to.equal(false);
      expect(byItself({ ...state('clock'), phase: 'stopped' })).to.equal(false);
      expect(byItself({ ...state('clock'), phase: 'finished' })).to.equal(true);
      expect(byItself(NOT_STARTED)).to.equal(false);
      expect(byItself(at(score + 1), sheet)).to.equal(false);
    });
  });
});
