import { lazy, Suspense } from 'react';
import type { FilmOfCoach } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { useMounted } from '../../ui/use-mounted.ts';
import type { ShownByCoach } from './shown-by-coach.ts';

const CoachsVoice = lazy(() => import('./CoachsVoice.tsx'));
const CoachsFilm = lazy(() => import('./CoachsFilm.tsx'));

/** A coach's film as its own part, fetched when it is first shown; nothing where there is none. */
export function FilmSoon({ film, label, spoken = false }: { film: FilmOfCoach | null | undefined; label: string; spoken?: boolean }) {
  // On the server React would fill it in by a script in the page, which no page of ours may hold.
  const mounted = useMounted();
  if (!film || !mounted) return null;
  return (
    <Suspense fallback={<p className="text-dust">{t('Fetching the film…')}</p>}>
      <CoachsFilm film={film} label={label} spoken={spoken} />
    </Suspense>
  );
}

/** What the coach says and shows of a drill; nothing where nobody did. */
export function CoachShows({ shown: { film, voice }, drill, head = false }: { shown: ShownByCoach; drill: string; head?: boolean }) {
  const mounted = useMounted();
  return (
    <>
      {voice && mounted && (
        <Suspense>
          <CoachsVoice voice={voice} />
        </Suspense>
      )}
      {film && head && <h3>{t('{coach} shows it', { coach: film.coach })}</h3>}
      <FilmSoon film={film} label={t('{drill}, shown by {coach}', { drill, coach: film?.coach ?? t('your coach') })} />
    </>
  );
}
