import { useState } from 'react';
import type { ThisWeek } from '../../contract/training.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import { StillImage } from '../../ui/notations/moves/StillImage.tsx';
import { shownByCoach } from '../clips/shown-by-coach.ts';
import { HowTo } from './HowTo.tsx';

/** The session's drills in order, each with its picture; a tap shows how it is done. */
export function DrillsAhead({
  drills,
  notes,
  said,
  unknown,
  stronger,
  films,
}: {
  drills: readonly (Drill & DrawnDrill)[];
  /** How long each takes and what is to beat, in words, by drill. */
  notes: ReadonlyMap<string, string>;
  /** What the coach says about them in this week, by drill. */
  said: ReadonlyMap<string, string>;
  /** Those that are met in this session. */
  unknown: readonly string[];
  stronger: StrongerFoot;
  /** What the coach shows and says of drills. */
  films: ThisWeek['films'] | undefined;
}) {
  const [open, setOpen] = useState<(Drill & DrawnDrill) | null>(null);
  const of = (drill: Pick<Drill, 'id'>) => shownByCoach(films, drill.id);
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('What you will do')}>
      <h2>{t('What you will do')}</h2>
      <p className="text-dust">{t('Tap one to see how it is done.')}</p>
      <ol className="flex flex-col divide-y divide-joint">
        {drills.map((drill, i) => (
          <li key={drill.id}>
            <button type="button" className="flex min-h-16 w-full items-center gap-3 py-1 text-start" onClick={() => setOpen(drill)}>
              <StillImage drill={drill} mirror={isShownMirrored(drill.sides, null, stronger)} className="size-16 shrink-0" />
              <span className="text-lg leading-tight">
                {i + 1}. {drill.name}
                <span className="block text-dust text-sm">{notes.get(drill.id)}</span>
                {said.has(drill.id) && <span className="block text-base">{t('Your coach: {get}', { get: said.get(drill.id) })}</span>}
                {unknown.includes(drill.id) && <span className="block font-semibold text-lace text-sm">{t('new for you')}</span>}
                {of(drill).film && <span className="block text-dust text-sm">{t('with a film of your coach')}</span>}
                {of(drill).voice && <span className="block text-dust text-sm">{t('your coach says something about it')}</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
      {open && <HowTo drill={open} stronger={stronger} shown={of(open)} onClose={() => setOpen(null)} />}
    </section>
  );
}
