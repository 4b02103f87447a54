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
    <Dialog label={`Welcome to week ${week.number}`} onClose={onClose}>
      <p className="text-dust">A minute at most: what this week is about. Players see it at the top of This week, from its opening on.</p>
      <FilmBox
        squad={week.squadId}
        about={about}
        name={`Week ${week.number}`}
        kept={kept?.find((one) => isSame(one.about, about)) ?? null}
        onChange={read}
      />
    </Dialog>
  );
}
