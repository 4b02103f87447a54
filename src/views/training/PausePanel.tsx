import { Eye, HeartPulse, LogOut, Play, RotateCcw, SkipForward } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import type { ShownByCoach } from '../clips/shown-by-coach.ts';
import type { TodayChoice } from './Easier.tsx';
import { HowTo } from './HowTo.tsx';

const Easier = lazy(() => import('./Easier.tsx').then((file) => ({ default: file.Easier })));

interface Props {
  /** Where the clock stands, in words: "Sole taps, right foot: 12 s left". */
  here: string;
  /** The drill that the clock stands at, to be shown again; null for none. */
  drill: (Drill & DrawnDrill) | null;
  foot: 'left' | 'right' | null;
  stronger: StrongerFoot;
  /** What the coach shows and says of it. */
  shown: ShownByCoach;
  /** Easier or harder ones for today; null where there is none. */
  choice: TodayChoice | null;
  onGoOn(): void;
  /** Null on a live evening, where the coach says what is done again and what comes next. */
  onAgain: (() => void) | null;
  onSkip: (() => void) | null;
  /** Family and coach hear of a stop because something hurts; of free practice no log is sent. */
  isTold: boolean;
  /** The device does not keep its screen on. */
  goesDark: boolean;
  onHurt(): void;
  onLeave(): void;
}

/** What can be done in a pause: on, once more, past it, or stop; and always to say that something hurts. */
export function PausePanel({
  here,
  drill,
  foot,
  stronger,
  shown: ofCoach,
  choice,
  onGoOn,
  onAgain,
  onSkip,
  isTold,
  goesDark,
  onHurt,
  onLeave,
}: Props) {
  const [hurts, setHurts] = useState(false);
  const [shown, setShown] = useState(false);
  if (hurts) {
    return (
      <div className="flex flex-1 flex-col justify-center gap-4">
        <h2 className="text-3xl">{t('Something hurts?')}</h2>
        <p className="text-xl">
          {t('Then stop here. That is the right thing to do. What you did is kept. {isTold}', {
            isTold: isTold
              ? t('Your family’s page and your coach are told that you stopped; nothing else.')
              : t('Nobody hears of it from here in free practice: tell a grown-up yourself.'),
          })}
        </p>
        <Button size="clock" look="main" className="flex-none" onClick={onHurt}>
          {t('Yes, stop the session')}
        </Button>
        <Button size="clock" className="flex-none" onClick={() => setHurts(false)}>
          {t('No, I am fine')}
        </Button>
      </div>
    );
  }
  return (
    <div className="flex flex-1 flex-col gap-3">
      <h2 className="text-[40px]">{t('Paused')}</h2>
      <p className="text-xl">{here}</p>
      {goesDark && <Notice>{t('This phone does not keep its screen on. Touch it now and then, so that it does not fall asleep.')}</Notice>}
      <Button size="clock" look="main" className="max-h-[240px] min-h-[120px] font-display text-3xl!" onClick={onGoOn}>
        <Play aria-hidden className="size-8" /> {t('Go on')}
      </Button>
      <div className="flex flex-wrap gap-3">
        {onAgain && (
          <Button size="clock" onClick={onAgain}>
            <RotateCcw aria-hidden className="size-6" /> {t('Again')}
          </Button>
        )}
        {onSkip && (
          <Button size="clock" onClick={onSkip}>
            <SkipForward aria-hidden className="size-6" /> {t('Skip')}
          </Button>
        )}
      </div>
      {drill?.moves && (
        <Button size="clock" className="flex-none" onClick={() => setShown(true)}>
          <Eye aria-hidden className="size-6" /> {t('How does it go?')}
        </Button>
      )}
      {drill && shown && <HowTo drill={drill} foot={foot} stronger={stronger} shown={ofCoach} onClose={() => setShown(false)} />}
      {choice && (
        <Suspense>
          <Easier choice={choice} stronger={stronger} round />
        </Suspense>
      )}
      <Button size="clock" look="stop" className="flex-none" onClick={() => setHurts(true)}>
        <HeartPulse aria-hidden className="size-6" /> {t('Something hurts')}
      </Button>
      <Button size="clock" className="flex-none" onClick={onLeave}>
        <LogOut aria-hidden className="size-6" /> {t('Stop here')}
      </Button>
      <Notice>{t('Drink if it is warm. Stop on pain or dizziness, and tell a grown-up.')}</Notice>
    </div>
  );
}
