import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import about from '../../../package.json' with { type: 'json' };
import { command } from '../../../src/server/operations/cli.ts';
import { housesServer, readHouses } from '../../../src/server/operations/houses.ts';
import { SettingError } from '../../../src/server/platform/config.ts';
import { closed, listening, type ServedTown, serveTown } from '../served.ts';

const TOKEN = 'a-token-of-20-letters';
const folder = mkdtempSync(join(tmpdir(), 'houses-'));
const listOf = (houses: unknown) => {
  const file = join(folder, 'houses.json');
  writeFileSync(file, typeof houses === 'string' ? houses : JSON.stringify({ houses }));
  return file;
};

describe('many houses on one page', () => {
  let house: ServedTown;
  let stranger: Server;
  let strange: string;
  before(async () => {
    house = await serveTown({ METRICS_TOKEN: TOKEN });
    stranger = createServer((_request, response) => response.end('<p>a page of somebody else</p>'));
    strange = await listening(stranger);
  });
  after(async () => {
    await closed(stranger);
    await house.close();
  });
  const run = async (args: string[]) => {
    const said: string[] = [];
    return { code: await command({}, ['houses', ...args], (one) => said.push(one)), said };
  };

  it('shows a house by what it says of itself, and what is none, and what is not there', async () => {
    const file = listOf([
      { name: 'Lanternfish', address: house.base, metricsToken: TOKEN },
      { name: 'Reef', address: house.base, metricsToken: `${TOKEN}x` },
      { name: 'Stranger', address: strange },
      { name: 'Nobody', address: 'http://127.0.0.1:9' },
    ]);
    const server = housesServer(file);
    const base = await listening(server);
    try {
      const answer = await fetch(`${base}/houses.json`);
      const { houses } = (await answer.json()) as { houses: { name: string; release: string | null; isUp: boolean; troubles: string[] }[] };
      const of = (name: string) => houses.find((one) => one.name === name);
      expect(of('Lanternfish')).to.include({ isUp: true, release: about.version });
      expect(of('Lanternfish')?.troubles).to.deep.equal(['There is no backup.']);
      expect(of('Reef')).to.include({ isUp: true, release: null });
      expect(of('Reef')?.troubles[1]).to.contain('/metrics answers 401');
      expect(of('Stranger')?.troubles).to.deep.equal(['It does not answer: what answers is no Eager Feet']);
      expect(of('Nobody')?.troubles[0]).to.match(/^It does not answer: .*(refused|bad port)/i);
      const page = await fetch(base);
      expect(page.headers.get('content-security-policy')).to.contain("default-src 'none'");
      expect(await page.text())
        .to.contain('4 houses, 4 to look at.')
        .and.not.contain(TOKEN);
      expect((await fetch(base, { method: 'POST' })).status).to.equal(405);
      for (const path of ['/elsewhere', '//', '//houses.json']) expect((await fetch(`${base}${path}`)).status, path).to.equal(404);
    } finally {
      await closed(server);
    }
  });

  it('asks the houses once for all who look within some seconds, and reads the list anew then', async () => {
    let now = Date.now();
    const server = housesServer(listOf([{ name: 'Lanternfish', address: house.base }]), () => now);
    const base = await listening(server);
    const names = async () =>
      ((await (await fetch(`${base}/houses.json`)).json()) as { houses: { name: string }[] }).houses.map(({ name }) => name);
    try {
      expect(await names()).to.deep.equal(['Lanternfish']);
      const file = listOf([{ name: 'Reef', address: house.base }]);
      expect(await names()).to.deep.equal(['Lanternfish']);
      now += 5000;
      expect(await names()).to.deep.equal(['Reef']);
      writeFileSync(file, '{');
      now += 5000;
      const broken = await fetch(base);
      expect(broken.status).to.equal(500);
      expect(await broken.text()).to.contain('is no JSON');
    } finally {
      await closed(server);
    }
  });

  it('says once how all are, with a code for whoever watches', async () => {
    const file = listOf([{ name: 'Lanternfish', address: house.base, metricsToken: TOKEN }]);
    expect(await run([file, '--once'])).to.deep.equal({ code: 1, said: ['Lanternfish: There is no backup.', '1 house, 1 to look at.'] });
  });

  it('says what is wrong with the list, by its place', async () => {
    expect(() => readHouses(join(folder, 'none.json'))).to.throw(SettingError, 'cannot be read');
    expect(() => readHouses(listOf('nothing'))).to.throw(SettingError, 'is no JSON');
    expect(() => readHouses(listOf([]))).to.throw(SettingError, /houses: /);
    expect(() => readHouses(listOf([{ name: 'Reef', address: 'reef.example' }]))).to.throw(SettingError, 'houses.0.address');
    expect(() => readHouses(listOf([{ name: ' ', address: 'https://reef.example' }]))).to.throw(SettingError, 'houses.0.name');
    expect((await run([])).said[0]).to.match(/^Say where the list/);
    expect((await run([listOf([{ name: 'Reef', address: house.base }]), '--port', '0'])).said[0]).to.match(/^--port is a number/);
  });
});
