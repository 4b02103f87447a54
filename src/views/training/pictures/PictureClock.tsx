import { Check, CupSoda, HeartPulse, Pause, Star } from 'lucide-react';
import type { ComponentProps } from 'react';
import { clockWords } from '../../../client/words.ts';
import { isShownMirrored } from '../../../core/drills/side-shown.ts';
import { t, term } from '../../../core/text/translate.ts';
import { clockAloud } from '../../../core/training/aloud.ts';
import type { Interval } from '../../../core/training/index.ts';
import { FootPicture } from '../../../ui/notations/FootPicture.tsx';
import { KitPicture } from '../../../ui/notations/KitPicture.tsx';
import { SmallSoon } from '../../../ui/notations/moves/StageSoon.tsx';
import { Skyline } from '../../../ui/notations/Skyline.tsx';
import { type ClockFace, isScored } from '../ClockFace.tsx';
import type { Outcome } from '../score-form.ts';
import { PictureScreen, type Press } from './PictureScreen.tsx';

/** What the last go came to: a tick, or a star for a new best. The ear says the numbers. */
function Came({ outcomes }: { outcomes: readonly Outcome[] }) {
  return (
    <p className="flex items-center gap-4">
      {outcomes.map((one) => (
        <span key={one.foot} role="img" aria-label={one.sentence} className="flex items-center gap-1">
          <FootPicture foot={one.foot} className="h-14" />
          {one.kind === 'record' ? (
            <Star aria-hidden className="size-14 fill-current text-lace" />
          ) : (
            <Check aria-hidden className="size-12 text-moss" strokeWidth={3} />
          )}
        </span>
      ))}
    </p>
  );
}

/** The picture of a stretch: a cup, what to put out, or the drill with the foot that works. */
function Shown({ interval, drill, stronger }: { interval: Interval; drill: ReturnType<Props['drillOf']>; stronger: Props['stronger'] }) {
  if (interval.kind === 'drink') return <CupSoda aria-hidden className="size-48" strokeWidth={1.5} />;
  if (interval.kind === 'set-up' && drill && drill.kit.length > 0)
    return (
      <p className="flex flex-wrap justify-center gap-4">
        {drill.kit.map((kit) => (
          <span key={kit} role="img" aria-label={term(kit)}>
            <KitPicture kit={kit} className="size-28" />
          </span>
        ))}
      </p>
    );
  if (!drill?.moves) return <FootPicture foot={interval.foot} className="h-[26dvh]" />;
  const foot = interval.foot === 'both' ? null : interval.foot;
  return (
    <div className="flex min-h-0 w-full flex-1 justify-center" data-testid="drill" aria-hidden="true">
      <SmallSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} className="h-full w-full max-w-sm" />
    </div>
  );
}

type Props = Pick<
  ComponentProps<typeof ClockFace>,
  'sheet' | 'state' | 'drillOf' | 'stronger' | 'halves' | 'backInPlace' | 'onPause' | 'onReady' | 'onDone'
> & {
  outcomes: readonly Outcome[];
  /** Something hurts, or may: the clock stops, and it is asked. */
  onHurt(): void;
};

/** The clock in pictures: the drill as it moves, the foot, the seconds; a tick where the player says when, and the pause. */
export function PictureClock({ sheet, state, drillOf, stronger, halves, backInPlace, outcomes, onPause, onReady, onDone, onHurt }: Props) {
  const interval = sheet[state.index];
  if (!interval) return null;
  const drill = drillOf(interval);
  const ran = state.ranMs / 1000;
  const byPlayer = interval.ends === 'player';
  const waits = interval.kind === 'set-up' || interval.kind === 'drink' || backInPlace;
  const seconds = byPlayer ? Math.floor(ran) : Math.ceil(Math.max(0, interval.seconds - ran));
  const working = interval.kind === 'work';
  const counts = drill && !working && isScored(sheet, interval) ? drill.counting.counts : '';
  const words = [
    ...(working ? [] : outcomes.map((one) => one.sentence)),
    clockAloud(interval, { name: drill?.name ?? '', counts, waits }),
  ].join(' ');
  const presses: Press[] = [
    { icon: HeartPulse, words: t('Something hurts'), look: 'stop', onPress: onHurt },
    { icon: Pause, words: t('Pause'), onPress: onPause },
    ...(waits
      ? [{ icon: Check, words: t('Ready'), look: 'main' as const, onPress: onReady }]
      : working && byPlayer
        ? [{ icon: Check, words: t('Done'), look: 'main' as const, onPress: onDone }]
        : []),
  ];
  return (
    <PictureScreen words={words} presses={presses}>
      {!working && outcomes.length > 0 && <Came outcomes={outcomes} />}
      {halves ?? <Shown interval={interval} drill={drill} stronger={stronger} />}
      <div className="flex w-full items-center justify-center gap-6" data-testid="clock-side">
        <FootPicture foot={interval.foot} className="h-[14dvh]" />
        {!waits && (
          <span
            className={`font-bold font-display text-[min(30vw,18dvh)] leading-none ${working ? '' : 'text-dust'}`}
            data-testid="clock-seconds"
          >
            {seconds}
          </span>
        )}
      </div>
      <div className="w-full flat:hidden">
        <Skyline
          intervals={sheet}
          window={9}
          now={{ index: state.index, share: interval.seconds > 0 ? Math.min(1, ran / interval.seconds) : 0, label: clockWords(seconds) }}
          width={360}
          height={56}
          summary={t('{drill}, {seconds} seconds', { drill: drill?.name ?? t('Rest'), seconds })}
        />
      </div>
    </PictureScreen>
  );
}
