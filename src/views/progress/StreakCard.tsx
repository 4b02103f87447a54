import type { z } from 'zod';
import { dayInWords, dayLetter } from '../../client/words.ts';
import type { StreakView, StripView } from '../../contract/parts.ts';
import { trainedInWords } from '../../core/streaks/asks.ts';
import { t } from '../../core/text/translate.ts';
import { Laces } from '../../ui/notations/index.ts';

interface Props {
  streak: z.infer<typeof StreakView>;
  strip: z.infer<typeof StripView>;
}

/** The streak as laces: the last eight weeks in rows of four, the number now, the best ever, and what keeps it. */
export function StreakCard({ streak, strip }: Props) {
  const half = Math.ceil(strip.length / 2);
  const rows = streak.unit === 'week' ? [strip] : [strip.slice(0, half), strip.slice(half)];
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Streak')}>
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span>
          <span className="font-bold font-display text-4xl text-lace">{streak.current}</span>{' '}
          {streak.unit === 'week'
            ? t('{n, plural, one {week} other {weeks}} in a row', { n: streak.current })
            : t('{n, plural, one {training day} other {training days}} in a row', { n: streak.current })}
        </span>
        <span className="text-dust">
          {t('best ever {best}', { best: trainedInWords(streak.best, streak.unit) })}
          {streak.before && t(', and {best} before', { best: trainedInWords(streak.before.best, streak.before.unit) })}
        </span>
        {streak.firstDay && <span className="text-dust">{t('since {dayInWords}', { dayInWords: dayInWords(streak.firstDay) })}</span>}
      </p>
      {rows.map((cells) => (
        <Laces
          key={cells[0]?.day}
          cells={cells}
          letters={streak.unit === 'week' ? dayInWords : dayLetter}
          summary={t('Laces from {day}: {length} done, {length2} free', {
            day: cells[0]?.day,
            length: cells.filter((cell) => cell.state === 'done').length,
            length2: cells.filter((cell) => cell.state === 'free').length,
          })}
        />
      ))}
      <p>{streak.sentence}</p>
    </section>
  );
}
