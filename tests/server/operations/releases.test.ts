import { spawn, spawnSync } from 'node:child_process';
import { createHash, generateKeyPairSync, sign } from 'node:crypto';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, readlinkSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { expect } from 'chai';

/** The house's commands of a made-up release: writes down which release was asked for what; its backup may fail. */
const HOUSE = `
import { appendFileSync, existsSync } from 'node:fs';
import { basename } from 'node:path';
const { LOG, DATA_DIR } = process.env;
const [what, ...args] = process.argv.slice(2);
if (what !== 'backups') appendFileSync(LOG, [basename(process.cwd()), what, ...args].join(' ') + '\\n');
if (what === 'backup') {
  if (existsSync(DATA_DIR + '/no-room')) process.exit(1);
}
// The oldest first, as the real ones say it.
if (what === 'backups') for (const name of ['first', 'second']) console.log(name + '  by hand, 3 files, kept until 2026-12-31');
`;

describe('a release of the house', function () {
  this.timeout(60_000);
  let folder: string;
  let server: Server;
  /** Releases that do not say that they are well. */
  let sick: string[];
  const at = (...parts: string[]) => join(folder, ...parts);
  const inUse = () => basename(readlinkSync(at('house', 'current')));
  const said = () => (existsSync(at('log')) ? readFileSync(at('log'), 'utf8').trim().split('\n') : []);

  /** The files of a release with so many migrations. */
  const put = (place: string, migrations: number) => {
    for (const part of ['scripts', join('drizzle', 'meta')]) mkdirSync(join(place, part), { recursive: true });
    writeFileSync(join(place, 'scripts', 'house.mjs'), HOUSE);
    writeFileSync(join(place, 'drizzle', 'meta', '_journal.json'), JSON.stringify({ entries: Array(migrations).fill({}) }));
  };
  /** An archive of a release, with its sum beside it. */
  const pack = (version: string, migrations: number) => {
    const name = `eager-feet-${version}`;
    put(at('new', name), migrations);
    spawnSync('tar', ['-czf', `${name}.tar.gz`, name], { cwd: at('new') });
    const sum = createHash('sha256')
      .update(readFileSync(at('new', `${name}.tar.gz`)))
      .digest('hex');
    writeFileSync(at('new', 'SHA256SUMS'), `${sum}  ${name}.tar.gz\n`);
    return at('new', `${name}.tar.gz`);
  };
  const run = (args: string[], env: Record<string, string> = {}) =>
    new Promise<{ code: number | null; words: string }>((resolve) => {
      const work = spawn(process.execPath, ['scripts/upgrade.mjs', ...args], {
        env: {
          ...process.env,
          ...{ INSTALLATION: at('house'), ENV_FILE: at('env'), LOG: at('log'), DATA_DIR: at('data') },
          ...{
            INSTALL: `echo install >> ${at('log')}`,
            SERVICE_STOP: `echo stop >> ${at('log')}`,
            SERVICE_START: `echo start >> ${at('log')}`,
          },
          ...{ HEALTH_ADDRESS: `http://127.0.0.1:${(server.address() as AddressInfo).port}/health`, HEALTH_MS: '300' },
          ...env,
        },
      });
      let words = '';
      for (const stream of [work.stdout, work.stderr]) stream.on('data', (part) => (words += part));
      work.on('exit', (code) => resolve({ code, words }));
    });
  const upgrade = (archive: string, env?: Record<string, string>) => run(['upgrade', archive], env);

  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), 'eager-feet-releases-'));
    sick = [];
    for (const part of [join('house', 'releases'), 'new', 'data']) mkdirSync(at(part), { recursive: true });
    put(at('house', 'releases', '1.0.0'), 5);
    symlinkSync(join('releases', '1.0.0'), at('house', 'current'));
    server = createServer((_req, res) => res.writeHead(sick.includes(inUse()) ? 503 : 200).end());
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  });
  afterEach(async () => {
    server.closeAllConnections();
    await new Promise((done) => server.close(done));
    rmSync(folder, { recursive: true, force: true });
  });

  it('is taken into use after a backup by the one before', async () => {
    const { code, words } = await upgrade(pack('1.1.0', 6));
    expect([code, inUse()]).to.deep.equal([0, '1.1.0']);
    expect(words).to.contain('1.1.0 is in use. The backup second was made before.');
    expect(said()).to.deep.equal(['install', 'stop', '1.0.0 backup', 'start']);
    expect(readdirSync(at('house', 'releases')).sort()).to.deep.equal(['1.0.0', '1.1.0']);
  });

  it('is not touched when it is another file than its sum says, has none, is in use already, or is no release', async () => {
    const archive = pack('1.1.0', 6);
    const refused = async (path: string, sentence: RegExp) => {
      const { code, words } = await upgrade(path);
      expect([code, inUse(), said()], words).to.deep.equal([1, '1.0.0', []]);
      expect(words).to.match(sentence);
    };
    writeFileSync(archive, Buffer.concat([readFileSync(archive), Buffer.from([0])]));
    await refused(archive, /is not the file that SHA256SUMS names/);
    rmSync(at('new', 'SHA256SUMS'));
    await refused(archive, /SHA256SUMS is not beside/);
    await refused(pack('1.0.0', 5), /1\.0\.0 is in use already/);
    await refused(pack('newest', 5), /is named eager-feet-VERSION/);
    await refused(at('new', 'nothing.tar.gz'), /Say which release/);
    // A house without room is not helped by another release, which would be taken for sick.
    sick = ['1.0.0'];
    await refused(pack('1.1.0', 6), /1\.0\.0 does not say that it is well now/);
  });

  it('has to be signed where a key is set, by that key and whole', async () => {
    const archive = pack('1.1.0', 5);
    const [ours, theirs] = [generateKeyPairSync('ed25519'), generateKeyPairSync('ed25519')];
    writeFileSync(at('key.pem'), ours.publicKey.export({ type: 'spki', format: 'pem' }));
    const signed = (by: typeof ours) =>
      writeFileSync(at('new', 'SHA256SUMS.sig'), sign(null, readFileSync(at('new', 'SHA256SUMS')), by.privateKey).toString('base64'));
    const env = { RELEASE_KEY: at('key.pem') };
    expect((await upgrade(archive, env)).words).to.contain('is not signed with');
    signed(theirs);
    expect((await upgrade(archive, env)).words).to.contain('is not signed with');
    expect(said()).to.deep.equal([]);
    signed(ours);
    expect((await upgrade(archive, env)).code).to.equal(0);
  });

  it('that is not well goes out of use again: with what is there, or with the backup where the databases differ', async () => {
    sick = ['1.1.0', '1.2.0'];
    const same = await upgrade(pack('1.1.0', 5));
    expect([same.code, inUse()]).to.deep.equal([1, '1.0.0']);
    expect(same.words).to.contain('1.1.0 did not say that it is well, so 1.0.0 is in use again');
    expect(said()).to.deep.equal(['install', 'stop', '1.0.0 backup', 'start', 'stop', 'start']);
    rmSync(at('log'));
    const other = await upgrade(pack('1.2.0', 6));
    expect([other.code, inUse()]).to.deep.equal([1, '1.0.0']);
    expect(said().slice(-3)).to.deep.equal(['stop', '1.0.0 restore second --over', 'start']);
  });

  it('is not begun without a backup: the one before goes on', async () => {
    writeFileSync(at('data', 'no-room'), '');
    const { code, words } = await upgrade(pack('1.1.0', 6));
    expect([code, inUse()]).to.deep.equal([1, '1.0.0']);
    expect(words).to.contain('The backup did not go well.');
    expect(said()).to.deep.equal(['install', 'stop', '1.0.0 backup', 'start']);
  });

  it('gives way to the one before: with all that came in since, or said plainly what would be lost', async () => {
    expect((await run(['rollback'])).words).to.contain('1.0.0 came after no other release here.');
    await upgrade(pack('1.1.0', 5));
    await upgrade(pack('1.2.0', 6));
    rmSync(at('log'));
    const asked = await run(['rollback']);
    expect([asked.code, inUse(), said()]).to.deep.equal([1, '1.2.0', []]);
    expect(asked.words).to.contain('what came in since then would be lost').and.contain('npm run rollback -- --yes');
    expect((await run(['rollback', '--yes'])).code).to.equal(0);
    expect(inUse()).to.equal('1.1.0');
    expect(said()).to.deep.equal(['stop', '1.1.0 restore second --over', 'start']);
    rmSync(at('log'));
    const back = await run(['rollback']);
    expect([back.code, inUse()]).to.deep.equal([0, '1.0.0']);
    expect(said()).to.deep.equal(['stop', 'start']);
  });

  it('reads the settings of the service from its file, after what is set here', async () => {
    const archive = pack('1.1.0', 5);
    const env = { DATA_DIR: at('data'), SERVICE_STOP: `echo halt >> ${at('log')}` };
    writeFileSync(
      at('env'),
      `# settings\n${Object.entries(env)
        .map(([name, value]) => `${name}="${value}"`)
        .join('\n')}\nLOG=/not/there\n`,
    );
    const { code, words } = await run(['upgrade', archive], { DATA_DIR: undefined as never });
    expect(code, words).to.equal(0);
    expect(said()).to.include('1.0.0 backup').and.include('stop').and.not.include('halt');
  });
});
