import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { RunSent } from '../../../src/contract/training.ts';
import { HOUR_MS } from '../../../src/core/calendar/lengths.ts';
import { evenings, letters as lettersTable, squads } from '../../../src/server/platform/db/schema.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { family } from '../../../src/server/screens/family.ts';
import { register } from '../../../src/server/screens/register.ts';
import { remindFamilies } from '../../../src/server/screens/reminders.ts';
import { doneSessions, thisWeek } from '../../../src/server/screens/this-week.ts';
import { joinEvening } from '../../../src/server/screens/together.ts';
import { boardOf, sceneOf } from '../../../src/server/together/board.ts';
import { callOff, eveningByCode, leadEvening, listEvenings, sayHere, sayToSquad } from '../../../src/server/together/evenings.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { commandsOf, eveningById } from '../../../src/server/weeks/evenings.ts';
import { makeFeed, readFeed } from '../../../src/server/weeks/feeds.ts';
import { takeBackRelease } from '../../../src/server/weeks/take-back.ts';
import { makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aGo, anEvening, aPlan, aScore, openTown, releaseNow, type Town, uuid } from '../make.ts';

describe('a live evening', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
  });
  afterEach(() => town.close());

  const say = (evening: string, type: 'go' | 'pause' | 'ask' | 'end', go: number | null = null, id = uuid()) =>
    sayToSquad(town.context, town.coach, { evening, id, type, go });
  const evening = (id: string) => {
    const found = eveningById(town.context.db, id);
    if (!found) throw new Error('no evening');
    return found;
  };
  const scene = (id: string) => sceneOf(town.context, evening(id), commandsOf(town.context.db, id));
  const inOneHour = () => town.context.now() + HOUR_MS;

  /** A run of a player that joined the go begun by `seq`, worked and gave a number. */
  const aRun = (of: { id: string; seq: number; index: number }, by = town.player, change: Partial<RunSent> = {}): RunSent => {
    const { revisionId, sessionId } = aGo(town, 0, [aScore()]);
    const now = town.context.now();
    const events: RunSent['events'] = [
      { type: 'start', at: now - 100_000 },
      { type: 'join', at: now - 90_000, index: of.index, ranMs: 0, seq: of.seq, anew: true },
      { type: 'done', at: now },
    ];
    return {
      id: uuid(),
      playerId: by.playerId,
      revisionId,
      sessionId,
      togetherId: of.id,
      startedAt: now - 100_000,
      sentAt: now,
      events,
      ...change,
    };
  };

  it('is opened for now or for an hour of the week, and the same id opens it once', () => {
    const now = anEvening(town);
    expect(now).to.include({ isOpen: true, name: 'Quick feet' });
    expect(anEvening(town, { id: now.id }).code).to.equal(now.code);
    const later = anEvening(town, { startsAt: inOneHour() });
    expect(later.isOpen).to.equal(false);
    expect(listEvenings(town.context, town.coach, { squad: town.squad }).evenings.map((one) => one.id)).to.deep.equal([later.id, now.id]);
  });

  it('names the field of an hour outside the week, of one that is over, and of a drill that is not in the session', () => {
    const closes = thisWeek(town.context, town.player).week?.closesAt ?? 0;
    const fieldOf = (change: Parameters<typeof anEvening>[1]) => {
      try {
        anEvening(town, change);
        return 'opened';
      } catch (error) {
        return (error as { fields: { field: string }[] }).fields[0]?.field;
      }
    };
    expect(fieldOf({ startsAt: closes })).to.equal('startsAt');
    expect(fieldOf({ startsAt: closes - 1 })).to.equal('opened');
    expect(fieldOf({ startsAt: town.context.now() - HOUR_MS - 1 })).to.equal('startsAt');
    expect(fieldOf({ itemIds: [uuid()] })).to.equal('itemIds');
    expect(fieldOf({ sessionId: uuid() })).to.equal('sessionId');
  });

  it('is told to players, families and calendars until it is called off, and then to nobody', () => {
    const { id } = anEvening(town, { startsAt: inOneHour() });
    const { feed: _feed, address } = makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: town.player.playerId });
    const token = address.split('/').at(-1)?.replace('.ics', '') ?? '';
    const told = () => [
      thisWeek(town.context, town.player).together?.length,
      family(town.context, town.guardian).children[0]?.together.length,
      readFeed(town.context, token, 16).split('SUMMARY:Together').length - 1,
    ];
    expect(told()).to.deep.equal([1, 1, 1]);
    expect(readFeed(town.context, token, 16)).to.contain('TRIGGER:-PT30M');
    callOff(town.context, town.coach, { evening: id });
    expect(told()).to.deep.equal([0, 0, 0]);
    expect(() => leadEvening(town.context, town.coach, { evening: id })).to.throw();
    expect(() => joinEvening(town.context, town.player, { evening: id })).to.throw();
  });

  it('is found by the code that is read aloud, by players of the squad alone, and only while its doors are open', () => {
    const { id, code } = anEvening(town, { startsAt: inOneHour() });
    const byCode = (by = town.player) => eveningByCode(town.context, by, { code: ` ${code} ` });
    expect(() => byCode()).to.throw(/No evening of your squad/);
    town.setNow(inOneHour() - HOUR_MS / 4 - 1);
    expect(() => byCode()).to.throw();
    town.setNow(town.context.now() + 1);
    expect(byCode()).to.deep.equal({ id });
    expect(() => byCode(town.strangerPlayer)).to.throw(/No evening of your squad/);
  });

  it('keeps what the coach says in order, once each, and nothing after its end', () => {
    const { id } = anEvening(town);
    const first = uuid();
    expect(say(id, 'go', 0, first)).to.include({ seq: 1, type: 'go', go: 0 });
    expect(say(id, 'go', 0, first).seq).to.equal(1);
    // A clock that was set back does not put a later word before an earlier one.
    const at = town.context.now();
    town.setNow(at - 5000);
    expect(say(id, 'pause')).to.include({ seq: 2, at });
    expect(() => say(id, 'go', 99)).to.throw(/no such go/);
    expect(() => callOff(town.context, town.coach, { evening: id })).to.throw(/has begun/);
    say(id, 'end');
    expect(() => say(id, 'ask')).to.throw(/is over/);
    expect(thisWeek(town.context, town.player).together).to.deep.equal([]);
  });

  it('of a surprise is told to nobody before the week opens, and goes with a release that is taken back', () => {
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: aPlan() });
    const { startsOn } = openWeek(town.context, town.coach, { week });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'at', day: startsOn, hour: 8, minute: 0 }, surprise: true });
    const source = listEvenings(town.context, town.coach, { squad: town.squad }).sources.at(-1);
    if (!source) throw new Error('no source');
    const startsAt = source.opensAt + HOUR_MS;
    const itemIds = source.session.blocks.flatMap((block) => block.items).map((item) => item.id);
    const { id } = anEvening(town, { revisionId: source.revisionId, sessionId: source.session.id, itemIds, startsAt });
    town.setNow(startsAt - 3 * HOUR_MS);
    expect(thisWeek(town.context, town.player).together).to.deep.equal([]);
    town.setNow(source.opensAt);
    expect(thisWeek(town.context, town.player).together?.map((one) => one.id)).to.deep.equal([id]);
    town.setNow(source.opensAt - 1);
    takeBackRelease(town.context, town.coach, { week });
    expect(eveningById(town.context.db, id)).to.equal(undefined);
  });

  it('in the morning is told of in a letter three hours before, else from the afternoon on', () => {
    const letters = () =>
      town.context.db
        .select()
        .from(lettersTable)
        .all()
        .filter((one) => one.kind === 'today' && one.subject.includes('together'));
    // Monday, ten in the morning in Chicago: at five past one.
    const startsAt = town.context.now() + 3 * HOUR_MS + 60_000;
    anEvening(town, { startsAt });
    remindFamilies(town.context);
    expect(letters()).to.have.length(0);
    town.setNow(startsAt - 3 * HOUR_MS);
    remindFamilies(town.context);
    expect(letters().length).to.be.greaterThan(0);
  });

  it('is not led before its doors open', () => {
    const { id } = anEvening(town, { startsAt: inOneHour() });
    expect(() => say(id, 'ask')).to.throw(/not open yet/);
  });

  it('counts like any session, and is marked as done together', () => {
    const { id } = anEvening(town);
    const { seq } = say(id, 'go', 0);
    town.setNow(town.context.now() + 60_000);
    const run = sendRun(town.context, town.player, aRun({ id, seq, index: 1 }));
    expect(run.share).to.be.greaterThan(0);
    const score = uuid();
    const go = aGo(town, 0, [aScore({ id: score })], { togetherId: id, runId: run.id });
    expect(sendGo(town.context, town.player, go).results[0]?.standing).to.equal('clear');
    const board = boardOf(town.context, evening(id), commandsOf(town.context.db, id)).people.find(
      (one) => one.playerId === town.player.playerId,
    );
    expect(board?.numbers.map((one) => [one.scoreId, one.go, one.value])).to.deep.equal([[score, 0, 60]]);
    expect(board?.doing).to.equal('away');
  });

  it('does its session only where it covers half of it; the register says that it was together', () => {
    const { sessionId, revisionId } = aGo(town, 0, [aScore()]);
    const session = thisWeek(town.context, town.player).week?.content.sessions[0];
    const itemIds = (session?.blocks[0]?.items ?? []).slice(0, 2).map((item) => item.id);
    const { id } = anEvening(town, { itemIds });
    // wait · lead-in · work · score | wait · lead-in · right · switch · left · score | wait
    const joins = [1, 5].map((index, go) => ({ index, seq: say(id, 'go', go).seq }));
    town.setNow(town.context.now() + 600_000);
    const now = town.context.now();
    const events: RunSent['events'] = [
      { type: 'start', at: now - 550_000 },
      ...joins.flatMap(({ index, seq }, i): RunSent['events'] => [
        { type: 'join', at: now - 500_000 + i * 100_000, index, ranMs: 0, seq, anew: true },
        { type: 'done', at: now - 410_000 + i * 100_000 },
      ]),
    ];
    const sent = { id: uuid(), revisionId, sessionId, togetherId: id, startedAt: now - 550_000, sentAt: now, events };
    expect(sendRun(town.context, town.player, sent).share).to.equal(1);
    const week = () => thisWeek(town.context, town.player).week?.id ?? '';
    const done = () => doneSessions(town.context.db, week(), town.player.playerId);
    const cell = () =>
      register(town.context, town.coach, { squad: town.squad }).players.find((one) => one.id === town.player.playerId)?.cells[0];
    const covers = (share: number) => town.context.db.update(evenings).set({ covers: share }).where(eq(evenings.id, id)).run();
    covers(0.5);
    expect([done(), cell()]).to.deep.equal([[sessionId], 'together']);
    // Of an evening that had less of it, the session is still to be done.
    covers(0.49);
    expect([done(), cell()]).to.deep.equal([[], 'part']);
  });

  it('puts no clock anywhere but by the coach’s word', () => {
    const { id } = anEvening(town);
    const { seq } = say(id, 'go', 0);
    const refused = (change: Partial<RunSent>, of = { id, seq, index: 1 }) => {
      try {
        sendRun(town.context, town.player, aRun(of, town.player, change));
        return 'kept';
      } catch (error) {
        return (error as { fields?: { field: string }[] }).fields?.[0]?.field ?? 'not found';
      }
    };
    expect(refused({})).to.equal('kept');
    expect(refused({}, { id, seq: seq + 1, index: 1 })).to.equal('events.1');
    // Into a go that this word did not begin.
    expect(refused({}, { id, seq, index: 5 })).to.equal('events.1');
    // Further than the squad has come: into the work, and further into the lead-in.
    expect(refused({}, { id, seq, index: 2 })).to.equal('events.1');
    const [start, join, done] = aRun({ id, seq, index: 1 }).events;
    const ahead = (ranMs: number) => refused({ events: [start, { ...join, ranMs }, done] as RunSent['events'] });
    expect([ahead(2000), ahead(2001)]).to.deep.equal(['kept', 'events.1']);
    town.setNow(town.context.now() + 10_000);
    expect(refused({}, { id, seq, index: 2 })).to.equal('kept');
    // Alone nobody's clock is put anywhere, and a foreign evening is none.
    expect(refused({ togetherId: undefined })).to.equal('events.1');
    expect(refused({ togetherId: uuid() })).to.equal('not found');
  });

  it('shows players what the squad’s school of tables lets them see, and never what waits for the coach', () => {
    const { id } = anEvening(town);
    say(id, 'go', 0);
    const send = (by: typeof town.player, value: number) => {
      const run = sendRun(town.context, by, aRun({ id, seq: 1, index: 1 }, by));
      const score = uuid();
      sendGo(town.context, by, aGo(town, 0, [aScore({ id: score, value })], { togetherId: id, runId: run.id }, by));
      return score;
    };
    town.setNow(town.context.now() + 95_000);
    const honest = send(town.player, 60);
    send(town.otherPlayer, 2001);
    const school = (tableSchool: 'off' | 'scores') => {
      town.context.db.update(squads).set({ tableSchool }).where(eq(squads.id, town.squad)).run();
      return scene(id);
    };
    expect(school('off')).to.deep.include({ sent: 2, of: 2, lines: [] });
    expect(school('scores').lines).to.deep.equal([]);
    const line = 'Once more, please.';
    decideScore(town.context, town.coach, {
      score: honest,
      id: uuid(),
      verdict: 'again please',
      value: null,
      reason: null,
      line,
      cues: [],
    });
    expect(scene(id).again).to.deep.equal([{ playerId: town.player.playerId, go: 0 }]);
  });

  it('knows who is here while their device is, and forgets it with the last one', () => {
    const { id } = anEvening(town);
    const doing = () =>
      boardOf(town.context, evening(id), commandsOf(town.context.db, id)).people.find((one) => one.playerId === town.player.playerId)
        ?.doing;
    const nothing = { onWord() {}, onChange() {}, onBeat() {}, onClose() {} };
    const leave = town.context.rooms.enter(id, { who: town.player.playerId, ...nothing });
    const stays = town.context.rooms.enter(id, { who: 'a coach', ...nothing });
    expect(doing()).to.equal('here');
    sayHere(town.context, town.player, { evening: id, doing: 'ready' });
    expect(doing()).to.equal('ready');
    // Somebody who shares the device is here for as long as it is, and nobody is beside a device that is not.
    const other = () => boardOf(town.context, evening(id), []).people.find((one) => one.playerId === town.otherPlayer.playerId)?.doing;
    sayHere(town.context, town.otherPlayer, { evening: id, doing: 'with', beside: uuid() });
    expect(other()).to.equal('away');
    sayHere(town.context, town.otherPlayer, { evening: id, doing: 'with', beside: town.player.playerId });
    expect([other(), scene(id).on]).to.deep.equal(['with', 2]);
    leave();
    expect([doing(), other()]).to.deep.equal(['away', 'away']);
    // Whoever has a device of the own by then stays when the other one goes.
    const back = town.context.rooms.enter(id, { who: town.player.playerId, ...nothing });
    const own = town.context.rooms.enter(id, { who: town.otherPlayer.playerId, ...nothing });
    sayHere(town.context, town.otherPlayer, { evening: id, doing: 'with', beside: town.player.playerId });
    sayHere(town.context, town.otherPlayer, { evening: id, doing: 'with' });
    back();
    expect(other()).to.equal('with');
    own();
    expect(other()).to.equal('away');
    stays();
    expect(town.context.rooms.size).to.equal(0);
  });
});
