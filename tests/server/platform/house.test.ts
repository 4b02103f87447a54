import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { count } from 'drizzle-orm';
import { z } from 'zod';
import { readConfig, SettingError } from '../../../src/server/platform/config.ts';
import { openDatabase } from '../../../src/server/platform/db/connection.ts';
import { scores } from '../../../src/server/platform/db/schema.ts';
import { Problem, parseInput, problemDocument } from '../../../src/server/platform/problems.ts';

describe('settings', () => {
  const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-settings-'));
  after(() => rmSync(dataDir, { recursive: true, force: true }));

  it('say what is wrong with a port and with a folder that cannot be written', () => {
    expect(() => readConfig({ PORT: 'many' })).to.throw(SettingError, 'PORT is "many"');
    expect(() => readConfig({ DATA_DIR: '/dev/null/data' })).to.throw(SettingError, 'set DATA_DIR to another folder');
  });

  const wrong: [Record<string, string>, string][] = [
    [{ PORT: '0' }, 'PORT is "0", but must be a whole number from 1 to 65535.'],
    [{ PORT: '65536' }, 'PORT is "65536"'],
    [{ NIGHT_HOUR: '24' }, 'NIGHT_HOUR is "24", but must be a whole hour from 0 to 23.'],
    [{ NIGHT_HOUR: '2.5' }, 'NIGHT_HOUR is "2.5"'],
    [{ CLIP_ROOM_GB: '0' }, 'CLIP_ROOM_GB is "0", but must be a number of gigabytes above 0.'],
    [{ REQUESTS_PER_MINUTE: '59' }, 'REQUESTS_PER_MINUTE is "59", but must be a whole number from 60.'],
    [{ TWO_FACTOR_FOR_HEADS: 'on' }, 'TWO_FACTOR_FOR_HEADS is "on", but must be yes or no.'],
    [{ BASE_ADDRESS: 'feet.example' }, 'BASE_ADDRESS is "feet.example", but must be the address people type'],
    [{ SMTP_URL: 'me:secret@mail.example' }, 'SMTP_URL must be like smtps://'],
  ];
  for (const [env, sentence] of wrong)
    it(`refuse ${Object.entries(env)[0]?.join(' ')}`, () => {
      const say = () => readConfig({ DATA_DIR: dataDir, ...env });
      expect(say).to.throw(SettingError, sentence);
      expect(say).to.not.throw(/secret@/);
    });

  it('are read as they stand; an empty one is none', () => {
    const { port, nightHour, clipRoomGb, requestBounds, twoFactorForHeads, baseAddress, proxies, smtpUrl } = readConfig({
      DATA_DIR: dataDir,
      PORT: '65535',
      NIGHT_HOUR: '0',
      CLIP_ROOM_GB: '0.5',
      REQUESTS_PER_MINUTE: '61',
      TWO_FACTOR_FOR_HEADS: 'yes',
      BASE_ADDRESS: 'https://feet.example//',
      PROXY_ADDRESSES: '10.0.0.1,  10.0.0.2',
      SMTP_URL: '',
    });
    expect({ port, nightHour, clipRoomGb, twoFactorForHeads, baseAddress, proxies, smtpUrl }).to.deep.equal({
      ...{ port: 65_535, nightHour: 0, clipRoomGb: 0.5, twoFactorForHeads: true, baseAddress: 'https://feet.example' },
      ...{ proxies: ['10.0.0.1', '10.0.0.2'], smtpUrl: null },
    });
    expect(requestBounds).to.deep.equal({ person: 61, stranger: 31, network: 610 });
    expect(readConfig({ DATA_DIR: dataDir, PORT: '' })).to.include({ port: 4321, baseAddress: 'http://localhost:4321' });
  });

  it('make a secret that only this user can read, and keep it', () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-'));
    const first = readConfig({ DATA_DIR: dataDir });
    expect(first.secret).to.match(/^[0-9a-f]{64}$/);
    expect(statSync(join(dataDir, 'secret')).mode & 0o777).to.equal(0o600);
    expect(readConfig({ DATA_DIR: dataDir }).secret).to.equal(first.secret);
    expect(first).to.include({ port: 4321, baseAddress: 'http://localhost:4321' });
    rmSync(dataDir, { recursive: true });
  });
});

describe('the database', () => {
  it('is brought to the newest schema once, and opens again as it was', () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-'));
    const file = join(dataDir, 'test.sqlite');
    openDatabase(file).$client.close();
    const db = openDatabase(file);
    expect(db.$client.pragma('foreign_keys', { simple: true })).to.equal(1);
    expect(db.$client.pragma('journal_mode', { simple: true })).to.equal('wal');
    expect(db.select({ n: count() }).from(scores).get()?.n).to.equal(0);
    db.$client.close();
    rmSync(dataDir, { recursive: true });
  });
});

describe('problems', () => {
  it('are RFC 9457 documents with a sentence and the fields to mend', () => {
    const problem = new Problem('week closed', 'Week 3 is closed.', [{ field: 'doneAt', sentence: 'Week 3 is closed.' }]);
    expect(problemDocument(problem)).to.deep.include({ title: 'week closed', status: 409, detail: 'Week 3 is closed.' });
  });
  it('name the field of bad input by its path', () => {
    try {
      parseInput(z.object({ scores: z.array(z.object({ value: z.number().min(0, 'The count cannot be negative.') })) }), {
        scores: [{ value: -1 }],
      });
      expect.fail('was taken');
    } catch (error) {
      expect((error as Problem).fields).to.deep.equal([{ field: 'scores.0.value', sentence: 'The count cannot be negative.' }]);
    }
  });
});
