import { expect } from 'chai';
import { catalogueById, type Drill } from '../../../src/core/drills/index.ts';
import { checkWeek, itemsOf, measureSession, measureWeek } from '../../../src/core/planning/index.ts';
import {
  type ProposedWeek,
  placesOf,
  proposeWeek,
  RECAP_AFTER,
  STYLE_LIMITS,
  STYLES,
  type Wishes,
} from '../../../src/core/planning/propose/index.ts';
import { isForAll, isInReach } from '../../../src/core/planning/reach.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { Session, type WeekPlan } from '../../../src/core/weeks/index.ts';
import { solver } from '../../../src/server/planning/solver.ts';
import { type SquadToPlan, squadToPlan } from '../../../src/testkit/squads-to-plan.ts';
import { longIt, often } from '../../often.ts';

/* Weeks that are proposed for squads of all kinds, with the real solver. `npm run bench:propose` tries two hundred. */

const drills = catalogueById;
const PATIENT_SECONDS = 25;
const planOf = (sessions: Session[]): WeekPlan => ({ title: '', focus: '', sessions });

async function propose(
  squad: SquadToPlan,
  change: Partial<Wishes> = {},
  shelf: ReadonlyMap<string, Drill> = drills,
  seconds = PATIENT_SECONDS,
): Promise<ProposedWeek> {
  return proposeWeek(
    { facts: squad.facts, wishes: { ...squad.wishes, ...change }, drills: shelf, runner: TYPICAL_RUNNER },
    // With time enough: whether a machine is busy must not decide what is found.
    await solver(seconds),
    squad.id,
  );
}

/** A squad that has all it needs at home, has met a good deal, and trains thrice. */
function atEase(seed = 5): SquadToPlan {
  const squad = squadToPlan(seed, drills);
  const met = [...drills.values()].filter((drill) => drill.easier.length === 0 && drill.loads.length === 0).map((drill) => drill.id);
  return {
    ...squad,
    facts: { ...squad.facts, players: [], met, earlier: [], past: [], meanTouches: null, sessionMinutes: 20, notThere: [], headersMax: 20 },
    wishes: { ...squad.wishes, style: 'balanced', days: [1, 3, 5], minutes: 20, focus: [], aim: null },
  };
}
const drillIds = (proposal: ProposedWeek) => proposal.sessions.flatMap(itemsOf).map((item) => item.drillId);

describe('a proposed week', function () {
  this.timeout(60_000);

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

  longIt('is the same for the same seed, and another one for another', async () => {
    const squad = atEase();
    const [one, same, other] = [await propose(squad), await propose(squad), await propose(squad, { seed: 77 })];
    expect(drillIds(same)).to.deep.equal(drillIds(one));
    expect(same.sessions.map((session) => measureSession(session, drills, TYPICAL_RUNNER).dose.seconds)).to.deep.equal(
      one.sessions.map((session) => measureSession(session, drills, TYPICAL_RUNNER).dose.seconds),
    );
    expect(drillIds(other)).not.to.deep.equal(drillIds(one));
  });

  longIt('has an answer for each of its parts: a day that fills its minutes to the last second leaves the next one room', async () => {
    const solve = await solver(PATIENT_SECONDS);
    for (const seed of [37, 38, 40, 42]) {
      const squad = squadToPlan(seed, drills);
      const states = new Set<string>();
      proposeWeek(
        { ...squad, drills, runner: TYPICAL_RUNNER },
        (program, chance) => {
          const solved = solve(program, chance);
          states.add(solved.state);
          return solved;
        },
        squad.id,
      );
      expect([...states], `squad ${seed}`).to.deep.equal(['best']);
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

  longIt('brings back what was new one, two and four weeks ago, and says so', async () => {
    const squad = atEase();
    const due = ['inside-taps', 'sole-taps', 'v-short'].filter((id) => squad.facts.met.includes(id));
    const past = RECAP_AFTER.map((ago, i) => ({ ago, newSkills: due.slice(i, i + 1), drills: due.slice(i, i + 1), seconds: {} }));
    const proposal = await propose({ ...squad, facts: { ...squad.facts, past } });
    expect(drillIds(proposal)).to.include.members(due);
    expect(Object.values(proposal.why).filter((why) => why.includes('it comes again now')).length).to.be.above(0);
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

  longIt('swaps one drill for an easier, a harder or one of another family, and leaves the others', async () => {
    const squad = atEase();
    squad.facts.met.push(
      ...[...drills.values()]
        .filter((one) => one.loads.length === 0 && !squad.facts.met.includes(one.id))
        .slice(0, 30)
        .map((one) => one.id),
    );
    const first = await propose(squad);
    const places = placesOf(first.sessions);
    for (const to of ['harder', 'other family'] as const) {
      const place = places.find(
        ({ role, drillId }) =>
          role === 'recap' &&
          (to !== 'harder' || [...drills.values()].some((one) => one.easier.includes(drillId) && squad.facts.met.includes(one.id))),
      );
      if (!place) continue;
      const pins = places.filter((one) => one !== place);
      const next = await propose(squad, { pins, swap: { ...place, to } });
      const after = placesOf(next.sessions);
      expect(after, to).not.to.deep.include(place);
      // All that stayed is still there.
      for (const pin of pins) expect(after, `${to}: ${pin.drillId}`).to.deep.include(pin);
      const came = after.filter(
        (one) => one.day === place.day && one.role === place.role && !pins.some((pin) => pin.drillId === one.drillId),
      );
      if (to === 'other family')
        expect(came.map((one) => drills.get(one.drillId)?.family)).not.to.include(drills.get(place.drillId)?.family);
    }
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

  longIt('says plainly which wishes could not be met, and what it dropped', async () => {
    const bare = {
      id: 'a',
      nickname: 'Ash',
      age: 10,
      level: 'steady' as const,
      home: { has: ['ball' as const], yard: { length: 4, width: 3 }, step: null },
    };
    const squad = atEase();
    const poor = { ...squad, facts: { ...squad.facts, players: [bare] } };
    const family = await propose(poor, { focus: ['wall'] });
    expect(family.unmet.join(' ')).to.include('No drill of wall can be done by everybody at home now. I dropped it.');
    const pinned = await propose(poor, { pins: [{ day: 1, role: 'recap', drillId: 'wall-two-touch' }] });
    expect(pinned.unmet.join(' ')).to.include('could not stay on Monday');
    const few = await propose({ ...squad, facts: { ...squad.facts, meanTouches: 100 } });
    expect(few.unmet.join(' ')).to.include('more would be too many touches at once after the last weeks');
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
