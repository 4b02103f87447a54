import { expect } from 'chai';
import { askingFrom } from '../../../src/server/accounts/actor.ts';
import { session } from '../../../src/server/platform/db/schema.ts';
import { Problem } from '../../../src/server/platform/problems.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { openTown, releaseNow, type Town } from '../make.ts';

describe('players who take turns on one device', () => {
  let town: Town;
  /** What the browser holds. */
  let jar: Map<string, string>;
  const cookie = () => [...jar].map(([name, value]) => `${name}=${value}`).join('; ');

  const post = async (path: string, body: object) => {
    const headers = { 'content-type': 'application/json', 'x-eager-feet-address': '10.0.0.1', cookie: cookie() };
    const answer = await town.context.auth.handler(
      new Request(`${town.context.config.baseAddress}/api/auth${path}`, { method: 'POST', headers, body: JSON.stringify(body) }),
    );
    for (const set of answer.headers.getSetCookie()) {
      const [name = '', value = ''] = (set.split(';')[0] ?? '').split(/=(.*)/s);
      if (value === '' || /max-age=0/i.test(set)) jar.delete(name);
      else jar.set(name, value);
    }
    return { status: answer.status, said: (await answer.json().catch(() => ({}))) as { message?: string; playerId?: string } };
  };
  const tokens = () =>
    town.context.db
      .select({ token: session.token })
      .from(session)
      .all()
      .map((one) => one.token);
  const signIn = (nickname: string, pin: string) => post('/sign-in/squad', { code: 'lantern', nickname, pin });
  const bring = (nickname: string, pin: string) => post('/sign-in/beside', { code: 'lantern', nickname, pin });
  const ask = (player?: string) =>
    askingFrom(town.context, new Headers({ cookie: cookie(), ...(player === undefined ? {} : { 'x-player': player }) }));
  const refusal = async (player?: string) => {
    const found: unknown = await ask(player).catch((error: unknown) => error);
    return found instanceof Problem ? found.kind : 'none';
  };
  const idOf = async (player?: string) => {
    const { actor } = await ask(player);
    return actor.kind === 'player' ? actor.playerId : actor.kind;
  };

  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    jar = new Map();
  });
  afterEach(() => town.close());

  it('asks for the own PIN, and then each request is for the player it names', async () => {
    await signIn('Comet', '2468');
    expect((await bring('Pebble', '9999')).status).to.equal(401);
    expect(await refusal(town.otherPlayer.playerId)).to.equal('somebody else');
    const { status, said } = await bring('Pebble', '1357');
    expect([status, said.playerId]).to.deep.equal([200, town.otherPlayer.playerId]);
    expect(await idOf()).to.equal(town.player.playerId);
    expect(await idOf(town.player.playerId)).to.equal(town.player.playerId);
    expect(await idOf(town.otherPlayer.playerId)).to.equal(town.otherPlayer.playerId);
    const { actor } = await ask(town.otherPlayer.playerId);
    expect(thisWeek(town.context, actor).nickname).to.equal('Pebble');
  });

  it('is nobody who was not let in, whoever is named', async () => {
    expect((await bring('Pebble', '1357')).status).to.equal(401);
    await signIn('Comet', '2468');
    await bring('Pebble', '1357');
    expect(await refusal('01890000-0000-7000-8000-000000000000')).to.equal('somebody else');
    expect(await refusal('')).to.equal('none');
    const beside = jar.get('eager-feet.beside') ?? '';
    jar.clear();
    jar.set('eager-feet.beside', beside);
    expect(await idOf(town.otherPlayer.playerId)).to.equal('nobody');
  });

  it('takes no token that the house did not seal itself', async () => {
    await signIn('Comet', '2468');
    await bring('Pebble', '1357');
    const [seal, token] = jar.get('eager-feet.beside')?.split('.') ?? [];
    for (const forged of [token, `.${token}`, `${seal?.slice(1)}x.${token}`, `${seal}.${token}.${token}`]) {
      jar.set('eager-feet.beside', forged ?? '');
      expect(await refusal(town.otherPlayer.playerId), forged).to.equal('somebody else');
    }
  });

  it('brings nobody along with themselves, and a second time in the place of the first', async () => {
    await signIn('Comet', '2468');
    expect((await bring('Comet', '2468')).said.message).to.match(/That is you/);
    await bring('Pebble', '1357');
    const first = jar.get('eager-feet.beside');
    await bring('Pebble', '1357');
    expect(jar.get('eager-feet.beside')).to.not.equal(first);
    expect(jar.get('eager-feet.beside')?.split('.')).to.have.length(2);
    expect(town.context.db.select({ token: session.token }).from(session).all()).to.have.length(2);
  });

  it('ends with the one who signs out, and with another who signs in', async () => {
    for (const end of [() => post('/sign-out', {}), () => signIn('Pebble', '1357')]) {
      await signIn('Comet', '2468');
      await bring('Pebble', '1357');
      const token = jar.get('eager-feet.beside')?.split('.')[1] ?? '';
      expect(tokens()).to.include(token);
      await end();
      expect(jar.has('eager-feet.beside')).to.equal(false);
      expect(tokens()).to.not.include(token);
    }
  });

  it('ends when the own sign-in is ended', async () => {
    await signIn('Comet', '2468');
    await bring('Pebble', '1357');
    const { signInId } = await ask(town.otherPlayer.playerId);
    expect(signInId).to.be.a('string');
    town.context.db.delete(session).run();
    expect(await idOf(town.otherPlayer.playerId)).to.equal('nobody');
  });
});
