import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { clipById, deleteClip } from '../../../src/server/clips/clips.ts';
import { mayFilm } from '../../../src/server/consent/consent.ts';
import { createContext } from '../../../src/server/context.ts';
import { backUp, rotateBackups } from '../../../src/server/operations/backups.ts';
import { checkHouse } from '../../../src/server/operations/check.ts';
import { cleanHouse } from '../../../src/server/operations/clean.ts';
import { catchUp } from '../../../src/server/operations/jobs.ts';
import { finishExchange, restoreBackup } from '../../../src/server/operations/restore.ts';
import { checkData, checkOpened, clockDoubt, seeClock } from '../../../src/server/operations/start.ts';
import { listBackups, unreadableBackups } from '../../../src/server/platform/backup-folder.ts';
import { readConfig } from '../../../src/server/platform/config.ts';
import { clips, players, session } from '../../../src/server/platform/db/schema.ts';
import { makePrivate, writeWhole } from '../../../src/server/platform/files.ts';
import { alignLedgers, readLedger, writeLedger } from '../../../src/server/platform/ledger.ts';
import { resetChildPin } from '../../../src/server/rules/members.ts';
import { giveConsent } from '../../../src/server/screens/family.ts';
import { removeCoach } from '../../../src/server/squads/coaches.ts';
import { inviteCoach, makeFamilyLink, revokeInvitation } from '../../../src/server/squads/invitations.ts';
import { addCoach } from '../../../src/server/squads/people.ts';
import { DAY, HOUR, MONDAY_TEN, openTown, sayYes, type Town, uuid } from '../make.ts';

/* Data that look wrong, cuts at any moment, and what must stay away when a backup is put back. */

