import type { ReactNode } from 'react';
import { footInWords, number } from '../../client/words.ts';
import type { DrillProgress, FootProgress } from '../../contract/progress.ts';
import { t, term } from '../../core/text/translate.ts';
import { Seam, ShelfStill } from '../../ui/notations/index.ts';

const WEEKS_SHOWN = 6;

function words(foot: FootProgress, unit: string): string {
  const record = foot.record ? t('best {result} {unit}', { result: number(foot.record.result), unit }) : t('no record yet');
  const last = foot.last ? t(', last {result}', { result: number(foot.last.result) }) : '';
  const next = foot.next === null ? '' : t(', next {next}', { next: number(foot.next) });
  return `${footInWords(foot.foot)}: ${record}${last}${next}`;
}

const COLOR = { left: 'text-foot-left', right: 'text-foot-right', both: 'text-ink' } as const;

/** One drill at one dose: left beside right on the seam, week by week, with record, last go, next number and foot balance. */
export function DrillSeam({ drill, weeks = WEEKS_SHOWN, children }: { drill: DrillProgress; weeks?: number; children?: ReactNode }) {
  const of = (foot: string) => drill.feet.find((one) => one.foot === foot);
  const rows = drill.weeks
    .slice(-weeks)
    .map((week) => ({ label: t('week {number}', { number: week.number }), left: week.left, right: week.right, both: week.both }));
  return (
    <article className="slab flex flex-col gap-2 p-4">
      <header className="flex items-center gap-3">
        <ShelfStill drillId={drill.drillId} className="-my-2 size-14 shrink-0" />
        <div className="flex min-w-0 flex-1 flex-wrap items-baseline justify-between gap-x-3">
          <h3 className="text-lg">{drill.drillName}</h3>
          <span className="text-dust text-sm">
            {drill.doseWords}
            {drill.better === 'less' ? t(' · less is better') : ''}
          </span>
        </div>
      </header>
      <div className="flex flex-wrap gap-x-6 gap-y-1">
        {drill.feet.map((foot) => (
          <p key={foot.foot}>
            {foot.foot !== 'both' && <span className={`font-semibold ${COLOR[foot.foot]}`}>{term(foot.foot)} </span>}
            <span className="font-bold font-display text-2xl">{foot.record ? number(foot.record.result) : '–'}</span>{' '}
            <span className="text-dust text-sm">
              {t('best{checkedByClip} · last {last}{dip}{next}', {
                checkedByClip: foot.record?.checkedByClip ? t(', checked by clip') : '',
                last: foot.last ? number(foot.last.result) : '–',
                dip: foot.dip ? t(', lower than your best: that happens') : '',
                next: foot.next === null ? '' : t(' · next {next}', { next: number(foot.next) }),
              })}
            </span>
          </p>
        ))}
      </div>
      <Seam
        rows={rows}
        half={96}
        ticks={{ left: of('left')?.next ?? null, right: of('right')?.next ?? null }}
        showHeads={of('both') === undefined}
        summary={`${drill.drillName}, ${drill.doseWords}. ${drill.feet.map((foot) => words(foot, drill.unit)).join('. ')}`}
      />
      {drill.balance && (
        <p className="text-dust text-sm">
          {t('Foot balance {balance}{behind}', {
            balance: drill.balance.balance.toFixed(2),
            behind: drill.balance.behind === 'both' ? t(': even') : t(': the {behind} foot is behind', { behind: drill.balance.behind }),
          })}
        </p>
      )}
      {children}
    </article>
  );
}
