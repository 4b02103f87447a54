import { expect } from 'chai';
import type { Drill } from '../../../src/core/drills/index.ts';
import { checkWeek, itemsOf, measureSession, measureWeek } from '../../../src/core/planning/index.ts';
import { placesOf, proposeWeek, STYLE_LIMITS, STYLES } from '../../../src/core/planning/propose/index.ts';
import { isForAll, isInReach } from '../../../src/core/planning/reach.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { Session, type WeekPlan } from '../../../src/core/weeks/index.ts';
import { squadToPlan } from '../../../src/testkit/squads-to-plan.ts';
import { often } from '../../often.ts';
import { atEase, drillIds, drills, propose } from './proposals-make.ts';

/* Weeks that are proposed for squads of all kinds, with the real solver. `npm run bench:propose` tries two hundred; what takes seconds is in tests/long. */

const planOf = (sessions: Session[]): WeekPlan => ({ title: '', focus: '', sessions });

describe('a proposed week', function () {
  this.timeout(300_000);

  it('of any squad is sound: no limit of safety is broken and the checks have nothing to say', async () => {
    for (let seed = 1; seed <= often(48); seed++) {
      const squad = squadToPlan(seed, drills);
      const { facts, wishes } = squad;
      // Sound, however much of it was found in the time that a coach waits.
      const proposal = await propose(squad, {}, drills, 1.8);
      const plan = planOf(proposal.sessions);
      const at = `squad ${seed}`;
      expect(
        checkWeek(plan, drills, TYPICAL_RUNNER, facts, squad.id).map((check) => check.what),
        at,
      ).to.deep.equal([]);
      for (const session of proposal.sessions) {
        expect(Session.safeParse(session).error, at).to.equal(undefined);
        const { dose } = measureSession(session, drills, TYPICAL_RUNNER);
        expect(dose.seconds, at).to.be.at.most(wishes.minutes * 60);
        expect(Math.max(dose.hopSeconds.left, dose.hopSeconds.right), at).to.be.at.most(120);
      }
      const week = measureWeek(plan, drills, TYPICAL_RUNNER).dose;
      expect(week.headers, at).to.be.at.most(facts.headersMax);
      if (facts.meanTouches) expect(week.touches.left + week.touches.right, at).to.be.at.most(1.3 * facts.meanTouches);
      const met = new Set(facts.met);
      for (const id of drillIds(proposal)) {
        const drill = drills.get(id) as Drill;
        expect(isInReach(drill, met, drills), `${at}: ${id}`).to.equal(true);
        expect(isForAll(drill, facts), `${at}: ${id}`).to.equal(true);
        met.add(id);
      }
      expect(Object.keys(proposal.why), at).to.have.members(proposal.sessions.flatMap(itemsOf).map((item) => item.id));
    }
  });

  it('has the wished days, a warm-up first and one challenge last, and as much that is new as its style allows', async () => {
    for (const style of STYLES) {
      const { sessions } = await propose(atEase(), { style, days: [2, 3, 6] });
      expect(
        sessions.map((session) => session.day),
        style,
      ).to.deep.equal([2, 3, 6]);
      const kinds = sessions.map((session) => session.blocks.map((block) => block.kind));
      for (const list of kinds) {
        expect(list[0], style).to.equal('warm-up');
        expect(
          list.filter((kind) => kind === 'challenge'),
          style,
        ).to.have.length(1);
      }
      const places = placesOf(sessions);
      const news = places.filter((place) => place.role === 'new skill');
      expect(news.length, style).to.be.at.most(STYLE_LIMITS[style].newInWeek);
      const burners = places.filter((place) => place.role === 'leg burner').map((place) => place.day);
      // Never two evenings running.
      expect(burners.includes(2) && burners.includes(3), style).to.equal(false);
      if (style === 'calm') expect(burners).to.deep.equal([]);
    }
  });

  it('keeps what is pinned, leaves out what is not wanted, and proposes the rest around it', async () => {
    const squad = atEase();
    const first = await propose(squad);
    const places = placesOf(first.sessions);
    const pin = places.find((place) => place.role === 'combination') ?? places[0];
    const ban = places.find((place) => place.role === 'recap');
    if (!pin || !ban) throw new Error('the first proposal has no combination or recap');
    const next = await propose(squad, { pins: [pin], bans: [ban.drillId], seed: 12 });
    expect(placesOf(next.sessions)).to.deep.include(pin);
    expect(drillIds(next)).not.to.include(ban.drillId);
  });

  it('takes a step toward the aim, up stairs that are in reach', async () => {
    const squad = atEase();
    const aim = [...drills.values()].find(
      (one) =>
        one.easier.some((id) => squad.facts.met.includes(id)) && one.loads.length === 0 && one.kit.length <= 1 && one.family !== 'stretch',
    );
    const proposal = await propose(squad, { aim: aim?.id ?? null });
    expect(drillIds(proposal)).to.include(aim?.id);
    expect(Object.values(proposal.why)).to.include(`On the way to “${aim?.name}”.`);
  });

  it('works with a squad’s own drills', async () => {
    const squad = atEase();
    const own: Drill = { ...(drills.get('inside-taps') as Drill), id: 'own-taps', name: 'Taps of our own', easier: [] };
    const shelf = new Map([...drills, [own.id, own]]);
    const met = [...squad.facts.met, own.id];
    const proposal = await propose(
      { ...squad, facts: { ...squad.facts, met } },
      { pins: [{ day: 3, role: 'challenge', drillId: own.id }] },
      shelf,
    );
    expect(placesOf(proposal.sessions)).to.deep.include({ day: 3, role: 'challenge', drillId: own.id });
  });

  it('is the usual one where a solver finds nothing in its time, and says that it is not the best', () => {
    const squad = atEase();
    const nothing = proposeWeek(
      { ...squad, drills, runner: TYPICAL_RUNNER },
      () => ({ state: 'nothing', value: () => 0, reducedCost: () => 0 }),
      squad.id,
    );
    expect(nothing.best).to.equal(false);
    expect(nothing.sessions.map((session) => session.day)).to.deep.equal([1, 3, 5]);
    expect(checkWeek(planOf(nothing.sessions), drills, TYPICAL_RUNNER, squad.facts, squad.id)).to.deep.equal([]);
  });
});
