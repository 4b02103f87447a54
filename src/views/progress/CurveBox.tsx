import { useEffect, useRef, useState } from 'react';
import { useRead } from '../../client/use-read.ts';
import { dateInWords, footInWords, number } from '../../client/words.ts';
import { type CoachDrill, type Curve, progressApi } from '../../contract/progress.ts';
import { t, term } from '../../core/text/translate.ts';
import { Notice } from '../../ui/parts/index.ts';

const DIRECTIONS = { rising: 'rising', steady: 'steady', dipping: 'dipping' } as const;

/** A change of the result a week, with its sign. */
const signed = (n: number) => `${n > 0 ? '+' : n < 0 ? '−' : ''}${number(Math.abs(n))}`;

function trendWords(foot: Curve['feet'][number], unit: string): string {
  if (!foot.trend) return t('too few goes for a trend (four days at least)');
  const { direction, perWeek, low, high } = foot.trend;
  return t('{directions}, {signed} {unit} a week, likely {signed2} to {signed3}', {
    directions: DIRECTIONS[direction],
    signed: signed(perWeek),
    unit,
    signed2: signed(low),
    signed3: signed(high),
  });
}

/** Every go of one drill over time, with the line of records and what the next go is likely to bring. */
export function CurveBox({ squad, player, drill }: { squad: string; player: string; drill: CoachDrill }) {
  const { found: shown, problem } = useRead(progressApi.curve, { squad, player, key: drill.key });
  const [undrawn, setUndrawn] = useState(false);
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!shown || !place.current) return;
    const element = place.current;
    let takeAway = () => {};
    let gone = false;
    import('./draw-curve.ts').then(
      ({ drawCurve }) => {
        if (!gone) takeAway = drawCurve(element, shown);
      },
      () => setUndrawn(true),
    );
    return () => {
      gone = true;
      takeAway();
    };
  }, [shown]);
  const summary = shown
    ? shown.feet
        .map((foot) =>
          t('{footInWords}: {points} goes, {trendWords}', {
            footInWords: footInWords(foot.foot),
            points: foot.points.length,
            trendWords: trendWords(foot, shown.unit),
          }),
        )
        .join('. ')
    : t('Loading');
  return (
    <div className="flex flex-col gap-2">
      {problem && <Notice tone="stop">{problem}</Notice>}
      {undrawn && <Notice tone="stop">{t('The drawing could not be loaded. The numbers are below.')}</Notice>}
      <div ref={place} role="img" aria-label={t('Goes over time. {summary}', { summary })} className="h-64 w-full" />
      {shown && (
        <table className="w-full text-sm">
          <thead className="text-dust">
            <tr>
              <th scope="col" className="pe-3 text-start font-normal">
                {t('foot')}
              </th>
              <th scope="col" className="text-start font-normal">
                {t('trend')}
              </th>
              <th scope="col" className="text-end font-normal">
                {t('next go, likely')}
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.feet.map((foot) => (
              <tr key={foot.foot} className="border-joint border-t">
                <th
                  scope="row"
                  className={`py-1 pe-3 text-start ${foot.foot === 'left' ? 'text-foot-left' : foot.foot === 'right' ? 'text-foot-right' : ''}`}
                >
                  {term(foot.foot)}
                </th>
                <td>{trendWords(foot, shown.unit)}</td>
                <td className="whitespace-nowrap text-end">
                  {foot.next
                    ? t('about {middle}, {low} to {high}', {
                        middle: number(foot.next.middle),
                        low: number(foot.next.low),
                        high: number(foot.next.high),
                      })
                    : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {shown && (
        <details className="text-sm">
          <summary>{t('Records over time')}</summary>
          <ul>
            {shown.feet.flatMap((foot) =>
              foot.points
                .filter((point) => point.record)
                .toReversed()
                .map((point) => (
                  <li key={`${foot.foot}${point.at}${point.result}`}>
                    <span className="text-dust">{dateInWords(point.at, shown.timeZone)}</span>{' '}
                    {foot.foot === 'both' ? '' : `${term(foot.foot)} `}
                    <b>{number(point.result)}</b> {shown.unit}
                    <span className="text-dust">
                      {point.clocked ? t(', clocked') : t(', by hand')}
                      {point.byClip ? t(', checked by clip') : ''}
                    </span>
                  </li>
                )),
            )}
          </ul>
        </details>
      )}
      <p className="text-dust text-sm">
        {t('Dots are goes, the stair is the record; the bar at the right is where four of five next goes fall.')}
      </p>
    </div>
  );
}