describe('a house on doubtful data', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
  });
  afterEach(() => town.close());

  const config = () => town.context.config;
  const comet = () => ({ player: town.player.playerId });
  const said = (work: () => unknown): string => {
    try {
      work();
      return 'started';
    } catch (error) {
      return (error as Error).message;
    }
  };
  const closed = () => {
    town.context.db.$client.pragma('wal_checkpoint(TRUNCATE)');
    town.context.db.$client.close();
  };
  const userIdOf = (actor: { kind: string; userId?: string }) => actor.userId ?? '';
  /** A clip with a file of so many bytes. */
  const aClip = (keptAt: number, playerId = town.player.playerId): string => {
    const id = uuid();
    const fileName = `${id}.webm`;
    writeFileSync(join(config().clipDir, fileName), 'a clip');
    const row = {
      id,
      playerId,
      squadId: town.squad,
      scoreId: uuid(),
      state: 'kept' as const,
      fileName,
      mediaType: 'video/webm',
      bytes: 6,
      seconds: 1,
    };
    town.context.db
      .insert(clips)
      .values({ ...row, workAt: 0, announcedAt: keptAt, keptAt })
      .run();
    return id;
  };
  const stateOf = (id: string) => clipById(town.context.db, id).state;

  describe('is not started, and says why', () => {
    it('when the database is missing or empty beside clips, backups or the record of deletions', () => {
      closed();
      expect(said(() => checkData(config()))).to.equal('started');
      writeLedger(config(), { what: 'child deleted', player: 'a', at: 1 });
      renameSync(config().databaseFile, `${config().databaseFile}.away`);
      expect(said(() => checkData(config()))).to.match(/is missing, but beside it lie .*record/);
      writeFileSync(config().databaseFile, '');
      writeFileSync(join(config().clipDir, 'x.webm'), 'x');
      expect(said(() => checkData(config()))).to.match(/is empty, but beside it lie 1 clip and/);
      renameSync(`${config().databaseFile}.away`, config().databaseFile);
      expect(said(() => checkData(config()))).to.equal('started');
    });

    it('when nothing is there at all it is a new house', () => {
      const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-new-'));
      expect(said(() => checkData(readConfig({ DATA_DIR: dataDir })))).to.equal('started');
      rmSync(dataDir, { recursive: true });
    });

    it('when pages are damaged', () => {
      closed();
      const bytes = readFileSync(config().databaseFile);
      // Every second page after the first ones: an index or a table is hit.
      for (let page = 3; page * 4096 < bytes.length; page += 2) bytes.fill(0xa5, page * 4096, page * 4096 + 2048);
      writeFileSync(config().databaseFile, bytes);
      expect(said(() => checkData(config()))).to.match(/is damaged .*restore/);
      writeFileSync(config().databaseFile, 'no database at all, but long enough to be read as one'.repeat(20));
      expect(said(() => checkData(config()))).to.match(/is damaged/);
    });

    it('when the database is a newer program’s', () => {
      town.context.db.$client.prepare("insert into __drizzle_migrations (hash, created_at) values ('of tomorrow', 1)").run();
      closed();
      expect(said(() => checkData(config()))).to.match(/belongs to a newer Eager Feet/);
    });

    it('when its secret is empty, lost or another one', () => {
      const env = { DATA_DIR: config().dataDir };
      const file = join(config().dataDir, 'secret');
      const secret = readFileSync(file, 'utf8');
      checkOpened(town.context, { clock: true });
      writeFileSync(file, '');
      expect(said(() => readConfig(env))).to.match(/empty or was cut/);
      rmSync(file);
      expect(said(() => readConfig(env))).to.match(/is missing beside a database/);
      expect(existsSync(file)).to.equal(false);
      writeFileSync(file, 'another secret that is long enough to be one');
      const other = createContext(readConfig(env), () => MONDAY_TEN, 'silent');
      expect(said(() => checkOpened(other, { clock: true }))).to.match(/is not the one that this database was made with/);
      other.db.$client.close();
      writeFileSync(file, secret);
      const own = createContext(readConfig(env), () => MONDAY_TEN, 'silent');
      expect(said(() => checkOpened(own, { clock: true }))).to.equal('started');
      own.db.$client.close();
    });

    it('when the clock runs back or is more than two days ahead, until somebody says that it is right', () => {
      const start = () => said(() => checkOpened(town.context, { clock: true }));
      expect(start()).to.equal('started');
      town.setNow(MONDAY_TEN + 2 * DAY);
      expect(start()).to.equal('started');
      town.setNow(MONDAY_TEN + 4 * DAY + 1);
      expect(start()).to.match(/was last seen at 2026-11-04 16:00 UTC.*TODAY=2026-11-06/);
      town.setNow(MONDAY_TEN + 2 * DAY - 11 * 60_000);
      expect(start()).to.match(/but was at/);
      town.setNow(MONDAY_TEN + 2 * DAY - 10 * 60_000);
      expect(start()).to.equal('started');
      town.setNow(MONDAY_TEN + 30 * DAY);
      (config() as { today: string | null }).today = '2026-12-01';
      expect(start()).to.match(/TODAY=2026-12-02/);
      (config() as { today: string | null }).today = '2026-12-02';
      expect(start()).to.equal('started');
    });
  });

  it('that runs cleans nothing while its clock looks wrong', async () => {
    sayYes(town);
    const clip = aClip(MONDAY_TEN);
    seeClock(town.context);
    town.setNow(MONDAY_TEN + 100 * DAY);
    seeClock(town.context);
    expect(clockDoubt(town.context.db, town.context.now())).to.match(/last seen at 2026-11-02/);
    await catchUp(town.context);
    expect(stateOf(clip)).to.equal('kept');
  });

  it('gives rights to nobody else, also where the folder was there before', () => {
    const folder = mkdtempSync(join(tmpdir(), 'eager-feet-rights-'));
    mkdirSync(join(folder, 'clips'));
    writeFileSync(join(folder, 'clips', 'a.webm'), 'x');
    chmodSync(join(folder, 'clips'), 0o755);
    chmodSync(join(folder, 'clips', 'a.webm'), 0o644);
    chmodSync(folder, 0o755);
    makePrivate(folder);
    const rights = (path: string) => (statSync(path).mode & 0o777).toString(8);
    expect([rights(folder), rights(join(folder, 'clips')), rights(join(folder, 'clips', 'a.webm'))]).to.deep.equal(['700', '700', '600']);
    rmSync(folder, { recursive: true });
  });

  describe('cleaning', () => {
    it('takes at most a tenth of the clips at once, the oldest first; the rest goes the next nights, or with --yes', () => {
      sayYes(town);
      const all = Array.from({ length: 150 }, (_, i) => aClip(MONDAY_TEN + i * HOUR));
      town.setNow(MONDAY_TEN + 80 * DAY);
      const first = cleanHouse(town.context, { dry: false });
      expect([first.clipsPastDays, first.held]).to.deep.equal([15, 135]);
      expect(all.slice(0, 15).every((id) => stateOf(id) === 'deleted')).to.equal(true);
      expect(stateOf(all[15] ?? '')).to.equal('kept');
      expect(cleanHouse(town.context, { dry: false }).clipsPastDays).to.equal(13);
      expect(cleanHouse(town.context, { dry: false, all: true }).held).to.equal(0);
      expect(all.every((id) => stateOf(id) === 'deleted')).to.equal(true);
    });

    it('takes every clip that a guardian said no to, however many they are', () => {
      sayYes(town);
      const all = Array.from({ length: 40 }, () => aClip(MONDAY_TEN));
      giveConsent(town.context, town.guardian, { ...comet(), id: uuid(), kind: 'clips', yes: false, textVersion: 2 });
      expect(cleanHouse(town.context, { dry: false })).to.include({ clipsWithoutYes: 40, held: 0 });
      expect(all.every((id) => stateOf(id) === 'deleted')).to.equal(true);
    });

    it('holds clips back whose yes was lost with a table, beyond a tenth', () => {
      Array.from({ length: 40 }, () => aClip(MONDAY_TEN));
      expect(cleanHouse(town.context, { dry: false })).to.include({ clipsPastDays: 10, held: 30 });
    });
  });

  describe('files of keeping', () => {
    it('are there whole or as before', () => {
      const file = join(config().dataDir, 'x.json');
      writeWhole(file, 'one');
      writeWhole(file, 'two');
      expect([readFileSync(file, 'utf8'), readdirSync(config().dataDir).filter((name) => name.startsWith('x.'))]).to.deep.equal([
        'two',
        ['x.json'],
      ]);
    });

    it('a manifest that is empty or cut is named, set aside, and stops neither backups nor rules', async () => {
      const first = await backUp(config(), 'daily', MONDAY_TEN);
      writeFileSync(join(first.made.folder, 'manifest.json'), '');
      expect(listBackups(config())).to.have.length(0);
      expect(unreadableBackups(config())).to.deep.equal([first.made.name]);
      expect(await catchUp(town.context)).to.deep.equal(['cleaning', 'backup', 'check']);
      expect(listBackups(config())).to.have.length(1);
      expect(unreadableBackups(config())).to.deep.equal([`${first.made.name}.unreadable`]);
      expect(checkHouse(config()).troubles.join()).to.include('1 backups cannot be read');
    });

    it('no good backup is rotated away for a bad one', async () => {
      const good = await backUp(config(), 'daily', MONDAY_TEN);
      const bad = await backUp(config(), 'daily', MONDAY_TEN + DAY);
      const file = join(bad.made.folder, 'database.sqlite');
      chmodSync(file, 0o600);
      const bytes = readFileSync(file);
      bytes.fill(0, 4096, 8192);
      writeFileSync(file, bytes);
      expect(rotateBackups(config(), MONDAY_TEN + 100 * DAY).backups).to.equal(0);
      expect(listBackups(config()).map((one) => one.name)).to.deep.equal([good.made.name, bad.made.name]);
      const last = await backUp(config(), 'daily', MONDAY_TEN + 101 * DAY);
      expect(listBackups(config()).map((one) => one.name)).to.deep.equal([last.made.name]);
    });

    it('a line of the record that was cut costs that line alone', () => {
      writeLedger(config(), { what: 'child deleted', player: 'a', at: 1 });
      const file = join(config().dataDir, 'ledger.jsonl');
      writeFileSync(file, `${readFileSync(file, 'utf8')}{"what":"child del`);
      writeLedger(config(), { what: 'child deleted', player: 'b', at: 2 });
      const { entries, unreadable } = readLedger(config());
      expect(entries.filter((one) => one.what === 'child deleted')).to.have.length(2);
      expect(unreadable).to.equal(1);
    });
  });

  describe('a backup that is put back', () => {
    /** A backup of now, then `later`, and the house as it is after the backup was put back over it. */
    const putBack = async (later: () => unknown) => {
      const { made } = await backUp(config(), 'by hand', town.context.now());
      town.setNow(town.context.now() + HOUR);
      await later();
      closed();
      const { report, aside } = await restoreBackup(config(), listBackups(config()).find((one) => one.name === made.name) ?? made, {
        over: true,
        now: town.context.now(),
      });
      expect(report.troubles).to.deep.equal([]);
      expect(aside).to.not.equal(null);
      const context = createContext(readConfig({ DATA_DIR: config().dataDir }), () => town.context.now(), 'silent');
      return { context, done: () => context.db.$client.close() };
    };

    it('brings nobody and nothing back that was taken away since: a yes, a link, a coach, a PIN, a clip', async () => {
      sayYes(town);
      addCoach(town.context, town.squad, userIdOf(town.assistant), 'head coach');
      const link = makeFamilyLink(town.context, town.guardian, { ...comet(), id: uuid() });
      const invitation = inviteCoach(town.context, town.coach, { squad: town.squad, id: uuid(), role: 'assistant' });
      const [kept, gone] = [aClip(MONDAY_TEN), aClip(MONDAY_TEN)];
      town.context.db
        .insert(session)
        .values({
          id: uuid(),
          userId: town.player.userId,
          token: uuid(),
          expiresAt: new Date(Date.now() + 1e9),
          createdAt: new Date(),
          updatedAt: new Date(),
        })
        .run();
      const { context, done } = await putBack(async () => {
        await resetChildPin(town.context, town.guardian, { ...comet(), pin: '5172' });
        revokeInvitation(town.context, town.coach, { invitation: invitation.id });
        removeCoach(town.context, town.coach, { squad: town.squad, user: userIdOf(town.assistant) });
        deleteClip(town.context, town.guardian, { clip: gone });
        giveConsent(town.context, town.guardian, { ...comet(), id: uuid(), kind: 'clips', yes: false, textVersion: 2 });
      });
      const { db, hashes } = context;
      expect(mayFilm(db, town.player.playerId)).to.equal(false);
      const pin = db.select().from(players).where(eq(players.id, town.player.playerId)).get()?.pinHash ?? '';
      expect([await hashes.verify(pin, '5172'), await hashes.verify(pin, '2468')]).to.deep.equal([true, false]);
      const rows = (sql: string, ...given: string[]) => db.$client.prepare(sql).all(...given);
      expect(rows('select 1 from invitations where revoked_at is null')).to.have.length(0);
      expect(link.id).to.have.length(36);
      expect(rows('select 1 from squad_coaches where user_id = ?', userIdOf(town.assistant))).to.have.length(0);
      expect(rows('select 1 from session')).to.have.length(0);
      expect([clipById(db, kept).state, clipById(db, gone).state]).to.deep.equal(['kept', 'deleted']);
      expect(readdirSync(config().clipDir)).to.deep.equal([`${kept}.webm`]);
      done();
    });

    it('knows of it from beside the backups alone, when the data folder is lost', async () => {
      const { made } = await backUp(config(), 'by hand', town.context.now());
      await resetChildPin(town.context, town.guardian, { ...comet(), pin: '5172' });
      const elsewhere = mkdtempSync(join(tmpdir(), 'eager-feet-elsewhere-'));
      const there = readConfig({ DATA_DIR: elsewhere, BACKUP_DIR: config().backupDir });
      await restoreBackup(there, made, { over: false, now: town.context.now() });
      const context = createContext(readConfig({ DATA_DIR: elsewhere, BACKUP_DIR: config().backupDir }), () => MONDAY_TEN, 'silent');
      const pin = context.db.select().from(players).where(eq(players.id, town.player.playerId)).get()?.pinHash ?? '';
      expect(await context.hashes.verify(pin, '5172')).to.equal(true);
      context.db.$client.close();
      rmSync(elsewhere, { recursive: true });
    });

    it('is found by the check when a copy was put there by hand instead', async () => {
      const { made } = await backUp(config(), 'by hand', town.context.now());
      await resetChildPin(town.context, town.guardian, { ...comet(), pin: '5172' });
      expect(checkHouse(config()).troubles).to.deep.equal([]);
      closed();
      copyFileSync(join(made.folder, 'database.sqlite'), config().databaseFile);
      expect(checkHouse(config()).troubles.join()).to.include('An older PIN works again.');
    });

    it('is cleaned of what it replaced after seven days', async () => {
      const { done } = await putBack(() => undefined);
      done();
      const replaced = () => readdirSync(config().dataDir).filter((name) => name.startsWith('replaced-'));
      expect(replaced()).to.have.length(1);
      const at = town.context.now();
      const context = createContext(config(), () => at + 7 * DAY - 1000, 'silent');
      expect(cleanHouse(context, { dry: false }).replaced).to.equal(0);
      const later = createContext(config(), () => at + 7 * DAY + 1000, 'silent');
      expect(cleanHouse(later, { dry: false }).replaced).to.equal(1);
      expect(replaced()).to.have.length(0);
      context.db.$client.close();
      later.db.$client.close();
    });

    it('cut between any two steps of the exchange leaves the old house or the new one, whole', () => {
      // Every state that a cut can leave: so many of the parts moved aside and in, in their order.
      const parts = ['eager-feet.sqlite-wal', 'eager-feet.sqlite-shm', 'eager-feet.sqlite', 'clips', 'secret'];
      for (let moved = 0; moved <= parts.length * 2; moved++) {
        const dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-cut-'));
        const put = (folder: string, which: string, names: string[]) => {
          mkdirSync(join(dataDir, folder), { recursive: true });
          for (const name of names) {
            if (name !== 'clips') writeFileSync(join(dataDir, folder, name), which);
            else {
              mkdirSync(join(dataDir, folder, name));
              writeFileSync(join(dataDir, folder, name, `${which}.webm`), which);
            }
          }
        };
        put('.', 'old', parts);
        put('restoring-x', 'new', ['eager-feet.sqlite', 'clips', 'secret']);
        writeWhole(join(dataDir, 'exchange.json'), JSON.stringify({ from: 'restoring-x', aside: 'replaced-x', parts }));
        mkdirSync(join(dataDir, 'replaced-x'));
        for (let step = 0; step < moved; step++) {
          const part = parts[Math.floor(step / 2)] ?? '';
          const [from, to] = step % 2 === 0 ? [part, `replaced-x/${part}`] : [`restoring-x/${part}`, part];
          if (existsSync(join(dataDir, from))) renameSync(join(dataDir, from), join(dataDir, to));
        }
        expect(finishExchange(dataDir)).to.equal(true);
        const read = (name: string) => readFileSync(join(dataDir, name), 'utf8');
        expect([read('eager-feet.sqlite'), read('secret'), read('clips/new.webm')], `${moved}`).to.deep.equal(['new', 'new', 'new']);
        expect([read('replaced-x/eager-feet.sqlite'), read('replaced-x/eager-feet.sqlite-wal')], `${moved}`).to.deep.equal(['old', 'old']);
        expect(readdirSync(dataDir).sort(), `${moved}`).to.deep.equal(['clips', 'eager-feet.sqlite', 'replaced-x', 'secret']);
        expect(finishExchange(dataDir)).to.equal(false);
        rmSync(dataDir, { recursive: true });
      }
    });

    it('that was cut before it was whole leaves the old house, and nothing of itself', () => {
      mkdirSync(join(config().dataDir, 'restoring-y', 'clips'), { recursive: true });
      expect(finishExchange(config().dataDir)).to.equal(false);
      expect(readdirSync(config().dataDir).some((name) => name.startsWith('restoring-'))).to.equal(false);
      expect(existsSync(config().databaseFile)).to.equal(true);
    });

    it('aligns both records, so that either disk may be lost', async () => {
      await backUp(config(), 'daily', MONDAY_TEN);
      const [here, there] = [join(config().dataDir, 'ledger.jsonl'), join(config().backupDir, 'ledger.jsonl')];
      writeLedger(config(), { what: 'child deleted', player: 'p', at: 5 });
      rmSync(here);
      alignLedgers(config());
      expect(readFileSync(here, 'utf8')).to.include('"p"');
      rmSync(there);
      alignLedgers(config());
      expect(readFileSync(there, 'utf8')).to.include('"p"');
    });
  });
});
