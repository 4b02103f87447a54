import { useRead } from '../../client/use-read.ts';
import { type FilmView, filmsApi, type KeptAbout } from '../../contract/clips.ts';

export const isSame = (a: KeptAbout, b: KeptAbout): boolean =>
  a.kind === 'week' ? b.kind === 'week' && a.week === b.week : b.kind === a.kind && a.drill === b.drill;

/** The films of a squad, read once a page; null until they are here. What keeps them away keeps nothing else. */
export function useFilms(squad: string): { kept: FilmView[] | null; read(): Promise<void> } {
  const { found, again } = useRead(filmsApi.list, { squad });
  return { kept: found?.films ?? null, read: async () => void (await again()) };
}
