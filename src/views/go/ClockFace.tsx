import type { Drill } from '../../core/drills/schema.ts';
import { type ClockState, type Interval, sideInWords } from '../../core/runsheet/index.ts';
import { Skyline } from '../../ui/notations/index.ts';
import { Button } from '../../ui/parts/index.ts';
import { clockWords } from '../words.ts';

interface Props {
  sheet: readonly Interval[];
  state: ClockState;
  drillOf(interval: Interval | undefined): Drill | undefined;
  onPause(): void;
  onResume(): void;
  onReady(): void;
  onDone(): void;
  onAgain(): void;
  onSkip(): void;
}

const KIND_WORDS = {
  'set-up': 'Set up',
  'lead-in': 'Get ready',
  work: 'Go',
  switch: 'Switch',
  'turn-round': 'Turn round',
  rest: 'Rest',
  drink: 'Drink',
  score: 'Score',
} as const;

const footColor = (interval: Interval) =>
  interval.foot === 'left' ? 'text-foot-left' : interval.foot === 'right' ? 'text-foot-right' : 'text-ink';

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);

/** The line in the largest words: which foot or surface, or what is on. */
function headline(interval: Interval): string {
  if (interval.surface) return capital(interval.surface);
  if (interval.foot !== 'both' && interval.kind !== 'drink' && interval.kind !== 'rest') return `${capital(interval.foot)} foot`;
  return KIND_WORDS[interval.kind];
}

function nextWords(sheet: readonly Interval[], state: ClockState, drillOf: Props['drillOf']): string {
  const next = sheet.slice(state.index + 1).find((interval) => ['work', 'drink', 'score'].includes(interval.kind));
  if (!next) return 'then that is all';
  if (next.kind === 'score') return 'then your number';
  if (next.kind === 'drink') return 'then a drink';
  const here = sheet[state.index];
  const side = sideInWords(next);
  if (here?.itemId === next.itemId) return `then ${side || 'on you go'}`;
  return `then ${drillOf(next)?.name ?? ''}${side ? `, ${side}` : ''}`;
}

/** The clock, for a phone that leans on a bottle two metres away. A tap anywhere pauses. */
export function ClockFace({ sheet, state, drillOf, onPause, onResume, onReady, onDone, onAgain, onSkip }: Props) {
  const interval = sheet[state.index];
  if (!interval) return null;
  const ran = state.ranMs / 1000;
  const countsUp = interval.ends === 'player';
  const left = Math.max(0, interval.seconds - ran);
  const shown = countsUp ? Math.floor(ran) : Math.ceil(left);
  const paused = state.phase === 'paused';
  const drill = drillOf(interval);
  const reps = interval.reps ? `${interval.reps} reps` : interval.set ? `set ${interval.set}` : '';
  const share = interval.seconds > 0 ? Math.min(1, ran / interval.seconds) : 0;
  const waitsForReady = interval.kind === 'set-up' || interval.kind === 'drink';
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <button
        type="button"
        className="flex min-h-0 flex-1 flex-col items-start justify-center text-start"
        onClick={paused ? onResume : onPause}
        aria-label={paused ? 'Go on' : 'Pause'}
      >
        {headline(interval) !== KIND_WORDS[interval.kind] && <span className="text-dust text-xl">{KIND_WORDS[interval.kind]}</span>}
        <span className={`font-bold font-display text-[40px] leading-tight ${footColor(interval)}`} data-testid="clock-side">
          {headline(interval)}
        </span>
        <span className="text-2xl leading-tight">{interval.kind === 'set-up' ? 'Put out what you need' : (drill?.name ?? '')}</span>
        <span className="font-bold font-display text-[min(42vw,168px)] leading-none" data-testid="clock-seconds">
          {interval.kind === 'set-up' ? '' : shown}
        </span>
        <span className="text-dust text-lg">
          {[interval.pace ? `${interval.pace} pace` : '', reps, nextWords(sheet, state, drillOf)].filter(Boolean).join(' · ')}
        </span>
        {paused && <span className="mt-2 rounded-sm bg-mustard-slab px-3 py-1 font-bold text-mustard text-xl">Paused. Tap to go on.</span>}
      </button>
      <Skyline
        intervals={sheet}
        window={9}
        now={{ index: state.index, share, label: countsUp ? clockWords(ran) : clockWords(left) }}
        width={360}
        height={96}
        summary={`${headline(interval)}, ${shown} seconds ${countsUp ? 'gone' : 'left'}`}
      />
      <div className="flex flex-col gap-2 pt-2">
        {waitsForReady && (
          <Button size="clock" look="main" onClick={onReady} disabled={paused}>
            Ready
          </Button>
        )}
        {interval.kind === 'work' && countsUp && (
          <Button size="clock" look="main" onClick={onDone} disabled={paused}>
            Done
          </Button>
        )}
        <div className="flex gap-2">
          <Button size="clock" onClick={paused ? onResume : onPause}>
            {paused ? 'Go on' : 'Pause'}
          </Button>
          <Button size="clock" onClick={onAgain}>
            Again
          </Button>
          <Button size="clock" onClick={onSkip}>
            Skip
          </Button>
        </div>
      </div>
    </div>
  );
}
