import { lazy, Suspense } from 'react';
import type { FilmOfCoach } from '../../contract/training.ts';
import { useMounted } from '../../ui/use-mounted.ts';

const CoachsFilm = lazy(() => import('./CoachsFilm.tsx'));

/** A coach's film as its own part, fetched when it is first shown; nothing where there is none. */
export function FilmSoon({ film, label, spoken = false }: { film: FilmOfCoach | null | undefined; label: string; spoken?: boolean }) {
  // On the server React would fill it in by a script in the page, which no page of ours may hold.
  const mounted = useMounted();
  if (!film || !mounted) return null;
  return (
    <Suspense fallback={<p className="text-dust">Fetching the film…</p>}>
      <CoachsFilm film={film} label={label} spoken={spoken} />
    </Suspense>
  );
}
