import { ChevronLeft, ChevronRight, Hourglass, Volume2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { t } from '../../core/text/translate.ts';
import { lineSeconds, type MeetingLine, meetingLines, TRY_SECONDS } from '../../core/training/meeting.ts';
import { StageSoon } from '../../ui/notations/moves/StageSoon.tsx';
import { Button } from '../../ui/parts/index.ts';
import { CoachShows } from '../clips/FilmSoon.tsx';
import type { ShownByCoach } from '../clips/shown-by-coach.ts';
import { Easier, type TodayChoice } from './Easier.tsx';
import type { Voice } from './voice.ts';

interface Props {
  drill: Drill & DrawnDrill;
  /** The foot that works first; null for both. */
  foot: 'left' | 'right' | null;
  stronger: StrongerFoot;
  /** What the coach shows and says of it. */
  shown: ShownByCoach;
  voice: Pick<Voice, 'open' | 'readOut' | 'hush' | 'sound'>;
  /** Easier or harder ones for today; null where there is none. */
  choice: TodayChoice | null;
  /** The player knows it now, or wants to go on without. */
  onMet(): void;
  /** Leaves for the pause: it can be skipped there, or the session left. */
  onPause(): void;
}

/** The picture alone comes first. */
export const LOOK_SECONDS = 3;
/** Seconds that a try is counted in. */
export const COUNT_IN = 3;
const KIND: Record<MeetingLine['kind'], string> = {
  get step() {
    return t('Step');
  },
  get cue() {
    return t('Feel it');
  },
  get fault() {
    return t('If it goes wrong');
  },
};

/** Seconds that a try has been on, with its count-in; null while nobody tries. */
export function useTry(sound: Props['voice']['sound']) {
  const [since, setSince] = useState<number | null>(null);
  useEffect(() => {
    if (since === null) return;
    if (since <= COUNT_IN) sound(since === COUNT_IN ? 'go' : 'count');
    if (since === COUNT_IN + TRY_SECONDS) {
      sound('stop');
      return setSince(null);
    }
    const timer = setTimeout(() => setSince(since + 1), 1000);
    return () => clearTimeout(timer);
  }, [since, sound]);
  return { since, begin: () => setSince(0), end: () => setSince(null) };
}

/** A drill that is new is met before its first go: seen slowly, told line by line, tried without counting. */
export function Meet({ drill, foot, stronger, shown, voice, choice, onMet, onPause }: Props) {
  const lines = useMemo(() => meetingLines(drill), [drill]);
  /** The line that is read; −1 while only the picture is looked at. */
  const [at, setAt] = useState(-1);
  const [reading, setReading] = useState(true);
  const sound = useMemo(() => voice.sound.bind(voice), [voice]);
  const trying = useTry(sound);
  const isTrying = trying.since !== null;
  const line = lines[at];
  useEffect(() => {
    if (!reading || isTrying) return;
    if (line) voice.readOut(line.words);
    const timer = setTimeout(
      () => (at + 1 < lines.length ? setAt(at + 1) : setReading(false)),
      1000 * (line ? lineSeconds(line) : LOOK_SECONDS),
    );
    return () => clearTimeout(timer);
  }, [at, reading, isTrying, line, lines.length, voice]);
  useEffect(() => () => voice.hush(), [voice]);
  const turn = (by: number) => {
    voice.hush();
    setReading(false);
    setAt((now) => Math.min(lines.length - 1, Math.max(0, now + by)));
  };
  const readAgain = () => {
    setAt(0);
    setReading(true);
  };
  const steps = drill.steps.length;
  const label = line && (line.kind === 'step' ? t('{step} {at} of {steps}', { step: KIND.step, at: at + 1, steps }) : KIND[line.kind]);
  const mirror = isShownMirrored(drill.sides, foot, stronger);
  return (
    // After a reload the voice waits for a touch, wherever it falls.
    <section className="flex flex-1 flex-col gap-3" aria-label={t('New: {name}', { name: drill.name })} onPointerDown={() => voice.open()}>
      <header className="flex flex-col">
        <div className="flex flex-wrap items-center gap-2">
          <p className="grow text-dust">{t('New for you')}</p>
          <Button className="min-h-12!" onClick={onPause}>
            {t('Pause')}
          </Button>
          <Button className="min-h-12!" onClick={onMet}>
            {t('Skip')}
          </Button>
        </div>
        <h2 className="text-3xl leading-tight">{drill.name}</h2>
      </header>
      <div className="flat:grid flat:grid-cols-2 flat:gap-4 [&_svg]:max-h-[36dvh]">
        <StageSoon drill={drill} mirror={mirror} slowly step={line?.kind === 'step' && !isTrying ? at : null} />
        {isTrying ? (
          <p className="flex min-h-40 flex-col items-center justify-center text-center" role="timer">
            <span className="text-xl">{(trying.since ?? 0) < COUNT_IN ? t('Get ready') : t('Try it. Nobody counts.')}</span>
            <span className="font-bold font-display text-8xl leading-none">
              {(trying.since ?? 0) < COUNT_IN ? COUNT_IN - (trying.since ?? 0) : COUNT_IN + TRY_SECONDS - (trying.since ?? 0)}
            </span>
          </p>
        ) : (
          <div className="flex flex-col gap-1 pt-1" aria-live="polite">
            <div className="flex flex-wrap items-center justify-between">
              <Button look="quiet" size="player" aria-label={t('Line before')} disabled={at <= 0} onClick={() => turn(-1)}>
                <ChevronLeft aria-hidden />
              </Button>
              <span className="text-dust">{label ?? t('Watch it')}</span>
              <Button look="quiet" size="player" aria-label={t('Next line')} disabled={at === lines.length - 1} onClick={() => turn(1)}>
                <ChevronRight aria-hidden />
              </Button>
            </div>
            <p className="min-h-28 text-3xl leading-snug">{line?.words ?? t('First slowly, then a little faster.')}</p>
          </div>
        )}
      </div>
      <CoachShows shown={shown} drill={drill.name} />
      {choice && !isTrying && <Easier choice={choice} stronger={stronger} />}
      <div className="-mb-4 sticky -bottom-4 mt-auto flex flex-col gap-2 bg-ground pt-2 pb-4">
        {!reading && !isTrying && (
          <Button size="player" onClick={readAgain}>
            <Volume2 aria-hidden className="size-5" /> {t('Once more from the start')}
          </Button>
        )}
        <div className="flex flex-wrap gap-2">
          <Button size="clock" onClick={isTrying ? trying.end : trying.begin}>
            <Hourglass aria-hidden className="size-5" /> {isTrying ? t('Stop') : t('Try it, {trySeconds} s', { trySeconds: TRY_SECONDS })}
          </Button>
          <Button size="clock" look="main" onClick={onMet}>
            {t('I have got it')}
          </Button>
        </div>
      </div>
    </section>
  );
}
