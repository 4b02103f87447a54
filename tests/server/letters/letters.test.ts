import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { setPostChoices } from '../../../src/server/consent/mail-choices.ts';
import { setAppContext } from '../../../src/server/context.ts';
import { transportFor } from '../../../src/server/mail/mail.ts';
import { sendDue } from '../../../src/server/mail/outbox.ts';
import { letters, outbox, playerGuardians } from '../../../src/server/platform/db/schema.ts';
import { setPause } from '../../../src/server/progress/notes.ts';
import { decideScore } from '../../../src/server/review/decide.ts';
import { putBreak, setFigures } from '../../../src/server/rules/rules.ts';
import { family, giveConsent } from '../../../src/server/screens/family.ts';
import { postWhatIsDue, previewPost, readPost, writeToFamilies } from '../../../src/server/screens/letters.ts';
import { remindFamilies } from '../../../src/server/screens/reminders.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { addGuardian } from '../../../src/server/squads/people.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { sendRun } from '../../../src/server/training/send-run.ts';
import { signInRoute } from '../../../src/server/wiring/sign-in-route.ts';
import { cookieOf } from '../../cookies.ts';
import { aGo, aPlan, aScore, DAY, HOUR, MONDAY_TEN, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';

describe('mail to families', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const squad = () => ({ squad: town.squad });
  /** Hours of Monday, November 2nd in Chicago. */
  const hour = (n: number) => town.setNow(MONDAY_TEN + (n - 10) * HOUR);
  const yes = (say = true, guardian = town.guardian, player = town.player.playerId) =>
    giveConsent(town.context, guardian, { player, id: uuid(), kind: 'post', yes: say, textVersion: 1 });
  const mails = () => town.context.db.select().from(outbox).all();
  const kinds = () =>
    town.context.db
      .select()
      .from(letters)
      .all()
      .map((one) => one.kind);
  /** A week with a session wished for today, Monday. */
  const release = () => releaseNow(town, { ...aPlan(), sessions: aPlan().sessions.map((one) => ({ ...one, day: 1 })) });

  it('goes out only after a guardian’s yes; letters lie on the family’s page all the same', () => {
    release();
    expect(remindFamilies(town.context)).to.equal(2);
    expect(kinds()).to.deep.equal(['week opened', 'week opened']);
    expect(mails()).to.deep.equal([]);
    expect(family(town.context, town.guardian).children[0]?.letters).to.have.length(1);
    yes();
    hour(16);
    remindFamilies(town.context);
    expect(mails().map((one) => one.subject)).to.deep.equal(['Today for Comet: Quick feet']);
    yes(false);
    town.setNow(MONDAY_TEN + 7 * DAY);
    postWhatIsDue(town.context);
    expect(kinds()).to.include('monday summary');
    expect(mails()).to.have.length(2);
    expect(mails().filter((one) => one.playerId !== null)).to.have.length(1);
  });

  describe('in the coach’s own words', () => {
    const write = (players: string[] | null, id = uuid(), coach = town.coach) =>
      writeToFamilies(town.context, coach, { ...squad(), id, players, subject: ' Snow ', text: 'No training outside.\n\nStay in\n& dry.' });
    const page = (guardian = town.guardian) => family(town.context, guardian).children[0]?.letters[0];

    it('goes to the families of some or of all, lies on their page, and is mailed after a yes alone, outside the quiet hours', () => {
      yes();
      hour(22);
      expect(write([town.player.playerId])).to.deep.equal({ sent: 1, without: [] });
      expect(page()).to.include({ subject: 'Snow' });
      expect(page()?.plain).to.match(/^fennel of Squad LANTERN writes:\n\nNo training outside\.\n\nStay in\n& dry\.\n\n/);
      expect(page()?.html).to.include('<p>Stay in</p><p>&amp; dry.</p>').and.not.to.include('<h2>');
      expect(page(town.otherGuardian)).to.equal(undefined);
      expect(mails()).to.have.length(1);
      expect(mails()[0]?.notBefore).to.be.greaterThan(town.context.now());
      expect(write(null).sent).to.equal(2);
      expect(page(town.otherGuardian)?.subject).to.equal('Snow');
      expect(mails(), 'the other family said nothing yet').to.have.length(2);
      expect(readPost(town.context, town.coach, squad()).letters.map((one) => one.kind)).to.deep.equal(Array(3).fill('from the coach'));
    });

    it('sent twice is one letter; a guardian of two gets it once; no child is told anything', () => {
      addGuardian(town.context, town.otherPlayer.playerId, (town.guardian as { userId: string }).userId);
      const id = uuid();
      expect([write(null, id).sent, write(null, id).sent]).to.deep.equal([2, 0]);
      const to = town.context.db.select({ userId: letters.userId }).from(letters).all();
      expect(to.map((one) => one.userId)).to.not.include(town.player.userId);
    });

    it('says who has no grown-up yet, and is not sent where nobody would get it, or to players of another squad', async () => {
      town.context.db.delete(playerGuardians).where(eq(playerGuardians.playerId, town.otherPlayer.playerId)).run();
      expect(write(null)).to.deep.equal({ sent: 1, without: ['Pebble'] });
      expect(await outcome(() => write([town.otherPlayer.playerId]))).to.equal('bad input');
      expect(await outcome(() => write([town.strangerPlayer.playerId]))).to.equal('not found');
      expect(readPost(town.context, town.coach, squad()).players).to.deep.equal([
        { id: town.player.playerId, nickname: 'Comet', guardians: 1 },
        { id: town.otherPlayer.playerId, nickname: 'Pebble', guardians: 0 },
      ]);
    });

    it('is mailed to who wants anything mailed at all', () => {
      yes();
      const choose = (reminders: boolean, summaries: boolean) =>
        setPostChoices(town.context, town.guardian, { reminders, summaries, quietFrom: 20, quietTo: 7, mailsPerDay: 9 });
      choose(false, false);
      write([town.player.playerId]);
      expect(mails()).to.have.length(0);
      choose(true, false);
      write([town.player.playerId]);
      choose(false, true);
      write([town.player.playerId]);
      expect(mails()).to.have.length(2);
    });
  });

  it('tells of a new week at once and of today in the afternoon, each once', () => {
    yes();
    release();
    hour(11);
    expect(remindFamilies(town.context)).to.equal(2);
    hour(15);
    expect(remindFamilies(town.context)).to.equal(0);
    hour(16);
    expect(remindFamilies(town.context)).to.equal(2);
    expect(remindFamilies(town.context)).to.equal(0);
  });

  it('says nothing of a session that is done, in a break, in a pause, or when the squad has no reminders', () => {
    release();
    hour(11);
    remindFamilies(town.context);
    hour(16);
    const { week } = thisWeek(town.context, town.player);
    const sheet = aGo(town, 0, [aScore()]);
    sendRun(town.context, town.player, {
      ...{
        id: uuid(),
        revisionId: sheet.revisionId,
        sessionId: sheet.sessionId,
        startedAt: town.context.now(),
        sentAt: town.context.now(),
      },
      events: [{ type: 'start', at: town.context.now() }],
    });
    town.context.db.$client.prepare('update runs set share = 1').run();
    expect(week?.content.sessions).to.have.length(1);
    const to = () => previewPost(town.context, town.coach, squad()).reminders.map((one) => one.about);
    expect(to()).to.deep.equal(['Pebble']);
    setPause(town.context, town.coach, { ...squad(), player: town.otherPlayer.playerId, pause: uuid(), from: '2026-11-02', to: null });
    expect(to()).to.deep.equal([]);
    putBreak(town.context, town.coach, { ...squad(), break: uuid(), from: '2026-11-02', to: '2026-11-03', title: 'Fair' });
    expect(to()).to.deep.equal([]);
    setFigures(town.context, town.coach, { ...squad(), reminders: false });
    expect(remindFamilies(town.context)).to.equal(0);
  });

  it('asks for one more go with the coach’s line, until it is done', () => {
    release();
    const score = uuid();
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ id: score })]));
    decideScore(town.context, town.coach, {
      score,
      id: uuid(),
      verdict: 'again please',
      value: null,
      reason: null,
      line: 'Heels up this time.',
      cues: [],
    });
    const today = () =>
      previewPost(town.context, town.coach, squad()).reminders.find((one) => one.kind === 'today' && one.about === 'Comet')?.plain;
    expect(today()).to.include('Once more, please').and.to.include('Heels up this time.');
    town.setNow(town.context.now() + HOUR);
    sendGo(town.context, town.player, aGo(town, 0, [aScore()]));
    expect(today()).to.not.include('Once more');
  });

  it('waits out the quiet hours, and keeps to the daily limit', () => {
    yes();
    setPostChoices(town.context, town.guardian, { reminders: true, summaries: true, quietFrom: 20, quietTo: 7, mailsPerDay: 1 });
    hour(21);
    release();
    remindFamilies(town.context);
    // The new week's letter is mailed in the morning; today's has no room left on that day.
    expect(mails().map((one) => [one.subject, one.notBefore])).to.deep.equal([['Comet: week 1 is open', MONDAY_TEN + 21 * HOUR]]);
    expect(family(town.context, town.guardian).children[0]?.letters.length).to.equal(2);
  });

  it('asks for the yes again when a mail goes: a no in the quiet hours keeps it back', async () => {
    yes();
    hour(21);
    release();
    remindFamilies(town.context);
    expect(mails().length).to.be.greaterThan(0);
    yes(false);
    town.setNow(MONDAY_TEN + 22 * HOUR);
    expect(await sendDue(town.context)).to.equal(0);
    expect(mails().every((one) => one.sentAt === null && one.trouble === 'no yes any more')).to.equal(true);
  });

  it('is not sent to who switched it off', () => {
    yes();
    setPostChoices(town.context, town.guardian, { reminders: false, summaries: true, quietFrom: 20, quietTo: 7, mailsPerDay: 5 });
    release();
    remindFamilies(town.context);
    expect(mails()).to.deep.equal([]);
    const preview = previewPost(town.context, town.coach, squad());
    expect(preview.reminders.every((one) => !one.mailed)).to.equal(true);
  });

  it('lands in the local mailbox as a file that any mail program reads, and only its owner', async () => {
    yes();
    release();
    remindFamilies(town.context);
    expect(await sendDue(town.context)).to.equal(1);
    expect(await sendDue(town.context)).to.equal(0);
    const folder = join(town.context.config.dataDir, 'mailbox');
    const [name = ''] = readdirSync(folder);
    const mail = await simpleParser(readFileSync(join(folder, name)));
    expect(mail.subject).to.equal('Comet: week 1 is open');
    expect(mail.text).to.include('Quick feet');
    expect(mail.html).to.include('<h2>');
    expect([mail.to].flat()[0]?.text).to.equal('comets@town.example');
    expect(statSync(join(folder, name)).mode & 0o777).to.equal(0o600);
    expect(readPost(town.context, town.coach, squad()).mails[0]).to.include({ state: 'sent', to: 'comets', about: 'Comet' });
  });

  it('is tried again, longer apart each time, and given up after six tries; the letter stays', async () => {
    yes();
    release();
    remindFamilies(town.context);
    const broken = { send: async () => Promise.reject(Object.assign(new Error('no'), { code: 'ECONNREFUSED' })) };
    for (let i = 0; i < 6; i++) {
      expect(await sendDue(town.context, broken)).to.equal(0);
      town.setNow(Math.max(town.context.now(), mails()[0]?.notBefore ?? 0));
    }
    const [mail] = mails();
    expect(mail).to.include({ tries: 6, trouble: 'ECONNREFUSED', sentAt: null });
    expect(mail?.givenUpAt).to.be.a('number');
    expect(await sendDue(town.context, broken)).to.equal(0);
    expect(readPost(town.context, town.coach, squad()).mails[0]).to.include({ state: 'given up', tries: 6 });
  });

  it('is handed to a real mail server where one is set', async () => {
    const { createServer } = await import('node:net');
    const said: string[] = [];
    // The least of the protocol that a mail server speaks.
    const server = createServer((socket) => {
      socket.write('220 here\r\n');
      let inData = false;
      socket.on('data', (data) => {
        for (const line of data.toString().split('\r\n')) {
          if (inData) {
            said.push(line);
            if (line === '.') {
              inData = false;
              socket.write('250 kept\r\n');
            }
          } else if (/^(EHLO|HELO|MAIL|RCPT)/.test(line)) socket.write('250 ok\r\n');
          else if (line === 'DATA') {
            inData = true;
            socket.write('354 go on\r\n');
          } else if (line === 'QUIT') socket.end('221 bye\r\n');
        }
      });
      socket.on('error', () => undefined);
    });
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
    const { port } = server.address() as { port: number };
    const config = { ...town.context.config, smtpUrl: `smtp://127.0.0.1:${port}` };
    await transportFor(config).send({
      id: uuid(),
      to: 'a@town.example',
      subject: 'A new week',
      plain: 'Hello',
      html: '<p>Hello</p>',
      at: MONDAY_TEN,
    });
    server.close();
    const mail = await simpleParser(said.join('\r\n').trimStart());
    expect([mail.subject, mail.text?.trim()]).to.deep.equal(['A new week', 'Hello']);
  });
});

