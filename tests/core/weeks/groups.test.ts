import { expect } from 'chai';
import fc from 'fast-check';
import { checkWeek, personalWeek, releaseProblems } from '../../../src/core/planning/index.ts';
import { TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import {
  drillsOfItem,
  type GroupStay,
  groupOn,
  hasGroups,
  type Item,
  isFor,
  movesOn,
  planFor,
  sessionsFor,
  type WeekPlan,
  WeekPlan as WeekPlanSchema,
  weekForPlayer,
  withoutGroups,
} from '../../../src/core/weeks/index.ts';
import { aBlock, anId, anItem, aSession, drillOf, drills, timed } from '../make.ts';

const [EARLY, LATE] = [anId(), anId()];
const dose = (seconds: number): Item['dose'] => ({ measure: 'count in time', seconds, rounds: 2 });
const sidesOf = (id: string) => drills.get(id)?.sides;

describe('the group of a player', () => {
  const stays: GroupStay[] = [
    { from: '2026-11-09', group: LATE },
    { from: '2026-11-02', group: EARLY },
    { from: '2026-11-23', group: null },
  ];
  it('is that of the last stay that had begun, in whatever order they come; none before the first', () => {
    const days = ['2026-11-01', '2026-11-02', '2026-11-08', '2026-11-09', '2026-11-22', '2026-11-23'];
    expect(days.map((day) => groupOn(stays, day))).to.deep.equal([null, EARLY, EARLY, LATE, LATE, null]);
    expect(groupOn([], '2026-11-09')).to.equal(null);
  });
  it('is another from this Monday on, or from the next for who has opened the week', () => {
    expect(movesOn('2026-11-02', false)).to.equal('2026-11-02');
    expect(movesOn('2026-11-08', false)).to.equal('2026-11-02');
    expect(movesOn('2026-11-02', true)).to.equal('2026-11-09');
    expect(movesOn('2026-11-08', true)).to.equal('2026-11-09');
  });
});

describe('a week with groups', () => {
  const plain = anItem('sole-taps', timed(30));
  const varied = anItem('sole-taps', { ...timed(30), groups: { [EARLY]: { drillId: 'inside-taps', dose: dose(20) } } });
  const plan: WeekPlan = {
    title: 'W',
    focus: '',
    sessions: [
      { ...aSession([aBlock('recap', [plain, varied])]), name: 'All' },
      { ...aSession([aBlock('challenge', [anItem('v-inside')])]), name: 'Late', groups: [LATE] },
      { ...aSession([aBlock('challenge', [anItem('v-inside')])]), name: 'None named', groups: [] },
    ],
  };
  const namesFor = (group: string | null) => sessionsFor(plan.sessions, group).map((session) => session.name);
  const itemsOf = (group: string | null) => planFor(plan, group, sidesOf).sessions[0]?.blocks[0]?.items;

  it('has the sessions of everybody for everybody, and those of a group for it alone', () => {
    expect(namesFor(null)).to.deep.equal(['All', 'None named']);
    expect(namesFor(EARLY)).to.deep.equal(['All', 'None named']);
    expect(namesFor(LATE)).to.deep.equal(['All', 'Late', 'None named']);
    expect(isFor({ groups: [EARLY, LATE] }, LATE)).to.equal(true);
  });
  it('has the group’s drill and dose in an item’s place, under the item’s id; nobody else sees it', () => {
    expect(itemsOf(EARLY)?.[1]).to.include({ id: varied.id, drillId: 'inside-taps', side: drillOf('inside-taps').sides });
    expect(itemsOf(EARLY)?.[1]?.dose).to.deep.equal(dose(20));
    expect(itemsOf(LATE)?.[1]).to.deep.equal({ ...plain, id: varied.id });
    expect(itemsOf(EARLY)?.[0]).to.deep.equal(plain);
  });
  it('keeps a ladder of paces for the very same dose alone, and counts nothing that is only held for a time', () => {
    const paced = { ...varied, paces: [{ pace: 'full' as const, seconds: 30 }], ownStep: { players: {} } };
    const of = (item: Item) =>
      planFor({ sessions: [aSession([aBlock('recap', [item])])] }, EARLY, sidesOf).sessions[0]?.blocks[0]?.items[0];
    expect(of(paced)?.paces).to.deep.equal([]);
    expect(of(paced)?.ownStep).to.equal(undefined);
    expect(of({ ...paced, groups: { [EARLY]: { drillId: 'sole-taps', dose: paced.dose } } })?.paces).to.deep.equal(paced.paces);
    const held = of({ ...paced, groups: { [EARLY]: { drillId: 'sole-taps', dose: { measure: 'time on', seconds: 60, rounds: 1 } } } });
    expect(held).to.deep.include({ scored: false, target: { rule: 'no number' } });
  });
  it('leaves sessions that are the same for everybody the very same, so that nothing of them is measured twice', () => {
    expect(planFor(plan, LATE, sidesOf).sessions[1]).to.equal(plan.sessions[1]);
    expect([hasGroups(plan), hasGroups(withoutGroups(plan)), hasGroups({ sessions: plan.sessions.slice(2) })]).to.deep.equal([
      true,
      false,
      false,
    ]);
    expect(hasGroups({ sessions: plan.sessions.slice(0, 1) })).to.equal(true);
    expect(withoutGroups(plan).sessions.map((session) => session.name)).to.deep.equal(['All', 'Late', 'None named']);
    expect(drillsOfItem(varied)).to.deep.equal(['sole-taps', 'inside-taps']);
  });
  it('is a sound plan, and stays one when its file comes back', () => {
    expect(WeekPlanSchema.parse(JSON.parse(JSON.stringify(plan)))).to.deep.equal(plan);
    const wrong = { ...plan, sessions: [{ ...plan.sessions[0], groups: Array.from({ length: 13 }, anId) }] };
    expect(WeekPlanSchema.safeParse(wrong).error?.issues[0]?.message).to.equal('At most 12 groups in a session.');
  });

  const released = {
    ...plan,
    drills: Object.fromEntries(['sole-taps', 'inside-taps', 'v-inside'].map((id) => [id, drillOf(id)])),
  };
  const given = { extras: [], steps: [] };
  it('is one player’s own by the group that was given with it; where none was told, everything is there as planned', () => {
    const namesOf = (group?: string | null) =>
      personalWeek(released, { ...given, ...(group === undefined ? {} : { group }) }).sessions.map((session) => session.name);
    expect(namesOf()).to.deep.equal(['All', 'Late', 'None named']);
    expect(namesOf(null)).to.deep.equal(['All', 'None named']);
    expect(namesOf(LATE)).to.deep.equal(['All', 'Late', 'None named']);
    const drillIds = (group: string) =>
      personalWeek(released, { ...given, group }).sessions[0]?.blocks[0]?.items.map((item) => item.drillId);
    expect(drillIds(EARLY)).to.deep.equal(['sole-taps', 'inside-taps']);
    expect(drillIds(LATE)).to.deep.equal(['sole-taps', 'sole-taps']);
  });
  it('no own step takes the place of what a group does', () => {
    const shoes = [
      { itemId: varied.id, toDrill: drillOf('v-inside') },
      { itemId: plain.id, toDrill: drillOf('v-inside') },
    ];
    const items = personalWeek(released, { ...given, group: null, shoes }).sessions[0]?.blocks[0]?.items;
    expect(items?.map((item) => item.drillId)).to.deep.equal(['v-inside', 'v-inside']);
  });
  it('a group’s drill speaks the player’s school, as every drill does', () => {
    const [toeUp] = [...drills.values()].filter(
      (drill) => drill.school === 'toe-up' && drill.twin && drills.get(drill.twin)?.measure === drill.measure,
    );
    if (!toeUp?.twin) throw new Error('the catalogue has no twins');
    const item = anItem('sole-taps', { groups: { [EARLY]: { drillId: toeUp.id, dose: anItem(toeUp.id).dose } } });
    const content = {
      ...{ title: 'W', focus: '', sessions: [aSession([aBlock('recap', [item])])] },
      drills: Object.fromEntries([toeUp.id, toeUp.twin, 'sole-taps'].map((id) => [id, drillOf(id)])),
    };
    const twin = drillOf(toeUp.twin);
    const to = weekForPlayer(content, twin.school ?? 'toe-up', 'right').sessions[0]?.blocks[0]?.items[0];
    expect(to?.groups?.[EARLY]?.drillId).to.equal(toeUp.twin);
    expect(to?.drillId).to.equal('sole-taps');
  });

  it('is released only with drills that there are, and for groups that there are', () => {
    const problems = (groups: string[], given = plan) => releaseProblems(given, drills, 12, 10, new Set(groups)).map((one) => one.sentence);
    expect(problems([EARLY, LATE])).to.deep.equal([]);
    expect(problems([EARLY])).to.deep.equal(['“Late” is for a group that is gone. Choose again whom it is for.']);
    const gone = planOf({ ...varied, groups: { [EARLY]: { drillId: 'nowhere', dose: varied.dose } } });
    expect(problems([EARLY], gone)[0]).to.include('not on the shelf');
    const other = planOf({ ...varied, groups: { [EARLY]: { drillId: 'inside-taps', dose: { measure: 'sets', sets: 2 } } } });
    expect(problems([EARLY], other)[0]).to.include('not as sets');
  });
  const planOf = (item: Item): WeekPlan => ({ title: 'W', focus: '', sessions: [aSession([aBlock('recap', [item])])] });

  describe('is looked at group by group', () => {
    const one = (nickname: string, group: string | null) => ({
      ...{ id: anId(), nickname, age: 10, level: 'steady' as const, home: null, group },
    });
    const facts = {
      ...{ sessionMinutes: 30, headingAge: 12, headersMax: 20, footOrder: 'alternate' as const, met: [...drills.keys()], earlier: [] },
      ...{
        meanTouches: null,
        groups: [
          { id: EARLY, name: 'Early' },
          { id: LATE, name: 'Late' },
        ],
      },
      players: [one('Comet', EARLY), one('Fig', LATE)],
    };
    const long = (groups?: string[]) => ({
      ...aSession([aBlock('challenge', [anItem('sole-taps', timed(300, 8))])]),
      ...{ name: 'Long', ...(groups ? { groups } : {}) },
    });
    const budget = (week: WeekPlan, players = facts.players) =>
      checkWeek(week, drills, TYPICAL_RUNNER, { ...facts, players }, anId)
        .filter((check) => check.name === 'over the time budget')
        .map((check) => check.what);

    it('what is so for one group says whose it is, what is so for all does not', () => {
      const [forLate] = budget({ title: 'W', focus: '', sessions: [long([LATE]), long([LATE])].slice(0, 1) });
      expect(forLate).to.match(/^Late: /);
      const [forAll] = budget({ title: 'W', focus: '', sessions: [long(), { ...aSession([]), groups: [LATE] }] });
      expect(forAll).not.to.match(/^(Late|Early)/);
    });
    it('a group with nobody in it is not looked at', () => {
      const [comet] = facts.players;
      expect(budget({ title: 'W', focus: '', sessions: [long([LATE])] }, comet ? [comet] : [])).to.deep.equal([]);
    });
  });

  it('shows each session to somebody: to all when none is named, else to each group that is', () => {
    fc.assert(
      fc.property(fc.array(fc.subarray([EARLY, LATE]), { maxLength: 6 }), (lists) => {
        const sessions = lists.map((groups, i) => ({ id: String(i), groups }));
        const seen = (group: string | null) => sessionsFor(sessions, group).map((session) => session.id);
        for (const { id, groups } of sessions) {
          expect(seen(null).includes(id)).to.equal(groups.length === 0);
          for (const group of [EARLY, LATE]) expect(seen(group).includes(id)).to.equal(groups.length === 0 || groups.includes(group));
        }
      }),
    );
  });
});
