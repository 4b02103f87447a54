import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import fc from 'fast-check';
import type { MendSent } from '../../../src/contract/training.ts';
import { scoreFigures, scores, scoreWords } from '../../../src/server/platform/db/schema.ts';
import { openBench } from '../../../src/server/review/bench.ts';
import { decideScore, undoDecision } from '../../../src/server/review/decide.ts';
import { reviewQueue } from '../../../src/server/review/queue.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { mendScore } from '../../../src/server/training/mend.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, clockedGo, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('mending a number', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    town.setNow(MONDAY_TEN + HOUR);
  });
  afterEach(() => town.close());

  /** A go of Comet's on the clock; minutes after the first hour. */
  function go(value: number | null, minute = 0): string {
    const id = uuid();
    const doneAt = MONDAY_TEN + HOUR + minute * 60_000;
    town.setNow(doneAt);
    sendGo(town.context, town.player, clockedGo(town, town.player, aGo(town, 0, [aScore({ id, value })], { doneAt })));
    return id;
  }
  const mend = (score: string, value: number | null, change: Partial<MendSent> = {}, by = town.player) => {
    const at = town.context.now();
    return mendScore(town.context, by, { score, id: uuid(), value, faults: 0, parts: null, saidAt: at, sentAt: at, ...change });
  };
  const row = (id: string) => town.context.db.select().from(scores).where(eq(scores.id, id)).get();
  const figure = (id: string) => town.context.db.select().from(scoreFigures).where(eq(scoreFigures.scoreId, id)).get();
  const wordsOf = (id: string) => town.context.db.select().from(scoreWords).where(eq(scoreWords.scoreId, id)).all();
  const decide = (score: string, id = uuid()) =>
    decideScore(town.context, town.coach, { score, id, verdict: 'counted', value: null, reason: null, line: null, cues: [] });

  it('changes every figure, and what came after is measured by it', () => {
    const first = go(50);
    const second = go(52, 5);
    expect(figure(second)).to.include({ bestBefore: 50, result: 52 });
    expect(mend(first, 55)).to.include({ result: 55, standing: 'clear' });
    expect(figure(first)).to.include({ result: 55, counts: 55 });
    expect(figure(second)).to.include({ bestBefore: 55, result: 52 });
    const beat = thisWeek(town.context, town.player).numbers.find((one) => one.itemId === row(first)?.itemId);
    expect(beat?.record).to.equal(55);
    expect(wordsOf(first).map((one) => one.value)).to.have.members([50, 55]);
  });

  it('lets “I lost count” be said after all, and a number after that', () => {
    const id = go(50);
    expect(mend(id, null)).to.include({ result: null });
    expect(figure(id)).to.include({ result: null, counts: null });
    town.setNow(town.context.now() + 1000);
    expect(mend(id, 48)).to.include({ result: 48 });
    expect(wordsOf(id)).to.have.length(3);
  });

  it('law: whatever order mends come in, the one that was said last holds, and sending again changes nothing', () => {
    const said = fc.array(fc.record({ value: fc.option(fc.integer({ min: 0, max: 60 })), minute: fc.integer({ min: 1, max: 5 }) }), {
      minLength: 1,
      maxLength: 5,
    });
    let minute = 0;
    fc.assert(
      fc.property(said, fc.array(fc.nat({ max: 20 }), { minLength: 8, maxLength: 8 }), (mends, dice) => {
        minute += 10;
        const id = go(30, minute);
        const sent = mends.map((one) => ({ ...one, id: uuid(), saidAt: town.context.now() + one.minute * 1000 }));
        town.setNow(town.context.now() + 60_000);
        const sentAt = town.context.now();
        const arriving = [...sent, ...sent].map((one, i) => ({ one, place: dice[i % dice.length] ?? 0 })).sort((a, b) => a.place - b.place);
        for (const { one } of arriving) mend(id, one.value, { id: one.id, saidAt: one.saidAt, sentAt });
        const last = [...sent].sort((a, b) => a.saidAt - b.saidAt || (a.id < b.id ? -1 : 1)).at(-1);
        expect(row(id)?.value).to.equal(last?.value);
        const { doubt, counts } = figure(id) ?? {};
        expect(counts).to.equal(doubt === 'clear' ? last?.value : null);
        expect(wordsOf(id)).to.have.length(1 + sent.length);
      }),
      { numRuns: 25 },
    );
  });

  it('takes an odd number out of the coach’s doubts, and puts a record made by mending in', () => {
    go(40);
    const odd = go(9999, 5);
    expect(figure(odd)?.doubt).to.equal('cannot be');
    mend(odd, 38);
    expect(figure(odd)).to.include({ doubt: 'clear', result: 38 });
    const made = go(39, 10);
    mend(made, 47);
    expect(figure(made)).to.include({ doubt: 'look', counts: null });
    const item = reviewQueue(town.context, town.coach, { squad: town.squad }).waiting.find((one) => one.scoreId === made);
    expect(item?.firstSaid).to.deep.equal({ value: 39, faults: 0 });
    expect(item?.doubts[0]?.sentence).to.equal('First said: 39; mended to a new record, 47 (before 40).');
    expect(myFeet(town.context, town.player).waiting?.map((one) => one.value)).to.include(47);
    const words = openBench(town.context, town.coach, { score: made }).facts.map((one) => one.words);
    expect(words.slice(0, 2)).to.deep.equal(['sent 39 reps, on the clock', 'mended it to 47 reps']);
  });

  it('ends when the coach decides, and is open again when that is taken back', async () => {
    const id = go(50);
    const decision = uuid();
    decide(id, decision);
    expect(await outcome(() => mend(id, 51))).to.equal('decided');
    expect(row(id)?.value).to.equal(50);
    undoDecision(town.context, town.coach, { decision, id: uuid() });
    expect(await outcome(() => mend(id, 51))).to.equal('done');
  });

  it('ends a week after the go, to the millisecond', async () => {
    const id = go(50);
    const done = row(id)?.doneAt ?? 0;
    town.setNow(done + 7 * DAY + 1);
    expect(await outcome(() => mend(id, 51))).to.equal('decided');
    expect(await outcome(() => mend(id, 51, { saidAt: town.context.now() - 1 }))).to.equal('done');
  });

  it('is taken by the time between saying and sending, however wrong the device’s clock is', () => {
    const id = go(50);
    const start = town.context.now();
    town.setNow(start + 10_000);
    // Said two seconds ago by a clock that is years behind, and one that says it was before the go.
    mend(id, 51, { saidAt: 1000, sentAt: 3000 });
    expect(wordsOf(id).find((one) => one.value === 51)?.at).to.equal(start + 8000);
    mend(id, 52, { saidAt: 1000, sentAt: 90_000_000 });
    expect(row(id)?.value).to.equal(51);
  });

  it('is only for who did it, and only what the dose can have', async () => {
    const id = go(50);
    expect(await outcome(() => mend(id, 51, {}, town.otherPlayer))).to.equal('not found');
    expect(await outcome(() => mend(id, 51, { playerId: town.otherPlayer.playerId }))).to.equal('somebody else');
    expect(await outcome(() => mend(id, 51, { parts: { 'try 1': 51 } }))).to.equal('bad input');
    expect(await outcome(() => mend(uuid(), 51))).to.equal('not found');
    const other = go(50, 5);
    const used = uuid();
    mend(id, 51, { id: used });
    expect(await outcome(() => mend(other, 60, { id: used }))).to.equal('not found');
    expect(row(other)?.value).to.equal(50);
  });
});
