import { expect } from 'chai';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { type Item, newItem } from '../../../src/core/weeks/index.ts';
import { chooseLanguage } from '../../../src/server/accounts/language.ts';
import { lookAtPaper, paperListsOf, readInPaper } from '../../../src/server/files/paper.ts';
import { squads } from '../../../src/server/platform/db/schema.ts';
import { inLanguage } from '../../../src/server/platform/languages.ts';
import { addNote } from '../../../src/server/progress/notes.ts';
import { takeStep } from '../../../src/server/progress/steps.ts';
import { putBreak, readRules, setTables } from '../../../src/server/rules/rules.ts';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { previewPost, readPost, sendSummaries } from '../../../src/server/screens/letters.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { calibration, compareWeeks, ground } from '../../../src/server/screens/season.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { squadTables } from '../../../src/server/tables/tables.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { FilesView } from '../../../src/views/files/FilesView.tsx';
import { PostView } from '../../../src/views/letters/PostView.tsx';
import { PlayerView } from '../../../src/views/progress/PlayerView.tsx';
import { SeasonSheet } from '../../../src/views/progress/SeasonSheet.tsx';
import { RulesView } from '../../../src/views/rules/RulesView.tsx';
import { CalibrationView } from '../../../src/views/screens/CalibrationView.tsx';
import { CompareView } from '../../../src/views/screens/CompareView.tsx';
import { FamilyView } from '../../../src/views/screens/FamilyView.tsx';
import { FeetView } from '../../../src/views/screens/FeetView.tsx';
import { GroundView } from '../../../src/views/screens/GroundView.tsx';
import { TablesView } from '../../../src/views/tables/TablesView.tsx';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { clockedGo, DAY, MONDAY_TEN, openTown, type Town, uuid } from '../make.ts';

const draw: typeof createElement = createElement;
/** What a person reads of a page. */
const read = (element: ReturnType<typeof createElement>) =>
  renderToStaticMarkup(element)
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&amp;', '&')
    .replaceAll('&#x27;', "'")
    .replace(/\s+/g, ' ');

