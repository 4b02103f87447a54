import { expect } from 'chai';
import { measureSession } from '../../src/core/planning/index.ts';
import { placesOf, proposeWeek, RECAP_AFTER } from '../../src/core/planning/propose/index.ts';
import { TYPICAL_RUNNER } from '../../src/core/training/index.ts';
import { solver } from '../../src/server/planning/solver.ts';
import { squadToPlan } from '../../src/testkit/squads-to-plan.ts';
import { atEase, drillIds, drills, PATIENT_SECONDS, propose } from '../server/planning/proposals-make.ts';

/* What a proposed week is asked for that takes the real solver seconds. */

describe('a proposed week, tried for seconds', function () {
  this.timeout(120_000);

  it('is the same for the same seed, and another one for another', async () => {
    const squad = atEase();
    const [one, same, other] = [await propose(squad), await propose(squad), await propose(squad, { seed: 77 })];
    expect(drillIds(same)).to.deep.equal(drillIds(one));
    expect(same.sessions.map((session) => measureSession(session, drills, TYPICAL_RUNNER).dose.seconds)).to.deep.equal(
      one.sessions.map((session) => measureSession(session, drills, TYPICAL_RUNNER).dose.seconds),
    );
    expect(drillIds(other)).not.to.deep.equal(drillIds(one));
  });

  it('has an answer for each of its parts: a day that fills its minutes to the last second leaves the next one room', async () => {
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

  it('brings back what was new one, two and four weeks ago, and says so', async () => {
    const squad = atEase();
    const due = ['inside-taps', 'sole-taps', 'v-short'].filter((id) => squad.facts.met.includes(id));
    const past = RECAP_AFTER.map((ago, i) => ({ ago, newSkills: due.slice(i, i + 1), drills: due.slice(i, i + 1), seconds: {} }));
    const proposal = await propose({ ...squad, facts: { ...squad.facts, past } });
    expect(drillIds(proposal)).to.include.members(due);
    expect(Object.values(proposal.why).filter((why) => why.includes('it comes again now')).length).to.be.above(0);
  });

  it('swaps one drill for an easier, a harder or one of another family, and leaves the others', async () => {
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

  it('says plainly which wishes could not be met, and what it dropped', async () => {
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
});
