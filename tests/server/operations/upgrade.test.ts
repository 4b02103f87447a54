import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { type Actor, actorOf } from '../../../src/server/accounts/actor.ts';
import { type Context, createContext } from '../../../src/server/context.ts';
import { shelf } from '../../../src/server/drills/shelf.ts';
import { makeDerived } from '../../../src/server/operations/derived.ts';
import { readConfig } from '../../../src/server/platform/config.ts';
import { players, scoreFigures, user } from '../../../src/server/platform/db/schema.ts';
import { register } from '../../../src/server/screens/register.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { heavyHere } from '../../../src/server/wiring/here.ts';
import { DAY, HOUR, MONDAY_TEN, PASSWORD } from '../make.ts';

/* Folders as older programs left them: two players, a released week, nine goes over five days, four decisions, an own drill, a changed rule. */

interface Known {
  secret: string;
  squad: string;
  players: { nickname: string; current: number; best: number }[];
  figures: {
    score_id: string;
    standing: string;
    counts: number | null;
    result: number | null;
    best_before: number | null;
    stretch: number | null;
  }[];
}

describe('a database made by 0.6.0', () => {
  const OLD = join('tests', 'server', 'operations', 'old');
  const known = JSON.parse(readFileSync(join(OLD, '0.6.0.json'), 'utf8')) as Known;
  let dataDir: string;
  let context: Context;
  let coach: Actor;

  beforeEach(() => {
    dataDir = mkdtempSync(join(tmpdir(), 'eager-feet-old-'));
    const config = readConfig({ DATA_DIR: dataDir });
    writeFileSync(config.databaseFile, gunzipSync(readFileSync(join(OLD, '0.6.0.sqlite.gz'))));
    writeFileSync(join(dataDir, 'secret'), known.secret, { mode: 0o600 });
    context = createContext(readConfig({ DATA_DIR: dataDir }), () => MONDAY_TEN + 4 * DAY + 2 * HOUR, 'silent');
    context.heavy = heavyHere(context);
    makeDerived(context);
    coach = actorFor('fennel@town.example');
  });
  afterEach(() => {
    context.db.$client.close();
    rmSync(dataDir, { recursive: true, force: true });
  });

  const actorFor = (email: string) => {
    const row = context.db.select().from(user).where(eq(user.email, email)).get();
    if (!row) throw new Error('nobody there');
    return actorOf(context.db, row);
  };
  const figures = () =>
    context.db
      .select({
        ...{ score_id: scoreFigures.scoreId, standing: scoreFigures.standing, counts: scoreFigures.counts, result: scoreFigures.result },
        ...{ best_before: scoreFigures.bestBefore, stretch: scoreFigures.stretch },
      })
      .from(scoreFigures)
      .orderBy(scoreFigures.scoreId)
      .all();

  it('starts, with a copy of it as it was put aside, and no row that points at nothing', () => {
    expect(readdirSync(join(dataDir, 'backups')).some((name) => name.includes('before-upgrade'))).to.equal(true);
    expect(context.db.$client.pragma('foreign_key_check')).to.deep.equal([]);
    expect(context.db.$client.pragma('integrity_check')).to.deep.equal([{ integrity_check: 'ok' }]);
  });

  it('comes to the same numbers and streaks, as it was kept and made anew', () => {
    const seen = () =>
      register(context, coach, { squad: known.squad }).players.map(({ nickname, streak: { current, best } }) => ({
        nickname,
        current,
        best,
      }));
    expect(figures()).to.deep.equal(known.figures);
    expect(seen()).to.deep.equal(known.players);
    makeDerived(context, true);
    expect(figures()).to.deep.equal(known.figures);
    expect(seen()).to.deep.equal(known.players);
  });

  it('lets its people in with their passwords and PINs, and has their week and their own drill', async () => {
    const signIn = async (path: string, body: object) => {
      const headers = { 'content-type': 'application/json', 'x-eager-feet-address': '10.0.0.1' };
      const asked = new Request(`${context.config.baseAddress}/api/auth${path}`, { method: 'POST', headers, body: JSON.stringify(body) });
      return (await context.auth.handler(asked)).status;
    };
    expect(await signIn('/sign-in/email', { email: 'fennel@town.example', password: PASSWORD })).to.equal(200);
    expect(await signIn('/sign-in/email', { email: 'fennel@town.example', password: `${PASSWORD}!` })).to.not.equal(200);
    expect(await signIn('/sign-in/squad', { code: 'LANTERN', nickname: 'Comet', pin: '2468' })).to.equal(200);
    expect(shelf(context, coach, { squad: known.squad }).drills.some((one) => one.name === 'Driveway taps')).to.equal(true);
    const comet = context.db.select().from(players).where(eq(players.nickname, 'Comet')).get();
    const row = context.db
      .select()
      .from(user)
      .where(eq(user.id, comet?.userId ?? ''))
      .get();
    if (!row) throw new Error('nobody there');
    const week = thisWeek(context, actorOf(context.db, row));
    expect(week.week?.content.title).to.equal('Both soles');
    expect(week.streak.current).to.equal(5);
  });
});
