import { type Letter, letterOf } from '../mail/text.ts';
import { plural, t, term } from '../text/translate.ts';

/** What a child could do today. */
export interface ChildToday {
  /** Live evenings of today, with their hour and how long they take. */
  together?: readonly string[];
  nickname: string;
  /** Sessions wished for today that are not done. */
  due: string[];
  /** What is needed today to keep the streak; null when nothing is, or when there is none to keep. */
  streak: string | null;
  /** Drills that the coach would like to see again, with the line that says why. */
  again: { drill: string; line: string | null }[];
}

/** A family's reminder of one child's day; null when there is nothing to say. Never a reproach. */
export function todayLetter({ nickname, due, streak, again, together = [] }: ChildToday): Letter | null {
  if (due.length === 0 && streak === null && again.length === 0 && together.length === 0) return null;
  return letterOf(
    together.length > 0
      ? t('Today together, for {nickname}: {together}', { nickname, together: together.join(', ') })
      : due.length > 0
        ? t('Today for {nickname}: {due}', { nickname, due: due.join(', ') })
        : again.length > 0
          ? t('{nickname}’s coach asks for one more go', { nickname })
          : t('{nickname}’s row today', { nickname }),
    t('A short word about {nickname}’s training today.', { nickname }),
    [
      { heading: t('Together, live'), lines: [...together], list: true },
      { heading: t('Wished for today'), lines: due, list: true },
      { heading: t('In a row'), lines: streak === null ? [] : [streak] },
      { heading: t('Once more, please'), lines: again.map(({ drill, line }) => (line ? `${drill}: ${line}` : drill)), list: true },
    ],
    t('Another day is fine too. Reminders are switched off, and hours are set, on your family page.'),
  );
}

/** A family's word that a week has opened. */
export function openedLetter(week: {
  nickname: string;
  squad: string;
  number: number;
  title: string;
  sessions: readonly string[];
  kit: readonly string[];
}): Letter {
  return letterOf(
    t('{nickname}: week {number} is open', { nickname: week.nickname, number: week.number }),
    t('Week {number} of {squad}, “{title}”, is open for {nickname}.', {
      number: week.number,
      squad: week.squad,
      title: week.title,
      nickname: week.nickname,
    }),
    [
      { heading: plural(week.sessions.length, 'session'), lines: [...week.sessions], list: true },
      {
        heading: t('To fetch'),
        lines: week.kit.length > 0 ? [t('{kit}. Stand-ins are shown in the app.', { kit: week.kit.map(term).join(', ') })] : [],
      },
    ],
    t('Reminders are switched off, and hours are set, on your family page.'),
  );
}
