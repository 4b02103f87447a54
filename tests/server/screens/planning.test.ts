import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import ICAL from 'ical.js';
import type { Home } from '../../../src/core/drills/index.ts';
import { WeekFile } from '../../../src/core/files/index.ts';
import type { WeekPlan } from '../../../src/core/weeks/index.ts';
import { chooseLanguage } from '../../../src/server/accounts/language.ts';
import { saveDrill } from '../../../src/server/drills/own.ts';
import { squads } from '../../../src/server/platform/db/schema.ts';
import type { Problem } from '../../../src/server/platform/problems.ts';
import { reviewQueue } from '../../../src/server/review/queue.ts';
import { setFigures } from '../../../src/server/rules/rules.ts';
import { family } from '../../../src/server/screens/family.ts';
import { myFeet } from '../../../src/server/screens/feet.ts';
import { plannerFacts, previewWeek } from '../../../src/server/screens/planner-facts.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { setChoices, setPlayerSchool } from '../../../src/server/squads/choices.ts';
import { saveHome } from '../../../src/server/training/home.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { listFeeds, makeFeed, readFeed, revokeFeed } from '../../../src/server/weeks/feeds.ts';
import { doseCsv, exportWeek, readInWeek, weekCalendar } from '../../../src/server/weeks/files.ts';
import { dropTemplate, keepTemplate, listTemplates } from '../../../src/server/weeks/templates.ts';
import { makeWeek, moveWeek, openWeek, releaseWeek, saveWeek } from '../../../src/server/weeks/weeks.ts';
import { aBlock, anItem, aSession, timed } from '../../core/make.ts';
import { readByTwo } from '../calendars.ts';
import { aGo, anOwnDrill, aPlan, aScore, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

const PERFECT: Home = { has: ['ball', 'cones', 'wall', 'mini-goal', 'tennis ball'], yard: { length: 10, width: 10 }, step: 0.55 };

describe('planning on the server', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const draft = (plan: WeekPlan = aPlan(), squad = town.squad, coach = town.coach): string => {
    const id = uuid();
    makeWeek(town.context, coach, { squad, id });
    saveWeek(town.context, coach, { week: id, draft: 1, plan });
    return id;
  };
  const open = (week: string) => openWeek(town.context, town.coach, { week });
  const bare = (plan: unknown) => JSON.parse(JSON.stringify(plan, (key, value) => (key === 'id' ? undefined : value)));
  const fieldOf = (work: () => unknown): string => {
    try {
      work();
      return 'none';
    } catch (error) {
      return (error as Problem).fields[0]?.sentence ?? (error as Problem).message;
    }
  };

  describe('copies, dates and templates', () => {
    it('copies a week with ids of its own', () => {
      const source = draft();
      const copy = makeWeek(town.context, town.coach, { squad: town.squad, id: uuid(), fromWeek: source });
      expect(bare(copy.plan)).to.deep.equal(bare(open(source).plan));
      expect(copy.plan.sessions[0]?.id).not.to.equal(open(source).plan.sessions[0]?.id);
      expect(copy).to.include({ number: 2, startsOn: '2026-11-09', state: 'draft' });
    });

    it('never copies from another squad', async () => {
      const foreign = draft(aPlan(), town.otherSquad, town.otherCoach);
      const copy = () => makeWeek(town.context, town.coach, { squad: town.squad, id: uuid(), fromWeek: foreign });
      expect(await outcome(copy)).to.equal('not found');
    });

    it('moves a draft to another Monday, and says why not', () => {
      const [first, second] = [draft(), draft()];
      const move = (week: string, startsOn: string) => moveWeek(town.context, town.coach, { week, startsOn });
      expect(move(second, '2026-12-07').startsOn).to.equal('2026-12-07');
      expect(fieldOf(() => move(second, '2026-12-08'))).to.equal('A week begins on a Monday.');
      expect(fieldOf(() => move(second, '2026-11-02'))).to.equal('Week 1 begins on that Monday already.');
      expect(fieldOf(() => move(second, '2026-10-05'))).to.equal('That Monday has passed.');
      releaseWeek(town.context, town.coach, { week: first, when: { kind: 'now' } });
      expect(fieldOf(() => move(first, '2026-12-14'))).to.match(/released already/);
      // The next new week comes after the latest Monday, not after the highest number.
      expect(makeWeek(town.context, town.coach, { squad: town.squad, id: uuid() }).startsOn).to.equal('2026-12-14');
    });

    it('keeps templates and makes weeks from them', () => {
      const id = uuid();
      const keep = () => keepTemplate(town.context, town.coach, { squad: town.squad, id, name: 'Wall night', sessions: aPlan().sessions });
      keep();
      keep();
      expect(listTemplates(town.context, town.coach, { squad: town.squad }).templates.map((one) => one.name)).to.deep.equal(['Wall night']);
      const made = makeWeek(town.context, town.coach, { squad: town.squad, id: uuid(), fromTemplate: id });
      expect(made.plan.title).to.equal('Wall night');
      expect(bare(made.plan.sessions)).to.deep.equal(bare(aPlan().sessions));
      dropTemplate(town.context, town.coach, { template: id });
      expect(listTemplates(town.context, town.coach, { squad: town.squad }).templates).to.deep.equal([]);
    });
  });

  describe('files', () => {
    it('import(export(week)) is the week, and brings missing drills along', () => {
      saveDrill(town.context, town.coach, {
        squad: town.squad,
        drill: 'own-driveway-taps',
        basedOn: null,
        content: anOwnDrill(),
        newRecords: false,
      });
      const plan = aPlan([anItem('sole-taps', timed(30)), { ...anItem('inside-taps', timed(20)), drillId: 'own-driveway-taps' }]);
      const file = WeekFile.parse(JSON.parse(JSON.stringify(exportWeek(town.context, town.coach, { week: draft(plan) }))));
      const read = readInWeek(town.context, town.otherCoach, { squad: town.otherSquad, id: uuid(), file });
      expect(read.broughtAlong).to.deep.equal(['Driveway taps']);
      expect(bare(read.week.plan)).to.deep.equal(bare(plan));
      const again = exportWeek(town.context, town.otherCoach, { week: read.week.id });
      expect(bare(again)).to.deep.equal(bare(file));
      expect(readInWeek(town.context, town.otherCoach, { squad: town.otherSquad, id: read.week.id, file }).week.id).to.equal(read.week.id);
      const holed = { ...file, drills: file.drills.filter((drill) => drill.id !== 'own-driveway-taps') };
      town.context.db.update(squads).set({ name: 'x' }).where(eq(squads.id, town.squad)).run();
      const strange = {
        ...holed,
        week: { ...holed.week, sessions: [aSession([aBlock('recap', [{ ...anItem('inside-taps'), drillId: 'own-nowhere' }])])] },
      };
      expect(fieldOf(() => readInWeek(town.context, town.coach, { squad: town.squad, id: uuid(), file: strange }))).to.match(
        /does not hold it/,
      );
    });

    it('writes the dose as CSV that adds up, with formulae escaped', () => {
      const plan = aPlan();
      const first = plan.sessions[0];
      if (first) first.name = '=1+1';
      const csv = doseCsv(town.context, town.coach, { week: draft(plan) });
      const [head, ...rows] = csv.split('\r\n');
      expect(head).to.match(/^\uFEFFsession,block,drill,dose,side,seconds/);
      expect(rows).to.have.length(3);
      expect(rows[0]).to.match(/^"?'=1\+1/);
    });

    it('writes a week as iCalendar; a week in which the clocks change keeps its days', () => {
      // On 2027-03-14 the clocks of Chicago go forward.
      const plan = aPlan();
      plan.sessions = [
        { ...aSession([aBlock('challenge', [anItem('sole-taps')])]), name: 'Sunday', day: 7 },
        { ...aSession([aBlock('challenge', [anItem('cross-course')])]), name: 'Any day', day: null },
      ];
      const week = draft(plan);
      moveWeek(town.context, town.coach, { week, startsOn: '2027-03-08' });
      const events = readByTwo(weekCalendar(town.context, town.coach, { week }));
      // Days without an hour: the day of the change is one day too, though it has 23 hours.
      expect(events.map(({ summary, start, end }) => [summary, start, end])).to.deep.equal([
        ['Sunday · week 1: Both soles', '20270314', '20270315'],
        ['Any day · week 1: Both soles', '20270308', '20270315'],
      ]);
      const released = releaseWeek(town.context, town.coach, { week, when: { kind: 'at', day: '2027-03-14', hour: 6, minute: 0 } });
      // 06:00 after the change is 11:00 UTC; the Sunday ends at 03:00 on Monday, five hours behind UTC.
      expect([released.opensAt, released.closesAt]).to.deep.equal([Date.UTC(2027, 2, 14, 11), Date.UTC(2027, 2, 15, 8)]);
    });
  });

  describe('calendar addresses', () => {
    it('show released weeks to whoever has them, until they are revoked', async () => {
      releaseNow(town);
      const { feed, address } = makeFeed(town.context, town.coach, { squad: town.squad, id: uuid(), player: null });
      const token = /calendar\/(.+)\.ics$/.exec(address)?.[1] ?? '';
      expect(readFeed(town.context, token)).to.include('Both soles');
      expect(await outcome(() => readFeed(town.context, `${token}x`))).to.equal('not found');
      expect(JSON.stringify(listFeeds(town.context, town.coach, { squad: town.squad }))).not.to.include(token);
      revokeFeed(town.context, town.coach, { feed: feed.id });
      expect(await outcome(() => readFeed(town.context, token))).to.equal('not found');
      expect(listFeeds(town.context, town.coach, { squad: town.squad }).feeds).to.deep.equal([]);
    });

    it('are read by two foreign parsers, rise with each release, remind where that is asked, and hold no signs that break a line', () => {
      const plan: WeekPlan = { ...aPlan(), title: 'Both\u0007 soles', focus: 'One\r\ntwo\u001b' };
      const wished = plan.sessions.map((session, i) => ({ ...session, day: i === 0 ? 3 : null }));
      const week = draft({ ...plan, sessions: wished });
      const { address } = makeFeed(town.context, town.coach, { squad: town.squad, id: uuid(), player: null });
      const token = /calendar\/(.+)\.ics$/.exec(address)?.[1] ?? '';
      const release = () => releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
      const read = (remindAt: number | null = null) => {
        const text = readFeed(town.context, token, remindAt);
        const [event] = readByTwo(text);
        if (!event) throw new Error('The calendar has no event.');
        return { text, event };
      };
      release();
      const first = read();
      expect(first.text.endsWith('END:VCALENDAR\r\n')).to.equal(true);
      expect(first.text.replaceAll('\r\n', '')).not.to.match(/[\p{Cc}]/u);
      expect(first.text).to.equal(read().text);
      expect(String(new ICAL.Component(ICAL.parse(first.text)).getFirstPropertyValue('refresh-interval'))).to.equal('PT6H');
      expect(first.event.transparent).to.equal(true);
      expect(first.event.description).to.match(/^One\ntwo\n/);
      expect(first.event.reminders).to.deep.equal([]);
      expect(read(17).event.reminders).to.deep.equal(['PT17H']);
      town.setNow(MONDAY_TEN + HOUR);
      release();
      expect(read().event.sequence).to.equal(first.event.sequence + 1);
      expect(read().event.changedAt > first.event.changedAt).to.equal(true);
    });

    it('speak the language of whoever made them', () => {
      releaseNow(town);
      const { address } = makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: town.player.playerId });
      const token = /calendar\/(.+)\.ics$/.exec(address)?.[1] ?? '';
      expect(readFeed(town.context, token)).to.include('Fetch:');
      chooseLanguage(town.context, town.guardian, { language: 'es' });
      expect(readFeed(town.context, token)).to.include('Traer:');
    });

    it('of a player tells the own stand-ins; the guardian makes it for no other child', async () => {
      releaseNow(town);
      saveHome(town.context, town.player, { has: ['ball'], yard: null, step: null });
      const { address } = makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: town.player.playerId });
      const calendar = readFeed(town.context, /calendar\/(.+)\.ics$/.exec(address)?.[1] ?? '').replace(/\r\n[ \t]/g, '');
      expect(calendar).to.include('Comet');
      expect(calendar).to.include('cones (shoes\\, bottles\\, folded shirts)');
      expect(family(town.context, town.guardian).children[0]?.feeds).to.have.length(1);
      const other = town.otherPlayer.playerId;
      expect(await outcome(() => makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: other }))).to.equal(
        'not found',
      );
    });
  });

  describe('a surprise', () => {
    const SECRET = 'Moonlight mystery';
    it('leaks neither title nor content to players, families or calendars before it opens', async () => {
      const plan: WeekPlan = { ...aPlan(), title: SECRET, focus: 'Hush hush' };
      const week = draft(plan);
      const squadFeed = makeFeed(town.context, town.coach, { squad: town.squad, id: uuid(), player: null }).address;
      const playerFeed = makeFeed(town.context, town.guardian, { squad: town.squad, id: uuid(), player: town.player.playerId }).address;
      const tokens = [squadFeed, playerFeed].map((address) => /calendar\/(.+)\.ics$/.exec(address)?.[1] ?? '');
      const when = { kind: 'at' as const, day: '2026-11-06', hour: 6, minute: 0 };
      const released = releaseWeek(town.context, town.coach, { week, when, surprise: true });
      expect(released.surprise).to.equal(true);
      const everything = () =>
        JSON.stringify([
          thisWeek(town.context, town.player),
          myFeet(town.context, town.player),
          family(town.context, town.guardian),
          ...tokens.map((token) => readFeed(town.context, token)),
        ]);
      for (const word of [SECRET, 'Hush', 'Quick feet', 'Sole taps', 'cross-course']) expect(everything(), word).not.to.include(word);
      expect(thisWeek(town.context, town.player).upcoming).to.deep.equal({ opensAt: released.opensAt, about: null });
      // Even who knows its ids is told that there is nothing.
      const revision = town.context.db.$client.prepare('select id from week_revisions').pluck().get() as string;
      const item = plan.sessions[0]?.blocks[0]?.items[0]?.id ?? '';
      const go = {
        goId: uuid(),
        revisionId: revision,
        sessionId: plan.sessions[0]?.id ?? '',
        itemId: item,
        round: 0,
        runId: null,
        doneAt: town.context.now(),
        scores: [aScore()],
      };
      expect(await outcome(() => sendGo(town.context, town.player, go))).to.equal('not found');
      const at = town.context.now();
      const run = {
        id: uuid(),
        revisionId: revision,
        sessionId: go.sessionId,
        startedAt: at,
        sentAt: at,
        events: [{ type: 'start' as const, at }],
      };
      expect(await outcome(() => sendRun(town.context, town.player, run))).to.equal('not found');
      town.setNow(released.opensAt ?? 0);
      expect(everything()).to.include(SECRET);
      expect(thisWeek(town.context, town.player).week?.content.title).to.equal(SECRET);
    });
  });

  describe('a release that is taken back before it opens', () => {
    const at = (day: string) => ({ kind: 'at' as const, day, hour: 6, minute: 0 });
    it('does not open, when the week was put off or made a surprise after all', () => {
      const week = draft({ ...aPlan(), title: 'Told too early' });
      const friday = releaseWeek(town.context, town.coach, { week, when: at('2026-11-06') }).opensAt ?? 0;
      expect(JSON.stringify(thisWeek(town.context, town.player).upcoming)).to.include('Told too early');
      const saturday = releaseWeek(town.context, town.coach, { week, when: at('2026-11-07'), surprise: true }).opensAt ?? 0;
      expect(thisWeek(town.context, town.player).upcoming).to.deep.equal({ opensAt: saturday, about: null });
      town.setNow(friday + 60_000);
      expect(thisWeek(town.context, town.player).week).to.equal(null);
      expect(JSON.stringify(thisWeek(town.context, town.player))).not.to.include('Told too early');
      town.setNow(saturday);
      expect(thisWeek(town.context, town.player).week?.content.title).to.equal('Told too early');
    });
    it('makes room for one that opens at once', () => {
      const week = draft();
      releaseWeek(town.context, town.coach, { week, when: at('2026-11-06') });
      town.setNow(town.context.now() + 60_000);
      releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
      expect(thisWeek(town.context, town.player).week?.number).to.equal(1);
      expect(thisWeek(town.context, town.player).upcoming).to.equal(null);
    });
  });

  describe('a change after the release', () => {
    it('is a new revision; scores stay with theirs, and players see what changed', () => {
      const week = releaseNow(town);
      sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
      expect(thisWeek(town.context, town.player).changes).to.deep.equal([]);
      const detail = open(week);
      const plan = structuredClone(detail.plan);
      const item = plan.sessions[0]?.blocks[0]?.items[0];
      if (item) Object.assign(item, timed(45));
      saveWeek(town.context, town.coach, { week, draft: detail.draft, plan });
      expect(open(week).changed).to.equal(true);
      town.setNow(town.context.now() + DAY);
      releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } });
      expect(thisWeek(town.context, town.player).changes).to.deep.equal(['“Sole taps” is now 45 s instead of 30 s.']);
      const kept = town.context.db.$client
        .prepare('select r.revision, s.dose from scores s join week_revisions r on r.id = s.revision_id')
        .get();
      expect(kept).to.deep.equal({ revision: 1, dose: JSON.stringify({ measure: 'count in time', seconds: 30, rounds: 1 }) });
    });
  });

  describe('schools and homes', () => {
    const plan = () => aPlan([anItem('drop-kick-catch'), anItem('juggle-alternating')]);
    it('give each player the first drill and the words of the own school', () => {
      releaseNow(town, plan());
      const drillsOf = () => {
        const week = thisWeek(town.context, town.player).week;
        return [week?.content.sessions[0]?.blocks[0]?.items[0]?.drillId, week?.content.drills['juggle-alternating']?.cues[0]];
      };
      expect(drillsOf()).to.deep.equal(['toe-lift-catch', 'Toe up, ankle firm']);
      setPlayerSchool(town.context, town.coach, { squad: town.squad, player: town.player.playerId, contactSchool: 'laces' });
      expect(drillsOf()).to.deep.equal(['drop-kick-catch', 'Flat foot, meet it with the laces']);
      setPlayerSchool(town.context, town.coach, { squad: town.squad, player: town.player.playerId, contactSchool: null });
      setChoices(town.context, town.coach, {
        squad: town.squad,
        contactSchool: 'laces',
        footOrder: 'catch-up',
        sessionMinutes: 20,
        clipHeight: 360,
        clipSound: true,
        practiceCounts: false,
        stretchAim: 60,
      });
      expect(drillsOf()[0]).to.equal('drop-kick-catch');
    });

    it('keep a score under the drill that was really done', () => {
      releaseNow(town, plan());
      const seconds = { value: 10, seconds: 30 };
      sendGo(town.context, town.player, aGo(town, 0, [aScore({ foot: 'left', ...seconds }), aScore({ foot: 'right', ...seconds })]));
      const ids = town.context.db.$client.prepare('select distinct drill_id from scores').pluck().all();
      expect(ids).to.deep.equal(['toe-lift-catch']);
    });

    it('swap what a home has no kit for, and keep the score under what was done', async () => {
      releaseNow(town, aPlan([anItem('wall-one-touch', timed(30))]));
      saveHome(town.context, town.player, { has: ['ball'], yard: null, step: null });
      const { swaps, week } = thisWeek(town.context, town.player);
      expect(swaps.map((swap) => [swap.planned, swap.lacks])).to.deep.equal([['Wall passes, one touch', ['no wall']]]);
      const done = week?.content.sessions[0]?.blocks[0]?.items[0]?.drillId ?? '';
      expect(done).not.to.equal('wall-one-touch');
      const both = () => [aScore({ foot: 'left', value: 20 }), aScore({ foot: 'right', value: 22 })];
      sendGo(town.context, town.player, aGo(town, 0, both(), { drillId: done }));
      expect(town.context.db.$client.prepare('select distinct drill_id from scores').pluck().all()).to.deep.equal([done]);
      expect(reviewQueue(town.context, town.coach, { squad: town.squad }).waiting).to.have.length(2);
      // Neither another measure nor heading can take the place.
      for (const drillId of ['cross-course', 'soft-header-catch', 'nothing']) {
        expect(await outcome(() => sendGo(town.context, town.player, aGo(town, 0, both(), { drillId }))), drillId).to.equal('not found');
      }
      // Without a home told, the planned drill stays.
      expect(thisWeek(town.context, town.otherPlayer).swaps).to.deep.equal([]);
    });

    it('let the coach preview the draft as a player gets it', () => {
      saveHome(town.context, town.player, PERFECT);
      const week = draft(plan());
      const seen = previewWeek(town.context, town.coach, { week, player: town.player.playerId });
      expect(seen).to.include({ nickname: 'Comet' });
      expect(seen.home).to.deep.equal(PERFECT);
      expect(seen.content.sessions[0]?.blocks[0]?.items[0]?.drillId).to.equal('toe-lift-catch');
      expect(seen.numbers.map((one) => one.foot)).to.deep.equal(['left', 'right', 'both']);
    });
  });

  describe('planner facts', () => {
    it('tell what the squad has met, the last weeks, the mean of touches and who has what', () => {
      expect(plannerFacts(town.context, town.coach, { week: draft() })).to.include({ meanTouches: null, sessionMinutes: 30 });
      const skill = aPlan([anItem('sole-taps', timed(30))]);
      const block = skill.sessions[0]?.blocks[0];
      if (block) block.kind = 'new skill';
      const released = draft(skill);
      releaseWeek(town.context, town.coach, { week: released, when: { kind: 'now' } });
      saveHome(town.context, town.player, PERFECT);
      const facts = plannerFacts(town.context, town.coach, { week: draft() });
      expect(facts.met).to.deep.equal(['sole-taps']);
      expect(facts.earlier).to.deep.equal([{ number: 2, newSkills: ['sole-taps'], drills: ['sole-taps'] }]);
      // 30 s at the usual 2 a second.
      expect(facts.meanTouches).to.equal(60);
      expect(facts.players.map((player) => [player.nickname, player.age, player.home?.step ?? null])).to.deep.equal([
        ['Comet', 10, 0.55],
        ['Pebble', 10, null],
      ]);
    });

    it('keep heading below the age out of a week, whichever way it comes', () => {
      const heading = aPlan([anItem('soft-header-catch')]);
      const ageOf = (headingAge: number) => setFigures(town.context, town.coach, { squad: town.squad, headingAge });
      // Planned where it was allowed, and the age was set up afterwards.
      ageOf(10);
      const week = draft(heading);
      const template = keepTemplate(town.context, town.coach, { squad: town.squad, id: uuid(), name: 'Heads', sessions: heading.sessions });
      const file = exportWeek(town.context, town.coach, { week });
      ageOf(12);
      const sentence = /“Soft header and catch” has heading, and this squad heads from age 12; its youngest is about 10/;
      const ways: Record<string, () => unknown> = {
        release: () => releaseWeek(town.context, town.coach, { week, when: { kind: 'now' } }),
        save: () => saveWeek(town.context, town.coach, { week, draft: 2, plan: heading }),
        copy: () => makeWeek(town.context, town.coach, { squad: town.squad, id: uuid(), fromWeek: week }),
        template: () => makeWeek(town.context, town.coach, { squad: town.squad, id: uuid(), fromTemplate: template.id }),
        'keep a template': () =>
          keepTemplate(town.context, town.coach, { squad: town.squad, id: uuid(), name: 'Heads', sessions: heading.sessions }),
        import: () => readInWeek(town.context, town.coach, { squad: town.squad, id: uuid(), file }),
      };
      for (const [way, go] of Object.entries(ways)) expect(fieldOf(go), way).to.match(/heads from age 12/);
      expect(fieldOf(() => saveWeek(town.context, town.coach, { week, draft: 2, plan: heading }))).to.match(sentence);
    });

    it('take heading out of an open week at once when the age is set up, also for who saw it before', () => {
      setFigures(town.context, town.coach, { squad: town.squad, headingAge: 10 });
      releaseNow(town, aPlan([anItem('soft-header-catch'), anItem('sole-taps', timed(30))]));
      const drills = () => Object.keys(thisWeek(town.context, town.player).week?.content.drills ?? {});
      expect(drills()).to.include('soft-header-catch');
      setFigures(town.context, town.coach, { squad: town.squad, headingAge: 12 });
      const { week } = thisWeek(town.context, town.player);
      expect(drills()).to.not.include('soft-header-catch');
      expect(week?.content.sessions[0]?.blocks.flatMap((block) => block.items.map((item) => item.drillId))).to.deep.equal(['sole-taps']);
    });
  });
});
