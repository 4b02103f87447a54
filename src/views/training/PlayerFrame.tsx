import { CirclePlay, Footprints, SunMedium } from 'lucide-react';
import type { ReactNode } from 'react';
import { t } from '../../core/text/translate.ts';
import { Logo } from '../../ui/parts/Mark.tsx';

interface Props {
  here: 'week' | 'feet';
  /** Where Go leads: the next session. */
  next: string | null;
  signOut?: ReactNode;
  children: ReactNode;
}

/** The frame of a player's pages: the mark, the way out, and the three tabs. The same with and without a line. */
export function PlayerFrame({ here, next, signOut, children }: Props) {
  const tab = (on: boolean) => `flex min-h-16 flex-1 flex-col items-center justify-center no-underline ${on ? 'font-bold text-lace' : ''}`;
  return (
    <>
      <div className="wrap-anywhere mx-auto max-w-lg pb-20">
        <header className="flex flex-wrap items-center justify-between px-4 pt-3">
          <span className="flex items-center gap-2 font-bold font-display">
            <Logo size={26} /> {t('Eager Feet')}
          </span>
          {signOut}
        </header>
        {children}
      </div>
      <nav aria-label={t('Tabs')} className="fixed inset-x-0 bottom-0 border-joint border-t bg-slab">
        <div className="mx-auto flex max-w-lg">
          <a href="/week" aria-current={here === 'week' ? 'page' : undefined} className={tab(here === 'week')}>
            <SunMedium aria-hidden className="size-6" /> {t('This week')}
          </a>
          <a href={next ? `/go/${next}` : '/week'} className={tab(false)}>
            <CirclePlay aria-hidden className="size-6" /> {t('Go')}
          </a>
          <a href="/feet" aria-current={here === 'feet' ? 'page' : undefined} className={tab(here === 'feet')}>
            <Footprints aria-hidden className="size-6" /> {t('My feet')}
          </a>
        </div>
      </nav>
    </>
  );
}