describe('what pages say of what was really done', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const squad = () => ({ squad: town.squad });
  const comet = () => ({ squad: town.squad, player: town.player.playerId });
  const days = (n: number) => town.setNow(MONDAY_TEN + n * DAY);

  const eachFoot = (): Item => ({
    ...newItem(uuid(), drillOf('hop-out-in-taps')),
    ...timed(30),
    side: 'each foot',
    target: { rule: 'stretch' },
  });

  function release(item: Item): void {
    const id = uuid();
    const { draft } = makeWeek(town.context, town.coach, { ...squad(), id });
    saveWeek(town.context, town.coach, {
      week: id,
      draft,
      plan: { title: 'Seen', focus: '', sessions: [{ ...aSession([aBlock('challenge', [item])]), name: 'Evening', day: 1 }] },
    });
    releaseWeek(town.context, town.coach, { week: id, when: { kind: 'now' } });
  }

  function send(actor: Town['player'], item: Item, values: { left: number; right: number }): void {
    const { week } = thisWeek(town.context, actor);
    const go = {
      goId: uuid(),
      revisionId: week?.revisionId ?? '',
      sessionId: week?.content.sessions[0]?.id ?? '',
      itemId: item.id,
      round: 0,
      runId: null,
      doneAt: town.context.now(),
      scores: (['left', 'right'] as const).map((foot) => ({
        ...{ id: uuid(), foot, value: values[foot], faults: 0, seconds: 30, clocked: true, parts: null },
      })),
    };
    sendGo(town.context, actor, clockedGo(town, actor, go));
  }

  /** Two weeks: in the first both train, in the second Comet alone, better on the left. */
  function twoWeeks(): void {
    const first = eachFoot();
    release(first);
    send(town.player, first, { left: 20, right: 30 });
    send(town.otherPlayer, first, { left: 8, right: 9 });
    days(7);
    const second = eachFoot();
    release(second);
    send(town.player, second, { left: 24, right: 30 });
  }

  it('the coach reads a player: stars, both feet, notes, and the step that was taken', () => {
    twoWeeks();
    addNote(town.context, town.coach, { ...comet(), id: uuid(), text: 'Grew four fingers.' });
    takeStep(town.context, town.coach, { ...comet(), id: uuid(), drillId: 'hop-out-in-taps', kind: 'rest', toDrillId: null });
    const words = read(draw(PlayerView, { player: playerPage(town.context, town.coach, comet()) }));
    expect(words).to.include('Comet').and.to.include('stronger foot right').and.to.include('trained today');
    expect(words).to.include('Grew four fingers.');
    expect(words).to.include('Outside-inside taps, hopping');
    expect(words).to.match(/week 3\b.*a week without it/i);
  });

  it('the season sheet adds up what was set and done', () => {
    twoWeeks();
    const words = read(draw(SeasonSheet, { player: playerPage(town.context, town.coach, comet()) }));
    expect(words).to.include('Comet').and.to.include('Outside-inside taps, hopping');
    expect(words)
      .to.match(/\b24\b/)
      .and.to.match(/\b30\b/);
  });

  it('a player reads the own numbers, the deficit and the new record; nobody else’s', () => {
    twoWeeks();
    const words = read(draw(FeetView, { feet: myFeet(town.context, town.player) }));
    expect(words).to.include('left is 16 touches behind.');
    expect(words).to.not.include('Pebble');
    const other = read(draw(FeetView, { feet: myFeet(town.context, town.otherPlayer) }));
    expect(other).to.include('left is 1 touch behind.');
  });

  it('a player without a go reads where the numbers will come from', () => {
    const words = read(draw(FeetView, { feet: myFeet(town.context, town.player) }));
    expect(words).to.include('No numbers yet. Your first session makes the first record.').and.to.include('Both feet have done the same.');
  });

  it('the coach reads two weeks beside each other, and is told when there are not two', () => {
    expect(read(draw(CompareView, { weeks: compareWeeks(town.context, town.coach, squad()), squad: town.squad }))).to.include(
      'Two weeks have to be over',
    );
    twoWeeks();
    const words = read(draw(CompareView, { weeks: compareWeeks(town.context, town.coach, squad()), squad: town.squad }));
    expect(words).to.include('middle, week 1').and.to.include('Comet');
  });

  it('the coach reads who is not there yet, by name', () => {
    expect(read(draw(GroundView, { ground: ground(town.context, town.coach, squad()), squad: town.squad }))).to.include(
      'No counted numbers yet.',
    );
    twoWeeks();
    const show = () => read(draw(GroundView, { ground: ground(town.context, town.coach, squad()), squad: town.squad }));
    expect(show()).to.match(/Outside-inside taps, hopping 30 s ≈ 0 of 2 .*everybody who tried/);
    days(14);
    const third = eachFoot();
    release(third);
    send(town.player, third, { left: 60, right: 60 });
    expect(show()).to.match(/Outside-inside taps, hopping 30 s ≈ 1 of 2 .*Pebble/);
  });

  it('the coach reads how often stretch numbers were reached', () => {
    const show = () => read(draw(CalibrationView, { calibration: calibration(town.context, town.coach, squad()), squad: town.squad }));
    expect(show()).to.include('– of the stretch numbers were reached');
    twoWeeks();
    // Both feet reach in the second week what the first one gave.
    expect(show()).to.match(/100 % of the stretch numbers were reached; \d+ % is what they are meant for/);
  });

  it('tables are of the upper half, with nobody last', () => {
    setTables(town.context, town.coach, { ...squad(), tableSchool: 'scores' });
    twoWeeks();
    const words = read(draw(TablesView, { tables: squadTables(town.context, town.coach, squad()), squad: town.squad }));
    expect(words).to.not.include('Pebble');
  });

  it('the coach reads the rules and breaks, and the lists from paper', () => {
    putBreak(town.context, town.coach, { ...squad(), break: uuid(), title: 'Snow week', from: '2026-12-21', to: '2026-12-27' });
    const words = read(draw(RulesView, { rules: readRules(town.context, town.coach, squad()), kept: null }));
    expect(words).to.include('Snow week').and.to.include('every day, 1 free day a week');
    const text = 'Player,Drill,Value,Date,Seconds\nComet,Sole taps,24,2026-10-20,30\n';
    const { mapping } = lookAtPaper(town.context, town.coach, { ...squad(), text });
    readInPaper(town.context, town.coach, {
      ...{ ...squad(), id: uuid(), name: 'Autumn sheet', text, mapping, order: 'year-month-day', dry: false },
    });
    const { lists } = paperListsOf(town.context, town.coach, squad());
    expect(read(draw(FilesView, { squad: town.squad, timeZone: 'America/Chicago', lists }))).to.match(/Autumn sheet.*1 result\b/);
  });

  it('post lists a letter for each who gets one, and the family reads its own child’s', () => {
    twoWeeks();
    sendSummaries(town.context, town.coach, squad());
    const post = read(draw(PostView, { post: readPost(town.context, town.coach, squad()) }));
    expect(post).to.include('Comet’s week 1').and.to.include('Pebble’s week 1');
    const home = read(draw(FamilyView, { family: family(town.context, town.guardian) }));
    expect(home).to.include('Comet’s week 1').and.to.not.include('Pebble');
  });

  it('a letter is in the language of who gets it, whoever sends it and in whatever they read; a child’s word changes nobody else’s', () => {
    twoWeeks();
    chooseLanguage(town.context, town.guardian, { language: 'es' });
    chooseLanguage(town.context, town.player, { language: 'en' });
    inLanguage('en', () => sendSummaries(town.context, town.coach, squad()));
    const { letters } = readPost(town.context, town.coach, squad());
    const to = (nickname: string) => letters.find(({ about }) => about === nickname);
    expect(to('Comet')?.subject).to.equal('La semana 1 de Comet');
    expect(to('Comet')?.plain).to.include('Esta fue la semana 1').and.not.include('This was');
    expect(to('Comet')?.html).to.include('<html lang="es">');
    expect(to('Pebble')?.subject).to.equal('Pebble’s week 1');
    // The squad's own language is for who has chosen nothing.
    town.context.db.update(squads).set({ language: 'es' }).run();
    expect(previewPost(town.context, town.coach, squad()).letters.find(({ about }) => about === 'Pebble')?.subject).to.equal(
      'La semana 1 de Pebble',
    );
  });
});
