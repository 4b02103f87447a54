import { join } from 'node:path';
import Database from 'better-sqlite3';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { PaperMapping } from '../../../src/core/files/index.ts';
import { HistoryFile } from '../../../src/core/files/index.ts';
import { allItems } from '../../../src/core/planning/index.ts';
import type { Item } from '../../../src/core/weeks/index.ts';
import { newItem } from '../../../src/core/weeks/index.ts';
import { playerHistory, recordsCsv, streaksCsv } from '../../../src/server/files/exports.ts';
import { lookAtPaper, paperListsOf, readInPaper, undoPaper } from '../../../src/server/files/paper.ts';
import { letters, weekOutlines } from '../../../src/server/platform/db/schema.ts';
import { addNote, dropNote, setPause } from '../../../src/server/progress/notes.ts';
import { dropStep, takeStep } from '../../../src/server/progress/steps.ts';
import { readRules, setStreakRule, setTables, setZone } from '../../../src/server/rules/rules.ts';
import { family, giveConsent } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { postWhatIsDue, previewPost, readPost } from '../../../src/server/screens/letters.ts';
import { playerCurve, playerPage } from '../../../src/server/screens/player.ts';
import { register } from '../../../src/server/screens/register.ts';
import { calibration, compareWeeks, ground } from '../../../src/server/screens/season.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { setChoices } from '../../../src/server/squads/choices.ts';
import { addPlayer } from '../../../src/server/squads/people.ts';
import { squadTables } from '../../../src/server/tables/tables.ts';
import { setOwnNumber, squadNumbers } from '../../../src/server/targets/numbers.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { fillOutlines } from '../../../src/server/weeks/outlines.ts';
import { makeWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aBlock, aSession, drillOf, timed } from '../../core/make.ts';
import { actorAgain, clockedGo, DAY, HOUR, MONDAY_TEN, openTown, outcome, type Town, uuid } from '../make.ts';

const each = (change: Partial<Item> = {}): Item => ({
  ...newItem(uuid(), drillOf('hop-out-in-taps')),
  ...timed(15),
  side: 'each foot',
  ...change,
});
const taps = (change: Partial<Item> = {}): Item => ({ ...newItem(uuid(), drillOf('sole-taps')), ...timed(30), ...change });

