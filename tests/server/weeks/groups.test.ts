import { expect } from 'chai';
import type { WeekPlan } from '../../../src/core/weeks/index.ts';
import { familyWeekOf } from '../../../src/server/screens/family-week.ts';
import { plannerFacts, previewWeek } from '../../../src/server/screens/planner-facts.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { memberOf } from '../../../src/server/squads/squads.ts';
import { streakInputs } from '../../../src/server/streaks/calendar.ts';
import { sendByHand } from '../../../src/server/training/by-hand.ts';
import { dropGroup, groupByLevel, saveGroup, setGroup } from '../../../src/server/weeks/groups.ts';
import { makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aBlock, anItem, aSession } from '../../core/make.ts';
import { DAY, HOUR, openTown, type Town, uuid } from '../make.ts';

describe('groups in a squad', () => {
  let town: Town;
  let early: string;
  beforeEach(async () => {
    town = await openTown();
    early = save('Early');
  });
  afterEach(() => town.close());

  const save = (name: string, group = uuid()) => saveGroup(town.context, town.coach, { squad: town.squad, group, name }).id;
  const put = (player: string, group: string | null) => setGroup(town.context, town.coach, { squad: town.squad, player, group });
  const [comet, pebble] = [() => town.player.playerId, () => town.otherPlayer.playerId];
  const people = () => readPeople(town.context, town.coach, { squad: town.squad });
  const groupOf = (player: string) => people().players.find((one) => one.playerId === player)?.group;

  const shared = () => ({ ...aSession([aBlock('recap', [anItem('sole-taps')])]), name: 'All' });
  const theirs = () => ({ ...aSession([aBlock('challenge', [anItem('inside-taps')])]), name: 'Early ones', groups: [early] });
  const release = (sessions: WeekPlan['sessions']) => {
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: { title: 'W', focus: '', sessions } });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    return week;
  };
  const seen = (who: Town['player']) => thisWeek(town.context, who).week?.content.sessions.map((session) => session.name);

  /** A whole session, entered by hand. */
  const doAll = (who: Town['player'], session: WeekPlan['sessions'][number] | undefined) => {
    const [revisionId, now] = [thisWeek(town.context, who).week?.revisionId ?? '', town.context.now()];
    const done = (session?.blocks ?? []).flatMap((block) => block.items.map((item) => item.id));
    sendByHand(town.context, who, {
      ...{ id: uuid(), revisionId, sessionId: session?.id ?? '', daysAgo: 0, hour: 11, enteredAt: now, sentAt: now },
      ...{ done, goes: [] },
    });
  };

  it('have a name of their own, twelve at most; another squad’s are not here', () => {
    expect(() => save('early')).to.throw('There is a group “early” already.');
    expect(saveGroup(town.context, town.coach, { squad: town.squad, group: early, name: 'EARLY' }).name).to.equal('EARLY');
    for (let i = 2; i <= 12; i++) save(`Group ${i}`);
    expect(() => save('One more')).to.throw('A squad has at most 12 groups.');
    expect(() => saveGroup(town.context, town.otherCoach, { squad: town.otherSquad, group: early, name: 'Mine' })).to.throw('not here');
    expect(() =>
      setGroup(town.context, town.otherCoach, { squad: town.otherSquad, player: town.strangerPlayer.playerId, group: early }),
    ).to.throw('not here');
  });

  it('are one for each level that somebody has; doing it twice makes no second', () => {
    const made = groupByLevel(town.context, town.coach, { squad: town.squad }).groups;
    expect(made.map((one) => one.name)).to.deep.equal(['Early', 'Steady']);
    expect(groupOf(comet())).to.equal(made[1]?.id);
    expect(groupByLevel(town.context, town.coach, { squad: town.squad }).groups).to.deep.equal(made);
  });

  it('have sessions of their own: in This week, on the register, in the family’s week, on the player’s page, and in the planner’s facts', () => {
    put(comet(), early);
    const week = release([shared(), theirs()]);
    expect([seen(town.player), seen(town.otherPlayer)]).to.deep.equal([['All', 'Early ones'], ['All']]);
    const rows = register(town.context, town.coach, { squad: town.squad }).players;
    expect(rows.map((row) => [row.nickname, row.cells, row.set])).to.deep.equal([
      ['Comet', ['to do', 'to do'], 2],
      ['Pebble', ['to do', 'of others'], 1],
    ]);
    const sessionsOf = (player: string) =>
      familyWeekOf(town.context, town.squad, memberOf(town.context.db, town.squad, player))?.sessions.map((session) => session.name);
    expect([sessionsOf(comet()), sessionsOf(pebble())]).to.deep.equal([['All', 'Early ones'], ['All']]);
    const setOf = (player: string) => playerPage(town.context, town.coach, { squad: town.squad, player }).weeks.at(-1)?.set;
    expect([setOf(comet()), setOf(pebble())]).to.deep.equal([2, 1]);
    const due = today(town.context, town.coach, { squad: town.squad }).due;
    expect(due.map((one) => [one.nickname, one.sessions])).to.deep.equal([
      ['Comet', ['All', 'Early ones']],
      ['Pebble', ['All']],
    ]);
    expect(plannerFacts(town.context, town.coach, { week })).to.deep.include({ groups: [{ id: early, name: 'Early' }] });
  });

  it('have drills of their own in an item’s place, seen in the preview before the release', () => {
    put(comet(), early);
    const item = anItem('sole-taps');
    const varied = { ...item, groups: { [early]: { drillId: 'inside-taps', dose: anItem('inside-taps').dose } } };
    const week = release([aSession([aBlock('recap', [varied])])]);
    const drillOf = (content: { sessions: { blocks: { items: { drillId: string }[] }[] }[] } | undefined) =>
      content?.sessions[0]?.blocks[0]?.items[0]?.drillId;
    const shown = (player: string) => drillOf(previewWeek(town.context, town.coach, { week, player }).content);
    expect([shown(comet()), shown(pebble())]).to.deep.equal(['inside-taps', 'sole-taps']);
    const mine = (who: Town['player']) => drillOf(thisWeek(town.context, who).week?.content);
    expect([mine(town.player), mine(town.otherPlayer)]).to.deep.equal(['inside-taps', 'sole-taps']);
  });

  it('a move counts from this Monday, or from the next for a child who has opened the week; past weeks stay what they were', () => {
    expect(put(comet(), early).from).to.equal('2026-11-02');
    release([shared(), theirs()]);
    expect(put(comet(), null).from, 'nobody has opened it').to.equal('2026-11-02');
    put(comet(), early);
    expect(seen(town.player)).to.deep.equal(['All', 'Early ones']);
    expect(put(comet(), null)).to.deep.equal({ group: null, from: '2026-11-09' });
    expect(people().players.find((one) => one.playerId === comet())).to.include({ group: null, groupFrom: '2026-11-09' });
    expect(seen(town.player)).to.deep.equal(['All', 'Early ones']);
    town.setNow(town.context.now() + 7 * DAY);
    const cells = register(town.context, town.coach, { squad: town.squad }).players[0]?.cells;
    expect(cells).to.deep.equal(['not done', 'not done']);
    release([shared(), theirs()]);
    expect(seen(town.player)).to.deep.equal(['All']);
  });

  it('a week is over for a child when all sessions that were for the child are done', () => {
    put(pebble(), early);
    const week = release([shared(), theirs()]);
    town.setNow(town.context.now() + 2 * HOUR);
    const { plan } = openWeek(town.context, town.coach, { week });
    const all = plan.sessions[0];
    const over = (who: Town['player']) => {
      const member = memberOf(town.context.db, town.squad, who.playerId);
      return streakInputs(town.context.db, town.squad, [member], '2026-11-04').get(who.playerId)?.over;
    };
    for (const who of [town.player, town.otherPlayer]) doAll(who, all);
    expect(over(town.player)).to.deep.equal([{ from: '2026-11-03', to: '2026-11-08' }]);
    expect(over(town.otherPlayer)).to.deep.equal([]);
    doAll(town.otherPlayer, plan.sessions[1]);
    expect(over(town.otherPlayer)).to.deep.equal([{ from: '2026-11-03', to: '2026-11-08' }]);
  });

  it('one that is done away with leaves its players in none, and no new week is released for it', () => {
    put(comet(), early);
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: { title: 'W', focus: '', sessions: [shared(), theirs()] } });
    dropGroup(town.context, town.coach, { squad: town.squad, group: early });
    expect([people().groups, groupOf(comet())]).to.deep.equal([[], null]);
    expect(() => releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } })).to.throw('for a group that is gone');
    expect(() => put(comet(), early)).to.throw('not here');
  });
});
