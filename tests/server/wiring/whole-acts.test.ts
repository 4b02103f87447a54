import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { dropBreak, giveNewCode, putBreak, setFigures, setStreakRule, setTables, setZone } from '../../../src/server/rules/rules.ts';
import { setChoices } from '../../../src/server/squads/choices.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aPlan, openTown, type Town } from '../make.ts';

/* An act is done whole or not at all: whichever of its writes fails, none of the others is there afterwards. */

describe('an act whose second write fails', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  /** Lets writes of a kind to a table fail from now on. */
  const failing = (write: 'insert on' | 'update on' | 'delete on', table: string) =>
    town.context.db.$client.exec(`create trigger held before ${write} ${table} begin select raise(abort, 'held'); end`);
  const rows = (table: string) => (town.context.db.$client.prepare(`select count(*) as n from ${table}`).get() as { n: number }).n;
  const leaves = (table: string, act: () => unknown) => {
    const before = rows(table);
    expect(act).to.throw('held');
    expect(rows(table), table).to.equal(before);
  };

  it('releases nothing', () => {
    const week = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: week });
    saveWeek(town.context, town.coach, { week, draft: 1, plan: aPlan() });
    failing('insert on', 'week_outlines');
    leaves('week_revisions', () => releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } }));
  });

  const at = () => ({ squad: town.squad });
  const breakId = uuid();
  const holiday = { from: '2026-11-23', to: '2026-11-27', title: 'A week off' };
  const rules: [string, 'insert on' | 'update on' | 'delete on', string, () => unknown][] = [
    [
      'streak rule',
      'insert on',
      'squad_rules',
      () => setStreakRule(town.context, town.coach, { ...at(), rule: { kind: 'every day', freeDays: 2 } }),
    ],
    ['tables', 'update on', 'squads', () => setTables(town.context, town.coach, { ...at(), tableSchool: 'scores' })],
    ['time zone', 'update on', 'squads', () => setZone(town.context, town.coach, { ...at(), timeZone: 'America/Denver' })],
    ['figures', 'update on', 'squads', () => setFigures(town.context, town.coach, { ...at(), clipDays: 21 })],
    ['squad code', 'update on', 'squads', () => giveNewCode(town.context, town.coach, at())],
    [
      'choices',
      'update on',
      'squads',
      () =>
        setChoices(town.context, town.coach, {
          ...{
            ...at(),
            contactSchool: 'laces',
            footOrder: 'catch-up',
            sessionMinutes: 33,
            clipHeight: 480,
            clipSound: true,
            practiceCounts: false,
            stretchAim: 60,
          },
        }),
    ],
    ['new break', 'insert on', 'squad_breaks', () => putBreak(town.context, town.coach, { ...at(), break: breakId, ...holiday })],
  ];
  for (const [name, write, table, change] of rules)
    it(`changes no ${name}, and writes no change down`, () => {
      failing(write, table);
      leaves('rule_changes', change);
    });

  it('takes no break away, and writes no change down', () => {
    putBreak(town.context, town.coach, { ...at(), break: breakId, ...holiday });
    failing('delete on', 'squad_breaks');
    leaves('rule_changes', () => dropBreak(town.context, town.coach, { ...at(), break: breakId }));
  });
});
