import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { ACTS, OPEN_ACTS } from '../../src/contract/acts.ts';
import { contract } from '../../src/contract/index.ts';
import { drillFile } from '../../src/core/files/index.ts';
import { DOUBT_RULES } from '../../src/core/scores/index.ts';
import type { Actor } from '../../src/server/accounts/actor.ts';
import { announceClip, clipState, deleteClip, recordWatching } from '../../src/server/clips/clips.ts';
import { announceFilm, listFilms, removeFilm, sayOfDrill, stateOfFilm } from '../../src/server/clips/films/films.ts';
import { archiveDrill, exportDrills, importDrills, saveDrill } from '../../src/server/drills/own.ts';
import { shelf } from '../../src/server/drills/shelf.ts';
import { reportError } from '../../src/server/operations/reports.ts';
import { scores } from '../../src/server/platform/db/schema.ts';
import { PROBLEMS } from '../../src/server/platform/problems.ts';
import { allow } from '../../src/server/policy.ts';
import { openBench } from '../../src/server/review/bench.ts';
import { dropCue, keepCue } from '../../src/server/review/cues.ts';
import { decideScore, undoDecision, undoWave, waveThrough } from '../../src/server/review/decide.ts';
import { marksFile, recountsCsv, remarksFile, scoresCsv } from '../../src/server/review/files.ts';
import { reviewQueue, setUpBench, waitingAfter } from '../../src/server/review/queue.ts';
import { saveRecount } from '../../src/server/review/recounts.ts';
import { setDoubtRules } from '../../src/server/review/rules.ts';
import { say, takeBack } from '../../src/server/review/said.ts';
import { deleteSpoken, speak } from '../../src/server/review/spoken.ts';
import { heardBefore } from '../../src/server/scores/heard.ts';
import { family, giveConsent } from '../../src/server/screens/family.ts';
import { myFeet } from '../../src/server/screens/feet.ts';
import { plannerFacts, previewWeek, squadSteps } from '../../src/server/screens/planner-facts.ts';
import { playerPage } from '../../src/server/screens/player.ts';
import { propose } from '../../src/server/screens/proposals.ts';
import { register } from '../../src/server/screens/register.ts';
import { thisWeek } from '../../src/server/screens/this-week.ts';
import { today } from '../../src/server/screens/today.ts';
import { joinEvening } from '../../src/server/screens/together.ts';
import { setChoices, setPlayerAim, setPlayerReading, setPlayerSchool } from '../../src/server/squads/choices.ts';
import { seeHurt } from '../../src/server/squads/hurts.ts';
import { me } from '../../src/server/squads/me.ts';
import {
  callOff,
  eveningByCode,
  leadEvening,
  listEvenings,
  openEvening,
  sayHere,
  sayToSquad,
  tellTime,
} from '../../src/server/together/evenings.ts';
import { sendByHand } from '../../src/server/training/by-hand.ts';
import { saveHome } from '../../src/server/training/home.ts';
import { mendScore } from '../../src/server/training/mend.ts';
import { sendPractice } from '../../src/server/training/practice.ts';
import { sendGo } from '../../src/server/training/send-go.ts';
import { sendRun } from '../../src/server/training/send-run.ts';
import { setAside } from '../../src/server/weeks/asides.ts';
import { listFeeds, makeFeed, revokeFeed } from '../../src/server/weeks/feeds.ts';
import { doseCsv, exportWeek, readInWeek, weekCalendar } from '../../src/server/weeks/files.ts';
import { putInNextWeek, stretchNextWeek } from '../../src/server/weeks/put-in.ts';
import { dropWeek, takeBackRelease } from '../../src/server/weeks/take-back.ts';
import { dropTemplate, keepTemplate, listTemplates } from '../../src/server/weeks/templates.ts';
import { listWeeks, makeWeek, moveWeek, openWeek, releaseWeek, saveWeek } from '../../src/server/weeks/weeks.ts';
import { operationNamed, strangeAnswer } from '../published.ts';
import { aGo, anEvening, anOwnDrill, aPlan, aScore, MONDAY_TEN, makeAssistant, openTown, outcome, type Town, uuid } from './make.ts';
import { PEOPLE, type Person } from './people-of-town.ts';
import { PEOPLE_ROWS } from './policy-people.ts';
import { PROGRESS_ROWS } from './policy-progress.ts';
import { type Things, thingsOf } from './policy-things.ts';
import { aRecount, aSpokenLine } from './review/bench-make.ts';

