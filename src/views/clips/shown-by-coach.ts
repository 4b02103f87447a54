import type { FilmOfCoach, ThisWeek } from '../../contract/training.ts';

/** What the own coach shows and says of a drill. */
export interface ShownByCoach {
  film: FilmOfCoach | null;
  voice: FilmOfCoach | null;
}

/** What a visit has of a drill's coach. A visit that an older release kept has nothing. */
export const shownByCoach = (films: ThisWeek['films'] | undefined, drillId: string): ShownByCoach => ({
  film: films?.drills[drillId] ?? null,
  voice: films?.voices?.[drillId] ?? null,
});
