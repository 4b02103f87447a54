import { expect } from 'chai';
import type { Drill } from '../../../src/core/drills/index.ts';
import { DrillFile, drillFile } from '../../../src/core/files/index.ts';
import { archiveDrill, exportDrills, importDrills, saveDrill } from '../../../src/server/drills/own.ts';
import { shelf } from '../../../src/server/drills/shelf.ts';
import { Problem } from '../../../src/server/platform/problems.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem, drillOf, timed } from '../../core/make.ts';
import { anOwnDrill, aPlan, openTown, outcome, releaseNow, type Town } from '../make.ts';

describe('a squad’s own drills', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const save = (content: Drill, basedOn: number | null = null, newRecords = false) =>
    saveDrill(town.context, town.coach, { squad: town.squad, drill: content.id, basedOn, content, newRecords });
  const onShelf = (squad = town.squad, coach = town.coach) => shelf(town.context, coach, { squad }).drills;
  const problemOf = (work: () => unknown): Problem => {
    try {
      work();
    } catch (error) {
      if (error instanceof Problem) return error;
      throw error;
    }
    throw new Error('no problem');
  };

  it('stand on the shelf before the shipped ones, and on no other squad’s', () => {
    save(anOwnDrill());
    expect(onShelf()[0]).to.include({ id: 'own-driveway-taps', own: true, version: 1, archived: false });
    expect(onShelf(town.otherSquad, town.otherCoach).some((drill) => drill.own)).to.equal(false);
  });

  it('get a next version with each save; a plain edit keeps the records, another counting starts new ones', () => {
    save(anOwnDrill());
    expect(save(anOwnDrill({ purpose: 'Quick feet on chalk lines.' }), 1)).to.include({ version: 2, group: 1 });
    const counting = { unit: 'pair', counts: 'Two taps are one.', doesNotCount: 'A single tap.' };
    expect(save(anOwnDrill({ counting }), 2)).to.include({ version: 3, group: 2 });
    expect(save(anOwnDrill({ counting }), 3, true)).to.include({ version: 4, group: 3 });
  });

  it('are not saved over somebody else’s version, and what was typed is kept on the screen', () => {
    save(anOwnDrill());
    save(anOwnDrill({ name: 'Chalk taps' }), 1);
    expect(problemOf(() => save(anOwnDrill({ name: 'Gravel taps' }), 1)).kind).to.equal('changed elsewhere');
    expect(onShelf()[0]?.name).to.equal('Chalk taps');
  });

  it('leave released weeks as they were', () => {
    save(anOwnDrill());
    const own = { ...anItem('inside-taps', timed(30)), drillId: 'own-driveway-taps' };
    const week = releaseNow(town, aPlan([own]));
    save(anOwnDrill({ name: 'Chalk taps' }), 1);
    expect(thisWeek(town.context, town.player).week?.content.drills['own-driveway-taps']).to.include({ name: 'Driveway taps', version: 1 });
    const detail = openWeek(town.context, town.coach, { week });
    saveWeek(town.context, town.coach, { week, draft: detail.draft, plan: { ...detail.plan, title: 'Anew' } });
    releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
    expect(thisWeek(town.context, town.player).week?.content.drills['own-driveway-taps']).to.include({ name: 'Chalk taps', version: 2 });
  });

  it('are refused with the field to mend', () => {
    const field = (change: Partial<Drill>) => problemOf(() => save(anOwnDrill(change))).fields[0];
    expect(field({ id: 'inside-taps' })?.sentence).to.match(/ships with the house/);
    expect(field({ easier: ['nowhere'] })).to.deep.equal({
      field: 'content.easier',
      sentence: 'The easier drill “nowhere” is not on the shelf.',
    });
    expect(field({ kit: ['ball', 'wall'], cautions: [] })?.field).to.equal('content.cautions');
    expect(field({ minAge: 10, maxAge: 8 })?.field).to.equal('content.maxAge');
    save(anOwnDrill());
    save(anOwnDrill({ id: 'own-b', easier: ['own-driveway-taps'] }));
    expect(problemOf(() => save(anOwnDrill({ easier: ['own-b'] }), 1)).message).to.match(/circle of easier drills/);
  });

  it('go to the archive and come back, and stay known there', () => {
    save(anOwnDrill());
    expect(archiveDrill(town.context, town.coach, { squad: town.squad, drill: 'own-driveway-taps', archived: true }).archived).to.equal(
      true,
    );
    expect(onShelf()[0]?.archived).to.equal(true);
    releaseNow(town, aPlan([{ ...anItem('inside-taps', timed(30)), drillId: 'own-driveway-taps' }]));
    archiveDrill(town.context, town.coach, { squad: town.squad, drill: 'own-driveway-taps', archived: false });
    expect(onShelf()[0]?.archived).to.equal(false);
  });

  it('are handed on as a file and read back the same', async () => {
    save(anOwnDrill());
    const file = exportDrills(town.context, town.coach, { squad: town.squad });
    expect(DrillFile.parse(JSON.parse(JSON.stringify(file)))).to.deep.equal(file);
    const read = (dryRun: boolean, given = file) =>
      importDrills(town.context, town.otherCoach, { squad: town.otherSquad, file: given, dryRun });
    expect(read(true)).to.deep.equal({ added: ['Driveway taps'], changed: [], same: [] });
    expect(onShelf(town.otherSquad, town.otherCoach)[0]?.own).to.equal(false);
    read(false);
    expect(exportDrills(town.context, town.otherCoach, { squad: town.otherSquad })).to.deep.equal(file);
    expect(read(false)).to.deep.equal({ added: [], changed: [], same: ['Driveway taps'] });
    const other = drillFile([anOwnDrill({ name: 'Chalk taps' }), drillOf('sole-taps')]);
    expect(read(false, other)).to.deep.equal({ added: [], changed: ['Chalk taps'], same: ['Sole taps'] });
    expect(onShelf(town.otherSquad, town.otherCoach)[0]).to.include({ name: 'Chalk taps', version: 2 });
    expect(await outcome(() => read(false, drillFile([anOwnDrill(), anOwnDrill()])))).to.equal('bad input');
    expect(exportDrills(town.context, town.coach, { squad: town.squad, only: 'sole-taps' }).drills).to.have.length(1);
    expect(await outcome(() => exportDrills(town.context, town.coach, { squad: town.squad, only: 'nothing' }))).to.equal('not found');
  });

  it('tells which drills the squad has met and where they are used', () => {
    const week = releaseNow(town, aPlan([anItem('sole-taps', timed(30))]));
    const { met, usedIn } = shelf(town.context, town.coach, { squad: town.squad });
    expect(met).to.deep.equal(['sole-taps']);
    expect(usedIn['sole-taps']).to.deep.equal([{ id: week, number: 1 }]);
  });
});
