import { ChevronRight, FlipHorizontal2, Pause, Play, Volume2 } from 'lucide-react';
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import {
  beatInWords,
  beatSaid,
  type Course,
  type DrawnDrill,
  loopTicks,
  MovesProblem,
  momentsOf,
  momentsOfSteps,
  type PaceName,
  PICTURE_PACES,
  type Plan,
  planOnCourse,
  rateFor,
} from '../../../core/moves/index.ts';
import { t, term } from '../../../core/text/translate.ts';
import { Button } from '../../parts/Button.tsx';
import { goodAngle } from './angle.ts';
import { type Above, type Kind, Moving } from './Moving.tsx';
import type { Rhythm } from './rhythm.ts';
import { Strip } from './Strip.tsx';

interface Props {
  drill: Pick<Drill, 'name' | 'pace'> & Partial<Pick<Drill, 'steps'>> & DrawnDrill;
  /** The way over the yard, where it goes on one. */
  course: Course | null;
  /** Shown for the left foot at first. */
  mirror?: boolean;
  /** Both pictures side by side, where there is room. */
  large?: boolean;
  /** For who meets it: at a quarter of its pace for two rounds, then at half, with nothing to press but the picture. */
  slowly?: boolean;
  /** A step of the description that is told just now: the beat it belongs to is shown again and again. Null for all of it. */
  step?: number | null;
  /** For fingers: everything that is pressed is as large as a player's. */
  player?: boolean;
}

const BOTH: readonly Kind[] = ['figure', 'above'];
const FIGURE: readonly Kind[] = ['figure'];
const ABOVE: readonly Kind[] = ['above'];
/** Rounds at a quarter of the pace before it goes on at half. */
const SLOW_ROUNDS = 2;
const DEGREES_PER_KEY = 15;
const DEGREES_PER_PIXEL = 0.6;

const wantsStill = () => window.matchMedia('(prefers-reduced-motion: reduce)').matches;

/** The plan of a drill, or the sentence that says why there is none. */
/** A beat as a sentence; nothing where there is none. */
const saidOf = (beat: Plan['movement']['beats'][number] | undefined): string => (beat ? beatSaid(beat, beatInWords(beat.words)) : '');

function usePlan(
  { drill, course }: Pick<Props, 'drill' | 'course'>,
  mirror: boolean,
  example: number,
): { plan: Plan | null; problem: string | null } {
  return useMemo(() => {
    try {
      return { plan: planOnCourse(drill, course, { mirror, example }), problem: null };
    } catch (error) {
      if (error instanceof MovesProblem) return { plan: null, problem: error.message };
      throw error;
    }
  }, [drill, course, mirror, example]);
}

/** The part of a loop that a step tells of, in seconds of the loop; null where it tells of all of it. */
function partOfStep(plan: Plan | null, steps: readonly string[], step: number | null): { from: number; until: number } | null {
  if (!plan || step === null) return null;
  const moments = momentsOf(plan);
  const moment = moments[momentsOfSteps(steps, moments)[step] ?? -1];
  return moment ? { from: moment.footFrom - plan.start, until: moment.ballUntil - plan.start } : null;
}

/** The picture from above, a part of its own: it comes when it is wanted. */
function useAbove(wanted: boolean): Above | null {
  const [above, setAbove] = useState<{ shapes: Above } | null>(null);
  useEffect(() => {
    if (wanted) import('./above.ts').then((part) => setAbove({ shapes: part.aboveShapes }));
  }, [wanted]);
  return above?.shapes ?? null;
}

function Choices<T extends string>({
  label,
  all,
  value,
  onChange,
}: {
  label: string;
  all: readonly T[];
  value: T;
  onChange(next: T): void;
}) {
  return (
    <fieldset className="flex flex-wrap items-center gap-1">
      <legend className="sr-only">{label}</legend>
      {all.map((one) => (
        <Button
          key={one}
          size="small"
          aria-pressed={one === value}
          className={one === value ? 'bg-lace! text-on-lace!' : ''}
          onClick={() => onChange(one)}
        >
          {term(one)}
        </Button>
      ))}
    </fieldset>
  );
}

