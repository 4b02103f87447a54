import { type Letter, letterOf } from '../mail/text.ts';
import { plural } from '../text/plural.ts';

/** What a child could do today. */
export interface ChildToday {
  nickname: string;
  /** Sessions wished for today that are not done. */
  due: string[];
  /** What is needed today to keep the streak; null when nothing is, or when there is none to keep. */
  streak: string | null;
  /** Drills that the coach would like to see again, with the line that says why. */
  again: { drill: string; line: string | null }[];
}

/** A family's reminder of one child's day; null when there is nothing to say. Never a reproach. */
export function todayLetter({ nickname, due, streak, again }: ChildToday): Letter | null {
  if (due.length === 0 && streak === null && again.length === 0) return null;
  return letterOf(
    due.length > 0
      ? `Today for ${nickname}: ${due.join(', ')}`
      : again.length > 0
        ? `${nickname}’s coach asks for one more go`
        : `${nickname}’s row today`,
    `A short word about ${nickname}’s training today.`,
    [
      { heading: 'Wished for today', lines: due, list: true },
      { heading: 'In a row', lines: streak === null ? [] : [streak] },
      { heading: 'Once more, please', lines: again.map(({ drill, line }) => (line ? `${drill}: ${line}` : drill)), list: true },
    ],
    'Another day is fine too. Reminders are switched off, and hours are set, on your family page.',
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
    `${week.nickname}: week ${week.number} is open`,
    `Week ${week.number} of ${week.squad}, “${week.title}”, is open for ${week.nickname}.`,
    [
      { heading: plural(week.sessions.length, 'session'), lines: [...week.sessions], list: true },
      { heading: 'To fetch', lines: week.kit.length > 0 ? [`${week.kit.join(', ')}. Stand-ins are shown in the app.`] : [] },
    ],
    'Reminders are switched off, and hours are set, on your family page.',
  );
}
