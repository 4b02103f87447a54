import type { ReactNode } from 'react';
import { t } from '../../core/text/translate.ts';
import { PlayerMark } from '../../ui/notations/PlayerMark.tsx';
import type { Turn } from './use-turn.ts';

interface Props {
  turn: Turn;
  /** What is left of the own rest, as a clock says it; null outside one. */
  left: string | null;
  /** What was said of the last go. */
  children: ReactNode;
}

/** Between two own turns: the number that was said, and who has the phone now. */
export function HandOver({ turn, left, children }: Props) {
  return (
    <div className="flex flex-1 flex-col gap-3 pb-40">
      <div className="flex items-center gap-3">
        <PlayerMark name={turn.nickname} className="size-12 shrink-0" />
        <h2 className="text-3xl">{t('{nickname}: rest', { nickname: turn.nickname })}</h2>
      </div>
      {left && <p className="font-display text-[40px]">{left}</p>}
      {children}
      {turn.whose && <p className="text-xl">{t('Count for {whose}, and look at their feet.', { whose: turn.whose })}</p>}
    </div>
  );
}
