import { expect } from 'chai';
import { Problem } from '../../../src/server/platform/problems.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { listWeeks, makeWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem, timed } from '../../core/make.ts';
import { aPlan, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('weeks on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());
  const week = (id: string) => openWeek(town.context, town.coach, { week: id });

  it('makes one week however often the same id is sent, and the next one a week later', () => {
    const id = uuid();
    const first = makeWeek(town.context, town.coach, { squad: town.squad, id });
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    const next = makeWeek(town.context, town.coach, { squad: town.squad, id: uuid() });
    expect([first.number, first.startsOn, first.state]).to.deep.equal([1, '2026-11-02', 'draft']);
    expect([next.number, next.startsOn]).to.deep.equal([2, '2026-11-09']);
    expect(listWeeks(town.context, town.coach, { squad: town.squad }).weeks.map((w) => w.number)).to.deep.equal([2, 1]);
  });

  it('starts no week in the past after a summer without weeks', () => {
    makeWeek(town.context, town.coach, { squad: town.squad, id: uuid() });
    town.setNow(MONDAY_TEN + 40 * DAY);
    expect(makeWeek(town.context, town.coach, { squad: town.squad, id: uuid() }).startsOn).to.equal('2026-12-07');
  });

  it('refuses a save on an older draft and keeps the newer one', async () => {
    const id = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    expect(await outcome(() => saveWeek(town.context, town.coach, { week: id, draft: 1, plan: { ...aPlan(), title: 'Late' } }))).to.equal(
      'changed elsewhere',
    );
    expect(week(id).plan.title).to.equal('Both soles');
  });

  it('is not seen by players before its release, and at once after it', () => {
    const id = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    expect(thisWeek(town.context, town.player).week).to.equal(null);
    releaseWeek(town.context, town.coach, { week: id, when: { kind: 'now' } });
    expect(thisWeek(town.context, town.player).week).to.include({ number: 1, opensAt: MONDAY_TEN });
  });

  it('opens at the hour in the squad’s zone and closes when its Sunday’s training day ends', () => {
    const id = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    const released = releaseWeek(town.context, town.coach, { week: id, when: { kind: 'at', day: '2026-11-04', hour: 6, minute: 30 } });
    // 06:30 in Chicago in November is 12:30 UTC; Monday 03:00 there is 09:00 UTC.
    expect(released.opensAt).to.equal(Date.UTC(2026, 10, 4, 12, 30));
    expect(released.closesAt).to.equal(Date.UTC(2026, 10, 9, 9));
    const visit = thisWeek(town.context, town.player);
    expect(visit.week).to.equal(null);
    expect(visit.upcoming).to.deep.equal({
      opensAt: released.opensAt,
      about: { number: 1, title: 'Both soles', focus: 'Light feet', kit: ['ball', 'cones'] },
    });
    town.setNow(Date.UTC(2026, 10, 4, 12, 30));
    expect(thisWeek(town.context, town.player).week?.number).to.equal(1);
    expect(week(id).state).to.equal('open');
    town.setNow(Date.UTC(2026, 10, 9, 9));
    expect(week(id).state).to.equal('closed');
    expect(thisWeek(town.context, town.player).week).to.equal(null);
  });

  it('says what keeps it from being released', () => {
    const id = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id });
    const release = (when: Parameters<typeof releaseWeek>[2]['when']) => {
      try {
        releaseWeek(town.context, town.coach, { week: id, when });
        return 'released';
      } catch (error) {
        return error instanceof Problem ? error.message : String(error);
      }
    };
    expect(release({ kind: 'now' })).to.equal('Add a session before you release the week.');
    saveWeek(town.context, town.coach, { week: id, draft: 1, plan: aPlan() });
    expect(release({ kind: 'at', day: '2026-11-01', hour: 6, minute: 0 })).to.include('has passed');
    expect(release({ kind: 'at', day: '2026-11-20', hour: 6, minute: 0 })).to.include('ends before it would open');
  });

  it('shows a change only after another release, and keeps the hour it opened', () => {
    const id = releaseNow(town);
    town.setNow(MONDAY_TEN + HOUR);
    const plan = { ...aPlan([anItem('inside-taps', timed(30))]), title: 'Changed' };
    saveWeek(town.context, town.coach, { week: id, draft: week(id).draft, plan });
    expect(week(id).changed).to.equal(true);
    expect(thisWeek(town.context, town.player).week?.content.title).to.equal('Both soles');
    const again = releaseWeek(town.context, town.coach, { week: id, when: { kind: 'now' } });
    expect(again).to.include({ revision: 2, changed: false, opensAt: MONDAY_TEN });
    expect(thisWeek(town.context, town.player).week?.content.title).to.equal('Changed');
  });

  it('freezes the drills with the week', () => {
    releaseNow(town);
    const content = thisWeek(town.context, town.player).week?.content;
    expect(Object.keys(content?.drills ?? {})).to.have.members(['sole-taps', 'hop-out-in-taps', 'cross-course']);
    expect(content?.drills['sole-taps']?.counting.counts).to.be.a('string');
  });
});
