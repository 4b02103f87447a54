import type { FilmOfCoach } from '../../contract/training.ts';
import { FilmPlayer } from './FilmPlayer.tsx';
import { useFilmAddress } from './keep-films.ts';

/** A coach's film as players see it, without a line too. */
export default function CoachsFilm({ film, label, spoken }: { film: FilmOfCoach; label: string; spoken: boolean }) {
  const address = useFilmAddress(film.id);
  return address ? <FilmPlayer address={address} label={label} player spoken={spoken} /> : null;
}
