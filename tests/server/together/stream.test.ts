import { createServer, get, type IncomingMessage, type Server } from 'node:http';
import { expect } from 'chai';
import { createRooms } from '../../../src/server/platform/rooms.ts';
import { callOff, sayToSquad } from '../../../src/server/together/evenings.ts';
import { followEvening } from '../../../src/server/together/stream.ts';
import { anEvening, openTown, releaseNow, type Town, uuid } from '../make.ts';
import { closed, listening } from '../served.ts';

/** A device on an evening's line, and what it has heard. */
async function listen(base: string, path: string) {
  const response = await new Promise<IncomingMessage>((resolve, reject) => get(`${base}${path}`, resolve).once('error', reject));
  let text = '';
  response.setEncoding('utf8');
  response.on('data', (chunk: string) => {
    text += chunk;
  });
  response.on('error', () => {});
  return {
    response,
    heard: () => text,
    ids: () => [...text.matchAll(/^id: (\d+)$/gm)].map((found) => Number(found[1])),
    async until(fits: (text: string) => boolean) {
      while (!fits(text)) await new Promise((resolve) => setImmediate(resolve));
    },
  };
}

describe('the line to a live evening', () => {
  let town: Town;
  let server: Server;
  let base: string;
  let evening: string;
  let mayStay: boolean;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    evening = anEvening(town).id;
    mayStay = true;
    // /player/3 is a player that heard three words.
    server = createServer((req, res) => {
      const [, who, last] = (req.url ?? '').split('/');
      const actor = who === 'coach' ? town.coach : who === 'stranger' ? town.strangerPlayer : town.player;
      try {
        followEvening(town.context, actor, { evening, lastHeard: Number(last) }, res, async () => mayStay, who === 'head');
      } catch (error) {
        res.writeHead(403).end(String(error));
      }
    });
    base = await listening(server);
  });
  afterEach(async () => {
    await closed(server);
    town.close();
  });
  const say = (type: 'go' | 'ask' | 'pause', go: number | null = null) =>
    sayToSquad(town.context, town.coach, { evening, id: uuid(), type, go });

  it('tells what the coach says to everybody, in order and once', async () => {
    const one = await listen(base, '/player/0');
    const other = await listen(base, '/coach/0');
    say('go', 0);
    say('ask');
    for (const device of [one, other]) {
      await device.until((text) => text.includes('id: 2\n'));
      expect(device.ids()).to.deep.equal([1, 2]);
    }
    expect(one.response.headers['content-type']).to.equal('text/event-stream; charset=utf-8');
    expect(one.response.headers['x-accel-buffering']).to.equal('no');
    await one.until((text) => text.includes('event: scene'));
    await other.until((text) => text.includes('event: board'));
    expect(one.heard()).not.to.contain('event: board');
  });

  it('tells a device that comes back what it has not heard, and nothing twice', async () => {
    say('go', 0);
    say('ask');
    say('pause');
    const back = await listen(base, '/player/1');
    await back.until((text) => text.includes('id: 3\n'));
    expect(back.ids()).to.deep.equal([2, 3]);
  });

  it('is for nobody from outside', async () => {
    const { response } = await listen(base, '/stranger/0');
    expect(response.statusCode).to.equal(403);
  });

  it('lets go who may not be here any more, and costs nothing when nobody is left', async () => {
    town.context.rooms = createRooms(5);
    const one = await listen(base, '/player/0');
    await one.until((text) => text.includes('event: scene'));
    mayStay = false;
    await new Promise((resolve) => one.response.once('end', resolve));
    await one.until(() => town.context.rooms.size === 0);
  });

  it('lets go whoever is there when the evening is called off', async () => {
    const one = await listen(base, '/player/0');
    await one.until((text) => text.includes('event: scene'));
    callOff(town.context, town.coach, { evening });
    await one.until((text) => text.includes('id: 1\n'));
    expect(one.heard()).to.contain('"type":"end"');
  });

  it('says how it would answer to whoever asks for that alone, and takes nobody in', async () => {
    const { response, heard } = await listen(base, '/head/0');
    await new Promise((resolve) => response.once('end', resolve));
    expect([response.statusCode, response.headers['content-type'], heard()]).to.deep.equal([200, 'text/event-stream; charset=utf-8', '']);
    expect(town.context.rooms.size).to.equal(0);
  });

  it('ends with the house', async () => {
    const one = await listen(base, '/player/0');
    await one.until((text) => text.includes('event: scene'));
    town.context.rooms.close();
    await new Promise((resolve) => one.response.once('end', resolve));
  });
});