interface Row {
  /** Who gets it done. Everybody else is told "not signed in", "not allowed" or "not found". */
  open: readonly Person[];
  call(town: Town, actor: Actor, things: Things): unknown;
}

/** Both coaches of the squad; what an assistant may not do is open to HEAD alone. */
const COACH = ['coach', 'assistant'] as const;
const HEAD = ['coach'] as const;
const FAMILY_AND_COACH = ['coach', 'assistant', 'player', 'guardian'] as const;
const PLAYERS = ['player', 'otherPlayer', 'strangerPlayer'] as const;

/** A film of a drill that has been announced. */
const aFilm = (t: Town): string =>
  announceFilm(t.context, t.coach, { squad: t.squad, id: uuid(), about: { kind: 'drill', drill: 'sole-taps' } }).id;

/** One row for each endpoint of the contract, by "area.name". */
const ROWS: Record<string, Row> = {
  ...PROGRESS_ROWS,
  ...PEOPLE_ROWS,
  'accounts.me': { open: PEOPLE, call: (t, a) => me(t.context, a) },
  'keeping.report': {
    open: PEOPLE,
    call: (t, a) => reportError(t.context, a, { view: 'GoView', route: '/go/*', error: 'TypeError', stack: [] }),
  },
  'together.list': { open: COACH, call: (t, a) => listEvenings(t.context, a, { squad: t.squad }) },
  'together.open': {
    open: COACH,
    call: (t, a) => {
      const { revisionId, sessionId, itemId } = aGo(t, 0, [aScore()]);
      const sent = { id: uuid(), revisionId, sessionId, itemIds: [itemId], startsAt: null };
      return openEvening(t.context, a, { squad: t.squad, ...sent });
    },
  },
  'together.callOff': { open: COACH, call: (t, a) => callOff(t.context, a, { evening: anEvening(t).id }) },
  'together.lead': { open: COACH, call: (t, a, { evening }) => leadEvening(t.context, a, { evening }) },
  'together.say': { open: COACH, call: (t, a, { evening }) => sayToSquad(t.context, a, { evening, id: uuid(), type: 'ask', go: null }) },
  'together.byCode': {
    open: ['player', 'otherPlayer'],
    call: (t, a, { eveningCode }) => eveningByCode(t.context, a, { code: eveningCode }),
  },
  'together.join': { open: ['player', 'otherPlayer'], call: (t, a, { evening }) => joinEvening(t.context, a, { evening }) },
  'together.here': { open: ['player', 'otherPlayer'], call: (t, a, { evening }) => sayHere(t.context, a, { evening, doing: 'ready' }) },
  'together.time': {
    open: PEOPLE.filter((one) => one !== 'nobody'),
    call: (t, a) => tellTime(t.context, a),
  },
  'drills.shelf': { open: COACH, call: (t, a) => shelf(t.context, a, { squad: t.squad }) },
  'drills.save': {
    open: COACH,
    call: (t, a) => {
      const content = anOwnDrill({ id: `own-${uuid()}` });
      return saveDrill(t.context, a, { squad: t.squad, drill: content.id, basedOn: null, content, newRecords: false });
    },
  },
  'drills.archive': { open: COACH, call: (t, a, { drill }) => archiveDrill(t.context, a, { squad: t.squad, drill, archived: true }) },
  'drills.exportDrills': { open: COACH, call: (t, a) => exportDrills(t.context, a, { squad: t.squad }) },
  'drills.importDrills': {
    open: COACH,
    call: (t, a) => importDrills(t.context, a, { squad: t.squad, dryRun: false, file: drillFile([anOwnDrill({ id: `own-${uuid()}` })]) }),
  },
  'weeks.list': { open: COACH, call: (t, a) => listWeeks(t.context, a, { squad: t.squad }) },
  'weeks.make': { open: COACH, call: (t, a) => makeWeek(t.context, a, { squad: t.squad, id: uuid() }) },
  'weeks.open': { open: COACH, call: (t, a, { week }) => openWeek(t.context, a, { week }) },
  'weeks.save': {
    open: COACH,
    call: (t, a, { week }) => saveWeek(t.context, a, { week, draft: openWeek(t.context, t.coach, { week }).draft, plan: aPlan() }),
  },
  'weeks.release': { open: COACH, call: (t, a, { week }) => releaseWeek(t.context, a, { week, when: { kind: 'now' } }) },
  'weeks.move': {
    open: COACH,
    call: (t, a) => {
      const id = uuid();
      makeWeek(t.context, t.coach, { squad: t.squad, id });
      return moveWeek(t.context, a, { week: id, startsOn: a === t.assistant ? '2027-03-08' : '2027-03-01' });
    },
  },
  'weeks.stretchNext': {
    open: COACH,
    call: (t, a) => {
      putInNextWeek(t.context, t.coach, { squad: t.squad, id: uuid(), drill: 'sole-taps' });
      return stretchNextWeek(t.context, a, { squad: t.squad });
    },
  },
  'weeks.putIn': { open: COACH, call: (t, a) => putInNextWeek(t.context, a, { squad: t.squad, id: uuid(), drill: 'sole-taps' }) },
  'weeks.takeBack': {
    open: COACH,
    call: (t, a) => {
      const id = uuid();
      makeWeek(t.context, t.coach, { squad: t.squad, id });
      saveWeek(t.context, t.coach, { week: id, draft: 1, plan: aPlan() });
      const day = openWeek(t.context, t.coach, { week: id }).startsOn;
      releaseWeek(t.context, t.coach, { week: id, when: { kind: 'at', day, hour: 20, minute: 0 } });
      return takeBackRelease(t.context, a, { week: id });
    },
  },
  'weeks.drop': {
    open: COACH,
    call: (t, a) => {
      const id = uuid();
      makeWeek(t.context, t.coach, { squad: t.squad, id });
      return dropWeek(t.context, a, { week: id });
    },
  },
  'weeks.setAside': {
    open: COACH,
    call: (t, a, { week }) => setAside(t.context, a, { week, check: 'no recap', scope: 'week', reason: 'A week of its own' }),
  },
  'weeks.propose': {
    open: COACH,
    call: (t, a, { week }) =>
      propose(t.context, a, {
        ...{ week, style: 'calm', days: [1], minutes: 5, focus: [], aim: null },
        ...{ pins: [], bans: [], swap: null, seed: 1 },
      }),
  },
  'weeks.steps': { open: COACH, call: (t, a, { week }) => squadSteps(t.context, a, { week }) },
  'weeks.facts': { open: COACH, call: (t, a, { week }) => plannerFacts(t.context, a, { week }) },
  'weeks.preview': { open: COACH, call: (t, a, { week }) => previewWeek(t.context, a, { week, player: t.player.playerId }) },
  'weeks.exportWeek': { open: COACH, call: (t, a, { week }) => exportWeek(t.context, a, { week }) },
  'weeks.doseCsv': { open: COACH, call: (t, a, { week }) => doseCsv(t.context, a, { week }) },
  'weeks.calendarFile': { open: COACH, call: (t, a, { week }) => weekCalendar(t.context, a, { week }) },
  'weeks.importWeek': {
    open: COACH,
    call: (t, a, { week }) => readInWeek(t.context, a, { squad: t.squad, id: uuid(), file: exportWeek(t.context, t.coach, { week }) }),
  },
  'weeks.templates': { open: COACH, call: (t, a) => listTemplates(t.context, a, { squad: t.squad }) },
  'weeks.keepTemplate': {
    open: COACH,
    call: (t, a) => keepTemplate(t.context, a, { squad: t.squad, id: uuid(), name: 'Wall night', sessions: aPlan().sessions }),
  },
  'weeks.dropTemplate': {
    open: COACH,
    call: (t, a) => {
      const sessions = aPlan().sessions;
      const { id } = keepTemplate(t.context, t.coach, { squad: t.squad, id: uuid(), name: 'Wall night', sessions });
      return dropTemplate(t.context, a, { template: id });
    },
  },
  'weeks.feeds': { open: COACH, call: (t, a) => listFeeds(t.context, a, { squad: t.squad }) },
  'weeks.makeFeed': {
    open: ['coach', 'assistant', 'guardian'],
    call: (t, a) => makeFeed(t.context, a, { squad: t.squad, id: uuid(), player: t.player.playerId }),
  },
  'weeks.revokeFeed': { open: ['coach', 'assistant', 'guardian'], call: (t, a, { feed }) => revokeFeed(t.context, a, { feed }) },
  'go.home': {
    open: [...PLAYERS, 'removedPlayer'],
    call: (t, a) => saveHome(t.context, a, { has: ['ball'], yard: null, step: null, strongerFoot: 'right' }),
  },
  'go.thisWeek': { open: PLAYERS, call: (t, a) => thisWeek(t.context, a) },
  'go.heardBefore': { open: [...PLAYERS, 'removedPlayer'], call: (t, a) => heardBefore(t.context, a) },
  'go.sendGo': { open: ['player', 'otherPlayer'], call: (t, a) => sendGo(t.context, a, aGo(t, 0, [aScore()])) },
  'go.sendPractice': {
    open: ['player', 'otherPlayer'],
    call: (t, a) => {
      // Only what was done before can be practiced.
      const go = aGo(t, 0, [aScore()]);
      sendGo(t.context, a, go);
      const { drillId } = t.context.db.select().from(scores).where(eq(scores.goId, go.goId)).get() ?? { drillId: '' };
      return sendPractice(t.context, a, { goId: uuid(), squadId: t.squad, drillId, doneAt: MONDAY_TEN, scores: [aScore()] });
    },
  },
  'go.mend': {
    open: ['player'],
    call: (t, a, { waiting }) =>
      mendScore(t.context, a, { score: waiting, id: uuid(), value: 51, faults: 0, parts: null, saidAt: MONDAY_TEN, sentAt: MONDAY_TEN }),
  },
  'go.sendRun': {
    open: ['player', 'otherPlayer'],
    call: (t, a) => {
      const { revisionId, sessionId, doneAt } = aGo(t, 0, [aScore()]);
      return sendRun(t.context, a, {
        id: uuid(),
        revisionId,
        sessionId,
        startedAt: doneAt,
        sentAt: doneAt,
        events: [{ type: 'start', at: doneAt }],
      });
    },
  },
  'go.byHand': {
    open: ['player', 'otherPlayer'],
    call: (t, a) => {
      const { revisionId, sessionId, itemId, doneAt } = aGo(t, 0, [aScore()]);
      const goes = [{ goId: uuid(), itemId, round: 0, scores: [aScore()] }];
      const when = { daysAgo: 0, hour: 10, enteredAt: doneAt + 3_600_000, sentAt: doneAt + 3_600_000 };
      return sendByHand(t.context, a, { id: uuid(), revisionId, sessionId, ...when, done: [itemId], goes });
    },
  },
  'go.announceClip': {
    open: ['player'],
    call: (t, a, { score }) => announceClip(t.context, a, { id: uuid(), scoreId: score, squadId: t.squad, workAt: 0 }),
  },
  'go.clip': { open: FAMILY_AND_COACH, call: (t, a, { clip }) => clipState(t.context, a, { clip }) },
  'go.deleteClip': { open: ['player', 'guardian'], call: (t, a, { clip }) => deleteClip(t.context, a, { clip }) },
  'review.queue': { open: COACH, call: (t, a) => reviewQueue(t.context, a, { squad: t.squad }) },
  'review.waitingAfter': { open: COACH, call: (t, a) => waitingAfter(t.context, a, { squad: t.squad, after: '0.0.a' }) },
  'review.decide': {
    open: COACH,
    call: (t, a, { score }) =>
      decideScore(t.context, a, { score, id: uuid(), verdict: 'counted', value: null, reason: null, line: null, cues: [] }),
  },
  'review.undo': { open: COACH, call: (t, a, { decision }) => undoDecision(t.context, a, { decision, id: uuid() }) },
  'bench.item': { open: COACH, call: (t, a, { score }) => openBench(t.context, a, { score }) },
  'review.wave': {
    open: COACH,
    call: (t, a, { waiting }) => waveThrough(t.context, a, { squad: t.squad, id: uuid(), scores: [{ score: waiting, decision: uuid() }] }),
  },
  'review.undoWave': { open: COACH, call: (t, a, { wave }) => undoWave(t.context, a, { squad: t.squad, wave }) },
  'bench.recount': { open: COACH, call: (t, a, { filmed }) => saveRecount(t.context, a, { score: filmed, ...aRecount([]) }) },
  'bench.say': {
    open: COACH,
    call: (t, a, { filmed }) => say(t.context, a, { score: filmed, id: uuid(), say: { kind: 'remark', at: 1, text: 'Heels up' } }),
  },
  'bench.takeBack': { open: COACH, call: (t, a, { filmed, fact }) => takeBack(t.context, a, { score: filmed, fact, id: uuid() }) },
  'bench.speak': {
    open: COACH,
    call: async (t, a, { filmed }) => speak(t.context, a, { score: filmed, id: uuid(), data: await aSpokenLine(1) }),
  },
  'answers.deleteSpoken': { open: FAMILY_AND_COACH, call: (t, a, { spoken }) => deleteSpoken(t.context, a, { spoken }) },
  'bench.watched': {
    open: FAMILY_AND_COACH,
    call: (t, a, { keptClip }) => recordWatching(t.context, a, { clip: keptClip, id: uuid(), seconds: 1 }),
  },
  'bench.marksFile': { open: COACH, call: (t, a, { filmed }) => marksFile(t.context, a, { score: filmed }) },
  'answers.remarksFile': { open: FAMILY_AND_COACH, call: (t, a, { keptClip }) => remarksFile(t.context, a, { clip: keptClip }) },
  'review.scoresCsv': { open: COACH, call: (t, a) => [...scoresCsv(t.context, a, { squad: t.squad })] },
  'review.recountsCsv': { open: COACH, call: (t, a) => [...recountsCsv(t.context, a, { squad: t.squad })] },
  'films.list': { open: COACH, call: (t, a) => listFilms(t.context, a, { squad: t.squad }) },
  'films.announce': {
    open: COACH,
    call: (t, a) => announceFilm(t.context, a, { squad: t.squad, id: uuid(), about: { kind: 'drill', drill: 'sole-taps' } }),
  },
  'films.say': {
    open: COACH,
    call: async (t, a) => sayOfDrill(t.context, a, { squad: t.squad, id: uuid(), drill: 'sole-taps', data: await aSpokenLine(1) }),
  },
  'films.state': { open: [...COACH, 'player', 'otherPlayer'], call: (t, a) => stateOfFilm(t.context, a, { film: aFilm(t) }) },
  'films.remove': { open: COACH, call: (t, a) => removeFilm(t.context, a, { film: aFilm(t) }) },
  'bench.keepCue': {
    open: COACH,
    call: (t, a) => keepCue(t.context, a, { squad: t.squad, id: uuid(), drillId: 'sole-taps', text: 'Quiet as rain' }),
  },
  'bench.dropCue': { open: COACH, call: (t, a, { cue }) => dropCue(t.context, a, { squad: t.squad, cue }) },
  'review.doubtRules': { open: HEAD, call: (t, a) => setDoubtRules(t.context, a, { squad: t.squad, ...DOUBT_RULES }) },
  'review.settings': { open: ['coach', 'assistant', 'otherCoach'], call: (t, a) => setUpBench(t.context, a, { keys: {}, delay: null }) },
  'progress.myFeet': { open: PLAYERS, call: (t, a) => myFeet(t.context, a) },
  'progress.player': { open: COACH, call: (t, a) => playerPage(t.context, a, { squad: t.squad, player: t.player.playerId }) },
  'squad.today': { open: COACH, call: (t, a) => today(t.context, a, { squad: t.squad }) },
  'squad.hurtSeen': { open: COACH, call: (t, a, { hurt }) => seeHurt(t.context, a, { squad: t.squad, run: hurt }) },
  'squad.register': { open: COACH, call: (t, a) => register(t.context, a, { squad: t.squad }) },
  'squad.choices': {
    open: HEAD,
    call: (t, a) =>
      setChoices(t.context, a, {
        squad: t.squad,
        contactSchool: 'laces',
        footOrder: 'alternate',
        sessionMinutes: 25,
        clipHeight: 720,
        clipSound: false,
        practiceCounts: false,
        stretchAim: 60,
      }),
  },
  'squad.playerSchool': {
    open: COACH,
    call: (t, a) => setPlayerSchool(t.context, a, { squad: t.squad, player: t.player.playerId, contactSchool: 'laces' }),
  },
  'squad.playerAim': {
    open: COACH,
    call: (t, a) => setPlayerAim(t.context, a, { squad: t.squad, player: t.player.playerId, stretchAim: 75 }),
  },
  'squad.playerReading': {
    open: [...COACH, 'guardian'],
    call: (t, a) => setPlayerReading(t.context, a, { squad: t.squad, player: t.player.playerId, pictures: true }),
  },
  'squad.family': { open: ['guardian', 'otherGuardian'], call: (t, a) => family(t.context, a) },
  'squad.consent': {
    open: ['guardian'],
    call: (t, a) => giveConsent(t.context, a, { player: t.player.playerId, id: uuid(), kind: 'clips', yes: true, textVersion: 1 }),
  },
};

