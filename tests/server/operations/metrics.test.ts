import { expect } from 'chai';
import { requestKind } from '../../../src/server/operations/metrics.ts';
import { readConfig, SettingError } from '../../../src/server/platform/config.ts';
import { jobRuns } from '../../../src/server/platform/db/schema.ts';
import { MONDAY_TEN, type Town } from '../make.ts';
import { serveTown } from '../served.ts';

const TOKEN = 'a-token-of-20-letters';

describe('the figures for a program that collects them', () => {
  let town: Town;
  let base: string;
  let close: () => Promise<void>;
  const open = async (env: Record<string, string>) => {
    ({ town, base, close } = await serveTown(env));
  };
  afterEach(() => close());
  const ask = (token: string | null) => fetch(`${base}/metrics`, { headers: token === null ? {} : { authorization: `Bearer ${token}` } });

  it('are an address that is not there where no token is set', async () => {
    await open({});
    expect((await ask(null)).status).to.equal(404);
    expect((await ask('')).status).to.equal(404);
  });

  it('are for whoever has the token, whole', async () => {
    await open({ METRICS_TOKEN: TOKEN });
    for (const wrong of [null, '', TOKEN.slice(0, -1), `${TOKEN}x`, TOKEN.toUpperCase()]) {
      const answer = await ask(wrong);
      expect(answer.status, String(wrong)).to.equal(401);
      expect(answer.headers.get('www-authenticate')).to.equal('Bearer realm="metrics"');
      expect(await answer.text()).not.to.contain('eager_feet_');
    }
    const answer = await ask(TOKEN);
    expect(answer.status).to.equal(200);
    expect(answer.headers.get('content-type')).to.match(/^text\/plain; version=0\.0\.4/);
    expect((await fetch(`${base}/metrics`, { method: 'POST', headers: { authorization: `Bearer ${TOKEN}` } })).status).to.equal(405);
  });

  it('say how long what was answered how, when the nights went well, and nothing of anybody', async () => {
    await open({ METRICS_TOKEN: TOKEN });
    const { db } = town.context;
    const worked = (job: string, at: number, trouble: string | null) =>
      db.insert(jobRuns).values({ id: crypto.randomUUID(), job, startedAt: at, endedAt: at, trouble }).run();
    worked('backup', MONDAY_TEN, null);
    worked('backup', MONDAY_TEN + 1000, 'The disk is full.');
    await (await fetch(`${base}/week`)).text();
    await (await fetch(`${base}/api/v1/clips/${crypto.randomUUID()}/file`)).text();
    const text = await (await ask(TOKEN)).text();
    const line = (begins: string) => text.split('\n').filter((one) => one.startsWith(begins));
    expect(line('eager_feet_request_duration_seconds_count{')).to.have.members([
      'eager_feet_request_duration_seconds_count{kind="page",status="4xx"} 1',
      'eager_feet_request_duration_seconds_count{kind="clip",status="4xx"} 1',
    ]);
    expect(line('eager_feet_night_work_success_timestamp_seconds{')).to.deep.equal([
      `eager_feet_night_work_success_timestamp_seconds{work="backup"} ${MONDAY_TEN / 1000}`,
    ]);
    expect(line('eager_feet_clip_bytes ')).to.deep.equal(['eager_feet_clip_bytes 0']);
    expect(line('eager_feet_broken{')).to.have.length(2);
    expect(line('eager_feet_disk_free_bytes ')).to.have.length(1);
    for (const word of ['Comet', 'fennel', town.squad, '/week', 'town.example']) expect(text, word).not.to.contain(word);
    // A figure that cannot be had keeps no other from being told.
    db.$client.exec('drop table spoken_lines');
    const less = await (await ask(TOKEN)).text();
    expect(less).to.contain('eager_feet_disk_free_bytes ').and.contain('eager_feet_mails_waiting 0');
  });

  it('tell six kinds of addresses apart', async () => {
    await open({});
    for (const [path, kind] of [
      ['/api/uploads', 'upload'],
      ['/api/uploads/abc', 'upload'],
      ['/api/uploadsx', 'interface'],
      ['/api/v1/films/1/file', 'clip'],
      ['/api/v1/films/1', 'interface'],
      ['/api/auth/sign-in/email', 'sign-in'],
      ['/_astro/x.js', 'file'],
      ['/week', 'page'],
    ] as const)
      expect(requestKind(path), path).to.equal(kind);
  });

  it('take no token that is easily guessed, and never show a wrong one', async () => {
    await open({});
    const dir = { DATA_DIR: town.context.config.dataDir };
    expect(readConfig({ ...dir, METRICS_TOKEN: 'x'.repeat(16) }).metricsToken).to.equal('x'.repeat(16));
    for (const wrong of ['x'.repeat(15), 'with spaces in between it'])
      expect(() => readConfig({ ...dir, METRICS_TOKEN: wrong }), wrong)
        .to.throw(SettingError)
        .with.property('message')
        .that.matches(/^METRICS_TOKEN must be at least 16/)
        .and.not.contains(wrong);
  });
});
