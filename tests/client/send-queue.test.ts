import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { allOutgoing, type Outgoing, removeOutgoing } from '../../src/client/device-store.ts';
import { drop, flush, follow, fresh, hold, sendFor, sendForCompanions, sendSoon, sendWhole } from '../../src/client/send-queue.ts';

/* Sending from the device, with a server that answers when the test says so. */

interface Call {
  method: string;
  path: string;
  /** The player it is said to be for. */
  player: string | null;
  answer(status: number, body: unknown): void;
}

describe('a clip on its way', () => {
  const before = { fetch: globalThis.fetch, navigator: Object.getOwnPropertyDescriptor(globalThis, 'navigator') };
  let calls: Call[] = [];
  const until = async (what: () => boolean | Promise<boolean>) => {
    for (let i = 0; i < 500; i++) {
      if (await what()) return;
      await new Promise((done) => setTimeout(done, 2));
    }
    throw new Error('It never came to that.');
  };
  const called = (method: string, path: string) => calls.find((one) => one.method === method && one.path.includes(path));

  beforeEach(async () => {
    calls = [];
    for (const one of await allOutgoing()) await removeOutgoing(one.id);
    globalThis.fetch = ((path: string | URL, init?: RequestInit) =>
      new Promise((resolve) => {
        calls.push({
          method: init?.method ?? 'GET',
          path: String(path),
          player: new Headers(init?.headers).get('x-player'),
          answer: (status, body) => resolve(Response.json(body, { status })),
        });
      })) as typeof fetch;
    Object.defineProperty(globalThis, 'navigator', {
      configurable: true,
      value: { ...globalThis.navigator, locks: { request: (_name: string, _how: object, work: (lock: object) => unknown) => work({}) } },
    });
    sendFor('comet', { height: 360, sound: true });
  });
  after(() => {
    globalThis.fetch = before.fetch;
    if (before.navigator) Object.defineProperty(globalThis, 'navigator', before.navigator);
  });

  const aClip = (): Extract<Outgoing, { kind: 'clip' }> => {
    const id = uuid();
    return {
      ...fresh(id, 'Clip of Sole taps'),
      kind: 'clip',
      body: { playerId: uuid(), id, scoreId: uuid(), squadId: uuid(), workAt: 0 },
      file: new Blob(['a film']),
      trim: null,
      prepared: true,
      uploadUrl: null,
    };
  };

  it('that is stopped and deleted while it is announced is never sent, and the server is told that it is deleted', async () => {
    const clip = aClip();
    await sendSoon(clip);
    await until(() => called('POST', '/go/clips') !== undefined);
    await hold(clip.id, true);
    await drop(clip.id);
    called('POST', '/go/clips')?.answer(200, { id: clip.id, state: 'expected', refusal: null, seconds: null });
    await until(() => called('DELETE', clip.id) !== undefined);
    // In between a phone may die: the word that it is deleted is on the device until the server has it.
    expect((await allOutgoing()).map((one) => [one.id, one.kind])).to.deep.equal([[clip.id, 'no clip']]);
    called('DELETE', clip.id)?.answer(200, { id: clip.id, state: 'deleted', refusal: null, seconds: null });
    await until(async () => (await allOutgoing()).length === 0);
    expect(calls.filter((one) => one.path.includes('uploads'))).to.have.length(0);
  });

  it('that is deleted before the server could hear of it leaves nothing behind and says nothing', async () => {
    const clip = { ...aClip(), held: true, announced: false };
    await sendSoon(clip);
    await drop(clip.id);
    await until(async () => (await allOutgoing()).length === 0);
    expect(calls).to.have.length(0);
  });

  it('that is stopped between being listed and being announced is not announced', async () => {
    const clip = aClip();
    const posting = sendSoon(clip);
    await hold(clip.id, true);
    await posting;
    await new Promise((done) => setTimeout(done, 50));
    expect(calls).to.have.length(0);
    expect((await allOutgoing())[0]).to.include({ held: true });
  });

  it('that could not be cut here is sent whole at the player’s word; one that was refused for another reason is not', async () => {
    const cut = { ...aClip(), prepared: false, trim: { from: 1, to: 5 }, refusal: 'It cannot be cut here.', held: true, tries: 3 };
    const ready = { ...aClip(), refusal: 'It is no clip.' };
    await sendSoon(cut, ready);
    await sendWhole(cut.id);
    await sendWhole(ready.id);
    const now = (id: string) => allOutgoing().then((all) => all.find((one) => one.id === id));
    expect(await now(cut.id)).to.include({ trim: null, refusal: null, tries: 0 });
    expect(await now(ready.id)).to.include({ refusal: 'It is no clip.' });
  });

  describe('of players who take turns', () => {
    const pebble = { playerId: 'pebble', nickname: 'Pebble', film: { height: 720 as const, sound: false } };
    const home = (of: string): Outgoing => {
      const id = uuid();
      return { ...fresh(id, 'What is at home', null, of), kind: 'home', body: {} as never };
    };
    const states = async () => {
      let seen: string[] = [];
      const stop = follow((state) => {
        seen = state.items.map((one) => one.state);
      });
      await flush();
      stop();
      return seen;
    };
    const listener = { addEventListener() {}, removeEventListener() {} };
    beforeEach(() => {
      Object.defineProperty(globalThis, 'window', { configurable: true, value: listener });
    });
    afterEach(() => {
      sendForCompanions('comet', []);
      Reflect.deleteProperty(globalThis, 'window');
    });

    it('goes out for each under the own name, and of nobody who did not come along', async () => {
      sendForCompanions('comet', [pebble]);
      await sendSoon(home('moth'), home('pebble'), home('comet'));
      for (const player of ['pebble', 'comet']) {
        await until(() => calls.some((one) => one.player === player));
        calls.find((one) => one.player === player)?.answer(200, {});
      }
      await until(async () => (await allOutgoing()).length === 1);
      expect(calls.map((one) => one.player).sort()).to.deep.equal(['comet', 'pebble']);
      expect(await states()).to.deep.equal(['other player']);
    });

    it('waits without holding up the others, once the sign-in of one is over', async () => {
      sendForCompanions('comet', [pebble]);
      await sendSoon(home('pebble'), home('comet'));
      await until(() => calls.length === 1);
      calls[0]?.answer(409, { title: 'somebody else', detail: 'Not signed in here.' });
      await until(() => calls.length === 2);
      expect(calls[1]?.player).to.equal('comet');
      calls[1]?.answer(200, {});
      await until(async () => (await allOutgoing()).length === 1);
      expect(await states()).to.deep.equal(['other player']);
      expect((await allOutgoing())[0]?.refusal).to.equal(null);
    });

    it('ends with another player', async () => {
      sendForCompanions('comet', [pebble]);
      sendFor('moth', { height: 360, sound: true });
      sendForCompanions('comet', [pebble]);
      await sendSoon(home('pebble'));
      expect(await states()).to.deep.equal(['other player']);
      expect(calls).to.have.length(0);
    });
  });

  it('that the server never heard of counts as deleted there', async () => {
    const clip = { ...aClip(), held: true, announced: true };
    await sendSoon(clip);
    await drop(clip.id);
    await until(() => called('DELETE', clip.id) !== undefined);
    called('DELETE', clip.id)?.answer(404, { title: 'not found', detail: 'This is not here.' });
    await until(async () => (await allOutgoing()).length === 0);
  });
});