describe('the policy matrix', () => {
  let town: Town;
  let things: Things;

  beforeEach(async () => {
    town = await openTown();
    makeAssistant(town);
    things = await thingsOf(town);
  });
  afterEach(() => town.close());

  it('has a row for every endpoint of the contract', () => {
    const names = Object.entries(contract).flatMap(([area, endpoints]) => Object.keys(endpoints).map((name) => `${area}.${name}`));
    expect(Object.keys(ROWS)).to.have.members(names);
  });

  it('has an endpoint, the upload protocol, a file or a form for every act', () => {
    const acts = Object.values(contract).flatMap((area) => Object.values(area).map((one) => one.act));
    expect([
      ...new Set([
        ...acts,
        'upload a clip',
        'upload a film',
        'hear a spoken line',
        'download everything',
        'choose my language',
        'follow a live evening',
      ]),
    ]).to.have.members([...ACTS]);
  });

  for (const [name, row] of Object.entries(ROWS)) {
    it(`${name} is open to ${row.open.join(', ')} and to nobody else, and answers as it is published`, async () => {
      for (const person of PEOPLE) {
        let answer: unknown;
        const got = await outcome(async () => {
          answer = await row.call(town, town[person], things);
        });
        const operation = operationNamed(name);
        if (!operation) throw new Error(`${name} is not in the published document.`);
        const status = got === 'done' ? 200 : PROBLEMS[got as keyof typeof PROBLEMS];
        expect(strangeAnswer(operation, status, got === 'done' ? JSON.parse(JSON.stringify(answer)) : null), person).to.deep.equal([]);
        if (row.open.includes(person)) expect(got, person).to.equal('done');
        else if (person === 'nobody') expect(got, person).to.equal('not signed in');
        else expect(['not allowed', 'not found', 'no consent'], `${person} got "${got}"`).to.include(got);
      }
    });
  }

  it('answers a foreign id like a missing one', async () => {
    const missing = '00000000-0000-7000-8000-00000000dead';
    for (const week of [things.week, missing])
      expect(await outcome(() => openWeek(town.context, town.otherCoach, { week }))).to.equal('not found');
    for (const clip of [things.clip, missing])
      expect(await outcome(() => clipState(town.context, town.otherPlayer, { clip }))).to.equal('not found');
    for (const template of [things.template, missing])
      expect(await outcome(() => dropTemplate(town.context, town.otherCoach, { template }))).to.equal('not found');
    for (const feed of [things.feed, missing])
      expect(await outcome(() => revokeFeed(town.context, town.otherGuardian, { feed }))).to.equal('not found');
    for (const squad of [town.squad, missing])
      expect(await outcome(() => register(town.context, town.otherCoach, { squad }))).to.equal('not found');
    expect(await outcome(() => playerPage(town.context, town.coach, { squad: town.squad, player: town.strangerPlayer.playerId }))).to.equal(
      'not found',
    );
    expect(await outcome(() => allow(town.context.db, town.otherPlayer, 'upload a clip', { clip: things.clip }))).to.equal('not found');
  });

  it('is open to whoever asks for the acts that the published document says, and for no other', async () => {
    for (const act of ACTS) {
      const asked = await outcome(() => allow(town.context.db, { kind: 'nobody' }, act));
      expect(asked === 'not signed in', act).to.equal(!(OPEN_ACTS as readonly string[]).includes(act));
    }
  });

  it('does not let a player take over another player’s ids', async () => {
    const go = aGo(town, 0, [aScore({ id: things.score })]);
    expect(await outcome(() => sendGo(town.context, town.otherPlayer, go))).to.equal('not found');
    expect(
      await outcome(() =>
        announceClip(town.context, town.otherPlayer, { id: things.clip, scoreId: things.score, squadId: town.squad, workAt: 0 }),
      ),
    ).to.equal('not found');
  });
});
