import { useCallback, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import type { TodayWhy } from '../../core/training/index.ts';
import { StillImage } from '../../ui/notations/moves/StillImage.tsx';
import { Button } from '../../ui/parts/index.ts';

/** The neighbours of the drill that the clock stands at; null where there is none. */
export interface TodayChoice {
  planned: string;
  easier: (Drill & DrawnDrill) | null;
  harder: (Drill & DrawnDrill) | null;
  /** Another drill is done in its place already. */
  isReplaced: boolean;
  choose(drillId: string | null, why: TodayWhy): void;
}

/** Too hard today, or too easy: the next drill down or up the stairs takes its place for the rest of this session. */
export function Easier({ choice, stronger, round = false }: { choice: TodayChoice; stronger: StrongerFoot; round?: boolean }) {
  const [why, setWhy] = useState<TodayWhy | null>(null);
  // Below a bar that stays at the edge it would open unseen.
  const shown = useCallback((section: HTMLElement | null) => section?.scrollIntoView({ block: 'end' }), []);
  const { planned, easier, harder, isReplaced, choose } = choice;
  const other = why === 'too hard' ? easier : harder;
  if (isReplaced)
    return (
      <div className="flex flex-wrap items-center gap-2">
        <p className="grow">{t('In the place of {planned} today.', { planned })}</p>
        <Button className="min-h-12!" onClick={() => choose(null, 'too hard')}>
          {t('Back to {planned}', { planned })}
        </Button>
      </div>
    );
  if (!easier && !harder) return null;
  if (why && other)
    return (
      <section
        ref={shown}
        className="slab flex scroll-mb-32 flex-col gap-3 p-3"
        aria-label={why === 'too hard' ? t('Easier today') : t('Harder today')}
      >
        <div className="flex items-center gap-3">
          <StillImage drill={other} mirror={isShownMirrored(other.sides, null, stronger)} className="size-16 shrink-0" />
          <p className="text-lg">
            <b>{other.name}</b>{' '}
            {t('instead, for today{round}. Your coach is told in a line.', { round: round ? t('. This go starts again') : '' })}
          </p>
        </div>
        <div className="grid grid-cols-2 gap-2">
          <Button size="player" look="main" onClick={() => choose(other.id, why)}>
            {t('Do this one')}
          </Button>
          <Button size="player" onClick={() => setWhy(null)}>
            {t('Stay with it')}
          </Button>
        </div>
      </section>
    );
  return (
    <div className="flex flex-wrap gap-2">
      {easier && (
        <Button className="min-h-12! flex-1" onClick={() => setWhy('too hard')}>
          {t('Too hard today')}
        </Button>
      )}
      {harder && (
        <Button className="min-h-12! flex-1" onClick={() => setWhy('too easy')}>
          {t('Too easy')}
        </Button>
      )}
    </div>
  );
}
