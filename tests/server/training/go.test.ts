import { expect } from 'chai';
import { count, eq } from 'drizzle-orm';
import fc from 'fast-check';
import type { GoSent, RunSent } from '../../../src/contract/training.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { runEvents, runs, scores } from '../../../src/server/platform/db/schema.ts';
import { Problem } from '../../../src/server/platform/problems.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { simRunLog } from '../../../src/testkit/squadsim/index.ts';
import { drills } from '../../core/make.ts';
import { aGo, aScore, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('sending goes', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());
  const send = (go: GoSent) => sendGo(town.context, town.player, go);
  const kept = () => town.context.db.select({ n: count() }).from(scores).get()?.n;
  const sentence = (go: GoSent) => {
    try {
      send(go);
      return 'kept';
    } catch (error) {
      return error instanceof Problem ? error.message : String(error);
    }
  };

  it('keeps each foot apart and says at once what came of it', () => {
    const answer = send(
      aGo(town, 1, [aScore({ foot: 'left', value: 20, seconds: 15 }), aScore({ foot: 'right', value: 26, seconds: 15 })]),
    );
    expect(answer.results.map((r) => [r.foot, r.result, r.standing, r.isRecord])).to.deep.equal([
      ['left', 20, 'clear', true],
      ['right', 26, 'clear', true],
    ]);
    const better = send(
      aGo(town, 1, [aScore({ foot: 'left', value: 22, seconds: 15 }), aScore({ foot: 'right', value: 25, seconds: 15 })]),
    );
    expect(better.results.map((r) => [r.recordBefore, r.isRecord])).to.deep.equal([
      [20, true],
      [26, false],
    ]);
  });

  it('changes nothing when sent twice', () => {
    const go = aGo(town, 0, [aScore({ value: 60 })]);
    const first = send(go);
    const score = go.scores[0] as GoSent['scores'][number];
    const second = send({ ...go, scores: [{ ...score, value: 99 }] });
    expect(second).to.deep.equal(first);
    expect(kept()).to.equal(1);
    expect(town.context.db.select().from(scores).where(eq(scores.id, score.id)).get()?.value).to.equal(60);
  });

  it('law: any order of retries keeps the same scores', () => {
    const goes = Array.from({ length: 4 }, (_, i) => aGo(town, 0, [aScore({ value: 50 + i })], { doneAt: MONDAY_TEN + i * 1000 }));
    town.setNow(MONDAY_TEN + HOUR);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 3 }), { minLength: 8, maxLength: 20 }), (order) => {
        for (const i of order) send(goes[i] as GoSent);
        const values = town.context.db.select({ value: scores.value, doneAt: scores.doneAt }).from(scores).all();
        for (const row of values) expect(row.value).to.equal(50 + (row.doneAt - MONDAY_TEN) / 1000);
        expect(values.length).to.be.at.most(4);
      }),
      { numRuns: 10 },
    );
    for (const go of goes) send(go);
    expect(kept()).to.equal(4);
  });

  it('lets a doubted score wait: 34 in 10 s would be kept, but does not make a record', () => {
    const answer = send(aGo(town, 0, [aScore({ value: 100 })]));
    expect(answer.results[0]).to.include({ standing: 'waiting for the coach' });
    const next = send(aGo(town, 0, [aScore({ value: 60 })]));
    expect(next.results[0]).to.include({ recordBefore: null, isRecord: true });
  });

  it('keeps "I lost count" as an honest answer without a number', () => {
    const answer = send(aGo(town, 0, [aScore({ value: null })]));
    expect(answer.results[0]).to.include({ result: null, standing: 'clear', isRecord: false });
  });

  it('takes what was done while the week was open, and refuses what came after, in a sentence', () => {
    const late = aGo(town, 0, [aScore()]);
    town.setNow(MONDAY_TEN + 8 * DAY);
    expect(sentence({ ...late, doneAt: MONDAY_TEN + 2 * DAY })).to.equal('kept');
    expect(sentence({ ...late, doneAt: MONDAY_TEN + 7 * DAY, scores: [aScore()] })).to.include('Week 1 is closed');
    expect(sentence({ ...late, doneAt: MONDAY_TEN - DAY, scores: [aScore()] })).to.include('not open yet');
  });

  it('gives a late go its own day within 72 hours and none after that', () => {
    const go = aGo(town, 0, [aScore()]);
    town.setNow(MONDAY_TEN + 2 * DAY);
    send({ ...go, doneAt: MONDAY_TEN });
    town.setNow(MONDAY_TEN + 4 * DAY);
    send({ ...go, goId: uuid(), doneAt: MONDAY_TEN, scores: [aScore()] });
    expect(town.context.db.select({ day: scores.day }).from(scores).all()).to.deep.equal([{ day: '2026-11-02' }, { day: null }]);
  });

  it('takes a device clock that runs ahead at the time of arrival', () => {
    send(aGo(town, 0, [aScore()], { doneAt: MONDAY_TEN + 30 * DAY }));
    expect(town.context.db.select().from(scores).get()).to.include({ doneAt: MONDAY_TEN, day: '2026-11-02' });
  });

  it('names the field of what does not fit the item', async () => {
    expect(sentence(aGo(town, 0, [aScore({ foot: 'left' })]))).to.include('not scored for the left foot');
    expect(await outcome(() => send(aGo(town, 0, [aScore()], { itemId: uuid() })))).to.equal('not found');
    expect(await outcome(() => send(aGo(town, 0, [aScore()], { round: 3 })))).to.equal('not found');
    expect(sentence(aGo(town, 0, [aScore({ parts: { 'right foot': 3 } })]))).to.include('no number called “right foot”');
  });

  it('answers a foreign squad’s week like a missing one', async () => {
    releaseNow(town, undefined, town.otherSquad, town.otherCoach);
    const theirs = thisWeek(town.context, town.strangerPlayer).week?.revisionId ?? '';
    expect(await outcome(() => send(aGo(town, 0, [aScore()], { revisionId: theirs })))).to.equal('not found');
  });

  it('shows the next number to beat, and again-please as a task until it is done again', () => {
    const go = aGo(town, 0, [aScore({ value: 60 })]);
    send(go);
    expect(thisWeek(town.context, town.player).numbers.find((n) => n.itemId === go.itemId)).to.deep.include({ record: 60 });
    expect(thisWeek(town.context, town.player).numbers[0]?.target.number).to.equal(61);
    town.setNow(MONDAY_TEN + HOUR);
    const score = go.scores[0]?.id ?? '';
    decideScore(town.context, town.coach, {
      score,
      id: uuid(),
      verdict: 'again please',
      value: null,
      reason: null,
      line: null,
      cues: ['Light as a cat'],
    });
    expect(thisWeek(town.context, town.player).again.map((task) => task.line.cues)).to.deep.equal([['Light as a cat']]);
    town.setNow(MONDAY_TEN + 2 * HOUR);
    send(aGo(town, 0, [aScore({ value: 58 })]));
    expect(thisWeek(town.context, town.player).again).to.deep.equal([]);
  });
});