/** A drill that moves: from any side or from above, at any pace, beat by beat, for either foot, with its rhythm to hear. */
export default function Stage({ drill, course, mirror: first = false, large = false, player = false, slowly = false, step = null }: Props) {
  const [mirror, setMirror] = useState(first);
  const [example, setExample] = useState(0);
  const { plan, problem } = usePlan({ drill, course }, mirror, example);
  const [pace, setPace] = useState<PaceName>(slowly ? 'quarter' : 'easy');
  const slowRounds = slowly && plan ? (SLOW_ROUNDS * plan.period) / rateFor(plan, 'quarter', drill.pace) : null;
  useEffect(() => {
    if (slowRounds === null) return;
    const timer = setTimeout(() => setPace('half'), slowRounds * 1000);
    return () => clearTimeout(timer);
  }, [slowRounds]);
  const [playing, setPlaying] = useState(false);
  useEffect(() => setPlaying(!wantsStill()), []);
  const [turned, setTurned] = useState<number | null>(null);
  const [kind, setKind] = useState<Kind>('figure');
  const [beat, setBeat] = useState(0);
  /** Steps from beat to beat so far: each paints anew. */
  const [steps, setSteps] = useState(0);
  const [rhythm, setRhythm] = useState<Rhythm | null>(null);
  const within = useMemo(() => partOfStep(plan, drill.steps ?? [], step), [plan, drill.steps, step]);
  const above = useAbove(large || kind === 'above');
  const at = useRef(0);
  const drag = useRef<{ x: number; from: number } | null>(null);
  useEffect(() => () => rhythm?.close(), [rhythm]);
  if (problem) return <p className="text-dust">{t('This drill cannot be shown yet: {problem}', { problem })}</p>;
  if (!plan) return null;
  const from = turned ?? goodAngle(plan);
  const rate = playing ? rateFor(plan, within ? 'quarter' : pace, drill.pace) : 0;
  const kinds = !above ? FIGURE : large ? BOTH : kind === 'figure' ? FIGURE : ABOVE;
  const words = [...plan.movement.beats, ...plan.movement.sideways];
  const goTo = (by: 1 | -1) => {
    const ticks = loopTicks(plan);
    const now = at.current % plan.period;
    const times = ticks.map((tick) => tick.t - plan.start);
    const next = by > 0 ? (times.find((t) => t > now + 0.02) ?? times[0]) : (times.findLast((t) => t < now - 0.02) ?? times.at(-1));
    at.current = (next ?? 0) + 0.001;
    setPlaying(false);
    setSteps((n) => n + 1);
  };
  const hear = () => {
    const audio = new AudioContext();
    import('./rhythm.ts').then((part) => setRhythm(new part.Rhythm(audio)));
  };
  const onMove = (event: PointerEvent) => {
    if (drag.current) setTurned(Math.round(drag.current.from + (event.clientX - drag.current.x) * DEGREES_PER_PIXEL));
  };
  return (
    <div className="flex flex-col gap-2">
      {drill.moves?.free && (
        <div className="flex flex-wrap items-center gap-2">
          <span className="text-dust text-sm">{t('You are free here. One way to do it:')}</span>
          <Choices
            label={t('Example')}
            all={['first', 'second']}
            value={example === 0 ? 'first' : 'second'}
            onChange={(one) => setExample(one === 'first' ? 0 : 1)}
          />
        </div>
      )}
      <div
        role="slider"
        tabIndex={0}
        aria-label={t('{name}, moving picture. Arrow keys turn it.', { name: drill.name })}
        aria-valuenow={from}
        aria-valuemin={-180}
        aria-valuemax={180}
        aria-valuetext={t('seen from {from} degrees', { from })}
        className={`touch-pan-y cursor-grab overflow-hidden border border-joint bg-slab ${large ? 'grid sm:grid-cols-2' : ''}`}
        onPointerDown={(event) => {
          drag.current = { x: event.clientX, from };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={onMove}
        onPointerUp={() => {
          drag.current = null;
        }}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
          if (by === 0) return;
          event.preventDefault();
          setTurned(((from + by * DEGREES_PER_KEY + 540) % 360) - 180);
        }}
      >
        <Moving
          key={steps}
          plan={plan}
          kinds={kinds}
          above={above}
          width={360}
          height={300}
          from={from}
          rate={rate}
          at={at}
          rhythm={rhythm}
          within={within}
          onBeat={setBeat}
          className="block w-full"
        />
      </div>
      <p className="min-h-6 font-semibold" aria-hidden="true">
        {saidOf(words[beat])}
      </p>
      {!slowly && (
        <div className={`flex flex-wrap items-center gap-2 ${player ? '[&_button]:min-h-12 [&_button]:min-w-12' : ''}`}>
          <Button size="small" onClick={() => setPlaying(!playing)}>
            {playing ? <Pause aria-hidden className="size-4" /> : <Play aria-hidden className="size-4" />} {playing ? t('Stop') : t('Play')}
          </Button>
          <Button size="small" onClick={() => goTo(-1)} aria-label={t('Beat before')}>
            <ChevronRight aria-hidden className="size-4 rotate-180" />
          </Button>
          <Button size="small" onClick={() => goTo(1)} aria-label={t('Next beat')}>
            <ChevronRight aria-hidden className="size-4" />
          </Button>
          <Choices<PaceName> label={t('Pace')} all={PICTURE_PACES} value={pace} onChange={setPace} />
          <Button size="small" aria-pressed={mirror} onClick={() => setMirror(!mirror)}>
            <FlipHorizontal2 aria-hidden className="size-4" /> {t('Other foot')}
          </Button>
          {!large && (
            <Button size="small" aria-pressed={kind === 'above'} onClick={() => setKind(kind === 'above' ? 'figure' : 'above')}>
              {kind === 'above' ? t('From the side') : t('From above')}
            </Button>
          )}
          <Button size="small" aria-pressed={rhythm !== null} onClick={() => (rhythm ? setRhythm(null) : hear())}>
            <Volume2 aria-hidden className="size-4" /> {t('Rhythm')}
          </Button>
        </div>
      )}
      {!slowly && (
        <Strip plan={plan} from={from} label={t('{name}, step by step', { name: drill.name })} now={playing ? undefined : beat} />
      )}
    </div>
  );
}