describe('a new password', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    setAppContext(town.context);
  });
  afterEach(() => town.close());

  const post = (path: string, body: object, cookie = '') =>
    signInRoute(
      new Request(`http://localhost/api/auth${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-eager-feet-address': '10.0.0.1', cookie },
        body: JSON.stringify(body),
      }),
    );
  const signIn = (password: string) => post('/sign-in/email', { email: 'comets@town.example', password });
  const unseal = (text: string) => town.context.seal.unseal(text);
  const mails = () => town.context.db.select().from(outbox).all();
  const links = () => mails().filter((one) => one.subject.includes('new password'));
  /** The mail is made after the answer went. */
  const soon = async (n: number) => {
    for (let i = 0; i < 500 && links().length < n; i++) await new Promise((done) => setTimeout(done, 2));
  };
  const tokenIn = (plain: string | undefined) => /#(\S+)/.exec(unseal(plain ?? ''))?.[1] ?? '';

  it('comes by a link that works once and ends all sign-ins; nobody learns whether there is an account', async () => {
    const cookie = cookieOf(await signIn('a long enough password'));
    const nobody = await post('/request-password-reset', { email: 'nobody@town.example' });
    const somebody = await post('/request-password-reset', { email: 'comets@town.example' });
    expect([nobody.status, await nobody.text()]).to.deep.equal([somebody.status, await somebody.text()]);
    await soon(1);
    expect(links()).to.have.length(1);
    const token = tokenIn(links()[0]?.plain);
    expect((await post('/reset-password', { token, newPassword: 'short' })).status).to.equal(400);
    expect((await post('/reset-password', { token, newPassword: 'quite another one' })).status).to.equal(200);
    expect((await post('/reset-password', { token, newPassword: 'and a third one' })).status).to.equal(400);
    expect((await signIn('a long enough password')).status).to.equal(401);
    expect((await signIn('quite another one')).status).to.equal(200);
    const session = await town.context.auth.api.getSession({ headers: new Headers({ cookie }) });
    expect(session).to.equal(null);
    expect(
      mails()
        .map((one) => unseal(one.plain))
        .join(),
    ).to.include('The password was changed');
  });

  it('leaves neither its link nor a letter with it readable in the database', async () => {
    await post('/request-password-reset', { email: 'comets@town.example' });
    await soon(1);
    const token = tokenIn(links()[0]?.plain);
    expect(token.length).to.be.greaterThan(20);
    town.context.db.$client.pragma('wal_checkpoint(TRUNCATE)');
    expect(readFileSync(town.context.config.databaseFile).toString('latin1')).to.not.include(token);
  });

  it('is asked for three times an hour at the most: nobody’s mailbox is filled', async () => {
    for (let i = 0; i < 6; i++) expect((await post('/request-password-reset', { email: 'comets@town.example' })).status).to.equal(200);
    await soon(4);
    expect(links()).to.have.length(3);
  });

  it('is changed by who knows the old one, who is told by mail; everywhere else is signed out, whatever was asked', async () => {
    const cookie = cookieOf(await signIn('a long enough password'));
    const elsewhere = cookieOf(await signIn('a long enough password'));
    const before = mails().length;
    const change = (currentPassword: string) =>
      post('/change-password', { currentPassword, newPassword: 'quite another one', revokeOtherSessions: false }, cookie);
    expect((await change('a wrong password')).status).to.equal(400);
    expect(mails()).to.have.length(before);
    expect((await change('a long enough password')).status).to.equal(200);
    expect(await town.context.auth.api.getSession({ headers: new Headers({ cookie: elsewhere }) })).to.equal(null);
    expect(unseal(mails().at(-1)?.plain ?? '')).to.include('The password was changed');
  });

  it('is not found out from inside an account: five wrong ones, and the right one waits too', async () => {
    const cookie = cookieOf(await signIn('a long enough password'));
    const change = (currentPassword: string) => post('/change-password', { currentPassword, newPassword: 'quite another one' }, cookie);
    const together = await Promise.all(Array.from({ length: 40 }, (_, i) => change(`wrong password ${i}`)));
    expect(together.filter((one) => one.status === 400)).to.have.length(5);
    expect(together.filter((one) => one.status === 429)).to.have.length(35);
    expect((await change('a long enough password')).status).to.equal(429);
    expect(Number((await change('a long enough password')).headers.get('retry-after'))).to.be.within(1, 300);
  });
});
