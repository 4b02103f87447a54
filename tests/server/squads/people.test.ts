import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import type { NewPlayerSent } from '../../../src/contract/squads.ts';
import { knownDevice, withAccount } from '../../../src/server/accounts/device.ts';
import { deviceInWords } from '../../../src/server/accounts/device-words.ts';
import { createSignInLimits, type Try } from '../../../src/server/accounts/limits.ts';
import { invitations, joinRequests, players, session, squads, user } from '../../../src/server/platform/db/schema.ts';
import { clientAddress } from '../../../src/server/platform/http/address.ts';
import type { Problem } from '../../../src/server/platform/problems.ts';
import { reviewQueue } from '../../../src/server/review/queue.ts';
import { bringBack, choosePin, chooseSquad, correctPlayer, removePlayer, resetPin } from '../../../src/server/rules/members.ts';
import { readRules, setFigures, setTables } from '../../../src/server/rules/rules.ts';
import { family } from '../../../src/server/screens/family.ts';
import { playerPage } from '../../../src/server/screens/player.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { today } from '../../../src/server/screens/today.ts';
import { acceptAsCoach, makeSquad, removeCoach, setRole } from '../../../src/server/squads/coaches.ts';
import { founderAddress } from '../../../src/server/squads/founder.ts';
import { claimChild, claimMore } from '../../../src/server/squads/guardians.ts';
import {
  inviteCoach,
  inviteGuardian,
  invitePlayers,
  lookAtInvitation,
  makeFamilyLink,
  printCards,
  revokeInvitation,
} from '../../../src/server/squads/invitations.ts';
import { addByHand, admit, askToJoin, readInRoster, readRequest, refuse, takeOver } from '../../../src/server/squads/joining.ts';
import { addCoach } from '../../../src/server/squads/people.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { saveHome } from '../../../src/server/training/home.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import {
  actorAgain,
  aGo,
  aScore,
  askingAs,
  DAY,
  MONDAY_TEN,
  makeAssistant,
  openTestHouse,
  openTown,
  outcome,
  PASSWORD,
  releaseNow,
  type Town,
  uuid,
} from '../make.ts';

