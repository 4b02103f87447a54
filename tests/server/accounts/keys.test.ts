import { readFileSync, statSync } from 'node:fs';
import { verify } from '@node-rs/argon2';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { isSimplePin } from '../../../src/core/accounts/index.ts';
import { looksLike } from '../../../src/core/squads/index.ts';
import { actorFrom } from '../../../src/server/accounts/actor.ts';
import { SIGN_INS_MAX } from '../../../src/server/accounts/auth.ts';
import { hashesWith, sealWhatIsOpen, sealWith } from '../../../src/server/accounts/hashes.ts';
import { myNews, squadNews } from '../../../src/server/accounts/told.ts';
import { setAppContext } from '../../../src/server/context.ts';
import { account, accountEvents, outbox, players, session, squadCoaches, user } from '../../../src/server/platform/db/schema.ts';
import { resetChildPin } from '../../../src/server/rules/members.ts';
import { family } from '../../../src/server/screens/family.ts';
import { acceptAsCoach, removeCoach, setRole } from '../../../src/server/squads/coaches.ts';
import { answerGuardian, childKeys, claimChild, endChildKeys, removeGuardian } from '../../../src/server/squads/guardians.ts';
import {
  inviteCoach,
  inviteGuardian,
  invitePlayers,
  makeFamilyLink,
  printCards,
  revokeInvitation,
} from '../../../src/server/squads/invitations.ts';
import { askToJoin } from '../../../src/server/squads/joining.ts';
import { readPeople } from '../../../src/server/squads/read.ts';
import { signInRoute } from '../../../src/server/wiring/sign-in-route.ts';
import { cookieOf } from '../../cookies.ts';
import { codeAt } from '../../totp.ts';
import { actorAgain, askingAs, makeAssistant, openTown, outcome, PASSWORD, type Town, uuid } from '../make.ts';

/* Who may get in, and who they may become. */

