import { useMemo } from 'react';
import type { Facts } from '../../contract/planning.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { whoLacks } from '../../core/planning/check-place.ts';
import { kitOf } from '../../core/planning/checks.ts';
import { allItems, measureWeek } from '../../core/planning/measure.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { minutesInWords } from '../../core/training/dose.ts';
import type { WeekPlan } from '../../core/weeks/schema.ts';
import { Seam } from '../../ui/notations/index.ts';

type Drills = ReadonlyMap<string, Drill>;

/** The dose of the whole week: minutes, touches on a seam, hop seconds a leg, headers, and the change against the last weeks. */
export function DoseStrip({ plan, drills, facts }: { plan: WeekPlan; drills: Drills; facts: Facts }) {
  const { dose } = measureWeek(plan, drills, facts.runner);
  const touches = { left: Math.round(dose.touches.left) || 0, right: Math.round(dose.touches.right) || 0 };
  const hops = { left: Math.round(dose.hopSeconds.left) || 0, right: Math.round(dose.hopSeconds.right) || 0 };
  const mean = facts.meanTouches;
  const change = mean ? Math.round(((touches.left + touches.right) / mean - 1) * 100) : null;
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Dose of the week')}>
      <h2>{t('The whole week')}</h2>
      <p>
        <span className="font-bold font-display text-2xl" data-testid="week-minutes">
          {minutesInWords(dose)}
        </span>{' '}
        <span className="text-dust">{t('at a steady level')}</span>
      </p>
      <Seam
        labelWidth={54}
        half={62}
        rows={[{ label: t('touches'), ...touches }]}
        summary={t('Touches in the week: left {left}, right {right}', { left: touches.left, right: touches.right })}
      />
      <p className="text-sm">
        {change === null
          ? t('The first week: nothing to compare with yet.')
          : change === 0
            ? t('As many touches as usual in the last four weeks.')
            : t('{change} % {change2} touches than usual in the last four weeks.', {
                change: Math.abs(change),
                change2: change > 0 ? t('more') : t('fewer'),
              })}
      </p>
      <p className="text-sm">
        {t('Hopping:')} <span className="text-foot-left">{t('left leg {left} s', { left: hops.left })}</span>,{' '}
        <span className="text-foot-right">{t('right leg {right} s', { right: hops.right })}</span>
        {dose.headers > 0 && ` · ${plural(dose.headers, 'header')}`}
      </p>
    </section>
  );
}

/** Kit and space needed, and who of the squad lacks what with what they will see in its place. */
export function NeedsStrip({ plan, drills, facts }: { plan: WeekPlan; drills: Drills; facts: Facts }) {
  const kit = kitOf(allItems(plan), drills);
  const space = allItems(plan).reduce(
    (most, item) => {
      const need = drills.get(item.drillId)?.space;
      return need ? { length: Math.max(most.length, need.length), width: Math.max(most.width, need.width) } : most;
    },
    { length: 0, width: 0 },
  );
  const lacks = useMemo(() => whoLacks(plan, drills, facts.players), [plan, drills, facts]);
  const unsaid = facts.players.filter((player) => player.home === null);
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Kit and space')}>
      <h2>{t('Kit and space')}</h2>
      <p className="text-sm">
        {kit.length > 0 ? kit.map(term).join(', ') : t('No kit')}
        {space.length > 0 && t(' · up to {space} × {width} m', { space: space.length, width: space.width })}
      </p>
      {lacks.map(({ drill, cannot, adapts }) => (
        <details key={drill.id} className="text-sm">
          <summary>
            <span className="font-semibold">{drill.name}</span>{' '}
            <span className={cannot.length > 0 ? 'text-mustard' : 'text-dust'}>
              {cannot.length > 0
                ? t('{cannot} cannot', { cannot: cannot.length })
                : t('{adapts} with a stand-in', { adapts: adapts.length })}
            </span>
          </summary>
          <ul className="ps-4">
            {cannot.map(({ player, lacks: what, nearest }) => (
              <li key={player.id}>
                {player.nickname}: {what.join(', ')} → {nearest ? nearest.name : t('leaves it out')}
              </li>
            ))}
            {adapts.map(({ player, how }) => (
              <li key={player.id}>
                {player.nickname}: {how.join('; ')}
              </li>
            ))}
          </ul>
        </details>
      ))}
      {lacks.length === 0 && unsaid.length < facts.players.length && (
        <p className="text-dust text-sm">{t('Everyone who said what is at home can do it all.')}</p>
      )}
      {unsaid.length > 0 && (
        <p className="text-dust text-sm">
          {t('{players} {unsaid} not said yet what is at home.', {
            players: plural(unsaid.length, 'player'),
            unsaid: unsaid.length === 1 ? t('has') : t('have'),
          })}
        </p>
      )}
    </section>
  );
}
