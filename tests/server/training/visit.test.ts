import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { ByHandSent } from '../../../src/contract/training.ts';
import { type ClockEvent, compileRunSheet, replay } from '../../../src/core/training/index.ts';
import { players, runs, scoreFigures, scores } from '../../../src/server/platform/db/schema.ts';
import type { Problem } from '../../../src/server/platform/problems.ts';
import { family } from '../../../src/server/screens/family.ts';
import { register } from '../../../src/server/screens/register.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { setChoices } from '../../../src/server/squads/choices.ts';
import { seeHurt } from '../../../src/server/squads/hurts.ts';
import { sendByHand } from '../../../src/server/training/by-hand.ts';
import { saveHome } from '../../../src/server/training/home.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { aGo, aHurtRun, aScore, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, sayYes, type Town, uuid } from '../make.ts';

describe('a visit as the server takes it', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  describe('from a device whose clock is wrong', () => {
    it('counts by the time between doing and sending: days ahead, days behind', () => {
      for (const wrong of [-9 * DAY, -7 * HOUR, 11 * HOUR, 500 * DAY]) {
        town.setNow(MONDAY_TEN);
        const go = aGo(town, 0, [aScore()]);
        town.setNow(MONDAY_TEN + 14 * HOUR);
        // Done an hour before midnight, sent an hour after: in Chicago the Monday's evening.
        const sentAt = MONDAY_TEN + 14 * HOUR + wrong;
        sendGo(town.context, town.player, { ...go, doneAt: sentAt - HOUR, sentAt });
        const score = go.scores[0]?.id ?? '';
        expect(town.context.db.select().from(scores).where(eq(scores.id, score)).get()).to.include({
          doneAt: MONDAY_TEN + 13 * HOUR,
          day: '2026-11-02',
        });
      }
    });

    it('gives a run the same: its start, its day, and the moment something hurt', () => {
      const { revisionId, sessionId } = aGo(town, 0, [aScore()]);
      town.setNow(MONDAY_TEN + 2 * HOUR);
      const start = MONDAY_TEN + 400 * DAY;
      const id = uuid();
      sendRun(town.context, town.player, {
        id,
        revisionId,
        sessionId,
        startedAt: start,
        sentAt: start + HOUR,
        events: [
          { type: 'start', at: start },
          { type: 'stop', at: start + 60_000, why: 'hurt' },
        ],
      });
      expect(town.context.db.select().from(runs).where(eq(runs.id, id)).get()).to.include({
        startedAt: MONDAY_TEN + HOUR,
        hurtAt: MONDAY_TEN + HOUR + 60_000,
        day: '2026-11-02',
      });
    });
  });

  describe('from a device that two players use', () => {
    it('takes nothing of one player while the other is signed in, and says so', async () => {
      const go = { ...aGo(town, 0, [aScore()]), playerId: town.player.playerId };
      expect(await outcome(() => sendGo(town.context, town.otherPlayer, go))).to.equal('somebody else');
      expect(town.context.db.select().from(scores).all()).to.deep.equal([]);
      expect(await outcome(() => sendGo(town.context, town.player, go))).to.equal('done');
    });
  });

  describe('from two devices of one family', () => {
    it('keeps what both send, and the session is done once', () => {
      const [phone, tablet] = [aGo(town, 0, [aScore({ value: 50 })]), aGo(town, 0, [aScore({ value: 55 })])];
      for (const go of [phone, tablet, phone, tablet]) sendGo(town.context, town.player, go);
      expect(town.context.db.select({ value: scores.value }).from(scores).all()).to.have.deep.members([{ value: 50 }, { value: 55 }]);
      const { revisionId, sessionId } = phone;
      const runs_ = [uuid(), uuid()].map((id, i) => {
        const at = MONDAY_TEN + i * 1000;
        const log = [
          { type: 'start', at },
          { type: 'ready', at: at + 1000 },
          { type: 'over', at: at + HOUR },
        ] as const;
        return { id, revisionId, sessionId, startedAt: at, sentAt: at, events: [...log] };
      });
      for (const run of runs_) sendRun(town.context, town.player, run);
      expect(
        town.context.db
          .select({ id: runs.id })
          .from(runs)
          .all()
          .map((row) => row.id),
      ).to.include.members(runs_.map((run) => run.id));
      expect(thisWeek(town.context, town.player).numbers[0]?.record).to.equal(55);
    });
  });

  describe('on the clock', () => {
    /** The log of a whole run of the session, each score step answered after a second. */
    const wholeLog = () => {
      const week = thisWeek(town.context, town.player).week;
      const session = week?.content.sessions[0];
      if (!week || !session) throw new Error('no open week');
      const sheet = compileRunSheet(session, new Map(Object.entries(week.content.drills)), {
        ...thisWeek(town.context, town.player).runner,
        ownPace: {},
      });
      const events: ClockEvent[] = [{ type: 'start', at: MONDAY_TEN }];
      let at = MONDAY_TEN;
      for (let i = 0; i < 500; i++) {
        const state = replay(sheet, events, at);
        if (state.phase !== 'running') break;
        const kind = sheet[state.index]?.kind;
        if (kind === 'set-up' || kind === 'drink') events.push({ type: 'ready', at });
        else if (kind === 'score') events.push({ type: 'done', at });
        else if (sheet[state.index]?.kind === 'work' && (sheet[state.index]?.seconds ?? 0) === 0) events.push({ type: 'done', at });
        at += 1000;
      }
      return { week, session, events };
    };
    const clockedNow = (id: string) => town.context.db.select().from(scoreFigures).where(eq(scoreFigures.scoreId, id)).get()?.clocked;
    const send = (change: { runId?: string | null; seconds?: number } = {}) => {
      const { seconds = 30, runId = null } = change;
      const score = aScore({ seconds, value: 20 });
      sendGo(town.context, town.player, aGo(town, 0, [score], { runId }));
      return score.id;
    };
    const logFor = (id: string, keep = Number.POSITIVE_INFINITY) => {
      const { week, session, events } = wholeLog();
      const log = events.slice(0, keep);
      return { id, revisionId: week.revisionId, sessionId: session.id, startedAt: MONDAY_TEN, sentAt: MONDAY_TEN, events: log };
    };

    it('is proved by the log that came, not by what a score says of itself', () => {
      const runId = uuid();
      expect(clockedNow(send())).to.equal(false);
      const before = send({ runId });
      expect(clockedNow(before)).to.equal(false);
      sendRun(town.context, town.player, logFor(runId));
      // The log proves the number that came before it, and the one after.
      expect(clockedNow(before)).to.equal(true);
      expect(clockedNow(send({ runId }))).to.equal(true);
      // 31 s are within what rounding leaves, 31.1 are not.
      expect(clockedNow(send({ runId, seconds: 31 }))).to.equal(true);
      expect(clockedNow(send({ runId, seconds: 31.1 }))).to.equal(false);
      expect(town.context.db.select().from(scores).where(eq(scores.id, before)).get()?.clocked).to.equal(true);
    });

    it('is not proved by a log that ends before the work does, nor by somebody else’s', () => {
      const [cut, theirs] = [uuid(), uuid()];
      sendRun(town.context, town.player, logFor(cut, 2));
      expect(clockedNow(send({ runId: cut }))).to.equal(false);
      sendRun(town.context, town.otherPlayer, logFor(theirs));
      expect(clockedNow(send({ runId: theirs }))).to.equal(false);
    });

    it('is proved by the log of an older program too, which is replayed once', () => {
      const runId = uuid();
      sendRun(town.context, town.player, logFor(runId));
      town.context.db.update(runs).set({ proven: null }).where(eq(runs.id, runId)).run();
      expect(clockedNow(send({ runId }))).to.equal(true);
      expect(town.context.db.select().from(runs).where(eq(runs.id, runId)).get()?.proven?.length).to.be.greaterThan(0);
    });
  });

  describe('with the printed sheet', () => {
    const ENTERED = MONDAY_TEN + 2 * DAY;
    const sent = (change: Partial<ByHandSent> = {}): ByHandSent => {
      const { revisionId, sessionId, itemId } = aGo(town, 0, [aScore({ clocked: false })]);
      const goes = [{ goId: uuid(), itemId, round: 0, scores: [aScore({ value: 40 })] }];
      const when = { daysAgo: 1, hour: 16, enteredAt: ENTERED, sentAt: ENTERED };
      return { id: uuid(), revisionId, sessionId, ...when, done: [itemId], goes, ...change };
    };
    const send = (one: ByHandSent) => sendByHand(town.context, town.player, one);
    beforeEach(() => town.setNow(ENTERED));

    it('counts on the told day, by hand, with the share of what was ticked', () => {
      const one = sent();
      const { sessionId } = one;
      const answer = send(one);
      expect(answer).to.include({ day: '2026-11-03', doneAt: Date.UTC(2026, 10, 3, 22) });
      expect(answer.share).to.be.within(0.05, 0.5);
      expect(town.context.db.select().from(scores).get()).to.include({ clocked: false, value: 40, day: '2026-11-03', runId: one.id });
      expect(town.context.db.select().from(runs).get()).to.include({ byHand: true, sessionId });
      const all = thisWeek(town.context, town.player).week?.content.sessions[0]?.blocks.flatMap((block) => block.items) ?? [];
      expect(send(sent({ done: all.map((item) => item.id), goes: [] })).share).to.equal(1);
      expect(thisWeek(town.context, town.player).done).to.deep.equal([sessionId]);
      expect(register(town.context, town.coach, { squad: town.squad }).players[0]?.cells).to.deep.equal(['by hand']);
    });

    it('never makes a clocked score of it, whatever the sender says', () => {
      send(sent({ goes: sent().goes.map((go) => ({ ...go, scores: [aScore({ clocked: true })] })) }));
      expect(town.context.db.select().from(scores).get()?.clocked).to.equal(false);
    });

    it('is kept once, however often it is sent', () => {
      const one = sent();
      expect(send(one)).to.deep.equal(send(one));
      expect(town.context.db.select().from(scores).all()).to.have.length(1);
    });

    it('takes the last 72 hours and refuses what lies before, naming the field', () => {
      town.setNow(MONDAY_TEN + 5 * DAY);
      const late = { enteredAt: MONDAY_TEN + 5 * DAY, sentAt: MONDAY_TEN + 5 * DAY };
      expect(send(sent({ ...late, daysAgo: 3, hour: 16 })).day).to.equal('2026-11-04');
      try {
        send(sent({ ...late, daysAgo: 3, hour: 9 }));
        expect.fail('taken');
      } catch (error) {
        expect((error as Problem).fields[0]).to.deep.include({ field: 'daysAgo' });
        expect((error as Problem).message).to.include('72 hours');
      }
    });

    it('takes nothing of a day before the week opened, and answers a foreign session like a missing one', async () => {
      expect(await outcome(() => send(sent({ daysAgo: 3 })))).to.equal('week closed');
      expect(await outcome(() => send(sent({ sessionId: uuid() })))).to.equal('not found');
      const one = sent();
      send(one);
      expect(await outcome(() => sendByHand(town.context, town.otherPlayer, one))).to.equal('not found');
    });
  });

  describe('that stopped because something hurt', () => {
    it('is told to the coach until one says it was seen, and to the family with that', async () => {
      const run = aHurtRun(town);
      const told = today(town.context, town.coach, { squad: town.squad }).hurts;
      expect(told).to.deep.equal([
        { runId: run, playerId: town.player.playerId, nickname: 'Comet', session: 'Quick feet', at: MONDAY_TEN + 60_000 },
      ]);
      expect(family(town.context, town.guardian).children[0]?.hurts).to.deep.equal([
        { session: 'Quick feet', at: MONDAY_TEN + 60_000, seenAt: null },
      ]);
      expect(family(town.context, town.otherGuardian).children[0]?.hurts).to.deep.equal([]);
      town.setNow(MONDAY_TEN + HOUR);
      seeHurt(town.context, town.coach, { squad: town.squad, run });
      town.setNow(MONDAY_TEN + 2 * HOUR);
      expect(seeHurt(town.context, town.coach, { squad: town.squad, run })).to.deep.equal({ at: MONDAY_TEN + HOUR });
      expect(today(town.context, town.coach, { squad: town.squad }).hurts).to.deep.equal([]);
      expect(family(town.context, town.guardian).children[0]?.hurts[0]?.seenAt).to.equal(MONDAY_TEN + HOUR);
      expect(await outcome(() => seeHurt(town.context, town.coach, { squad: town.squad, run: uuid() }))).to.equal('not found');
    });
  });

  it('keeps the stronger foot that a player says, and leaves it when only the kit is said', () => {
    const foot = () =>
      town.context.db.select({ foot: players.strongerFoot }).from(players).where(eq(players.id, town.player.playerId)).get()?.foot;
    saveHome(town.context, town.player, { has: ['ball'], yard: null, step: 0.5, strongerFoot: 'left' });
    expect([foot(), thisWeek(town.context, town.player).runner.strongerFoot]).to.deep.equal(['left', 'left']);
    saveHome(town.context, town.player, { has: [], yard: null, step: null });
    expect(foot()).to.equal('left');
  });

  it('keeps how many cones there are, where somebody counted them', () => {
    const cones = () => thisWeek(town.context, town.player).home?.cones;
    saveHome(town.context, town.player, { has: ['ball', 'cones'], yard: null, step: null, cones: 4 });
    expect(cones()).to.equal(4);
    saveHome(town.context, town.player, { has: ['ball', 'cones'], yard: null, step: null, cones: null });
    expect(cones()).to.equal(undefined);
  });

  it('tells players how the squad wants its clips', () => {
    sayYes(town);
    expect(thisWeek(town.context, town.player).film).to.deep.equal({ height: 360, sound: true });
    const how = { contactSchool: 'toe-up', footOrder: 'alternate', sessionMinutes: 30 } as const;
    setChoices(town.context, town.coach, {
      squad: town.squad,
      ...how,
      clipHeight: 720,
      clipSound: false,
      practiceCounts: false,
      stretchAim: 60,
    });
    expect(thisWeek(town.context, town.player).film).to.deep.equal({ height: 720, sound: false });
  });
});
