import { ArrowLeft, CirclePlay, Flag, Hand, HeartPulse, Pause, SkipForward } from 'lucide-react';
import { type ComponentProps, useState } from 'react';
import { isShownMirrored } from '../../../core/drills/side-shown.ts';
import { t } from '../../../core/text/translate.ts';
import { pauseAloud, stopAloud } from '../../../core/training/aloud.ts';
import { SmallSoon } from '../../../ui/notations/moves/StageSoon.tsx';
import type { PausePanel } from '../PausePanel.tsx';
import { PictureScreen } from './PictureScreen.tsx';

/** The pause in pictures: on, past this one, or stop; whoever stops says whether something hurts. */
export function PicturePause({
  here,
  drill,
  foot,
  stronger,
  onGoOn,
  onSkip,
  onHurt,
  onLeave,
  asksToStop = false,
}: Pick<ComponentProps<typeof PausePanel>, 'here' | 'drill' | 'foot' | 'stronger' | 'onGoOn' | 'onSkip' | 'onHurt' | 'onLeave'> & {
  /** The heart was pressed on the clock: it is asked at once. */
  asksToStop?: boolean;
}) {
  const [stops, setStops] = useState(asksToStop);
  if (stops)
    return (
      <PictureScreen
        words={stopAloud()}
        presses={[
          { icon: ArrowLeft, words: t('Back'), onPress: () => setStops(false) },
          { icon: Flag, words: t('Stop here'), onPress: onLeave },
          { icon: HeartPulse, words: t('Something hurts'), look: 'stop', onPress: onHurt },
        ]}
      >
        <Hand aria-hidden className="size-40" strokeWidth={1.5} />
      </PictureScreen>
    );
  return (
    <PictureScreen
      words={pauseAloud(here)}
      presses={[
        { icon: Hand, words: t('Stop'), onPress: () => setStops(true) },
        ...(onSkip ? [{ icon: SkipForward, words: t('Skip'), onPress: onSkip }] : []),
        { icon: CirclePlay, words: t('Go on'), look: 'main', onPress: onGoOn },
      ]}
    >
      <h2 className="sr-only">{t('Paused')}</h2>
      <Pause aria-hidden className="size-28 text-dust" />
      {drill?.moves && (
        <SmallSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} className="min-h-0 w-full max-w-sm flex-1" />
      )}
    </PictureScreen>
  );
}
