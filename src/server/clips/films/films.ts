import { rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { and, eq, isNull, ne, sql } from 'drizzle-orm';
import { FILM_SECONDS_MAX, type FilmAbout, type FilmState, type FilmView, type KeptAbout } from '../../../contract/clips.ts';
import type { FilmOfCoach, ThisWeek } from '../../../contract/training.ts';
import { t } from '../../../core/text/translate.ts';
import type { Actor } from '../../accounts/actor.ts';
import type { Context } from '../../context.ts';
import { shelfOf } from '../../drills/shelf.ts';
import type { Db } from '../../platform/db/connection.ts';
import { films, user, weekRevisions, weeks } from '../../platform/db/schema.ts';
import { writeLedger } from '../../platform/ledger.ts';
import { badInput, notFound, Problem } from '../../platform/problems.ts';
import { allow, asPerson } from '../../policy.ts';
import { inspectSpoken } from '../inspect-spoken.ts';
import { checkRoom } from '../quota.ts';
import type { Receiver } from '../receiver.ts';

type Film = typeof films.$inferSelect;

const FILM_PREFIX = 'film-';

/** Films that a squad may keep. */
export const FILMS_MAX = 200;
/** Films that a squad's coaches have announced and not sent yet. */
const EXPECTED_MAX = 20;
/** A recorder stops a little after it is told to. */
const SLACK_SECONDS = 1;

const filmState = ({ id, state, refusal, seconds }: Film): FilmState => ({ id, state, refusal, seconds });

function filmById(db: Db, id: string): Film {
  const film = db.select().from(films).where(eq(films.id, id)).get();
  if (!film) throw notFound();
  return film;
}

const isKept = eq(films.state, 'kept');
const aboutOf = ({ kind, drillId, weekId }: Pick<Film, 'kind' | 'drillId' | 'weekId'>): KeptAbout =>
  drillId === null ? { kind: 'week', week: weekId ?? '' } : { kind: kind === 'voice' ? 'voice' : 'drill', drill: drillId };
const sameAs = ({ kind, drillId, weekId, squadId }: Film) =>
  and(
    eq(films.kind, kind),
    eq(films.squadId, squadId),
    drillId === null ? isNull(films.drillId) : eq(films.drillId, drillId),
    weekId === null ? isNull(films.weekId) : eq(films.weekId, weekId),
  );

const countOf = (db: Db, squadId: string, state: Film['state']): number =>
  db
    .select({ n: sql<number>`count(*)` })
    .from(films)
    .where(and(eq(films.squadId, squadId), eq(films.state, state)))
    .get()?.n ?? 0;

/** The films that a squad's coaches keep. */
export function listFilms({ db }: Context, actor: Actor, input: { squad: string }): { films: FilmView[] } {
  allow(db, actor, 'see films', input);
  const rows = db
    .select({ film: films, coach: user.name })
    .from(films)
    .innerJoin(user, eq(user.id, films.coachId))
    .where(and(eq(films.squadId, input.squad), isKept))
    .all();
  return {
    films: rows.map(({ film, coach }) => ({
      id: film.id,
      about: aboutOf(film),
      seconds: film.seconds ?? 0,
      bytes: film.bytes ?? 0,
      coach,
      at: film.keptAt ?? film.announcedAt,
    })),
  };
}

/** Says that a film will come. The same id again answers with what is known. */
export function announceFilm(context: Context, actor: Actor, input: { squad: string; id: string; about: FilmAbout }): FilmState {
  const { db } = context;
  allow(db, actor, 'announce a film', { squad: input.squad });
  const had = db.select().from(films).where(eq(films.id, input.id)).get();
  if (had && had.squadId !== input.squad) throw notFound();
  if (had) return filmState(had);
  const { about } = input;
  if (about.kind === 'drill' && !shelfOf(db, input.squad).has(about.drill))
    throw badInput('about.drill', t('This drill is not on the shelf.'));
  if (about.kind === 'week') {
    const week = db.select({ squad: weeks.squadId }).from(weeks).where(eq(weeks.id, about.week)).get();
    if (week?.squad !== input.squad) throw badInput('about.week', t('This week is not one of the squad.'));
  }
  if (countOf(db, input.squad, 'expected') >= EXPECTED_MAX)
    throw new Problem('clip refused', t('Many films are announced and have not come. Send those first.'));
  if (countOf(db, input.squad, 'kept') >= FILMS_MAX)
    throw new Problem(
      'clip refused',
      t('A squad keeps {filmsMax} films at most. Remove some that are no longer needed.', { filmsMax: FILMS_MAX }),
    );
  checkRoom(context, input.squad, 0);
  const film: Film = {
    id: input.id,
    squadId: input.squad,
    kind: 'film',
    drillId: about.kind === 'drill' ? about.drill : null,
    weekId: about.kind === 'week' ? about.week : null,
    coachId: asPerson(actor).userId,
    state: 'expected',
    refusal: null,
    fileName: null,
    mediaType: null,
    bytes: null,
    seconds: null,
    announcedAt: context.now(),
    keptAt: null,
    removedAt: null,
    removedBy: null,
  };
  db.insert(films).values(film).run();
  return filmState(film);
}

/** Keeps what a coach says of a drill; the one before it goes. The same id again changes nothing. */
export async function sayOfDrill(
  context: Context,
  actor: Actor,
  input: { squad: string; id: string; drill: string; data: string },
): Promise<FilmState> {
  const { db, config, now } = context;
  const { squad, id, drill } = input;
  allow(db, actor, 'announce a film', { squad });
  const had = db.select().from(films).where(eq(films.id, id)).get();
  if (had && had.squadId !== squad) throw notFound();
  if (had) return filmState(had);
  if (!shelfOf(db, squad).has(drill)) throw badInput('drill', t('This drill is not on the shelf.'));
  if (countOf(db, squad, 'kept') >= FILMS_MAX)
    throw new Problem(
      'clip refused',
      t('A squad keeps {filmsMax} films and spoken lines at most. Remove some that are no longer needed.', { filmsMax: FILMS_MAX }),
    );
  const bytes = Buffer.from(input.data, 'base64');
  checkRoom(context, squad, bytes.length);
  const { mediaType, extension, seconds } = await inspectSpoken(bytes);
  const fileName = `${FILM_PREFIX}${id}.${extension}`;
  const kept: Film = {
    ...{ id, squadId: squad, kind: 'voice', drillId: drill, weekId: null, coachId: asPerson(actor).userId },
    ...{ state: 'kept', refusal: null, fileName, mediaType, bytes: bytes.length, seconds, announcedAt: now(), keptAt: now() },
    ...{ removedAt: null, removedBy: null },
  };
  writeFileSync(join(config.clipDir, fileName), bytes, { mode: 0o600, flush: true });
  db.insert(films).values(kept).onConflictDoNothing().run();
  takeOlder(context, kept);
  return filmState(kept);
}

/** The film that a coach sends now. @throws Problem where it is waited for no longer */
export function filmToSend({ db }: Context, actor: Actor, input: { film: string }): Film {
  allow(db, actor, 'upload a film', input);
  const film = filmById(db, input.film);
  if (film.state === 'removed' || film.state === 'refused') throw new Problem('clip refused', film.refusal ?? t('This film was removed.'));
  return film;
}

export function stateOfFilm({ db }: Context, actor: Actor, input: { film: string }): FilmState {
  allow(db, actor, 'watch a film', input);
  return filmState(filmById(db, input.film));
}

/** Takes a film's file away; that it was there stays on record, and an older backup does not bring it back. */
function takeAway({ db, config, now }: Context, film: Film, by: string): void {
  writeLedger(config, { what: 'film removed', film: film.id, at: now() });
  if (film.fileName) rmSync(join(config.clipDir, film.fileName), { force: true });
  db.update(films).set({ state: 'removed', removedAt: now(), removedBy: by }).where(eq(films.id, film.id)).run();
}

/** What is new takes the place of the one before it. */
function takeOlder(context: Context, film: Film): void {
  const before = context.db
    .select()
    .from(films)
    .where(and(sameAs(film), isKept, ne(films.id, film.id)))
    .all();
  for (const one of before) takeAway(context, one, film.coachId);
}

/** Removes a film for good. */
export function removeFilm(context: Context, actor: Actor, input: { film: string }): FilmState {
  const { db } = context;
  allow(db, actor, 'remove a film', input);
  const film = filmById(db, input.film);
  if (film.state !== 'removed') takeAway(context, film, asPerson(actor).userId);
  return filmState(filmById(db, film.id));
}

/** Whether players have seen the day a week opens; before it, its welcome would spoil a surprise. */
const hasOpened = (db: Db, weekId: string, now: number): boolean =>
  db
    .select({ opensAt: weekRevisions.opensAt })
    .from(weekRevisions)
    .where(eq(weekRevisions.weekId, weekId))
    .all()
    .some((one) => one.opensAt <= now);

/** The file of a film for somebody who may watch it. */
export function watchFilm(context: Context, actor: Actor, input: { film: string }): { path: string; mediaType: string } {
  const { db } = context;
  allow(db, actor, 'watch a film', input);
  const film = filmById(db, input.film);
  if (film.state !== 'kept' || !film.mediaType || !film.fileName) throw notFound();
  if (actor.kind === 'player' && film.weekId !== null && !hasOpened(db, film.weekId, context.now())) throw notFound();
  return { path: join(context.config.clipDir, film.fileName), mediaType: film.mediaType };
}

/** The films that go with a week to a player: of its drills, and the welcome. */
export function filmsWithWeek(db: Db, squadId: string, week: { id: string; drills: readonly string[] } | null): ThisWeek['films'] {
  const found = {
    drills: {} as Record<string, FilmOfCoach>,
    voices: {} as Record<string, FilmOfCoach>,
    welcome: null as FilmOfCoach | null,
  };
  if (!week) return found;
  const wanted = new Set(week.drills);
  const rows = db
    .select({ film: films, coach: user.name })
    .from(films)
    .innerJoin(user, eq(user.id, films.coachId))
    .where(and(eq(films.squadId, squadId), isKept))
    .all();
  for (const { film, coach } of rows) {
    const view = { id: film.id, seconds: film.seconds ?? 0, bytes: film.bytes ?? 0, coach };
    if (film.weekId === week.id) found.welcome = view;
    else if (film.drillId !== null && wanted.has(film.drillId)) found[film.kind === 'voice' ? 'voices' : 'drills'][film.drillId] = view;
  }
  return found;
}

/** Films as uploads: at most a minute; one that is kept takes the place of the one before it. */
export const FILMS: Receiver = {
  prefix: FILM_PREFIX,
  isExpected: ({ db }, id) => filmById(db, id).state === 'expected',
  check(_context, _id, { seconds }) {
    if (seconds > FILM_SECONDS_MAX + SLACK_SECONDS)
      throw new Problem(
        'clip refused',
        t('This film lasts {seconds} s. A film lasts {filmSecondsMax} s at most: cut it.', {
          seconds: Math.round(seconds),
          filmSecondsMax: FILM_SECONDS_MAX,
        }),
      );
  },
  keep({ db, now }, id, { name, mediaType, bytes, seconds }) {
    db.update(films)
      .set({ state: 'kept', fileName: name, mediaType, bytes, seconds, keptAt: now() })
      .where(and(eq(films.id, id), eq(films.state, 'expected')))
      .run();
  },
  settled(context, id) {
    takeOlder(context, filmById(context.db, id));
  },
  refuse({ db }, id, refusal) {
    db.update(films)
      .set({ state: 'refused', refusal })
      .where(and(eq(films.id, id), eq(films.state, 'expected')))
      .run();
  },
};
