import { Check } from 'lucide-react';
import { footInWords, number, untilInWords, wishedDay } from '../../client/words.ts';
import type { Child, FamilyWeek } from '../../contract/screens.ts';
import { trainedInWords } from '../../core/streaks/asks.ts';
import { plural, t } from '../../core/text/translate.ts';
import { ShelfStill } from '../../ui/notations/moves/ShelfStill.tsx';
import { Seam } from '../../ui/notations/Seam.tsx';

/** Drills of a session shown as pictures: as many as stand beside each other on a phone. */
const STILLS_SHOWN = 6;

/** What the sessions of a week come to, in one sentence. */
function doneWords({ sessions, isOpen }: FamilyWeek): string {
  const left = sessions.filter((one) => !one.done).length;
  const all = plural(sessions.length, 'session');
  if (left === 0) return t('All {all} done. Nothing more is asked for.', { all });
  if (left === sessions.length)
    return isOpen ? t('{all}, none done yet.', { all }) : t('None of {all} this time. Next week is a new one.', { all });
  return t('{sessions} of {all} done.', { sessions: sessions.length - left, all });
}

const bestWords = ({ drill, dose, foot, result, before, unit }: FamilyWeek['records'][number]) =>
  t('{drill} ({dose}{foot}): {result} {unit}, before {before}', {
    drill,
    dose,
    foot: foot === 'both' ? '' : `, ${footInWords(foot)}`,
    result: number(result),
    unit,
    before: number(before),
  });

/** One child's week at a glance, for the kitchen table: what is done, what is left, what got better. */
export function ChildGlance({ week, streak, timeZone, nickname }: Pick<Child, 'streak' | 'timeZone' | 'nickname'> & { week: FamilyWeek }) {
  const { left, right } = week.touches;
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('The week of {nickname}', { nickname })}>
      <h3 className="text-lg">{t('Week {number}: {title}', { number: week.number, title: week.title })}</h3>
      <ul className="flex flex-wrap gap-2">
        {week.sessions.map((session) => (
          <li
            key={session.id}
            className={`flex min-h-11 items-center gap-2 border px-3 ${session.done ? 'border-moss font-semibold' : 'border-joint border-dashed'}`}
          >
            {session.done && <Check aria-hidden className="size-5 text-moss" />}
            <span>
              {session.name}
              <span className="text-dust text-sm"> {session.done ? t('done') : wishedDay(session.day)}</span>
              <span className="flex">
                {session.drillIds.slice(0, STILLS_SHOWN).map((id) => (
                  <ShelfStill key={id} drillId={id} className="size-11" />
                ))}
              </span>
            </span>
          </li>
        ))}
      </ul>
      <p>
        {doneWords(week)}{' '}
        {week.isOpen &&
          week.sessions.some((one) => !one.done) &&
          t('Open until {untilInWords}.', { untilInWords: untilInWords(week.closesAt, timeZone) })}
      </p>
      {streak && (
        <p>
          {streak.current > 0
            ? t('{current} in a row; the best ever is {best}.', {
                current: trainedInWords(streak.current, streak.unit),
                best: streak.best,
              })
            : t('Day one can be any day. The best ever is {best}.', {
                best: trainedInWords(streak.best, streak.unit),
              })}
        </p>
      )}
      {left + right > 0 && (
        <Seam
          rows={[{ label: t('touches'), left, right }]}
          summary={t('Counted touches this week: {left} with the left foot, {right} with the right.', { left, right })}
          labelWidth={70}
        />
      )}
      {week.records.length > 0 && (
        <div>
          <h4 className="font-semibold">{t('Better than ever this week')}</h4>
          <ul className="list-disc ps-5">
            {week.records.map((one) => (
              <li key={`${one.drill}${one.dose}${one.foot}`}>{bestWords(one)}</li>
            ))}
          </ul>
        </div>
      )}
      {week.rising.length > 0 && <p>{t('Going up over the last weeks: {rising}.', { rising: week.rising.join(' · ') })}</p>}
    </section>
  );
}
