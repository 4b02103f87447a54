import type { ShelfDrill } from '../../contract/drills.ts';
import type { WeekDetail } from '../../contract/weeks.ts';
import { t, term } from '../../core/text/translate.ts';

interface Props {
  week: Pick<WeekDetail, 'number' | 'plan'>;
  shelf: readonly Pick<ShelfDrill, 'id' | 'name'>[];
}

/** What a week holds, to read while its bench is set up. */
export function WeekSoon({ week, shelf }: Props) {
  const names = new Map(shelf.map((drill) => [drill.id, drill.name]));
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Week {number}', { number: week.number })}</h1>
      <p className="text-dust" role="status">
        {t('Opening week {number}…', { number: week.number })}
      </p>
      {week.plan.title && <p className="font-bold">{week.plan.title}</p>}
      <div className="flex items-start gap-3 overflow-x-auto pb-3">
        {week.plan.sessions.map((session) => (
          <div key={session.id} className="slab flex w-full shrink-0 flex-col gap-2 p-3 sm:w-[330px]">
            <p className="font-bold font-display">{session.name}</p>
            {/* One text of all drills: it is read, and it is the greatest thing on the page until the bench stands. */}
            <p className="whitespace-pre-line leading-relaxed">
              {session.blocks
                .flatMap((block) => [term(block.kind), ...block.items.map((item) => `· ${names.get(item.drillId) ?? ''}`)])
                .join('\n')}
            </p>
          </div>
        ))}
      </div>
    </div>
  );
}
