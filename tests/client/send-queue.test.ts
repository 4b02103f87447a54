import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { allOutgoing, type Outgoing, removeOutgoing } from '../../src/client/device-store.ts';
import { drop, fresh, hold, sendFor, sendSoon } from '../../src/client/send-queue.ts';

/* Sending from the device, with a server that answers when the test says so. */

interface Call {
  method: string;
  path: string;
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

  it('that the server never heard of counts as deleted there', async () => {
    const clip = { ...aClip(), held: true, announced: true };
    await sendSoon(clip);
    await drop(clip.id);
    await until(() => called('DELETE', clip.id) !== undefined);
    called('DELETE', clip.id)?.answer(404, { title: 'not found', detail: 'This is not here.' });
    await until(async () => (await allOutgoing()).length === 0);
  });
});
