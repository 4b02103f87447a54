import type { FilmOfCoach } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { useFilmAddress } from './keep-films.ts';

/** What the coach says of a drill, in the own voice; without a line too. */
export default function CoachsVoice({ voice }: { voice: FilmOfCoach }) {
  const address = useFilmAddress(voice.id);
  if (!address) return null;
  return (
    <figure className="flex flex-wrap items-center gap-x-3">
      <figcaption className="font-semibold">{t('{coach} says:', { coach: voice.coach })}</figcaption>
      {/* biome-ignore lint/a11y/useMediaCaption: it says what the steps and cues beside it say. */}
      <audio
        controls
        preload="metadata"
        src={address}
        className="h-12 min-w-0 grow"
        aria-label={t('What {coach} says', { coach: voice.coach })}
      />
    </figure>
  );
}