describe('progress on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const comet = () => ({ squad: town.squad, player: town.player.playerId });

  /** A week of one session with these items, released at the instant given. */
  function releaseItems(...items: Item[]): string {
    const id = uuid();
    const { draft } = makeWeek(town.context, town.coach, { squad: town.squad, id });
    const sessions = [aSession([aBlock('challenge', items)])];
    saveWeek(town.context, town.coach, { week: id, draft, plan: { title: 'Numbers', focus: '', sessions } });
    releaseWeek(town.context, town.coach, { week: id, when: { kind: 'now' } });
    return id;
  }

  function send(actor: Town['player'], item: Item, values: Partial<Record<'left' | 'right' | 'both', number>>, faults = 0): void {
    const { week } = thisWeek(town.context, actor);
    const session = week?.content.sessions.find((one) => one.blocks.some((block) => block.items.some((it) => it.id === item.id)));
    const seconds = 'seconds' in item.dose ? item.dose.seconds : 30;
    const go = {
      goId: uuid(),
      revisionId: week?.revisionId ?? '',
      sessionId: session?.id ?? '',
      itemId: item.id,
      round: 0,
      runId: null,
      doneAt: town.context.now(),
      scores: Object.entries(values).map(([foot, value]) => ({
        id: uuid(),
        foot: foot as 'left',
        value: value ?? null,
        faults,
        seconds,
        clocked: true,
        parts: null,
      })),
    };
    sendGo(town.context, actor, clockedGo(town, actor, go));
  }
  const itemsOf = (actor: Town['player']): Item[] => {
    const content = thisWeek(town.context, actor).week?.content;
    return content ? allItems(content) : [];
  };
  const days = (n: number) => town.setNow(MONDAY_TEN + n * DAY);

  describe('numbers', () => {
    it('are stretch numbers from the own last goes, for each player their own, with the reason', () => {
      const item = taps({ target: { rule: 'stretch' } });
      releaseItems(item);
      for (const [i, value] of [20, 21, 20, 21].entries()) {
        town.setNow(MONDAY_TEN + i * HOUR);
        send(town.player, item, { both: value });
      }
      const number = thisWeek(town.context, town.player).numbers[0];
      expect(number?.target).to.include({ number: 21, byCoach: false });
      expect(number?.target.reason).to.contain('six times in ten');
      expect(thisWeek(town.context, town.otherPlayer).numbers[0]?.target.reason).to.equal(
        'A first number to aim at: what steady players reach.',
      );
    });

    it('of the whole squad are seen before release, and one is set for one player, shown as such, and given back', () => {
      const item = each({ target: { rule: 'beat your best' } });
      const week = releaseItems(item);
      send(town.player, item, { left: 10, right: 14 });
      const seen = squadNumbers(town.context, town.coach, { week });
      const of = (got: typeof seen, nickname: string) => got.players.find((one) => one.nickname === nickname)?.numbers;
      expect(of(seen, 'Comet')?.map((one) => one.target.number)).to.deep.equal([11, 15]);
      const set = (kind: 'number' | 'no number' | 'rule', number: number | null) =>
        setOwnNumber(town.context, town.coach, {
          week,
          id: uuid(),
          item: item.id,
          player: town.player.playerId,
          foot: 'left',
          kind,
          number,
        });
      const own = of(set('number', 12), 'Comet');
      expect(own?.[0]?.target).to.include({ number: 12, byCoach: true });
      expect(own?.[1]?.target).to.include({ number: 15, byCoach: false });
      expect(thisWeek(town.context, town.player).numbers[0]?.target).to.include({
        number: 12,
        reason: 'Your coach set this number for you.',
      });
      expect(of(set('no number', null), 'Comet')?.[0]?.target.number).to.equal(null);
      expect(of(set('rule', null), 'Comet')?.[0]?.target).to.include({ number: 11, byCoach: false });
    });

    it('refuse a foot that the item has no number for, and a number that is none', async () => {
      const item = taps();
      const week = releaseItems(item);
      const base = { week, id: uuid(), item: item.id, player: town.player.playerId };
      expect(await outcome(() => setOwnNumber(town.context, town.coach, { ...base, foot: 'left', kind: 'number', number: 3 }))).to.equal(
        'bad input',
      );
      expect(await outcome(() => setOwnNumber(town.context, town.coach, { ...base, foot: 'both', kind: 'number', number: null }))).to.equal(
        'bad input',
      );
      expect(
        await outcome(() => setOwnNumber(town.context, town.coach, { ...base, item: uuid(), foot: 'both', kind: 'number', number: 3 })),
      ).to.equal('not found');
    });
  });

  describe('a week of one’s own', () => {
    it('has catch-up doses in the school that has them, the same ever after', () => {
      setChoices(town.context, town.coach, {
        squad: town.squad,
        contactSchool: 'toe-up',
        footOrder: 'catch-up',
        sessionMinutes: 30,
        clipHeight: 360,
        clipSound: true,
        practiceCounts: false,
        stretchAim: 60,
      });
      const item = each();
      releaseItems(item);
      send(town.player, item, { left: 10, right: 20 });
      days(7);
      const again = each();
      releaseItems(again);
      const extras = () => itemsOf(town.player).filter((one) => !one.scored);
      // Whoever looks while another program holds the database sees the week without: nothing is given before it is written down.
      const held = new Database(join(town.context.config.dataDir, 'eager-feet.sqlite'));
      held.exec('begin immediate');
      expect(itemsOf(town.player)).to.have.length(1);
      held.exec('rollback');
      held.close();
      // Balance 0.5: the foot behind has a share of 2/3, so 15 s on top of 15 s.
      expect(extras().map((one) => [one.side, 'seconds' in one.dose ? one.dose.seconds : 0])).to.deep.equal([['left', 15]]);
      const [first] = extras();
      send(town.player, again, { left: 20, right: 20 });
      expect(extras()).to.deep.equal([first]);
      expect(itemsOf(town.otherPlayer)).to.have.length(1);
    });

    it('has the next step that the coach chose, from the next week on, for that player alone', async () => {
      const item = taps();
      releaseItems(item);
      thisWeek(town.context, town.player);
      const body = { ...comet(), id: uuid(), drillId: 'sole-taps', kind: 'easier link' as const, toDrillId: 'inside-taps' };
      const step = takeStep(town.context, town.coach, body);
      expect(step).to.include({ week: 2, toDrillName: 'Inside taps' });
      expect(takeStep(town.context, town.coach, body)).to.deep.equal(step);
      const drillsOf = (actor: Town['player']) => itemsOf(actor).map((one) => one.drillId);
      expect(drillsOf(town.player)).to.deep.equal(['sole-taps']);
      days(7);
      const week = releaseItems(taps());
      const seen = squadNumbers(town.context, town.coach, { week }).players.find((one) => one.nickname === 'Comet');
      expect(seen?.instead.map((one) => one.drillName)).to.deep.equal(['Inside taps']);
      expect(drillsOf(town.player)).to.deep.equal(['inside-taps']);
      expect(drillsOf(town.otherPlayer)).to.deep.equal(['sole-taps']);
      expect(await outcome(() => dropStep(town.context, town.coach, { ...comet(), step: step.id }))).to.equal('changed elsewhere');
    });

    it('is what its goes are taken by, and the step can be taken back until it was seen', async () => {
      releaseItems(taps());
      const step = takeStep(town.context, town.coach, {
        ...comet(),
        id: uuid(),
        drillId: 'sole-taps',
        kind: 'easier link',
        toDrillId: 'inside-taps',
      });
      dropStep(town.context, town.coach, { ...comet(), step: step.id });
      takeStep(town.context, town.coach, { ...comet(), id: uuid(), drillId: 'sole-taps', kind: 'easier link', toDrillId: 'inside-taps' });
      days(7);
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 31 });
      expect(playerPage(town.context, town.coach, comet()).drills[0]).to.include({ drillId: 'inside-taps' });
    });

    it('speaks the other school’s words to that player alone, where that school has its own', async () => {
      const juggling = () => ({ ...newItem(uuid(), drillOf('juggle-alternating')), target: { rule: 'no number' as const } });
      releaseItems(juggling());
      const body = { ...comet(), id: uuid(), kind: 'other cues' as const, toDrillId: null };
      takeStep(town.context, town.coach, { ...body, drillId: 'juggle-alternating' });
      expect(await outcome(() => takeStep(town.context, town.coach, { ...body, id: uuid(), drillId: 'sole-taps' }))).to.equal('bad input');
      days(7);
      releaseItems(juggling());
      const cuesOf = (actor: Town['player']) => thisWeek(town.context, actor).week?.content.drills['juggle-alternating']?.cues;
      const { contact } = drillOf('juggle-alternating');
      expect(cuesOf(town.player)).to.deep.equal(contact?.laces.cues);
      expect(cuesOf(town.otherPlayer)).to.deep.equal(contact?.['toe-up'].cues);
    });

    it('never brings heading in below the squad’s age', async () => {
      releaseItems(taps());
      const body = { ...comet(), id: uuid(), drillId: 'sole-taps', kind: 'harder link' as const, toDrillId: 'soft-header-catch' };
      expect(await outcome(() => takeStep(town.context, town.coach, body))).to.equal('bad input');
    });
  });

  describe('the squad', () => {
    it('has tables in three schools; a guardian takes a child out, who still sees the own line', async () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 20 });
      send(town.otherPlayer, item, { both: 30 });
      expect(squadTables(town.context, town.coach, { squad: town.squad }).school).to.equal('off');
      expect(myFeet(town.context, town.player).tables).to.equal(null);
      setTables(town.context, town.coach, { squad: town.squad, tableSchool: 'scores' });
      // Two children are no table: it needs four.
      expect(squadTables(town.context, town.coach, { squad: town.squad }).tables).to.deep.equal([]);
      giveConsent(town.context, town.guardian, { player: town.player.playerId, id: uuid(), kind: 'table', yes: false, textVersion: 1 });
      const child = family(town.context, town.guardian).children[0];
      expect(child).to.include({ inTables: false, tableSchool: 'scores' });
      expect(child?.clipsAllowed).to.equal(false);
    });

    it('shows last week’s tables as long as a new week has none', async () => {
      setTables(town.context, town.coach, { squad: town.squad, tableSchool: 'scores' });
      const joined = { birthYear: 2016, strongerFoot: 'right', level: 'steady', pin: '1111', joinedOn: '2026-11-01' } as const;
      const [fern, tansy] = await Promise.all(
        ['Fern', 'Tansy'].map((nickname) => addPlayer(town.context, town.squad, { ...joined, nickname })),
      );
      if (!fern || !tansy) throw new Error('Nobody joined.');
      const again = (one: { userId: string }) => actorAgain(town, one) as Town['player'];
      const all = [town.player, town.otherPlayer, again(fern), again(tansy)];
      const [item, next] = [taps(), taps()];
      const first = releaseItems(item);
      for (const [i, actor] of all.entries()) send(actor, item, { both: 20 + i });
      const shown = (week?: string) => {
        const { weekId, tables } = squadTables(town.context, town.coach, { squad: town.squad, week });
        return [weekId, tables.length];
      };
      expect(shown()).to.deep.equal([first, 1]);
      town.setNow(MONDAY_TEN + 7 * DAY);
      const second = releaseItems(next);
      expect(shown()).to.deep.equal([first, 1]);
      expect(shown(second)).to.deep.equal([second, 0]);
      expect(myFeet(town.context, town.player).tables).to.deep.include({ week: 1 });
      for (const [i, actor] of all.entries()) send(actor, next, { both: 30 + i });
      expect(shown()).to.deep.equal([second, 1]);
      expect(myFeet(town.context, town.player).tables).to.deep.include({ week: 2 });
    });

    it('knows what it cannot do yet, by the band of each one’s level', () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 62 });
      send(town.otherPlayer, item, { both: 3 });
      const { rows } = ground(town.context, town.coach, { squad: town.squad });
      expect(rows[0]).to.deep.include({ drillName: 'Sole taps', tried: 2, met: 1, notYet: ['Pebble'], has: ['Comet'] });
    });

    it('compares two weeks', () => {
      const first = taps();
      releaseItems(first);
      send(town.player, first, { both: 20 });
      days(7);
      const second = taps();
      releaseItems(second);
      send(town.player, second, { both: 26 });
      const found = compareWeeks(town.context, town.coach, { squad: town.squad });
      expect([found.a?.week.number, found.b?.week.number]).to.deep.equal([1, 2]);
      expect(found.drills[0]).to.include({ a: 20, b: 26, players: 1, improved: 1 });
      expect(found.players.find((one) => one.nickname === 'Comet')).to.include({ touchesA: 20, touchesB: 26, recordsB: 1 });
    });

    it('is shown honestly how often stretch numbers were reached', () => {
      const item = taps({ target: { rule: 'stretch' } });
      releaseItems(item);
      for (const [i, value] of [20, 20, 20, 25, 10].entries()) {
        town.setNow(MONDAY_TEN + i * HOUR);
        send(town.player, item, { both: value });
      }
      const { given, byMeasure, byPlayer } = calibration(town.context, town.coach, { squad: town.squad });
      // The first go has nothing to go by; 20, 20 and 25 reach 20, and 10 does not reach what follows.
      expect(given).to.include({ goes: 4, reached: 3 });
      // Three of four are 0.6 more than meant: 3.6 points harder.
      expect(byMeasure).to.deep.equal([{ name: 'count in time', goes: 4, reached: 3, easier: -4 }]);
      expect(byPlayer[0]).to.deep.equal({ playerId: town.player.playerId, name: 'Comet', goes: 4, reached: 3 });
    });

    it('keeps the rule of its time when the rule changes, and days when the zone does', async () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 20 });
      days(1);
      send(town.player, item, { both: 21 });
      const streak = () =>
        register(town.context, town.coach, { squad: town.squad }).players.find((one) => one.nickname === 'Comet')?.streak;
      expect(streak()).to.include({ current: 2, unit: 'day' });
      setZone(town.context, town.coach, { squad: town.squad, timeZone: 'Asia/Tokyo' });
      expect(streak()).to.include({ current: 2, best: 2 });
      expect(await outcome(() => setZone(town.context, town.coach, { squad: town.squad, timeZone: 'Moon/Base' }))).to.equal('bad input');
      const rules = setStreakRule(town.context, town.coach, { squad: town.squad, rule: { kind: 'N days a week', n: 1 } });
      expect(rules.streakRules).to.have.length(2);
      // The week that runs is still counted in days.
      expect(streak()).to.include({ unit: 'day', current: 2 });
      days(7);
      expect(streak()).to.deep.include({ unit: 'week', current: 0, best: 0, before: { unit: 'day', best: 2 } });
      expect(readRules(town.context, town.coach, { squad: town.squad }).streakRules[0]?.rule.kind).to.equal('every day');
    });
  });

  describe('the coach’s own', () => {
    it('notes are nowhere but on coaches’ pages, and each coach takes away the own', async () => {
      const note = addNote(town.context, town.coach, { ...comet(), id: uuid(), text: 'SECRET of the coaches' });
      expect(playerPage(town.context, town.coach, comet()).notes).to.deep.equal([note]);
      const elsewhere = [
        myFeet(town.context, town.player),
        family(town.context, town.guardian),
        playerHistory(town.context, town.guardian, comet()),
        previewPost(town.context, town.coach, { squad: town.squad }),
      ];
      expect(JSON.stringify(elsewhere)).to.not.contain('SECRET');
      dropNote(town.context, town.coach, { ...comet(), note: note.id });
      expect(playerPage(town.context, town.coach, comet()).notes).to.deep.equal([]);
      expect(await outcome(() => dropNote(town.context, town.coach, { ...comet(), note: uuid() }))).to.equal('not found');
    });

    it('pause keeps a streak, and the page says what it is', () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 20 });
      setPause(town.context, town.coach, { ...comet(), pause: uuid(), from: '2026-11-03', to: null });
      days(6);
      const page = playerPage(town.context, town.coach, comet());
      expect(page.streak.current).to.equal(1);
      expect(page.pauses).to.have.length(1);
    });

    it('curve has every go, the records, the trend and the next one', async () => {
      const item = taps();
      releaseItems(item);
      for (const [i, value] of [20, 22, 21, 24, 25].entries()) {
        days(i);
        send(town.player, item, { both: value });
      }
      const page = playerPage(town.context, town.coach, comet());
      const curve = playerCurve(town.context, town.coach, { ...comet(), key: page.drills[0]?.key ?? '' });
      expect(curve.feet[0]?.points.map((one) => one.record)).to.deep.equal([true, true, false, true, true]);
      expect(curve.feet[0]?.trend?.direction).to.equal('rising');
      expect(curve.feet[0]?.next).to.include({ goes: 5 });
      expect(await outcome(() => playerCurve(town.context, town.coach, { ...comet(), key: 'nothing' }))).to.equal('not found');
    });
  });

  describe('post', () => {
    it('brings each coach and family one summary, once, from Monday seven o’clock on', () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 20 });
      town.setNow(MONDAY_TEN + 7 * DAY - 4 * HOUR);
      postWhatIsDue(town.context);
      expect(town.context.db.select().from(letters).all()).to.deep.equal([]);
      town.setNow(MONDAY_TEN + 7 * DAY - 2 * HOUR);
      postWhatIsDue(town.context);
      postWhatIsDue(town.context);
      const { letters: all } = readPost(town.context, town.coach, { squad: town.squad });
      expect(all.map((one) => [one.to, one.about]).sort()).to.deep.equal([
        ['comets', 'Comet'],
        ['fennel', null],
        ['pebbles', 'Pebble'],
      ]);
      const mine = family(town.context, town.guardian).children[0]?.letters;
      expect(mine?.map((one) => one.subject)).to.deep.equal(['Comet’s week 1']);
      expect(mine?.[0]?.plain).to.not.contain('Pebble');
      // Who came to it later gets theirs; the others keep the one they have.
      const { db } = town.context;
      const first = new Map(all.map((one) => [one.about, one.id]));
      db.delete(letters)
        .where(eq(letters.id, first.get('Pebble') ?? ''))
        .run();
      postWhatIsDue(town.context);
      const second = new Map(readPost(town.context, town.coach, { squad: town.squad }).letters.map((one) => [one.about, one.id]));
      expect([...second.keys()].sort()).to.deep.equal([...first.keys()].sort());
      expect(second.get('Comet')).to.equal(first.get('Comet'));
      expect(second.get(null)).to.equal(first.get(null));
      expect(second.get('Pebble')).to.not.equal(first.get('Pebble'));
    });
  });

  describe('lists from paper', () => {
    const text =
      'Player,Drill,Value,Date,Seconds\nComet,Sole taps,24,2026-10-20,30\nComet,Sole taps,26,2026-10-27,30\nNobody,Sole taps,9,2026-10-27,30\n';
    const read = (change: { dry?: boolean; id?: string; mapping?: PaperMapping } = {}) => {
      const { mapping } = lookAtPaper(town.context, town.coach, { squad: town.squad, text });
      return readInPaper(town.context, town.coach, {
        squad: town.squad,
        id: change.id ?? uuid(),
        name: 'Autumn',
        text,
        mapping: change.mapping ?? mapping,
        order: 'year-month-day',
        dry: change.dry ?? false,
      });
    };

    it('are tried dry first, with what is wrong by line', () => {
      const found = read({ dry: true });
      expect(found).to.include({ good: 2, wrong: 1, there: 0, listId: null });
      expect(found.lines[0]).to.deep.include({
        line: 4,
        problems: [{ field: 'player', sentence: 'Nobody in the squad is called “Nobody”.' }],
      });
      expect(playerPage(town.context, town.coach, comet()).scores).to.deep.equal([]);
    });

    it('count for records as by hand, not for the streak, once, and are taken back whole', () => {
      const id = uuid();
      expect(read({ id })).to.include({ good: 2 });
      expect(read({ dry: true })).to.include({ good: 0, there: 2 });
      const page = playerPage(town.context, town.coach, comet());
      expect(page.drills[0]?.feet[0]?.record).to.include({ result: 26, clocked: false });
      expect(page.scores[0]).to.include({ paper: true, isRecord: true });
      expect(page.streak.current).to.equal(0);
      releaseItems(taps());
      expect(thisWeek(town.context, town.player).numbers[0]?.target.number).to.equal(27);
      undoPaper(town.context, town.coach, { squad: town.squad, list: id });
      expect(playerPage(town.context, town.coach, comet()).drills).to.deep.equal([]);
      expect(paperListsOf(town.context, town.coach, { squad: town.squad }).lists[0]).to.include({ name: 'Autumn', results: 2 });
    });

    it('name the field that is missing', async () => {
      const mapping = { player: 0, drill: 1, value: null, date: 3, foot: null, amount: null, faults: null };
      expect(await outcome(() => read({ mapping }))).to.equal('bad input');
      expect(await outcome(() => lookAtPaper(town.context, town.coach, { squad: town.squad, text: 'only a heading' }))).to.equal(
        'bad input',
      );
    });
  });

  describe('files', () => {
    it('hold a player’s whole history by its schema, records with their key, and the streak calendar, formulae escaped', () => {
      const item = taps();
      releaseItems(item);
      send(town.player, item, { both: 20 });
      const history = playerHistory(town.context, town.guardian, comet());
      expect(HistoryFile.parse(history)).to.deep.equal(history);
      expect(history.scores[0]).to.include({ claimed: 20, counts: 20, week: 1, standing: 'clear' });
      expect(history.days).to.deep.equal([{ day: '2026-11-02', sessions: 0 }]);
      expect([...recordsCsv(town.context, town.coach, { squad: town.squad })].join('')).to.contain(
        'Comet,Sole taps,count in time,30 s,both,20,reps',
      );
      const calendar = [...streaksCsv(town.context, town.coach, { squad: town.squad })].join('');
      expect(calendar.split(/\r?\n/)[0]).to.equal('\uFEFFplayer,day,state,sessions');
      expect(calendar).to.contain('Comet,2026-11-02,done,0');
    });
  });

  it('makes the outlines of weeks that an older program released', () => {
    releaseItems(taps());
    town.context.db.delete(weekOutlines).run();
    expect(register(town.context, town.coach, { squad: town.squad }).week).to.equal(null);
    fillOutlines(town.context.db);
    expect(register(town.context, town.coach, { squad: town.squad }).week?.title).to.equal('Numbers');
  });
});
