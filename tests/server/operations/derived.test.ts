import Database from 'better-sqlite3';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { DERIVED, makeDerived } from '../../../src/server/operations/derived.ts';
import { openDatabase } from '../../../src/server/platform/db/connection.ts';
import { derivedVersions, scoreFigures, streakStates, trainingDays, weekOutlines } from '../../../src/server/platform/db/schema.ts';
import { computeStreaks } from '../../../src/server/streaks/days.ts';
import { sendGo } from '../../../src/server/training/send-go.ts';
import { aGo, aScore, openTown, releaseNow, type Town } from '../make.ts';

describe('what is derived from the facts', () => {
  let town: Town;
  beforeEach(async () => {
    town = await openTown();
    releaseNow(town);
    sendGo(town.context, town.player, aGo(town, 0, [aScore({ value: 40 })]));
    computeStreaks(town.context);
  });
  afterEach(() => town.close());

  const { length: all } = DERIVED;
  const versionOf = (name: string) => town.context.db.select().from(derivedVersions).where(eq(derivedVersions.name, name)).get()?.version;
  const kept = () => {
    const { db } = town.context;
    const lists = [scoreFigures, trainingDays, weekOutlines].map((table) => db.select().from(table).all());
    return JSON.parse(JSON.stringify(lists)) as unknown[][];
  };

  it('is written down with the version of its formula, and left as it is while that is the same', () => {
    expect(makeDerived(town.context)).to.deep.equal([]);
    for (const { name, version } of DERIVED) expect(versionOf(name), name).to.equal(version);
    const { db } = town.context;
    db.update(trainingDays).set({ sessions: 9 }).run();
    expect(makeDerived(town.context)).to.deep.equal([]);
    expect(db.select().from(trainingDays).get()?.sessions).to.equal(9);
  });

  for (const { name } of DERIVED)
    it(`is made anew when its formula has changed: ${name} alone`, () => {
      makeDerived(town.context);
      const before = kept();
      const { db } = town.context;
      db.update(trainingDays).set({ sessions: 9 }).run();
      db.update(scoreFigures).set({ result: 1 }).run();
      db.update(weekOutlines).set({ weekId: 'x' }).run();
      const wrong = kept();
      // As a program of before and one of later would have left it.
      for (const version of [0, 99]) {
        db.update(derivedVersions).set({ version }).where(eq(derivedVersions.name, name)).run();
        expect(makeDerived(town.context)).to.deep.equal([name]);
      }
      const place = ['score figures', 'training days', 'week outlines'].indexOf(name);
      for (const [i, rows] of kept().entries()) expect(rows, String(i)).to.deep.equal((i === place ? before : wrong)[i]);
      // A training day that is made anew forgets its player’s streak, as one that is done does.
      expect(db.select().from(streakStates).all().length).to.equal({ streaks: 0, 'training days': 2 }[name] ?? 3);
    });

  it('is all made anew when that is asked for, and comes to the same; the stretch number that was given stays', () => {
    makeDerived(town.context);
    const { db } = town.context;
    db.update(scoreFigures).set({ stretch: 77 }).run();
    const before = kept();
    db.update(scoreFigures).set({ result: 1, counts: 2 }).run();
    db.delete(weekOutlines).run();
    expect(makeDerived(town.context, true).length).to.equal(all);
    expect(kept()).to.deep.equal(before);
  });
});

describe('an upgrade', () => {
  it('is not gone on with when a row points at one that is not there', async () => {
    const town = await openTown();
    const { databaseFile } = town.context.config;
    town.context.db.$client.close();
    const sqlite = new Database(databaseFile);
    sqlite.pragma('foreign_keys = OFF');
    sqlite.exec("insert into squad_coaches (squad_id, user_id, role) values ('gone', 'gone', 'assistant')");
    // One migration fewer than there are, as an older program left it: the newest one added these.
    const runs = String(sqlite.prepare("select sql from sqlite_master where name = 'runs'").pluck().get());
    sqlite.exec('drop table runs');
    sqlite.exec(runs.replace(/,\s*`evening_id` text REFERENCES evenings\(id\)/, ''));
    sqlite.exec('drop table evening_commands; drop table evenings');
    sqlite.exec('delete from __drizzle_migrations where created_at = (select max(created_at) from __drizzle_migrations)');
    sqlite.close();
    expect(() => openDatabase(databaseFile)).to.throw(/squad_coaches row \d+ points at (squads|user)/);
    const again = new Database(databaseFile);
    again.exec("delete from squad_coaches where squad_id = 'gone'");
    again.close();
    openDatabase(databaseFile).$client.close();
    town.close();
  });
});
