import { expect } from 'chai';
import { plannerFacts } from '../../../src/server/screens/planner-facts.ts';
import { propose } from '../../../src/server/screens/proposals.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { setAside } from '../../../src/server/weeks/asides.ts';
import { putInNextWeek, stretchNextWeek } from '../../../src/server/weeks/put-in.ts';
import { dropWeek, takeBackRelease } from '../../../src/server/weeks/take-back.ts';
import { listWeeks, makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aPlan, makeAssistant, openTown, type Town, uuid } from '../make.ts';

describe('what a coach takes back', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const draft = (squad = town.squad) => {
    const id = uuid();
    makeWeek(town.context, town.coach, { squad, id });
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    return id;
  };
  const open = (week: string) => openWeek(town.context, town.coach, { week });
  const takeBack = (week: string) => takeBackRelease(town.context, town.coach, { week });
  const numbers = () => listWeeks(town.context, town.coach, { squad: town.squad }).weeks.map((week) => week.number);
  /** A release for the last day of its week, which is ahead. */
  const schedule = (week: string, surprise = false) =>
    releaseWeek(town.context, town.coach, { week, when: { kind: 'at', day: lastDay(week), hour: 20, minute: 0 }, surprise });
  const lastDay = (week: string) => new Date(Date.parse(`${open(week).startsOn}T00:00Z`) + 6 * 86_400_000).toISOString().slice(0, 10);

  it('is a release that has not opened: the week is a draft again, with all that was planned', () => {
    const week = draft();
    expect(schedule(week, true)).to.include({ state: 'released', surprise: true });
    const back = takeBack(week);
    expect(back).to.include({ state: 'draft', opensAt: null, surprise: false, changed: false });
    expect(back.plan).to.deep.equal(open(week).plan);
    // And it may be released again.
    expect(releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } }).state).to.equal('open');
  });

  it('is every release of it that waits, however often it was released', () => {
    const week = draft();
    schedule(week);
    schedule(week);
    expect(takeBack(week)).to.include({ state: 'draft', revision: null });
  });

  it('is not a week that players see: the refused act changes nothing', () => {
    const week = draft();
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    const before = thisWeek(town.context, town.player);
    expect(() => takeBack(week)).to.throw('This week has opened: players see it.');
    expect(thisWeek(town.context, town.player)).to.deep.equal(before);
    expect(() => takeBack(draft())).to.throw('This week is not released.');
  });

  it('is a draft week, which goes; a released one stays', () => {
    const [kept, gone] = [draft(), draft()];
    expect(dropWeek(town.context, town.coach, { week: gone })).to.deep.equal({ id: gone });
    expect(numbers()).to.deep.equal([1]);
    // Its number is free again.
    draft();
    expect(numbers()).to.deep.equal([2, 1]);
    schedule(kept);
    expect(() => dropWeek(town.context, town.coach, { week: kept })).to.throw('Take the release back first');
    expect(() => dropWeek(town.context, town.coach, { week: gone })).to.throw('not here');
  });

  it('a drill that the squad is not at yet is put into the next week that nobody has, once; a week is made where there is none', () => {
    const put = () => putInNextWeek(town.context, town.coach, { squad: town.squad, id: uuid(), drill: 'sole-taps' });
    const ids = (week: string) =>
      open(week).plan.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items.map((item) => item.drillId)));
    const released = draft();
    releaseWeek(town.context, town.coach, { week: released, when: { kind: 'now' } });
    const before = open(released);
    const made = put();
    expect([made.number, made.state, made.draft]).to.deep.equal([2, 'draft', 2]);
    expect(ids(made.id)).to.deep.equal(['sole-taps']);
    expect(put()).to.deep.equal(made);
    expect(open(released)).to.deep.equal(before);
    expect(() => putInNextWeek(town.context, town.coach, { squad: town.squad, id: uuid(), drill: 'no-such-drill' })).to.throw();
  });

  describe('a check that is set aside', () => {
    const aside = (week: string, scope: 'week' | 'squad', reason = 'They asked for it') =>
      setAside(town.context, town.coach, { week, check: 'no challenge', scope, reason });
    const namesOf = (week: string) =>
      plannerFacts(town.context, town.coach, { week }).asides.map(({ check, scope }) => `${check}, ${scope}`);

    it('is set aside for one week alone, or for the squad, with the reason and who said it', () => {
      const [one, other] = [draft(), draft()];
      expect(aside(one, 'week').asides).to.deep.equal([
        { check: 'no challenge', scope: 'week', reason: 'They asked for it', at: town.context.now(), by: 'fennel' },
      ]);
      expect([namesOf(one), namesOf(other)]).to.deep.equal([['no challenge, week'], []]);
      aside(other, 'squad');
      expect([namesOf(one), namesOf(other)]).to.deep.equal([['no challenge, week', 'no challenge, squad'], ['no challenge, squad']]);
      // The last word holds: for the squad takes the place of for the week.
      aside(one, 'squad');
      expect(namesOf(one)).to.deep.equal(['no challenge, squad']);
    });

    it('is looked at again, and goes with its week', () => {
      const week = draft();
      aside(week, 'squad');
      setAside(town.context, town.coach, { week, check: 'no challenge', scope: 'look again' });
      expect(namesOf(week)).to.deep.equal([]);
      aside(week, 'week');
      dropWeek(town.context, town.coach, { week });
      expect(namesOf(draft())).to.deep.equal([]);
    });

    it('is never one that keeps children safe', () => {
      for (const check of ['heading below the age', 'no caution'] as const)
        expect(() => setAside(town.context, town.coach, { week: draft(), check, scope: 'squad', reason: 'no' }), check).to.throw(
          'keeps children safe',
        );
    });
  });

  it('every counted drill of the next week gets a stretch number, and the others stay; without such a week it says what to do', async () => {
    const stretch = () => stretchNextWeek(town.context, town.coach, { squad: town.squad });
    expect(stretch).to.throw('Make the next one first');
    const released = draft();
    releaseWeek(town.context, town.coach, { week: released, when: { kind: 'now' } });
    const week = draft();
    const rules = () =>
      open(week).plan.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items.map((item) => item.target.rule)));
    const counted = rules().filter((rule) => rule !== 'no number').length;
    const before = rules();
    const done = stretch();
    expect([done.week.id, done.changed, done.week.draft]).to.deep.equal([week, counted, 3]);
    expect(rules()).to.deep.equal(before.map((rule) => (rule === 'no number' ? rule : 'stretch')));
    expect(
      open(released)
        .plan.sessions.flatMap((one) => one.blocks)
        .flatMap((one) => one.items)[0]?.target.rule,
    ).to.not.equal('stretch');
    expect([stretch().changed, open(week).draft]).to.deep.equal([0, 3]);
  });

  it('a proposal is made from what the squad has done, saves nothing, and is for coaches of the squad', async () => {
    const week = draft();
    const wishes = {
      ...{ style: 'calm' as const, days: [2], minutes: 10, focus: [], aim: null },
      ...{ pins: [], bans: [], swap: null, seed: 4 },
    };
    makeAssistant(town);
    const before = open(week);
    const proposal = await propose(town.context, town.assistant, { week, ...wishes });
    expect(proposal.sessions).to.have.length(1);
    expect(open(week)).to.deep.equal(before);
    for (const actor of [town.player, town.otherCoach, town.guardian])
      expect(await propose(town.context, actor, { week, ...wishes }).catch((error: { kind: string }) => error.kind)).to.match(
        /not (found|allowed)/,
      );
  });
});
