import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { scoreFigures, streakStates, trainingDays } from '../../../src/server/platform/db/schema.ts';
import { decideScore, undoDecision, undoWave, waveThrough } from '../../../src/server/review/decide.ts';
import { setStreakRule } from '../../../src/server/rules/rules.ts';
import { figuresOf, fillFigures } from '../../../src/server/scores/figures.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { today } from '../../../src/server/screens/today.ts';
import { computeStreaks, fillDays } from '../../../src/server/streaks/days.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, DAY, HOUR, MONDAY_TEN, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('figures on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  const at = (hours: number) => town.setNow(MONDAY_TEN + hours * HOUR);
  const send = (value: number | null, change: { id?: string; doneAt?: number } = {}) => {
    const id = change.id ?? uuid();
    const go = aGo(town, 0, [aScore({ id, value })]);
    sendGo(town.context, town.player, { ...go, doneAt: change.doneAt ?? town.context.now() });
    return id;
  };
  const decide = (score: string, verdict: 'counted' | 'corrected' | 'set aside' | 'again please', value: number | null = null) => {
    const id = uuid();
    decideScore(town.context, town.coach, {
      score,
      id,
      verdict,
      value,
      reason: verdict === 'set aside' ? 'No' : null,
      line: null,
      cues: [],
    });
    return id;
  };
  /** The rows themselves, oldest first; what lists read of them must say the same. */
  const figures = () => {
    const rows = town.context.db.select().from(scoreFigures).orderBy(scoreFigures.doneAt, scoreFigures.scoreId).all();
    for (const [i, one] of figuresOf(town.context.db, town.squad, town.player.playerId).entries()) expect(rows[i]).to.deep.include(one);
    return rows;
  };
  const brief = () => figures().map((one) => [one.result, one.bestBefore, one.standing]);
  /** Everything made anew from the facts must come to the same. */
  const sameFromScratch = () => {
    // What a stretch number would have been is of its hour: known later, it may be another one.
    const lasting = () => figures().map(({ stretch: _stretch, ...one }) => one);
    const before = lasting();
    const days = town.context.db.select().from(trainingDays).all();
    town.context.db.delete(scoreFigures).run();
    town.context.db.delete(trainingDays).run();
    fillFigures(town.context.db);
    fillDays(town.context.db);
    expect(lasting()).to.deep.equal(before);
    expect(town.context.db.select().from(trainingDays).all()).to.have.deep.members(days);
  };

  it('follow each score: what it comes to, and the best before it', () => {
    for (const [i, value] of [20, 24, 22].entries()) {
      at(i);
      send(value);
    }
    expect(brief()).to.deep.equal([
      [20, null, 'clear'],
      [24, 20, 'clear'],
      [22, 24, 'clear'],
    ]);
    sameFromScratch();
  });

  it('bring later ones up to date when an earlier one arrives late, is corrected, set aside, or taken back', () => {
    at(0);
    const first = send(20);
    at(2);
    send(24);
    at(3);
    send(22, { doneAt: MONDAY_TEN + HOUR });
    expect(brief().map(([result, best]) => [result, best])).to.deep.equal([
      [20, null],
      [22, 20],
      [24, 22],
    ]);
    const corrected = decide(first, 'corrected', 23);
    expect(brief().map(([, best]) => best)).to.deep.equal([null, 23, 23]);
    undoDecision(town.context, town.coach, { decision: corrected, id: uuid() });
    decide(first, 'set aside');
    expect(brief()).to.deep.equal([
      [null, null, 'set aside'],
      [22, null, 'clear'],
      [24, 22, 'clear'],
    ]);
    sameFromScratch();
  });

  it('let a wave through, and back', () => {
    const score = send(20);
    const wave = uuid();
    waveThrough(town.context, town.coach, { squad: town.squad, id: wave, scores: [{ score, decision: uuid() }] });
    expect(figures()[0]).to.include({ standing: 'counted', decided: true });
    expect(today(town.context, town.coach, { squad: town.squad }).toReview).to.include({ clear: 0 });
    undoWave(town.context, town.coach, { squad: town.squad, wave });
    expect(figures()[0]).to.include({ standing: 'clear', decided: false, decidedAt: null });
    expect(today(town.context, town.coach, { squad: town.squad }).toReview).to.include({ clear: 1 });
    sameFromScratch();
  });

  it('keep the stretch number that was computed when the go was done', () => {
    for (const [i, value] of [20, 21, 20, 21].entries()) {
      at(i);
      send(value);
    }
    const before = figures().at(-1);
    expect(before?.stretch).to.equal(20);
    decide(figures()[0]?.scoreId ?? '', 'corrected', 40);
    expect(figures().at(-1)?.stretch).to.equal(before?.stretch);
  });

  it('keep a streak by the work that turns the day, never by a look; what is done makes it anew', () => {
    const seen = () => register(town.context, town.coach, { squad: town.squad }).players[0]?.streak.current;
    const kept = () => town.context.db.select().from(streakStates).where(eq(streakStates.playerId, town.player.playerId)).get();
    expect(seen()).to.equal(0);
    expect(kept()).to.equal(undefined);
    computeStreaks(town.context);
    expect(kept()?.asOf).to.equal('2026-11-02');
    send(20);
    expect(kept()).to.equal(undefined);
    expect(seen()).to.equal(1);
    computeStreaks(town.context);
    expect(kept()?.streak.current).to.equal(1);
    town.setNow(MONDAY_TEN + DAY);
    expect(seen()).to.equal(1);
    expect(kept()?.asOf).to.equal('2026-11-02');
    computeStreaks(town.context);
    expect(kept()?.asOf).to.equal('2026-11-03');
  });

  it('compute the streaks of a squad beside as soon as its rule has changed', async () => {
    const kept = () => town.context.db.select().from(streakStates).all().length;
    computeStreaks(town.context);
    const before = kept();
    setStreakRule(town.context, town.coach, { squad: town.squad, rule: { kind: 'every day', freeDays: 2 } });
    expect(kept()).to.be.lessThan(before);
    await new Promise((resolve) => setImmediate(resolve));
    expect(kept()).to.equal(before);
  });

  it('tell the records of the week in the register, each drill and foot once', () => {
    for (const [i, value] of [20, 24, 26].entries()) {
      at(i);
      send(value);
    }
    const seen = register(town.context, town.coach, { squad: town.squad });
    expect(seen.recordsInAll).to.equal(1);
    expect(seen.records[0]).to.include({ nickname: 'Comet', result: 26, before: 24, unit: 'reps' });
    expect(seen.players.find((one) => one.nickname === 'Comet')?.records).to.equal(1);
  });

  it('show scores with their facts on the player page, sixty at a time, none twice', () => {
    for (let i = 0; i < 70; i++) {
      at(i / 4);
      send(20 + (i % 7));
    }
    const page = playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId });
    expect(page.scores).to.have.length(60);
    expect(page.moreScores).to.equal(true);
    expect(page.scores[0]).to.include({ clocked: true, paper: false, doubt: 'clear' });
    expect(page.weeks.at(-1)).to.include({ done: 0, set: 1 });
    expect(page.drills[0]?.feet[0]?.record?.result).to.equal(26);
  });
});