describe('sending runs', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  const aRun = (): RunSent => {
    const week = thisWeek(town.context, town.player).week;
    const session = week?.content.sessions[0];
    if (!week || !session) throw new Error('no week');
    const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
    return {
      id: uuid(),
      revisionId: week.revisionId,
      sessionId: session.id,
      startedAt: MONDAY_TEN,
      sentAt: MONDAY_TEN,
      events: simRunLog(sheet, MONDAY_TEN),
    };
  };
  const send = (run: RunSent) => sendRun(town.context, town.player, run);

  it('replays the share of work from the log and marks the session done', () => {
    expect(send(aRun())).to.include({ share: 1, done: true });
    expect(thisWeek(town.context, town.player).done).to.have.length(1);
    expect(thisWeek(town.context, town.player).streak).to.include({ current: 1, unit: 'day' });
  });

  it('adds the new events of a longer log and changes none that are kept', () => {
    const run = aRun();
    send({ ...run, events: run.events.slice(0, 2) });
    const forged = run.events.map((event, i) => (i < 2 ? { ...event, at: MONDAY_TEN } : event));
    const answer = send({ ...run, events: forged });
    expect(answer.events).to.equal(run.events.length);
    const kept = town.context.db.select().from(runEvents).where(eq(runEvents.runId, run.id)).all();
    expect(kept[1]?.event.at).to.equal(run.events[1]?.at);
    send(run);
    expect(town.context.db.select({ n: count() }).from(runs).get()?.n).to.equal(1);
  });

  it('refuses a log that does not begin with a start or runs back', async () => {
    const run = aRun();
    expect(await outcome(() => send({ ...run, events: run.events.slice(1) }))).to.equal('bad input');
    expect(await outcome(() => send({ ...run, events: [...run.events].reverse() }))).to.equal('bad input');
  });
});