describe('people of a squad', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const here = () => askingAs(town.nobody);
  const squad = () => ({ squad: town.squad });
  const invite = (uses = 30) => invitePlayers(town.context, town.coach, { ...squad(), id: uuid(), days: 30, uses });
  const asked = (code: string, nickname = 'Otter') => ({
    id: uuid(),
    code,
    nickname,
    birthYear: 2015,
    strongerFoot: 'left' as const,
    pin: '4711',
  });
  const problem = async (call: () => unknown): Promise<Problem> => {
    try {
      await call();
    } catch (error) {
      return error as Problem;
    }
    throw new Error('That should not have been possible.');
  };
  const fieldOf = async (call: () => unknown) => (await problem(call)).fields[0]?.field;

  describe('an invitation', () => {
    it('is found however its code is typed, and says what it opens and nothing else', async () => {
      const { code } = invite();
      const look = (typed: string) => lookAtInvitation(town.context, town.nobody, { code: typed }, here());
      expect(await look(code.toLowerCase().replaceAll('-', ' '))).to.deep.include({
        kind: 'players',
        squad: { name: 'Squad LANTERN', town: 'Quillhaven' },
        nickname: null,
      });
      expect(await fieldOf(() => look('ABCD-EFGH'))).to.equal('code');
    });

    it('is not in the database as it is typed: a copy of it opens nothing', () => {
      const { code, id } = invite();
      const row = town.context.db.select().from(invitations).where(eq(invitations.id, id)).get();
      expect(JSON.stringify(row)).to.not.include(code.replaceAll('-', ''));
    });

    it('ends by its day, by being taken back, and by being used up', async () => {
      const look = (code: string) => outcome(() => lookAtInvitation(town.context, town.nobody, { code }, here()));
      const { code } = invite();
      town.setNow(MONDAY_TEN + 29 * DAY);
      expect(await look(code)).to.equal('done');
      town.setNow(MONDAY_TEN + 30 * DAY);
      expect(await look(code)).to.equal('bad input');
      const back = invite();
      revokeInvitation(town.context, town.coach, { invitation: back.id });
      expect(await look(back.code)).to.equal('bad input');
      const once = invite(1);
      await askToJoin(town.context, town.nobody, asked(once.code), here());
      expect(await look(once.code)).to.equal('bad input');
    });

    it('is not guessed: past the limit of an address no short code is tried, right or wrong; long ones go on', async () => {
      const look = (code: string, from = '10.0.0.1') =>
        outcome(() => lookAtInvitation(town.context, town.nobody, { code }, askingAs(town.nobody, from)));
      const { code } = invite();
      const long = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'assistant' }).code;
      for (let i = 0; i < 5; i++) expect(await look(`AAAA-000${i}`)).to.equal('bad input');
      expect(await look('AAAA-0009')).to.equal('too many tries');
      expect(await look(code)).to.equal('too many tries');
      expect(await look(long)).to.equal('done');
      expect(await look(code, '10.0.0.2')).to.equal('done');
    });

    it('that is used by two at once lets one in, and leaves no account of the other', async () => {
      const { code } = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'assistant' });
      const accept = (n: number) =>
        outcome(() =>
          acceptAsCoach(town.context, town.nobody, { code, name: 'Twin', email: `twin${n}@town.example`, password: PASSWORD }, here()),
        );
      expect((await Promise.all([accept(1), accept(2), accept(3)])).sort()).to.deep.equal(['bad input', 'bad input', 'done']);
      expect(town.context.db.select().from(user).where(eq(user.name, 'Twin')).all()).to.have.length(1);
    });

    it('prints the same cards again, and a guardian’s code only where nobody has claimed the child', async () => {
      const first = printCards(town.context, town.coach, squad()).cards;
      expect(first.map((card) => [card.nickname, card.guardian])).to.deep.equal([
        ['Comet', null],
        ['Pebble', null],
      ]);
      expect(first[0]?.familyLink.qr.path).to.match(/^M\d+ \d+h1v1h-1z/);
      expect(printCards(town.context, town.coach, squad()).cards).to.deep.equal(first);
      await readInRoster(town.context, town.coach, { ...squad(), text: 'nickname,birth year\nNewt,2014\n', dry: false });
      const newt = printCards(town.context, town.coach, squad()).cards.find((card) => card.nickname === 'Newt');
      expect(newt?.guardian?.code).to.match(/^[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{2}$/);
    });
  });

  describe('a request to join', () => {
    it('waits for the coach, and then signs in with the PIN that the child chose', async () => {
      const sent = asked(invite().code);
      expect(await askToJoin(town.context, town.nobody, sent, here())).to.deep.equal({ nickname: 'Otter', state: 'waiting', squad: null });
      // Sent twice, it is asked once.
      await askToJoin(town.context, town.nobody, sent, here());
      const { requests } = readPeople(town.context, town.coach, squad());
      expect(requests.map((one) => one.nickname)).to.deep.equal(['Otter']);
      const { playerId, guardianCode } = admit(town.context, town.coach, { ...squad(), request: sent.id, level: 'starting' });
      expect(readRequest(town.context, town.nobody, { request: sent.id })).to.deep.equal({
        nickname: 'Otter',
        state: 'admitted',
        squad: { name: 'Squad LANTERN', code: 'LANTERN' },
      });
      const signedIn = await town.context.auth.handler(
        new Request('http://localhost/api/auth/sign-in/squad', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ code: 'LANTERN', nickname: 'otter', pin: '4711' }),
        }),
      );
      expect(signedIn.status).to.equal(200);
      const claimed = await claimMore(town.context, town.guardian, { code: guardianCode?.code ?? '' }, askingAs(town.guardian));
      expect(claimed.playerId).to.equal(playerId);
      expect(
        await outcome(() => claimMore(town.context, town.otherGuardian, { code: guardianCode?.code ?? '' }, askingAs(town.otherGuardian))),
      ).to.equal('bad input');
      expect(family(town.context, actorAgain(town, town.guardian as { userId: string })).children.map((one) => one.nickname)).to.deep.equal(
        ['Comet', 'Otter'],
      );
    });

    it('is answered once, and a no deletes what was typed', async () => {
      const sent = asked(invite().code);
      await askToJoin(town.context, town.nobody, sent, here());
      refuse(town.context, town.coach, { ...squad(), request: sent.id });
      const row = town.context.db.select().from(joinRequests).where(eq(joinRequests.id, sent.id)).get();
      expect(row).to.include({ nickname: '', birthYear: 0, pinHash: '', state: 'refused' });
      expect(await outcome(() => admit(town.context, town.coach, { ...squad(), request: sent.id, level: 'steady' }))).to.equal(
        'changed elsewhere',
      );
    });

    it('names the field that is wrong: a nickname that is taken, a birth year that cannot be', async () => {
      const { code } = invite();
      const ask = (change: object) => fieldOf(() => askToJoin(town.context, town.nobody, { ...asked(code), ...change }, here()));
      expect(await ask({ nickname: 'comet' })).to.equal('nickname');
      expect(await ask({ birthYear: 1991 })).to.equal('birthYear');
      const sent = asked(code);
      await askToJoin(town.context, town.nobody, sent, here());
      expect(
        await fieldOf(() => admit(town.context, town.coach, { ...squad(), request: sent.id, level: 'steady', nickname: 'Pebble' })),
      ).to.equal('nickname');
    });
  });

  describe('coaches', () => {
    it('come in by an invitation that works once, and keep one account for several squads', async () => {
      const { code } = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'assistant' });
      const given = { code, name: 'Mallow', email: 'sorrel@town.example', password: 'not the password' };
      expect(await fieldOf(() => acceptAsCoach(town.context, town.nobody, given, here()))).to.equal('password');
      await acceptAsCoach(town.context, town.nobody, { ...given, password: PASSWORD }, here());
      const sorrel = actorAgain(town, town.otherCoach as { userId: string });
      expect(sorrel.kind === 'coach' && sorrel.squads).to.have.members([town.squad, town.otherSquad]);
      expect(sorrel.kind === 'coach' && sorrel.heads).to.deep.equal([town.otherSquad]);
      expect(await outcome(() => acceptAsCoach(town.context, town.nobody, { ...given, password: PASSWORD }, here()))).to.equal('bad input');
    });

    it('are not made out of a guardian’s address', async () => {
      const { code } = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'assistant' });
      expect(
        await fieldOf(() =>
          acceptAsCoach(town.context, town.nobody, { code, name: 'x', email: 'comets@town.example', password: PASSWORD }, here()),
        ),
      ).to.equal('email');
    });

    it('leave one head coach behind, always', async () => {
      makeAssistant(town);
      const [coach, assistant] = [town.coach as { userId: string }, town.assistant as { userId: string }];
      expect(await outcome(() => setRole(town.context, town.coach, { ...squad(), user: coach.userId, role: 'assistant' }))).to.equal(
        'bad input',
      );
      expect(await outcome(() => removeCoach(town.context, town.coach, { ...squad(), user: coach.userId }))).to.equal('bad input');
      setRole(town.context, town.coach, { ...squad(), user: assistant.userId, role: 'head coach' });
      removeCoach(town.context, actorAgain(town, assistant), { ...squad(), user: coach.userId });
      expect(await outcome(() => today(town.context, actorAgain(town, coach), squad()))).to.equal('not found');
    });

    it('make squads of their own with the safe rules of the age', async () => {
      const id = uuid();
      const made = makeSquad(town.context, town.coach, { id, name: 'Newts', town: '', timeZone: 'Europe/Lisbon', age: 8 });
      expect(makeSquad(town.context, town.coach, { id, name: 'Newts', town: '', timeZone: 'Europe/Lisbon', age: 8 })).to.deep.equal(made);
      const coach = actorAgain(town, town.coach as { userId: string });
      const rules = readRules(town.context, coach, { squad: id });
      expect(rules).to.include({ tableSchool: 'off', mayChange: true });
      expect(rules.figures).to.include({ headingAge: 12, headersMax: 0, clipDays: 60 });
      expect(rules.streakRules[0]?.rule).to.deep.equal({ kind: 'N sessions a week', n: 2 });
      expect(
        await fieldOf(() => makeSquad(town.context, town.coach, { id: uuid(), name: 'x', town: '', timeZone: 'Mars/North', age: 8 })),
      ).to.equal('timeZone');
    });

    it('of an empty house are invited once, by an address that only whoever starts it reads', async () => {
      const house = openTestHouse();
      try {
        const address = founderAddress(house.context);
        expect(founderAddress(house.context)).to.equal(address);
        const code = address?.split('#')[1] ?? '';
        const nobody = { kind: 'nobody' } as const;
        const accept = () =>
          acceptAsCoach(house.context, nobody, { code, name: 'First', email: 'first@town.example', password: PASSWORD }, askingAs(nobody));
        expect(await accept()).to.deep.equal({ squad: null });
        expect(founderAddress(house.context)).to.equal(null);
        expect(await outcome(accept)).to.equal('bad input');
      } finally {
        house.close();
      }
    });
  });

  describe('a player', () => {
    it('taken out is seen by coaches no more, sees nothing of the squad, and stays with the family', async () => {
      releaseNow(town);
      const score = uuid();
      sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score })]));
      removePlayer(town.context, town.coach, { ...squad(), player: town.player.playerId });
      expect(await outcome(() => playerPage(town.context, town.coach, { ...squad(), player: town.player.playerId }))).to.equal('not found');
      expect(reviewQueue(town.context, town.coach, squad()).waiting).to.deep.equal([]);
      expect(today(town.context, town.coach, squad()).toReview.clear).to.equal(0);
      const gone = actorAgain(town, town.player);
      expect(await outcome(() => thisWeek(town.context, gone))).to.equal('not found');
      const child = family(town.context, town.guardian).children[0];
      expect(child).to.include({ nickname: 'Comet', inSquad: false, streak: null });
      expect(child?.squads[0]).to.match(/^Squad LANTERN \(until 2026-/);
      bringBack(town.context, town.coach, { ...squad(), player: town.player.playerId });
      expect(reviewQueue(town.context, town.coach, squad()).waiting).to.have.length(1);
    });

    it('can be in two squads of one coach, and looks at one of them', async () => {
      addCoach(town.context, town.otherSquad, (town.coach as { userId: string }).userId, 'assistant');
      const coach = actorAgain(town, town.coach as { userId: string });
      takeOver(town.context, coach, { squad: town.otherSquad, player: town.player.playerId, level: 'strong' });
      const both = actorAgain(town, town.player) as Town['player'];
      const first = thisWeek(town.context, both);
      expect(first.squads).to.have.length(2);
      const other = first.squads.find((one) => one.id !== first.squad?.id)?.id ?? '';
      chooseSquad(town.context, both, { squad: other });
      expect(thisWeek(town.context, actorAgain(town, town.player)).squad?.id).to.equal(other);
      expect(await outcome(() => chooseSquad(town.context, town.otherPlayer, { squad: town.otherSquad }))).to.equal('not found');
    });

    it('is corrected: the new nickname signs in, and is nobody else’s', async () => {
      const correct = (nickname: string, birthYear = 2015) =>
        correctPlayer(town.context, town.coach, { ...squad(), player: town.player.playerId, nickname, birthYear });
      expect(await fieldOf(() => correct('pebble'))).to.equal('nickname');
      expect(await fieldOf(() => correct('Comet', 1999))).to.equal('birthYear');
      correct('Meteor');
      expect(readPeople(town.context, town.coach, squad()).players.map((one) => [one.nickname, one.birthYear])).to.deep.include([
        'Meteor',
        2015,
      ]);
      expect(thisWeek(town.context, actorAgain(town, town.player)).nickname).to.equal('Meteor');
      const signedIn = await town.context.auth.handler(
        new Request('http://localhost/api/auth/sign-in/squad', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ code: 'LANTERN', nickname: 'meteor', pin: '2468' }),
        }),
      );
      expect(signedIn.status).to.equal(200);
    });

    it('gets a new PIN, is signed out everywhere, and the old one signs in no more', async () => {
      const signIn = (pin: string) =>
        town.context.auth.handler(
          new Request('http://localhost/api/auth/sign-in/squad', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ code: 'LANTERN', nickname: 'Comet', pin }),
          }),
        );
      expect((await signIn('2468')).status).to.equal(200);
      const { pin } = await resetPin(town.context, town.coach, { ...squad(), player: town.player.playerId });
      expect(town.context.db.select().from(session).where(eq(session.userId, town.player.userId)).all()).to.deep.equal([]);
      expect((await signIn('2468')).status).to.equal(pin === '2468' ? 200 : 401);
      expect((await signIn(pin)).status).to.equal(200);
    });

    it('has the stronger foot and the step put right by a coach; a step only where something was said of home', () => {
      const correct = (change: Partial<{ strongerFoot: 'left' | 'right'; step: number | null }>) =>
        correctPlayer(town.context, town.coach, {
          ...{ ...squad(), player: town.player.playerId, nickname: 'Comet', birthYear: 2016 },
          ...change,
        });
      const row = () => readPeople(town.context, town.coach, squad()).players.find((one) => one.playerId === town.player.playerId);
      correct({ strongerFoot: 'left', step: 0.7 });
      expect([row()?.strongerFoot, row()?.step]).to.deep.equal(['left', undefined]);
      const home = { has: ['ball' as const], yard: null, step: null };
      saveHome(town.context, town.player, { playerId: town.player.playerId, strongerFoot: undefined, ...home });
      expect(row()?.step).to.equal(null);
      correct({ step: 0.7 });
      expect([row()?.strongerFoot, row()?.step]).to.deep.equal(['left', 0.7]);
      correct({});
      expect(row()?.step).to.equal(0.7);
      correct({ step: null });
      expect(row()?.step).to.equal(null);
    });

    it('is chosen by the family once, when it comes in by a link; the one that was made opens nothing any more', async () => {
      const text = 'nickname,birth year,stronger foot\nNewt,2014,left\n';
      const [made] = (await readInRoster(town.context, town.coach, { ...squad(), text, dry: false })).added;
      if (!made) throw new Error('nobody was added');
      const post = (path: string, body: object) =>
        town.context.auth.handler(
          new Request(`http://localhost/api/auth/sign-in/${path}`, {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify(body),
          }),
        );
      const byPin = async (pin: string) => (await post('squad', { code: 'LANTERN', nickname: 'Newt', pin })).status;
      const card = printCards(town.context, town.coach, squad()).cards.find((one) => one.nickname === 'Newt');
      const byLink = async () => (await (await post('family-link', { code: card?.familyLink.address.split('#')[1] })).json()).choosePin;
      expect([await byPin(made.pin), await byLink()]).to.deep.equal([200, true]);
      const row = town.context.db.select().from(players).where(eq(players.id, made.playerId)).get();
      const newt = actorAgain(town, { userId: row?.userId ?? '' });
      const choose = (pin: string) => choosePin(town.context, newt, { pin }, askingAs(newt));
      expect(await choose('5083')).to.deep.equal({ chosen: true });
      expect([await byPin(made.pin), await byPin('5083'), await byLink()]).to.deep.equal([401, 200, false]);
      expect((await problem(() => choose('7294'))).kind).to.equal('not allowed');
      // A new one of the coach is a made one again; a guardian's is the family's own.
      await resetPin(town.context, town.coach, { ...squad(), player: made.playerId });
      expect(town.context.db.select().from(players).where(eq(players.id, made.playerId)).get()?.pinMade).to.equal(true);
      expect((await problem(() => choosePin(town.context, town.player, { pin: '7294' }, askingAs(town.player)))).kind).to.equal(
        'not allowed',
      );
    });

    it('signs in by a family link until it is taken back', async () => {
      const link = makeFamilyLink(town.context, town.guardian, { player: town.player.playerId, id: uuid() });
      const code = link.address.split('#')[1];
      const signIn = (given = code) =>
        town.context.auth.handler(
          new Request('http://localhost/api/auth/sign-in/family-link', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({ code: given }),
          }),
        );
      expect((await signIn()).status).to.equal(200);
      // However often strangers tried others from the same network.
      for (let i = 0; i < 8; i++) await signIn(`WRONG${i}`);
      expect((await signIn()).status).to.equal(200);
      revokeInvitation(town.context, town.guardian, { invitation: link.id });
      expect((await signIn()).status).to.equal(401);
    });
  });

  describe('one more player by hand', () => {
    const add = (change: Partial<NewPlayerSent> = {}) =>
      addByHand(town.context, town.coach, {
        ...{ ...squad(), id: uuid(), nickname: 'Newt', birthYear: null, strongerFoot: 'left', level: 'steady' },
        ...change,
      });
    const row = (id: string) => readPeople(town.context, town.coach, squad()).players.find((one) => one.playerId === id);

    it('needs a nickname alone; the year is young until it is said', async () => {
      const { playerId, pin } = await add();
      expect(pin).to.match(/^\d{4}$/);
      // The squad's players are about ten.
      expect(row(playerId)).to.include({ nickname: 'Newt', birthYear: 2018, yearUnsaid: true, strongerFoot: 'left' });
      correctPlayer(town.context, town.coach, { ...squad(), player: playerId, nickname: 'Newt', birthYear: 2014 });
      expect(row(playerId)).to.include({ birthYear: 2014, yearUnsaid: false });
    });
    it('sent twice is one player, who has the PIN that was told last', async () => {
      const id = uuid();
      const [first, again] = [await add({ id }), await add({ id })];
      expect([first.playerId, again.playerId]).to.deep.equal([id, id]);
      const hash = town.context.db.select().from(players).where(eq(players.id, id)).get()?.pinHash ?? '';
      expect(await town.context.hashes.verify(hash, again.pin)).to.equal(true);
    });
    it('is refused with a nickname that is there, a year of no player, or somebody else’s id', async () => {
      expect((await problem(() => add({ nickname: 'comet' }))).fields[0]?.field).to.equal('nickname');
      expect((await problem(() => add({ birthYear: 1999 }))).fields[0]?.field).to.equal('birthYear');
      expect((await problem(() => add({ id: town.strangerPlayer.playerId }))).kind).to.equal('not found');
    });
    it('of a list of bare names has no year either', async () => {
      const { added } = await readInRoster(town.context, town.coach, { ...squad(), text: 'Newt\nOtter,2014\n', dry: false });
      expect(added.map((one) => [one.nickname, row(one.playerId)?.birthYear, row(one.playerId)?.yearUnsaid])).to.deep.equal([
        ['Newt', 2018, true],
        ['Otter', 2014, false],
      ]);
    });
  });

  it('a squad’s time zone is found by a city, and kept by its name', async () => {
    const made = (timeZone: string) => makeSquad(town.context, town.coach, { id: uuid(), name: 'Newts', town: '', timeZone, age: 9 });
    const zoneNow = (id: string) => town.context.db.select().from(squads).where(eq(squads.id, id)).get()?.timeZone;
    expect([zoneNow(made('houston').id), zoneNow(made(' Europe/Lisbon ').id)]).to.deep.equal(['America/Chicago', 'Europe/Lisbon']);
    expect((await problem(() => made('Atlantis'))).fields[0]?.field).to.equal('timeZone');
  });

  describe('a list of players', () => {
    it('is tried dry, and read in only when every line is right', async () => {
      const text = 'nickname,birth year,stronger foot\nNewt,2014,left\nComet,2014,left\n';
      const dry = await readInRoster(town.context, town.coach, { ...squad(), text, dry: true });
      expect([dry.good.length, dry.wrong[0]?.line, dry.added.length]).to.deep.equal([1, 3, 0]);
      expect((await problem(() => readInRoster(town.context, town.coach, { ...squad(), text, dry: false }))).message).to.match(
        /^Line 3: .*Nobody was added\.$/,
      );
      expect(readPeople(town.context, town.coach, squad()).players).to.have.length(2);
      const { added } = await readInRoster(town.context, town.coach, {
        ...squad(),
        text: '\uFEFFnickname;birth year\nNewt;2014\n',
        dry: false,
      });
      expect(added[0]?.pin).to.match(/^\d{4}$/);
      expect(readPeople(town.context, town.coach, squad()).players.map((one) => one.nickname)).to.deep.equal(['Comet', 'Newt', 'Pebble']);
    });
  });

  describe('claiming a child', () => {
    it('makes an account, once; a wrong kind of code makes none', async () => {
      const { code } = inviteGuardian(town.context, town.coach, { ...squad(), player: town.otherPlayer.playerId, id: uuid() });
      const given = { code, name: 'Uncle', email: 'uncle@town.example', password: PASSWORD };
      await claimChild(town.context, town.nobody, given, here());
      expect(await outcome(() => claimChild(town.context, town.nobody, { ...given, email: 'another@town.example' }, here()))).to.equal(
        'bad input',
      );
      expect(town.context.db.select().from(user).where(eq(user.email, 'another@town.example')).get()).to.equal(undefined);
      expect(await fieldOf(() => claimChild(town.context, town.nobody, { ...given, code: invite().code }, here()))).to.equal('code');
    });
  });

  describe('a rule', () => {
    it('is written down with who and when each time it really changes', () => {
      setFigures(town.context, town.coach, { ...squad(), clipDays: 30, headersMax: 20 });
      setTables(town.context, town.coach, { ...squad(), tableSchool: 'improvement' });
      setTables(town.context, town.coach, { ...squad(), tableSchool: 'improvement' });
      const { changes } = readRules(town.context, town.coach, squad());
      expect(changes.map(({ rule, before, after, by }) => [rule, before, after, by]).reverse()).to.deep.equal([
        ['days of clips', '60', '30', 'fennel'],
        ['tables', 'off', 'who got better', 'fennel'],
      ]);
    });

    it('is shown to an assistant, who may not change it', async () => {
      makeAssistant(town);
      expect(readRules(town.context, town.assistant, squad()).mayChange).to.equal(false);
      expect(await outcome(() => setFigures(town.context, town.assistant, { ...squad(), clipDays: 1 }))).to.equal('not found');
    });
  });
});

