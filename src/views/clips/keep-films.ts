import { useEffect, useState } from 'react';
import { forgetKept, keepRead, keptKeys, keptRead } from '../../client/device-store.ts';
import { deviceNow } from '../../client/now.ts';
import type { FilmOfCoach, ThisWeek } from '../../contract/training.ts';

/** What films may take on a phone without being asked. */
const KEPT_BYTES_MAX = 80 * 1024 * 1024;

const keyOf = (id: string) => `film:${id}`;
const fileOf = (id: string) => `/api/v1/films/${id}/file`;

/** The films of a visit in the order they are kept: the welcome, what is spoken, which is small, then the drills'. A visit that an older release kept has none. */
const filmsOf = ({ films }: Partial<Pick<ThisWeek, 'films'>>): FilmOfCoach[] =>
  films ? [...(films.welcome ? [films.welcome] : []), ...Object.values(films.voices ?? {}), ...Object.values(films.drills)] : [];

/** Which films are kept on the device: as many as there is room for, the first first. */
export function filmsToKeep(films: readonly FilmOfCoach[], most = KEPT_BYTES_MAX): FilmOfCoach[] {
  let room = most;
  return films.filter((film) => {
    if (film.bytes > room) return false;
    room -= film.bytes;
    return true;
  });
}

const savesData = () => (navigator as { connection?: { saveData?: boolean } }).connection?.saveData === true;

/** Keeps the week's films on the device, for when there is no line, and lets go of those that are no longer shown. */
export async function keepFilms(visit: ThisWeek): Promise<void> {
  const wanted = new Set(filmsOf(visit).map((film) => keyOf(film.id)));
  const had = new Set(await keptKeys(keyOf('')));
  for (const key of had) if (!wanted.has(key)) await forgetKept(key);
  if (savesData()) return;
  for (const film of filmsToKeep(filmsOf(visit))) {
    if (had.has(keyOf(film.id))) continue;
    // Past the browser's cache: a film that is being looked at would be waited for there.
    const answer = await fetch(fileOf(film.id), { cache: 'no-store' });
    if (answer.ok) await keepRead(keyOf(film.id), await answer.blob(), deviceNow());
  }
}

/** Where a film is played from: this device, else the server. Null until that is known. */
export function useFilmAddress(id: string): string | null {
  const [address, setAddress] = useState<string | null>(null);
  useEffect(() => {
    let url: string | null = null;
    let over = false;
    void keptRead<Blob>(keyOf(id))
      .catch(() => null)
      .then((kept) => {
        if (over) return;
        url = kept ? URL.createObjectURL(kept.value) : null;
        setAddress(url ?? fileOf(id));
      });
    return () => {
      over = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [id]);
  return address;
}
