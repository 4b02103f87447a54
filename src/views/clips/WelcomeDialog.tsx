import { t } from '../../core/text/translate.ts';
import { Dialog } from '../../ui/parts/index.ts';
import { FilmBox } from './FilmBox.tsx';
import { isSame, useFilms } from './use-films.ts';

interface Props {
  week: { id: string; number: number; squadId: string };
  onClose(): void;
}

/** The film that greets players on This week once the week has opened. */
export function WelcomeDialog({ week, onClose }: Props) {
  const { kept, read } = useFilms(week.squadId);
  const about = { kind: 'week', week: week.id } as const;
  return (
    <Dialog label={t('Welcome to week {number}', { number: week.number })} onClose={onClose}>
      <p className="text-dust">
        {t('A minute at most: what this week is about. Players see it at the top of This week, from its opening on.')}
      </p>
      <FilmBox
        squad={week.squadId}
        about={about}
        name={t('Week {number}', { number: week.number })}
        kept={kept?.find((one) => isSame(one.about, about)) ?? null}
        onChange={read}
      />
    </Dialog>
  );
}