describe('where a request comes from', () => {
  it('is the socket’s address, whatever headers say; behind a proxy of one’s own it is the last that the proxy saw', () => {
    expect(clientAddress('10.0.0.9', '1.2.3.4', [])).to.equal('10.0.0.9');
    expect(clientAddress('::ffff:127.0.0.1', '1.2.3.4', [])).to.equal('127.0.0.1');
    expect(clientAddress('127.0.0.1', '6.6.6.6, 1.2.3.4', ['127.0.0.1'])).to.equal('1.2.3.4');
    expect(clientAddress('127.0.0.1', undefined, ['127.0.0.1'])).to.equal('127.0.0.1');
    expect(clientAddress('10.0.0.9', '1.2.3.4', ['127.0.0.1'])).to.equal('10.0.0.9');
  });
});

describe('limits on signing in', () => {
  const stranger = (i: number) => ({ who: 'comet', from: `10.9.${Math.floor(i / 250)}.${i % 250}`, squad: 'LANTERN', device: null });

  const wrong = (limits: ReturnType<typeof createSignInLimits>, one: Try) => outcome(() => limits.begin(one));

  it('let nobody lock a child out: the own device has a count of its own, whatever strangers do', async () => {
    const limits = createSignInLimits(':memory:');
    for (let i = 0; i < 300; i++) await wrong(limits, stranger(i));
    expect(await wrong(limits, stranger(999))).to.equal('too many tries');
    const own = { who: 'comet', from: '10.0.0.1', squad: 'LANTERN', device: 'a phone' };
    await (await limits.begin(own))();
    // Also on the network where somebody is guessing, and also when that is the one at home.
    for (let i = 0; i < 100; i++) await wrong(limits, { ...own, device: null });
    expect(await wrong(limits, { ...own, device: null })).to.equal('too many tries');
    for (let i = 0; i < 5; i++) expect(await wrong(limits, own)).to.equal('done');
    expect(await wrong(limits, own)).to.equal('too many tries');
  });

  it('hold for a squad as a whole, against somebody who tries each of its players a little', async () => {
    const limits = createSignInLimits(':memory:');
    for (let i = 0; i < 200; i++) await wrong(limits, { ...stranger(i), who: `player ${i % 40}` });
    expect(await wrong(limits, { ...stranger(500), who: 'player 41' })).to.equal('too many tries');
    expect(await wrong(limits, { ...stranger(500), who: 'player 41', squad: 'HARBOR' })).to.equal('done');
  });

  it('hold for tries sent at the same moment as for tries one after the other, and for a whole IPv6 network', async () => {
    const limits = createSignInLimits(':memory:');
    const at = (from: string) => limits.begin({ ...stranger(0), from });
    const together = await Promise.all(Array.from({ length: 300 }, () => outcome(() => at('10.1.1.1'))));
    expect(together.filter((one) => one === 'done')).to.have.length(5);
    const network = await Promise.all(Array.from({ length: 100 }, (_, i) => outcome(() => at(`2001:db8:7:7::${i.toString(16)}`))));
    expect(network.filter((one) => one === 'done')).to.have.length(5);
    expect(await outcome(() => at('2001:db8:7:8::1'))).to.equal('done');
  });

  it('give a right try back: a whole school gets in from one address, twice over', async () => {
    const limits = createSignInLimits(':memory:');
    for (let i = 0; i < 130; i++) await (await limits.begin({ ...stranger(0), who: `player ${i}`, from: '10.2.2.2' }))();
    expect(await wrong(limits, { ...stranger(0), who: 'player 200', from: '10.2.2.2' })).to.equal('done');
  });

  it('outlive a restart', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'eager-feet-limits-')), 'limits.sqlite');
    const before = createSignInLimits(file);
    for (let i = 0; i < 5; i++) await wrong(before, stranger(0));
    before.close();
    const after = createSignInLimits(file);
    expect(await wrong(after, stranger(0))).to.equal('too many tries');
    after.tidy(Date.now() + 6 * 60_000);
    expect(await wrong(after, stranger(0))).to.equal('done');
    after.close();
    rmSync(join(file, '..'), { recursive: true });
  });

  it('know a device by a cookie that nobody can make up', () => {
    const cookie = withAccount('secret', null, 'comet');
    expect(knownDevice('secret', cookie, 'comet')).to.match(/^[0-9a-f-]{36}$/);
    expect(knownDevice('secret', cookie, 'pebble')).to.equal(null);
    expect(knownDevice('another secret', cookie, 'comet')).to.equal(null);
    expect(knownDevice('secret', 'nonsense', 'comet')).to.equal(null);
    const both = withAccount('secret', cookie, 'pebble');
    expect(knownDevice('secret', both, 'comet')).to.equal(knownDevice('secret', both, 'pebble'));
    let many = cookie;
    for (let i = 0; i < 8; i++) many = withAccount('secret', many, `sibling ${i}`);
    expect(knownDevice('secret', many, 'comet')).to.equal(null);
  });

  it('and sign-ins are told as devices', () => {
    expect(deviceInWords('Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605 Version/18.0 Mobile Safari/604')).to.equal(
      'Safari on an iPhone',
    );
    expect(deviceInWords('Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537 HeadlessChrome/156 Safari/537')).to.equal(
      'Chrome on a Linux computer',
    );
    expect(deviceInWords(null)).to.equal('a device');
  });
});
