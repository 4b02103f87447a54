import { copyFileSync, existsSync, readdirSync, readFileSync, utimesSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import { eq } from 'drizzle-orm';
import { FilmSent, VoiceSent } from '../../../src/contract/clips.ts';
import {
  announceFilm,
  FILMS,
  FILMS_MAX,
  filmToSend,
  listFilms,
  removeFilm,
  sayOfDrill,
  stateOfFilm,
  watchFilm,
} from '../../../src/server/clips/films/films.ts';
import { QUOTA } from '../../../src/server/clips/quota.ts';
import { acceptUpload, finishUploads } from '../../../src/server/clips/uploads/settle.ts';
import { leftovers } from '../../../src/server/operations/again.ts';
import { backUp } from '../../../src/server/operations/backups.ts';
import { checkHouse } from '../../../src/server/operations/check.ts';
import { cleanHouse } from '../../../src/server/operations/clean.ts';
import { films } from '../../../src/server/platform/db/schema.ts';
import { readLedger } from '../../../src/server/platform/ledger.ts';
import { thisWeek } from '../../../src/server/screens/this-week.ts';
import { makeWeek } from '../../../src/server/weeks/weeks.ts';
import { anItem } from '../../core/make.ts';
import { aPlan, DAY, openTown, outcome, releaseNow, type Town, uuid } from '../make.ts';
import { aSpokenLine } from '../review/bench-make.ts';

const FILM = join('src', 'demo', 'clips', 'sole-taps-a.webm');

describe('a coach’s film', () => {
  let town: Town;
  let week: string;
  beforeEach(async () => {
    town = await openTown();
    week = releaseNow(town, aPlan([anItem('sole-taps'), anItem('inside-taps')]));
  });
  afterEach(() => town.close());

  const drill = (id = 'sole-taps') => ({ kind: 'drill' as const, drill: id });
  const announce = (about: Parameters<typeof announceFilm>[2]['about'] = drill(), coach = town.coach) => {
    const id = uuid();
    announceFilm(town.context, coach, { squad: town.squad, id, about });
    return id;
  };
  const upload = () => {
    const path = join(town.context.config.uploadDir, uuid());
    copyFileSync(FILM, path);
    return path;
  };
  const send = async (about?: Parameters<typeof announceFilm>[2]['about']) => {
    const id = announce(about);
    await acceptUpload(town.context, 'film', id, upload());
    return id;
  };
  const withWeek = (player = town.player) => thisWeek(town.context, player).films;
  const files = () => readdirSync(town.context.config.clipDir);
  const row = (id: string) => town.context.db.select().from(films).where(eq(films.id, id)).get();

  it('of a drill comes with a week that has the drill, and its welcome with the week', async () => {
    const shown = await send(drill('sole-taps'));
    await send(drill('sole-rolls'));
    const welcome = await send({ kind: 'week', week });
    const { drills, welcome: greeting } = withWeek();
    expect(Object.entries(drills).map(([id, film]) => [id, film.id])).to.deep.equal([['sole-taps', shown]]);
    expect(greeting?.id).to.equal(welcome);
    expect(drills['sole-taps']?.seconds).to.be.greaterThan(5);
    expect(withWeek(town.otherPlayer).welcome?.id).to.equal(welcome);
    expect(existsSync(watchFilm(town.context, town.player, { film: shown }).path)).to.equal(true);
    expect(listFilms(town.context, town.coach, { squad: town.squad }).films).to.have.length(3);
  });

  it('takes the place of the one before it, of the same drill only', async () => {
    const first = await send();
    const other = await send(drill('inside-taps'));
    const second = await send();
    expect(withWeek().drills['sole-taps']?.id).to.equal(second);
    expect(files().sort()).to.deep.equal([`film-${other}.webm`, `film-${second}.webm`].sort());
    expect(row(first)?.state).to.equal('removed');
  });

  it('that is removed is gone from the week and the disk, also where an older backup has it', async () => {
    const id = await send();
    removeFilm(town.context, town.coach, { film: id });
    expect([withWeek().drills, files()]).to.deep.equal([{}, []]);
    expect(await outcome(() => watchFilm(town.context, town.player, { film: id }))).to.equal('not found');
    // As an older backup would have it.
    town.context.db.update(films).set({ state: 'kept' }).where(eq(films.id, id)).run();
    const gone: string[] = [];
    const drop = { clipFile: (name: string) => void gone.push(name), child: () => undefined };
    const left = leftovers(town.context.db, readLedger(town.context.config).entries, drop);
    expect(left.map((one) => one.sentence)).to.deep.equal(['A film that was removed is there again.']);
    for (const one of left) one.mend();
    expect([gone, row(id)?.state]).to.deep.equal([[`film-${id}.webm`], 'removed']);
  });

  it('is watched by the squad only, and a welcome by players not before its week opens', async () => {
    const id = await send();
    for (const [who, said] of [
      [town.assistant, 'not found'],
      [town.otherCoach, 'not found'],
      [town.strangerPlayer, 'not found'],
      [town.guardian, 'not allowed'],
      [town.nobody, 'not signed in'],
    ] as const)
      expect(await outcome(() => watchFilm(town.context, who, { film: id })), who.kind).to.equal(said);
    const next = uuid();
    makeWeek(town.context, town.coach, { squad: town.squad, id: next });
    const early = await send({ kind: 'week', week: next });
    expect(await outcome(() => watchFilm(town.context, town.player, { film: early }))).to.equal('not found');
    expect(watchFilm(town.context, town.coach, { film: early }).mediaType).to.equal('video/webm');
  });

  it('is not announced for what is not the squad’s, nor without saying that only an adult is in it', async () => {
    const attempt = (about: Parameters<typeof announceFilm>[2]['about'], squad = town.squad) =>
      outcome(() => announceFilm(town.context, town.coach, { squad, id: uuid(), about }));
    expect(await attempt(drill('no-such-drill'))).to.equal('bad input');
    const theirs = uuid();
    makeWeek(town.context, town.otherCoach, { squad: town.otherSquad, id: theirs });
    expect(await attempt({ kind: 'week', week: theirs })).to.equal('bad input');
    expect(await attempt(drill(), town.otherSquad)).to.equal('not found');
    const id = announce();
    expect(await outcome(() => announceFilm(town.context, town.otherCoach, { squad: town.otherSquad, id, about: drill() }))).to.equal(
      'not found',
    );
    expect(announceFilm(town.context, town.coach, { squad: town.squad, id, about: drill() }).state).to.equal('expected');
    expect(FilmSent.safeParse({ id, about: drill(), adultsOnly: false }).success).to.equal(false);
    expect(FilmSent.safeParse({ id, about: drill(), adultsOnly: true }).success).to.equal(true);
  });

  it('lasts a minute at most, with the second that a recorder takes to stop', async () => {
    const check = (seconds: number) =>
      outcome(() => FILMS.check(town.context, announce(), { seconds, mediaType: 'video/webm', extension: 'webm' }));
    expect(await check(61)).to.equal('done');
    expect(await check(61.01)).to.equal('clip refused');
    const rubbish = announce();
    const path = upload();
    copyFileSync('package.json', path);
    expect(await outcome(() => acceptUpload(town.context, 'film', rubbish, path))).to.equal('clip refused');
    expect(stateOfFilm(town.context, town.coach, { film: rubbish })).to.include({ state: 'refused' });
    expect(await outcome(() => filmToSend(town.context, town.coach, { film: rubbish }))).to.equal('clip refused');
  });

  it('takes room of the squad’s, and a squad keeps so many', async () => {
    const id = await send();
    const fill = (bytes: number) => town.context.db.update(films).set({ bytes }).where(eq(films.id, id)).run();
    fill(QUOTA.squad.bytes);
    expect(await outcome(() => announce())).to.not.equal('clip refused');
    fill(QUOTA.squad.bytes + 1);
    expect(await outcome(() => announce())).to.equal('clip refused');
    fill(1000);
    const kept = row(id);
    if (!kept) throw new Error('The film is gone.');
    for (let i = 1; i < FILMS_MAX; i++)
      town.context.db
        .insert(films)
        .values({ ...kept, id: uuid() })
        .run();
    expect(await outcome(() => announce())).to.equal('clip refused');
  });

  it('is in backups, is missed by the check when its file is gone, and is no orphan', async () => {
    const id = await send();
    const { config } = town.context;
    const path = join(config.clipDir, `film-${id}.webm`);
    utimesSync(path, 1, 1);
    cleanHouse(town.context, { dry: false });
    expect(existsSync(path)).to.equal(true);
    const { made } = await backUp(config, 'by hand', town.context.now());
    expect(made.manifest.files?.map((file) => file.name)).to.deep.equal([`film-${id}.webm`]);
    expect(checkHouse(config).troubles).to.deep.equal([]);
    copyFileSync('package.json', path);
    expect(checkHouse(config).troubles.join()).to.include('have not the size they had');
  });

  it('that was moved but not written down is finished at the start; one that never comes is given up', async () => {
    const id = announce();
    copyFileSync(FILM, join(town.context.config.clipDir, `film-${id}.webm`));
    await finishUploads(town.context);
    expect(row(id)?.state).to.equal('kept');
    const never = announce(drill('inside-taps'));
    town.setNow(town.context.now() + 60 * DAY);
    cleanHouse(town.context, { dry: false });
    expect(row(never)).to.include({ state: 'refused', refusal: 'It never arrived.' });
  });

  describe('a spoken line of a drill', () => {
    const say = async (seconds = 2, of = 'sole-taps', coach = town.coach, id = uuid()) => {
      await sayOfDrill(town.context, coach, { squad: town.squad, id, drill: of, data: await aSpokenLine(seconds) });
      return id;
    };

    it('comes with a week that has the drill, beside its film, and is heard by the squad only', async () => {
      const film = await send();
      const voice = await say();
      await say(1, 'sole-rolls');
      expect(withWeek().drills['sole-taps']?.id).to.equal(film);
      expect(Object.entries(withWeek().voices ?? {}).map(([of, one]) => [of, one.id, one.seconds])).to.deep.equal([
        ['sole-taps', voice, 2],
      ]);
      expect(watchFilm(town.context, town.player, { film: voice }).mediaType).to.equal('audio/webm');
      expect(await outcome(() => watchFilm(town.context, town.strangerPlayer, { film: voice }))).to.equal('not found');
      const listed = listFilms(town.context, town.coach, { squad: town.squad }).films.map((one) => one.about);
      expect(listed).to.deep.include({ kind: 'voice', drill: 'sole-taps' }).and.to.deep.include({ kind: 'drill', drill: 'sole-taps' });
    });

    it('takes the place of the one before it, never of a film, nor of another drill’s; the same id again changes nothing', async () => {
      const film = await send();
      const other = await say(1, 'inside-taps');
      const first = await say();
      const second = await say();
      expect(await say(1, 'inside-taps', town.coach, second)).to.equal(second);
      expect(files().sort()).to.deep.equal([film, other, second].map((id) => `film-${id}.webm`).sort());
      expect([row(first)?.state, row(second)?.drillId]).to.deep.equal(['removed', 'sole-taps']);
      const anew = await send();
      expect([row(film)?.state, row(second)?.state, row(anew)?.state]).to.deep.equal(['removed', 'kept', 'kept']);
    });

    it('is removed for good, and is in a backup until then', async () => {
      const voice = await say();
      await backUp(town.context.config, 'by hand', town.context.now());
      expect(checkHouse(town.context.config).troubles).to.deep.equal([]);
      removeFilm(town.context, town.coach, { film: voice });
      expect([withWeek().voices, files()]).to.deep.equal([{}, []]);
    });

    it('is at most 20 s of sound, of a drill on the shelf, by a coach of the squad who says that it is an adult’s', async () => {
      expect(await outcome(() => say(22))).to.equal('bad input');
      expect(await outcome(() => say(2, 'no-such-drill'))).to.equal('bad input');
      expect(await outcome(() => say(2, 'sole-taps', town.otherCoach))).to.equal('not found');
      const picture = () =>
        sayOfDrill(town.context, town.coach, {
          squad: town.squad,
          id: uuid(),
          drill: 'sole-taps',
          data: readFileSync(FILM).toString('base64'),
        });
      expect(await outcome(picture)).to.equal('bad input');
      expect(files()).to.deep.equal([]);
      const body = { id: uuid(), drill: 'sole-taps', data: 'AAAA' };
      expect(VoiceSent.safeParse({ ...body, adultsOnly: true }).success).to.equal(true);
      expect(VoiceSent.safeParse({ ...body, adultsOnly: false }).success).to.equal(false);
    });

    it('is one of the files that a squad may keep', async () => {
      for (let n = 0; n < FILMS_MAX; n++)
        town.context.db
          .insert(films)
          .values({ id: uuid(), squadId: town.squad, drillId: 'sole-taps', coachId: asCoach(), state: 'kept', announcedAt: 1 })
          .run();
      expect(await outcome(() => say())).to.equal('clip refused');
    });
    const asCoach = () => (town.coach as { userId: string }).userId;
  });
});
