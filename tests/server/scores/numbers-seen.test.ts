import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { NumberToBeat } from '../../../src/contract/training.ts';
import { type Item, newItem } from '../../../src/core/weeks/index.ts';
import { makeDerived } from '../../../src/server/operations/derived.ts';
import { scoreFigures } from '../../../src/server/platform/db/schema.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { reachedOfOne } from '../../../src/server/scores/known.ts';
import { groundsFor } from '../../../src/server/scores/watched.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { calibration } from '../../../src/server/screens/season.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { choicesOf, setChoices, setPlayerAim } from '../../../src/server/squads/choices.ts';
import { squadById } from '../../../src/server/squads/squads.ts';
import { setOwnNumber, squadNumbers } from '../../../src/server/targets/numbers.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { HOUR, MONDAY_TEN, openTown, type Town, uuid } from '../make.ts';

describe('the number that a player saw', () => {
  let town: Town;
  let week: string;
  let hours: number;
  const taps: Item = { ...newItem(uuid(), drillOf('sole-taps')), ...timed(30), target: { rule: 'stretch' } };
  const course: Item = { ...newItem(uuid(), drillOf('cross-course')), target: { rule: 'stretch' } };

  beforeEach(async () => {
    town = await openTown();
    hours = 0;
    week = uuid();
    const { draft } = makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    const sessions = [aSession([aBlock('challenge', [taps, course])])];
    saveWeek(town.context, town.coach, { week, draft, plan: { title: 'Seen', focus: '', sessions } });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
  });
  afterEach(() => town.close());

  const numberFor = (item: Item, by = town.player): NumberToBeat =>
    thisWeek(town.context, by).numbers.find((one) => one.itemId === item.id) as NumberToBeat;

  /** A go an hour after the one before; `saw` left out is a device that does not say. */
  function send(value: number, saw?: number | null, by = town.player, item = taps, isStretch = true): string {
    town.setNow(MONDAY_TEN + ++hours * HOUR);
    const read = thisWeek(town.context, by);
    const id = uuid();
    const numbers = item === taps ? { value, faults: 0 } : { value: 5, faults: value };
    sendGo(town.context, by, {
      ...{ goId: uuid(), revisionId: read.week?.revisionId ?? '', sessionId: read.week?.content.sessions[0]?.id ?? '' },
      ...{ itemId: item.id, round: 0, runId: null, doneAt: town.context.now() },
      scores: [
        {
          id,
          foot: 'both',
          ...numbers,
          seconds: 30,
          clocked: true,
          parts: null,
          ...(saw === undefined ? {} : { saw, sawStretch: saw !== null && isStretch }),
        },
      ],
    });
    return id;
  }
  const figure = (id: string) => town.context.db.select().from(scoreFigures).where(eq(scoreFigures.scoreId, id)).get();
  const given = () => calibration(town.context, town.coach, { squad: town.squad }).given;

  it('is the one that is judged, whatever would be reckoned at scoring, also when all is made anew', () => {
    send(40, 50);
    const id = send(44, 43);
    expect(figure(id)).to.include({ stretch: 43, stretchGiven: true, judged: 44 });
    makeDerived(town.context, true);
    expect(figure(id)).to.include({ stretch: 43, stretchGiven: true });
    // 40 of 50 is missed, 44 of 43 reached.
    expect(given()).to.include({ goes: 2, reached: 1 });
  });

  it('is none where none stood there, and none of the rule’s where a coach had set it', () => {
    expect(figure(send(40, null))).to.include({ stretchGiven: false });
    setOwnNumber(town.context, town.coach, {
      ...{ week, id: uuid(), player: town.player.playerId, item: taps.id, foot: 'both', kind: 'number', number: 30 },
    });
    expect(figure(send(41, 30, town.player, taps, false))).to.include({ stretchGiven: false });
    // A device that does not say has it reckoned.
    expect(figure(send(41))).to.include({ stretchGiven: false });
    // Given back to the rule it is the rule's again.
    town.setNow(MONDAY_TEN + ++hours * HOUR);
    setOwnNumber(town.context, town.coach, {
      ...{ week, id: uuid(), player: town.player.playerId, item: taps.id, foot: 'both', kind: 'rule', number: null },
    });
    expect(figure(send(42, 39))).to.include({ stretchGiven: true, stretch: 39 });
  });

  it('is reckoned as before for a device that does not say', () => {
    send(40);
    const { stretch, stretchGiven } = figure(send(44)) ?? {};
    // One go of 40: 39 is what is reached six times in ten.
    expect([stretch, stretchGiven]).to.deep.equal([39, true]);
  });

  it('is held against what was said while a coach has to look at it, and against nothing once that is set aside', () => {
    send(40, null);
    // 90 in 30 s are 3 a second, very fast: it waits.
    const fast = send(90, 41);
    expect(figure(fast)).to.include({ standing: 'waiting for the coach', result: null, judged: 90, numberDoubted: true });
    expect(given()).to.include({ goes: 1, reached: 1 });
    const decide = (verdict: 'counted' | 'set aside') =>
      decideScore(town.context, town.coach, {
        ...{ score: fast, id: uuid(), verdict, value: null, reason: verdict === 'set aside' ? 'Another drill was done.' : null },
        ...{ line: null, cues: [] },
      });
    town.setNow(MONDAY_TEN + ++hours * HOUR);
    decide('set aside');
    expect(figure(fast)).to.include({ judged: null });
    expect(given()).to.include({ goes: 0 });
    town.setNow(MONDAY_TEN + ++hours * HOUR);
    decide('counted');
    // A coach who counts it has answered the doubt.
    expect(figure(fast)).to.include({ judged: 90, numberDoubted: false });
  });

  it('makes the next one easier where numbers of the measure were missed, for that player and that measure alone', () => {
    for (const by of [town.player, town.otherPlayer]) for (const value of [40, 48, 43, 46]) send(value, null, by);
    for (const faults of [3, 2, 3, 2]) send(faults, null, town.player, course);
    const [before, others, faults] = [numberFor(taps), numberFor(taps, town.otherPlayer), numberFor(course)];
    expect(before.target.number).to.equal(others.target.number);
    for (let i = 0; i < 4; i++) send(44, 60);
    expect(reachedOfOne(town.context.db, town.player.playerId).get('count in time')).to.deep.equal([false, false, false, false]);
    expect(numberFor(taps).target.number ?? 99).to.be.below(before.target.number ?? 0);
    expect(numberFor(course).target.number).to.equal(faults.target.number);
    expect(numberFor(taps, town.otherPlayer).target.number).to.equal(others.target.number);
    // And the coach sees the same on the sheet of numbers.
    const sheet = squadNumbers(town.context, town.coach, { week }).players.find((one) => one.playerId === town.player.playerId);
    expect(sheet?.numbers.find((one) => one.itemId === taps.id)?.target.number).to.equal(numberFor(taps).target.number);
    const { byMeasure } = calibration(town.context, town.coach, { squad: town.squad });
    // Four missed are 2.4 behind: 14.4 points easier.
    expect(byMeasure.find((row) => row.name === 'count in time')).to.include({ goes: 4, reached: 0, easier: 14 });
  });

  it('looks at the newest forty', () => {
    for (let i = 0; i < 41; i++) send(44, i === 0 ? 1 : 60);
    const reached = reachedOfOne(town.context.db, town.player.playerId).get('count in time');
    expect(reached).to.have.length(40);
    expect(reached).not.to.include(true);
  });

  it('stays the same from one visit to the next while it is as likely', () => {
    for (const value of [40, 48, 43, 46, 44, 45]) send(value, null);
    const { number } = numberFor(taps).target;
    send(44, number);
    const next = numberFor(taps).target;
    expect(next.number).to.equal(number);
    expect(next.reason).to.match(/^The same number as last time/);
  });

  it('is the same on My feet as in this week, whatever it rests on', () => {
    for (const value of [40, 52, 43, 50, 44, 49]) send(value, null);
    const onFeet = () => myFeet(town.context, town.player).drills.find((one) => one.drillId === taps.drillId)?.feet[0]?.next ?? null;
    const same = () => expect(onFeet()).to.equal(numberFor(taps).target.number);
    same();
    const usual = onFeet();
    for (let i = 0; i < 4; i++) send(46, 60);
    same();
    expect(onFeet()).not.to.equal(usual);
    setPlayerAim(town.context, town.coach, { squad: town.squad, player: town.player.playerId, stretchAim: 80 });
    same();
    // And the one that was shown stays there too.
    send(46, numberFor(taps).target.number);
    same();
  });

  it('is aimed at as the squad chose, or as a coach chose for one', () => {
    for (const by of [town.player, town.otherPlayer]) for (const value of [40, 52, 43, 50, 44, 49]) send(value, null, by);
    const numbers = () => [town.player, town.otherPlayer].map((by) => numberFor(taps, by).target.number ?? 0) as [number, number];
    const [usual] = numbers();
    setPlayerAim(town.context, town.coach, { squad: town.squad, player: town.player.playerId, stretchAim: 80 });
    expect(numbers()[0]).to.be.below(usual);
    expect(numbers()[1]).to.equal(usual);
    expect(playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId })).to.include({
      ...{ stretchAim: 80, squadAim: 60 },
    });
    const own = numbers()[0];
    setChoices(town.context, town.coach, {
      squad: town.squad,
      ...choicesOf(squadById(town.context.db, town.squad)),
      stretchAim: 50,
    });
    expect(numbers()[0]).to.equal(own);
    expect(numbers()[1]).to.be.above(usual);
    expect(calibration(town.context, town.coach, { squad: town.squad }).aim).to.equal(50);
    setPlayerAim(town.context, town.coach, { squad: town.squad, player: town.player.playerId, stretchAim: null });
    expect(numbers()[0]).to.equal(numbers()[1]);
  });
});