describe('keys', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    setAppContext(town.context);
  });
  afterEach(() => town.close());

  const squad = () => ({ squad: town.squad });
  const comet = () => ({ player: town.player.playerId });
  const somebody = () => ({ name: 'Somebody', email: `${uuid()}@town.example`, password: PASSWORD });
  const post = (path: string, body: object, cookie = '', from = '10.0.0.1') =>
    signInRoute(
      new Request(`http://localhost/api/auth${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-eager-feet-address': from, cookie },
        body: JSON.stringify(body),
      }),
    );
  const asPlayer = (pin: string, from?: string) => post('/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin }, '', from);
  const asFennel = () => post('/sign-in/email', { email: 'fennel@town.example', password: PASSWORD });
  const whoIs = async (cookie: string) => (await actorFrom(town.context, new Headers({ cookie }))).kind;
  const codeOf = (address: string) => address.split('#')[1] ?? '';
  const userIdOf = (actor: { kind: string; userId?: string }) => actor.userId ?? '';

  describe('many at the same moment', () => {
    it('of 300 PINs sent at once from one address five are tested, and the right one among the others opens nothing', async () => {
      const pins = Array.from({ length: 300 }, (_, i) => (i === 299 ? '2468' : String(5000 + i)));
      const answers = await Promise.all(pins.map((pin) => asPlayer(pin, '10.3.3.3')));
      expect(answers.filter((one) => one.status === 401)).to.have.length(5);
      expect(answers.filter((one) => one.status === 429)).to.have.length(295);
      expect((await asPlayer('2468', '10.0.0.9')).status).to.equal(200);
    });

    it('of 100 passwords as many, from one IPv6 network', async () => {
      const answers = await Promise.all(
        Array.from({ length: 100 }, (_, i) =>
          post('/sign-in/email', { email: 'fennel@town.example', password: `wrong ${i}` }, '', `2001:db8:1:1::${i.toString(16)}`),
        ),
      );
      expect(answers.filter((one) => one.status === 401)).to.have.length(5);
    });
  });

  describe('a PIN', () => {
    it('is refused where it is one of the first that somebody would try', () => {
      for (const pin of ['0000', '1111', '1234', '4321', '0123', '8901', '1212', '2015', '1999', '123123', '98765432'])
        expect(isSimplePin(pin), pin).to.equal(true);
      for (const pin of ['2468', '1357', '4711', '1929', '2040', '1235', '12341', '20156']) expect(isSimplePin(pin), pin).to.equal(false);
    });

    it('that is new ends every link, card and sign-in of before', async () => {
      const cookie = cookieOf(await asPlayer('2468'));
      const link = makeFamilyLink(town.context, town.guardian, { ...comet(), id: uuid() });
      const card = printCards(town.context, town.coach, squad()).cards.find((one) => one.playerId === town.player.playerId);
      await resetChildPin(town.context, town.guardian, { ...comet(), pin: '5172' });
      expect(await whoIs(cookie)).to.equal('nobody');
      for (const { address } of [link, card?.familyLink ?? link])
        expect((await post('/sign-in/family-link', { code: codeOf(address) })).status).to.equal(401);
      expect((await asPlayer('2468')).status).to.equal(401);
      expect((await asPlayer('5172')).status).to.equal(200);
    });

    it('that is new is outlived by no old sign-in, whenever the two meet', async () => {
      const pins = ['2468', '5173'];
      for (let i = 0; i < 24; i++) {
        const [was = '', next = ''] = i % 2 === 0 ? pins : pins.toReversed();
        const entering = asPlayer(was, `10.20.${i}.1`);
        // The change falls before, into, and after the time that signing in takes.
        await new Promise((done) => setTimeout(done, i * 3));
        await resetChildPin(town.context, town.guardian, { ...comet(), pin: next });
        const cookie = cookieOf(await entering);
        expect(await whoIs(cookie), `after ${i * 3} ms`).to.equal('nobody');
      }
    });
  });

  describe('nobody becomes more than the sender may give', () => {
    it('an assistant sees no code that makes a head coach or a guardian, and ends none', async () => {
      makeAssistant(town);
      const assistant = actorAgain(town, { userId: userIdOf(town.assistant) });
      const heads = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'head coach' });
      inviteGuardian(town.context, town.coach, { ...squad(), ...comet(), id: uuid() });
      invitePlayers(town.context, town.coach, { ...squad(), id: uuid(), days: 3, uses: 3 });
      const kinds = (actor: typeof assistant) => readPeople(town.context, actor, squad()).invitations.map((one) => one.kind);
      expect(kinds(assistant)).to.deep.equal(['players']);
      expect(kinds(town.coach)).to.have.members(['players', 'coach', 'guardian']);
      expect(await outcome(() => inviteGuardian(town.context, assistant, { ...squad(), ...comet(), id: uuid() }))).to.equal('not found');
      expect(await outcome(() => revokeInvitation(town.context, assistant, { invitation: heads.id }))).to.equal('not found');
      expect(printCards(town.context, assistant, squad()).cards.map((one) => one.guardian)).to.deep.equal([null, null]);
    });

    it('what a coach handed out ends when the coach is taken out or may no longer give it', async () => {
      makeAssistant(town);
      setRole(town.context, town.coach, { ...squad(), user: userIdOf(town.assistant), role: 'head coach' });
      const second = actorAgain(town, { userId: userIdOf(town.assistant) });
      const coachLink = inviteCoach(town.context, second, { ...squad(), id: uuid(), role: 'head coach' });
      const card = printCards(town.context, second, squad()).cards[0];
      const accept = () =>
        acceptAsCoach(town.context, town.nobody, { ...somebody(), code: codeOf(coachLink.address) }, askingAs(town.nobody));
      const enter = async () => (await post('/sign-in/family-link', { code: codeOf(card?.familyLink.address ?? '') })).status;
      expect(await enter()).to.equal(200);
      setRole(town.context, town.coach, { ...squad(), user: userIdOf(second), role: 'assistant' });
      expect(await outcome(accept)).to.equal('bad input');
      expect(await enter()).to.equal(200);
      removeCoach(town.context, town.coach, { ...squad(), user: userIdOf(second) });
      expect(await enter()).to.equal(401);
    });

    it('an invitation that is ended while the password is hashed makes no coach', async () => {
      const link = inviteCoach(town.context, town.coach, { ...squad(), id: uuid(), role: 'head coach' });
      const accepting = acceptAsCoach(town.context, town.nobody, { ...somebody(), code: codeOf(link.address) }, askingAs(town.nobody));
      await new Promise((done) => setImmediate(done));
      revokeInvitation(town.context, town.coach, { invitation: link.id });
      expect(await outcome(() => accepting)).to.equal('bad input');
      expect(town.context.db.select().from(squadCoaches).where(eq(squadCoaches.squadId, town.squad)).all()).to.have.length(1);
    });
  });

  describe('a second guardian', () => {
    const ask = async () => {
      const { code } = inviteGuardian(town.context, town.coach, { ...squad(), ...comet(), id: uuid() });
      const given = { ...somebody(), code };
      const claimed = await claimChild(town.context, town.nobody, given, askingAs(town.nobody));
      const row = town.context.db.select().from(user).where(eq(user.email, given.email)).get();
      return { claimed, again: () => actorAgain(town, { userId: row?.id ?? '' }), userId: row?.id ?? '' };
    };
    const mailed = (actor: { kind: string; userId?: string }) =>
      town.context.db
        .select()
        .from(outbox)
        .where(eq(outbox.userId, userIdOf(actor)))
        .all()
        .map((one) => town.context.seal.unseal(one.plain))
        .join('\n');

    it('needs the yes of the first, who is told by mail, and can be taken out by the first', async () => {
      const { claimed, again, userId } = await ask();
      expect(claimed.state).to.equal('waiting');
      expect(family(town.context, again()).children).to.have.length(0);
      expect(family(town.context, again()).asked).to.equal(1);
      expect(mailed(town.guardian)).to.include('asks to be a guardian of your child too');
      const request = family(town.context, town.guardian).children[0]?.guardianRequests[0]?.id ?? '';
      expect(await outcome(() => answerGuardian(town.context, again(), { ...comet(), request, yes: true }))).to.equal('not found');
      answerGuardian(town.context, town.guardian, { ...comet(), request, yes: true });
      expect(family(town.context, again()).children.map((one) => one.nickname)).to.deep.equal(['Comet']);
      // Answered once.
      expect(await outcome(() => answerGuardian(town.context, town.guardian, { ...comet(), request, yes: false }))).to.equal(
        'changed elsewhere',
      );
      // The second does not take the first out, nor does anybody leave the child alone.
      expect(await outcome(() => removeGuardian(town.context, again(), { ...comet(), user: userIdOf(town.guardian) }))).to.equal(
        'not allowed',
      );
      removeGuardian(town.context, town.guardian, { ...comet(), user: userId });
      expect(family(town.context, again()).children).to.have.length(0);
      expect(await outcome(() => removeGuardian(town.context, town.guardian, { ...comet(), user: userIdOf(town.guardian) }))).to.equal(
        'bad input',
      );
    });

    it('that is refused sees nothing', async () => {
      const { again } = await ask();
      const request = childKeys(town.context, town.guardian, comet()).requests[0]?.id ?? '';
      answerGuardian(town.context, town.guardian, { ...comet(), request, yes: false });
      expect(family(town.context, again()).children).to.have.length(0);
      expect(family(town.context, again()).asked).to.equal(0);
    });

    it('one page shows every key to the child, and one press ends the links and the sign-ins', async () => {
      await asPlayer('2468');
      makeFamilyLink(town.context, town.guardian, { ...comet(), id: uuid() });
      printCards(town.context, town.coach, squad());
      const keys = childKeys(town.context, town.guardian, comet());
      expect([keys.guardians.length, keys.links.length, keys.signIns.length]).to.deep.equal([1, 2, 1]);
      const after = endChildKeys(town.context, town.guardian, comet());
      expect([after.guardians.length, after.links.length, after.signIns.length]).to.deep.equal([1, 0, 0]);
    });
  });

  describe('the accounts library', () => {
    it('answers nothing but what the interface uses, and leads nowhere else', async () => {
      const cookie = cookieOf(await asFennel());
      const paths = [
        '/get-session',
        '/list-sessions',
        '/update-user',
        '/verify-password',
        '/sign-up/email',
        '/error',
        '/ok',
        '/update-session',
      ];
      for (const path of [...paths, '/two-factor/send-otp', '/reset-password/abc', '/callback/x', '/'])
        expect((await post(path, { password: PASSWORD }, cookie)).status, path).to.equal(404);
      const get = await signInRoute(new Request('http://localhost/api/auth/reset-password/abc?callbackURL=https://evil.example'));
      expect([get.status, get.headers.get('content-type'), get.headers.get('location')]).to.deep.equal([
        404,
        'application/problem+json',
        null,
      ]);
      const led = await post('/sign-in/email', { email: 'fennel@town.example', password: PASSWORD, callbackURL: 'https://evil.example' });
      expect([led.status, led.headers.get('location'), await led.json()]).to.deep.equal([200, null, { ok: true }]);
      const wrong = await post('/sign-in/email', { email: 'fennel@town.example', password: 'wrong' });
      expect([wrong.status, wrong.headers.get('content-type')]).to.deep.equal([401, 'application/problem+json']);
      const broken = (type: string) =>
        signInRoute(
          new Request('http://localhost/api/auth/sign-in/email', { method: 'POST', headers: { 'content-type': type }, body: '[1' }),
        );
      expect((await broken('application/json')).status).to.equal(400);
      expect((await broken('text/plain')).status).to.equal(415);
    });

    it('keeps 20 sign-ins of an account; the ones used longest ago end', async () => {
      const first = cookieOf(await asFennel());
      const userId = userIdOf(town.coach);
      const add = (i: number) =>
        town.context.db
          .insert(session)
          .values({
            id: uuid(),
            userId,
            token: uuid(),
            expiresAt: new Date(Date.now() + 1e9),
            createdAt: new Date(),
            updatedAt: new Date(Date.now() + i),
          })
          .run();
      for (let i = 1; i < SIGN_INS_MAX; i++) add(i * 1000);
      expect(await whoIs(first)).to.equal('coach');
      const last = cookieOf(await asFennel());
      expect(await whoIs(first)).to.equal('nobody');
      expect(await whoIs(last)).to.equal('coach');
      expect(town.context.db.select().from(session).where(eq(session.userId, userId)).all()).to.have.length(SIGN_INS_MAX);
    });

    it('signs nobody in with a password that was changed while it was looked at', async () => {
      const password = await town.context.hashes.hash('quite another one');
      const entering = asFennel();
      await new Promise((done) => setTimeout(done, 5));
      town.context.db
        .update(account)
        .set({ password })
        .where(eq(account.userId, userIdOf(town.coach)))
        .run();
      town.context.db
        .delete(session)
        .where(eq(session.userId, userIdOf(town.coach)))
        .run();
      const answer = await entering;
      expect(answer.status).to.equal(401);
      expect(
        town.context.db
          .select()
          .from(session)
          .where(eq(session.userId, userIdOf(town.coach)))
          .all(),
      ).to.have.length(0);
    });
  });

  describe('an authenticator app', () => {
    const setUp = async () => {
      const cookie = cookieOf(await asFennel());
      const begun = (await (await post('/two-factor/enable', { password: PASSWORD }, cookie)).json()) as {
        totpURI: string;
        backupCodes: string[];
        qr: { size: number };
      };
      const secret = new URL(begun.totpURI).searchParams.get('secret') ?? '';
      const confirmed = await post('/two-factor/verify-totp', { code: codeAt(secret, Date.now()) }, cookie);
      return { begun, secret, confirmed };
    };

    it('is asked for beside the password, by its code or a recovery code that works once', async () => {
      const { begun, secret, confirmed } = await setUp();
      expect([confirmed.status, begun.qr.size > 20, begun.backupCodes.length]).to.deep.equal([200, true, 10]);
      const half = await asFennel();
      expect(await half.json()).to.deep.include({ twoFactorRedirect: true });
      expect(await whoIs(cookieOf(half))).to.equal('nobody');
      expect((await post('/two-factor/verify-totp', { code: '000000' }, cookieOf(half))).status).to.equal(401);
      const whole = await post('/two-factor/verify-totp', { code: codeAt(secret, Date.now()) }, cookieOf(half));
      expect(await whoIs(cookieOf(whole))).to.equal('coach');
      const withCode = async () => {
        const again = await asFennel();
        return post('/two-factor/verify-backup-code', { code: begun.backupCodes[0] ?? '' }, cookieOf(again));
      };
      expect(await whoIs(cookieOf(await withCode()))).to.equal('coach');
      expect((await withCode()).status).to.equal(401);
      expect(
        myNews(town.context, town.coach)
          .news.map((one) => one.sentence)
          .join(),
      ).to.include('authenticator app');
    });

    it('is what a head coach needs first, where the house says so', async () => {
      (town.context.config as { twoFactorForHeads: boolean }).twoFactorForHeads = true;
      const squadsOf = async (cookie: string) => {
        const actor = await actorFrom(town.context, new Headers({ cookie }));
        return actor.kind === 'coach' ? actor.squads.length : -1;
      };
      expect(await squadsOf(cookieOf(await asFennel()))).to.equal(0);
      const { secret } = await setUp();
      const half = await asFennel();
      expect(
        await squadsOf(cookieOf(await post('/two-factor/verify-totp', { code: codeAt(secret, Date.now()) }, cookieOf(half)))),
      ).to.equal(1);
    });
  });

  describe('what changes about who can get in', () => {
    it('is told to whom it concerns, and listed for head coaches with who did it', async () => {
      makeAssistant(town);
      const assistant = actorAgain(town, { userId: userIdOf(town.assistant) });
      setRole(town.context, town.coach, { ...squad(), user: userIdOf(assistant), role: 'head coach' });
      expect(myNews(town.context, assistant).news[0]?.sentence).to.equal('You are now head coach of a squad.');
      const listed = squadNews(town.context, town.coach, squad()).news;
      expect(listed.some((one) => one.by === 'fennel' && one.sentence.includes('head coach'))).to.equal(true);
      await asPlayer('2468', '10.5.5.5');
      await asPlayer('2468', '10.5.5.6');
      const told = town.context.db
        .select()
        .from(outbox)
        .where(eq(outbox.userId, userIdOf(town.guardian)))
        .all();
      // The first device is no news; the second is, to the guardian, who is not told the child's name by mail.
      expect(told).to.have.length(1);
      expect(town.context.seal.unseal(told[0]?.plain ?? ''))
        .to.include('Your child’s account was opened on a device')
        .and.to.not.include('Comet');
      expect(town.context.db.select().from(accountEvents).where(eq(accountEvents.kind, 'new device')).all()).to.have.length(2);
    });
  });

  describe('a copy of the database', () => {
    it('opens no account without the secret: no PIN can be tried on it, and none with another secret', async () => {
      const row = town.context.db.select({ pinHash: players.pinHash }).from(players).where(eq(players.id, town.player.playerId)).get();
      const stored = row?.pinHash ?? '';
      expect(await verify(stored, '2468').catch(() => false)).to.equal(false);
      expect(await town.context.hashes.verify(stored, '2468')).to.equal(true);
      expect(await town.context.hashes.verify(stored, '2469')).to.equal(false);
      const other = hashesWith(sealWith('a secret of another house, 32 letters long'));
      expect(await outcome(async () => other.verify(stored, '2468'))).to.not.equal('done');
    });

    it('of an older program is sealed at the start, and its PINs go on working', async () => {
      const { db, seal, hashes } = town.context;
      const open = seal.unseal(db.select().from(players).where(eq(players.id, town.player.playerId)).get()?.pinHash ?? '');
      expect(open).to.match(/^\$argon2id/);
      db.update(players).set({ pinHash: open }).where(eq(players.id, town.player.playerId)).run();
      sealWhatIsOpen(db, seal);
      const now = db.select().from(players).where(eq(players.id, town.player.playerId)).get()?.pinHash ?? '';
      expect(now).to.not.equal(open);
      expect(await hashes.verify(now, '2468')).to.equal(true);
      sealWhatIsOpen(db, seal);
      expect(db.select().from(players).where(eq(players.id, town.player.playerId)).get()?.pinHash).to.equal(now);
    });

    it('is nobody else’s to read on the machine', () => {
      for (const file of [town.context.config.limitsFile]) expect(statSync(file).isFile()).to.equal(true);
      expect(readFileSync(town.context.config.databaseFile).length).to.be.greaterThan(0);
    });
  });

  describe('which nicknames are taken', () => {
    it('is not found out by asking: taken ones are counted', async () => {
      const { code } = invitePlayers(town.context, town.coach, { ...squad(), id: uuid(), days: 3, uses: 100 });
      const ask = (nickname: string) =>
        outcome(() =>
          askToJoin(
            town.context,
            town.nobody,
            { id: uuid(), code, nickname, birthYear: 2015, strongerFoot: 'right', pin: '4711' },
            { ...askingAs(town.nobody), from: '10.6.6.7' },
          ),
        );
      expect(await ask('Cornet')).to.equal('bad input');
      for (let i = 0; i < 19; i++) expect(await ask('Comet')).to.equal('bad input');
      expect(await ask('Comet')).to.equal('too many tries');
      expect(await ask('Newt')).to.equal('too many tries');
    });

    it('names that would be mistaken for one another are taken', () => {
      for (const [a, b] of [
        ['Comet', 'Cоmеt'],
        ['Comet', 'C0MET'],
        ['Comet', ' co met '],
        ['Comet', 'Cömet'],
        ['Comet', 'Cornet'],
        ['Bill', 'BiIl'],
      ] as const)
        expect(looksLike(a, b), `${a} ${b}`).to.equal(true);
      for (const [a, b] of [
        ['Comet', 'Comets'],
        ['Newt', 'Next'],
        ['Moss', 'Mars'],
      ] as const)
        expect(looksLike(a, b), `${a} ${b}`).to.equal(false);
    });
  });

  describe('answer times', () => {
    it('do not tell which accounts there are', async () => {
      const times: Record<'known' | 'unknown', number[]> = { known: [], unknown: [] };
      for (let i = 0; i < 60; i++)
        for (const kind of i % 2 ? (['known', 'unknown'] as const) : (['unknown', 'known'] as const)) {
          const email = kind === 'known' ? 'comets@town.example' : `${uuid()}@town.example`;
          const from = performance.now();
          await post('/request-password-reset', { email }, '', `10.${i}.${kind.length}.7`);
          times[kind].push(performance.now() - from);
        }
      const mean = (list: number[]) => list.reduce((sum, n) => sum + n, 0) / list.length;
      const middle = (list: number[]) => list.toSorted((a, b) => a - b).slice(5, -5);
      const [a, b] = [middle(times.known), middle(times.unknown)];
      const variance = (list: number[]) => mean(list.map((n) => (n - mean(list)) ** 2)) / list.length;
      const z = Math.abs(mean(a) - mean(b)) / Math.sqrt(variance(a) + variance(b));
      expect(z).to.be.lessThan(6);
    });
  });
});
