import type { WeekDetail } from '../../contract/weeks.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { changesBetween } from '../../core/planning/changes.ts';
import { t } from '../../core/text/translate.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';
import { TwoVersions } from './TwoVersions.tsx';

interface Props {
  mine: WeekPlan;
  theirs: WeekDetail;
  drills: ReadonlyMap<string, Drill>;
  onSettle(choice: 'mine' | 'theirs'): void;
}

/** Two people, or two tabs, changed the same draft: what is different is said, and nothing is lost whichever is kept. */
export function ConflictBox({ mine, theirs, drills, onSettle }: Props) {
  const changes = changesBetween(mine, theirs.plan, drills);
  return (
    <section className="slab flex flex-col gap-3 border-s-4 border-s-stop p-4" role="alert" aria-label={t('Two versions')}>
      <h2>{t('This week was changed in another tab or by another coach')}</h2>
      <p>{t('Yours is on this screen and not saved yet. From yours to theirs:')}</p>
      <ul className="list-disc ps-5">
        {changes.map((change) => (
          <li key={change}>{change}</li>
        ))}
        {changes.length === 0 && <li>{t('Nothing that players would notice.')}</li>}
      </ul>
      <TwoVersions onSettle={onSettle} />
    </section>
  );
}
