import { Check, Hourglass, Pause, Square } from 'lucide-react';
import { type ComponentProps, useEffect, useMemo, useState } from 'react';
import { isShownMirrored } from '../../../core/drills/side-shown.ts';
import { t } from '../../../core/text/translate.ts';
import { lineSeconds, meetingLines, TRY_SECONDS } from '../../../core/training/meeting.ts';
import { StageSoon } from '../../../ui/notations/moves/StageSoon.tsx';
import { CoachShows } from '../../clips/FilmSoon.tsx';
import { COUNT_IN, LOOK_SECONDS, type Meet, useTry } from '../Meet.tsx';
import { PictureScreen } from './PictureScreen.tsx';

/** A drill that is new, in pictures: it moves slowly while its lines are read out, and is tried without counting. */
export function PictureMeet({
  drill,
  foot,
  stronger,
  shown,
  voice,
  onMet,
  onPause,
}: Pick<ComponentProps<typeof Meet>, 'drill' | 'foot' | 'stronger' | 'shown' | 'voice' | 'onMet' | 'onPause'>) {
  const lines = useMemo(() => meetingLines(drill), [drill]);
  /** The line that is read; −1 while only the picture is looked at, past the last one when all were. */
  const [at, setAt] = useState(-1);
  const sound = useMemo(() => voice.sound.bind(voice), [voice]);
  const trying = useTry(sound);
  const { since } = trying;
  const line = lines[at];
  useEffect(() => {
    if (since !== null || at >= lines.length) return;
    if (line) voice.readOut(line.words);
    const timer = setTimeout(() => setAt(at + 1), 1000 * (line ? lineSeconds(line) : LOOK_SECONDS));
    return () => clearTimeout(timer);
  }, [at, since, line, lines.length, voice]);
  useEffect(() => () => voice.hush(), [voice]);
  const isStep = line?.kind === 'step' && since === null;
  return (
    <section
      className="flex min-h-0 flex-1 flex-col"
      aria-label={t('New: {name}', { name: drill.name })}
      onPointerDown={() => voice.open()}
    >
      <h2 className="sr-only">{drill.name}</h2>
      <PictureScreen
        words={[`${drill.name}.`, ...lines.map((one) => one.words), t('The hourglass is for a try, the tick when you have got it.')].join(
          ' ',
        )}
        presses={[
          { icon: Pause, words: t('Pause'), onPress: onPause },
          since === null
            ? { icon: Hourglass, words: t('Try it, {trySeconds} s', { trySeconds: TRY_SECONDS }), onPress: trying.begin }
            : { icon: Square, words: t('Stop'), onPress: trying.end },
          { icon: Check, words: t('I have got it'), look: 'main', onPress: onMet },
        ]}
      >
        <div className="w-full [&_svg]:max-h-[44dvh]">
          <StageSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} slowly step={isStep ? at : null} />
        </div>
        {since !== null && (
          <p role="timer" className="font-bold font-display text-8xl leading-none">
            {since < COUNT_IN ? COUNT_IN - since : COUNT_IN + TRY_SECONDS - since}
          </p>
        )}
        <CoachShows shown={shown} drill={drill.name} />
      </PictureScreen>
    </section>
  );
}
