import { useRead } from '../../client/use-read.ts';
import { type FilmAbout, type FilmView, filmsApi } from '../../contract/clips.ts';

export const isSame = (a: FilmAbout, b: FilmAbout): boolean =>
  a.kind === 'drill' ? b.kind === 'drill' && a.drill === b.drill : b.kind === 'week' && a.week === b.week;

/** The films of a squad, read once a page; null until they are here. What keeps them away keeps nothing else. */
export function useFilms(squad: string): { kept: FilmView[] | null; read(): Promise<void> } {
  const { found, again } = useRead(filmsApi.list, { squad });
  return { kept: found?.films ?? null, read: async () => void (await again()) };
}