describe('why clips of somebody would help', () => {
  let town: Town;
  let week: string;
  const taps: Item = { ...newItem(uuid(), drillOf('sole-taps')), ...timed(30) };
  beforeEach(async () => {
    town = await openTown();
    week = uuid();
    const { draft } = makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    const sessions = [aSession([aBlock('challenge', [taps])])];
    saveWeek(town.context, town.coach, { week, draft, plan: { title: 'Clips', focus: '', sessions } });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
  });
  afterEach(() => town.close());

  function send(by: Town['player'], value: number, minute: number): string {
    town.setNow(MONDAY_TEN + minute * 60_000);
    const read = thisWeek(town.context, by);
    const id = uuid();
    sendGo(town.context, by, {
      ...{ goId: uuid(), revisionId: read.week?.revisionId ?? '', sessionId: read.week?.content.sessions[0]?.id ?? '' },
      ...{ itemId: taps.id, round: 0, runId: null, doneAt: town.context.now() },
      scores: [{ id, foot: 'both', value, faults: 0, seconds: 30, clocked: true, parts: null }],
    });
    return id;
  }
  const grounds = (by: Town['player']) => groundsFor(town.context.db, town.squad, by.playerId, town.context.now());

  it('is nothing for even numbers', () => {
    for (let i = 0; i < 12; i++) send(town.player, 40 + (i % 3), i);
    expect(grounds(town.player)).to.deep.equal([]);
  });

  it('is what was counted from the clips, on the whole', () => {
    for (let i = 0; i < 3; i++) {
      const id = send(town.player, 60 + i, i);
      town.context.db.update(scoreFigures).set({ recounted: 46 }).where(eq(scoreFigures.scoreId, id)).run();
    }
    expect(grounds(town.player)).to.deep.equal(['more than the clips show']);
    expect(grounds(town.otherPlayer)).to.deep.equal([]);
    expect(playerPage(town.context, town.coach, { squad: town.squad, player: town.player.playerId }).grounds).to.deep.equal([
      'more than the clips show',
    ]);
  });

  it('is a team-mate’s numbers, told of the one who says them after the other', () => {
    const numbers = [41, 44, 42, 47, 43, 46, 48, 44, 49, 46, 47, 42, 43, 41];
    // Each is said a minute after the mate's own; both have numbers like these, so a few meet by chance.
    numbers.forEach((value, i) => {
      send(town.player, value, 10 * i);
      send(town.otherPlayer, value, 10 * i + 1);
    });
    expect(grounds(town.player)).to.deep.equal([]);
    const asCopied = grounds(town.otherPlayer);
    expect(asCopied.filter((ground) => ground !== 'same as a team-mate')).to.deep.equal([]);
  });

  it('looks back on half a year, and no further', () => {
    for (let i = 0; i < 3; i++) {
      const id = send(town.player, 60 + i, i);
      town.context.db.update(scoreFigures).set({ recounted: 46 }).where(eq(scoreFigures.scoreId, id)).run();
    }
    town.setNow(MONDAY_TEN + 26 * 7 * 24 * HOUR);
    expect(grounds(town.player)).to.deep.equal(['more than the clips show']);
    town.setNow(MONDAY_TEN + 26 * 7 * 24 * HOUR + HOUR);
    expect(grounds(town.player)).to.deep.equal([]);
  });
});
