import { expect } from 'chai';
import { SeasonFile } from '../../../src/core/files/index.ts';
import { emptySeason, type SeasonPlan, withIntensity, withTheme } from '../../../src/core/planning/season/plan.ts';
import { putBreak } from '../../../src/server/rules/rules.ts';
import { plannerFacts } from '../../../src/server/screens/planner-facts.ts';
import { copySeasonSheet, saveSeasonSheet, seasonSheet } from '../../../src/server/screens/season-sheet.ts';
import { addCoach } from '../../../src/server/squads/people.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { exportSeason } from '../../../src/server/weeks/seasons.ts';
import { makeWeek } from '../../../src/server/weeks/weeks.ts';
import { actorAgain, aGo, aScore, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('the season on one sheet', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const plan = withIntensity(
    withTheme(emptySeason('Autumn', '2026-11-02', 6), { id: uuid(), family: 'juggling', week: 1, weeks: 2 }),
    1,
    'hard',
  );
  const save = (id: string, draft: number, given: SeasonPlan = plan, coach = town.coach, squad = town.squad) =>
    saveSeasonSheet(town.context, coach, { squad, id, draft, plan: given });
  const sheet = (coach = town.coach, squad = town.squad) => seasonSheet(town.context, coach, { squad });

  it('is none at first; then the one that was made last, saved only from its newest draft', async () => {
    expect(sheet()).to.deep.include({ season: null, weeks: [], nextMonday: '2026-11-09', others: [] });
    const id = uuid();
    expect(save(id, 0).season).to.deep.equal({ id, draft: 1, plan });
    expect(save(id, 1, { ...plan, title: 'Late autumn' }).season).to.deep.include({ id, draft: 2 });
    expect(await outcome(() => save(id, 1))).to.equal('changed elsewhere');
    expect(sheet().season?.plan.title).to.equal('Late autumn');
    expect(await outcome(() => save(id, 2, plan, town.otherCoach, town.otherSquad))).to.equal('not found');
    town.setNow(town.context.now() + 1000);
    save(uuid(), 0, { ...plan, title: 'Spring' });
    expect(sheet().season?.plan.title).to.equal('Spring');
  });

  it('says of each week what was made for it, and who trained with which foot once it has opened', () => {
    save(uuid(), 0);
    const [before] = sheet().weeks;
    expect(before).to.deep.equal({ startsOn: '2026-11-02', week: null, came: null });
    const week = releaseNow(town);
    makeWeek(town.context, town.coach, { squad: town.squad, id: uuid() });
    sendGo(town.context, town.player, aGo(town, 1, [aScore({ foot: 'left', value: 20 }), aScore({ foot: 'right', value: 30 })]));
    const [first, second, third] = sheet().weeks;
    expect(first?.week).to.deep.include({ id: week, number: 1, released: true });
    expect(first?.came).to.deep.equal({ trained: 1, players: 2, left: 20, right: 30 });
    expect(second?.week).to.deep.include({ number: 2, released: false });
    expect([second?.came, third]).to.deep.equal([null, { startsOn: '2026-11-16', week: null, came: null }]);
  });

  it('has the breaks that are not over before it, and the families that the squad can train', () => {
    putBreak(town.context, town.coach, { squad: town.squad, break: uuid(), from: '2026-12-20', to: '2026-12-27', title: 'Winter' });
    expect(sheet().breaks).to.deep.equal([{ from: '2026-12-20', to: '2026-12-27', title: 'Winter' }]);
    const { families } = sheet();
    expect(families).to.include('juggling');
    expect(families).not.to.include('stretch');
    // What was met lately comes last.
    releaseNow(town);
    expect(sheet().families.indexOf('ball mastery')).to.be.greaterThan(sheet().families.indexOf('juggling'));
  });

  it('is what a week that is made knows of itself: its themes, and how bold it may be', () => {
    save(uuid(), 0);
    const facts = () => {
      const id = uuid();
      makeWeek(town.context, town.coach, { squad: town.squad, id });
      return plannerFacts(town.context, town.coach, { week: id }).season;
    };
    expect([facts(), facts()]).to.deep.equal([
      { focus: [], style: 'balanced' },
      { focus: ['juggling'], style: 'bold' },
    ]);
  });

  it('is taken over by another squad of the same coach alone, from a Monday on; sent twice it is one', async () => {
    save(uuid(), 0, plan, town.otherCoach, town.otherSquad);
    const id = uuid();
    const copy = (coach = town.coach, startsOn = '2027-01-04') =>
      copySeasonSheet(town.context, coach, { squad: town.squad, id, from: town.otherSquad, startsOn });
    expect(await outcome(copy)).to.equal('not found');
    addCoach(town.context, town.otherSquad, (town.coach as { userId: string }).userId, 'assistant');
    const both = actorAgain(town, town.coach as { userId: string });
    expect(sheet(both).others).to.deep.equal([{ squad: town.otherSquad, squadName: 'Squad HARBOR', title: 'Autumn', weeks: 6 }]);
    expect(await outcome(() => copy(both, '2027-01-05'))).to.equal('bad input');
    const made = copy(both).season;
    expect(made?.plan).to.deep.include({ title: 'Autumn', startsOn: '2027-01-04', intensity: plan.intensity });
    expect(made?.plan.themes[0]?.id).not.to.equal(plan.themes[0]?.id);
    expect(copy(both).season).to.deep.equal(made);
  });

  it('is a file that reads back the same', async () => {
    expect(await outcome(() => exportSeason(town.context, town.coach, { squad: town.squad }))).to.equal('not found');
    save(uuid(), 0);
    const file = JSON.parse(JSON.stringify(exportSeason(town.context, town.coach, { squad: town.squad })));
    expect(SeasonFile.parse(file).season).to.deep.equal(plan);
    expect(SeasonFile.safeParse({ ...file, format: 'eager-feet/week' }).error?.issues[0]?.message).to.equal(
      'This is not a file of a season.',
    );
  });
});
