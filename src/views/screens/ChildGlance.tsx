import { Check } from 'lucide-react';
import { footInWords, number, untilInWords, wishedDay } from '../../client/words.ts';
import type { Child, FamilyWeek } from '../../contract/screens.ts';
import { plural } from '../../core/text/plural.ts';
import { Seam } from '../../ui/notations/Seam.tsx';

/** What the sessions of a week come to, in one sentence. */
function doneWords({ sessions, isOpen }: FamilyWeek): string {
  const left = sessions.filter((one) => !one.done).length;
  const all = plural(sessions.length, 'session');
  if (left === 0) return `All ${all} done. Nothing more is asked for.`;
  if (left === sessions.length) return isOpen ? `${all}, none done yet.` : `None of ${all} this time. Next week is a new one.`;
  return `${sessions.length - left} of ${all} done.`;
}

const bestWords = ({ drill, dose, foot, result, before, unit }: FamilyWeek['records'][number]) =>
  `${drill} (${dose}${foot === 'both' ? '' : `, ${footInWords(foot)}`}): ${number(result)} ${unit}, before ${number(before)}`;

/** One child's week at a glance, for the kitchen table: what is done, what is left, what got better. */
export function ChildGlance({ week, streak, timeZone, nickname }: Pick<Child, 'streak' | 'timeZone' | 'nickname'> & { week: FamilyWeek }) {
  const { left, right } = week.touches;
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={`The week of ${nickname}`}>
      <h3 className="text-lg">
        Week {week.number}: {week.title}
      </h3>
      <ul className="flex flex-wrap gap-2">
        {week.sessions.map((session) => (
          <li
            key={session.id}
            className={`flex min-h-11 items-center gap-2 border px-3 ${session.done ? 'border-moss font-semibold' : 'border-joint border-dashed'}`}
          >
            {session.done && <Check aria-hidden className="size-5 text-moss" />}
            <span>
              {session.name}
              <span className="text-dust text-sm"> {session.done ? 'done' : wishedDay(session.day)}</span>
            </span>
          </li>
        ))}
      </ul>
      <p>
        {doneWords(week)} {week.isOpen && week.sessions.some((one) => !one.done) && `Open until ${untilInWords(week.closesAt, timeZone)}.`}
      </p>
      {streak && (
        <p>
          {streak.current > 0
            ? `${plural(streak.current, streak.unit === 'week' ? 'week' : 'training day')} in a row; the best ever is ${streak.best}.`
            : `Day one can be any day. The best ever is ${plural(streak.best, streak.unit === 'week' ? 'week' : 'training day')}.`}
        </p>
      )}
      {left + right > 0 && (
        <Seam
          rows={[{ label: 'touches', left, right }]}
          summary={`Counted touches this week: ${left} with the left foot, ${right} with the right.`}
          labelWidth={70}
        />
      )}
      {week.records.length > 0 && (
        <div>
          <h4 className="font-semibold">Better than ever this week</h4>
          <ul className="list-disc ps-5">
            {week.records.map((one) => (
              <li key={`${one.drill}${one.dose}${one.foot}`}>{bestWords(one)}</li>
            ))}
          </ul>
        </div>
      )}
      {week.rising.length > 0 && <p>Going up over the last weeks: {week.rising.join(' · ')}.</p>}
    </section>
  );
}
