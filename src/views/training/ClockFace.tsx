import type { ReactNode } from 'react';
import { clockWords } from '../../client/words.ts';
import type { Drill } from '../../core/drills/schema.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { capital } from '../../core/text/capital.ts';
import { t, term } from '../../core/text/translate.ts';
import { type ClockState, callsDuring, clockStatus, type Interval, KIND_WORDS, sideInWords } from '../../core/training/index.ts';
import { Skyline } from '../../ui/notations/Skyline.tsx';
import { Button } from '../../ui/parts/index.ts';
import { Coming } from './HowTo.tsx';

interface Props {
  sheet: readonly Interval[];
  state: ClockState;
  drillOf(interval: Interval | undefined): Drill | undefined;
  /** A clap or knocks count as "ready": one clap where it is quiet, two where it is loud. Null while nobody listens. */
  listening: 'quiet' | 'loud' | null;
  stronger: StrongerFoot;
  /** What stands between the words and the skyline: outcomes, the camera, a helper's halves. */
  children?: ReactNode;
  /** The drill's cues, as they are called during the work. */
  calls: readonly string[];
  /** What the feet do on the way that is gone, in words; empty where nothing is said. */
  way: string;
  /** The number to beat of this stretch, in words; null for none. */
  beat: string | null;
  /** Somebody counts along on the screen during the work. */
  halves: ReactNode;
  /** A number was said: the clock waits for the player to be back in place. */
  backInPlace: boolean;
  /** Tries of an unbroken run that are over in this work; a tap anywhere ends one. Null where there are no tries. */
  tries: number | null;
  onTryOver(): void;
  onPause(): void;
  onReady(): void;
  onDone(): void;
}

/** Read from two metres away: 9 mm high on a phone 65 mm wide, whatever its pixels; what is longer is a little smaller. */
const FAR = 'text-[clamp(40px,14vw,88px)] flat:text-[clamp(28px,7vw,56px)]';
const NEAR = 'text-[clamp(30px,9.5vw,64px)] flat:text-[clamp(24px,5vw,44px)]';

/** How long a call stands on the screen, in seconds. */
const CALL_STANDS = 4;

/** What was called last, for whoever does not hear it. */
const callNow = (seconds: number, ran: number, cues: readonly string[]): string | null =>
  callsDuring(seconds, cues).findLast((call) => ran >= call.at && ran < call.at + CALL_STANDS)?.words ?? null;

const footColor = (interval: Interval) =>
  interval.foot === 'left' ? 'text-foot-left' : interval.foot === 'right' ? 'text-foot-right' : 'text-ink';

/** The line in the largest words: which foot or surface, or what is on. */
function headline(interval: Interval): string {
  if (interval.surface) return capital(interval.surface);
  if (interval.foot !== 'both' && interval.kind !== 'drink' && interval.kind !== 'rest')
    return t('{foot} foot', { foot: capital(interval.foot) });
  return KIND_WORDS[interval.kind]();
}

function nextWords(sheet: readonly Interval[], state: ClockState, drillOf: Props['drillOf']): string {
  const here = sheet[state.index];
  const next = sheet.slice(state.index + 1).find((interval) => ['work', 'drink', 'score'].includes(interval.kind));
  if (!next) return t('then that is all');
  if (next.kind === 'score') return t('then your number');
  if (next.kind === 'drink') return t('then a drink');
  const side = sideInWords(next);
  // Before its own work, the drill is already named above.
  if (here?.itemId === next.itemId)
    return here.kind === 'lead-in' || here.kind === 'switch' ? '' : t('then {side}', { side: side || t('on you go') });
  return t('then {name}{side}', { name: drillOf(next)?.name ?? '', side: side ? `, ${side}` : '' });
}

/** "3 of 8": which drill of the session this is. */
function placeInWords(sheet: readonly Interval[], interval: Interval): string {
  const ids = [...new Set(sheet.flatMap((one) => one.itemId ?? []))];
  const place = interval.itemId ? ids.indexOf(interval.itemId) + 1 : 0;
  return place > 0 ? t('{place} of {ids}', { place, ids: ids.length }) : '';
}

/** What counts, shown before every scored go, and what to watch out for before any. */
function BeforeGo({ drill, scored, way }: { drill: Drill; scored: boolean; way: string }) {
  return (
    <div className="flex flex-col gap-1 text-xl leading-snug">
      {way && <p className="font-semibold">{capital(way)}</p>}
      {scored && (
        <p data-testid="counting-rule">
          <span className="font-bold">{t('Counts:')}</span> {drill.counting.counts} <span className="font-bold">{t('Does not:')}</span>{' '}
          {drill.counting.doesNotCount}
        </p>
      )}
      {drill.cautions.length > 0 && <p className="text-lg">{drill.cautions.join(' ')}</p>}
    </div>
  );
}

const isBefore = (interval: Interval) => interval.kind === 'lead-in' || interval.kind === 'rest';

/** Whether the go that an interval leads to is scored. */
export const isScored = (sheet: readonly Interval[], interval: Interval) =>
  sheet.some((one) => one.kind === 'score' && one.itemId === interval.itemId && one.round === interval.round);

/** The clock, for a phone that leans on a bottle two metres away. A tap anywhere pauses, or says "ready" where that is waited for. */
export function ClockFace(props: Props) {
  const {
    sheet,
    state,
    drillOf,
    listening,
    stronger,
    children,
    calls,
    way,
    beat,
    halves,
    backInPlace,
    tries,
    onTryOver,
    onPause,
    onReady,
    onDone,
  } = props;
  const interval = sheet[state.index];
  if (!interval) return null;
  const ran = state.ranMs / 1000;
  const countsUp = interval.ends === 'player';
  const left = Math.max(0, interval.seconds - ran);
  const shown = countsUp ? Math.floor(ran) : Math.ceil(left);
  const drill = drillOf(interval);
  const reps = interval.reps ? t('{reps} reps', { reps: interval.reps }) : interval.set ? t('set {set}', { set: interval.set }) : '';
  const share = interval.seconds > 0 ? Math.min(1, ran / interval.seconds) : 0;
  const waits = interval.kind === 'set-up' || interval.kind === 'drink' || backInPlace;
  const rest = interval.kind === 'rest' && interval.itemId !== null;
  const counting = interval.kind === 'work' && halves !== null;
  const name =
    interval.kind === 'set-up' ? t('Put out what you need') : rest ? t('Next: {name}', { name: drill?.name ?? '' }) : (drill?.name ?? '');
  const working = interval.kind === 'work' && !counting;
  const called = working && interval.ends === 'clock' ? callNow(interval.seconds, ran, calls) : null;
  const below = [
    working || !interval.pace ? '' : t('{pace} pace', { pace: interval.pace }),
    working ? '' : reps,
    nextWords(sheet, state, drillOf),
  ]
    .filter(Boolean)
    .join(' · ');
  return (
    <div className="flex flex-1 flex-col gap-3">
      <p className="sr-only" role="status" data-testid="clock-status">
        {clockStatus(interval, ran, drill?.name ?? '')}
      </p>
      <button
        type="button"
        className={`flex shrink-0 flex-col items-start justify-start text-start flat:grid flat:grid-cols-[1fr_auto] flat:content-start flat:gap-x-6 ${counting ? '' : 'grow'}`}
        onClick={waits ? onReady : tries === null ? onPause : onTryOver}
        aria-label={waits ? t('Ready') : tries === null ? t('Pause') : t('Ball down: this try is over')}
      >
        <span className="flex w-full items-baseline justify-between gap-3 text-xl flat:col-span-2">
          <span>
            {backInPlace ? t('Back to your place') : headline(interval) === KIND_WORDS[interval.kind]() ? '' : KIND_WORDS[interval.kind]()}
          </span>
          <span>{placeInWords(sheet, interval)}</span>
        </span>
        <span
          className={`font-bold font-display leading-[1.05] ${working ? FAR : 'text-[44px]'} ${footColor(interval)}`}
          data-testid="clock-side"
        >
          {headline(interval)}
        </span>
        <span className={working ? `font-semibold leading-[1.05] ${name.length > 16 ? NEAR : FAR}` : 'text-2xl leading-tight'}>{name}</span>
        <span
          className={`font-bold font-display leading-none flat:col-start-2 flat:row-span-3 flat:row-start-2 flat:pt-[0.1em] ${counting ? 'text-[96px]' : isBefore(interval) ? 'text-[min(30vw,120px)] flat:text-[min(55vh,30vw)]' : working ? 'text-[min(38vw,150px)] flat:text-[min(45vh,26vw)]' : 'text-[min(46vw,190px)] flat:text-[min(55vh,30vw)]'}`}
          data-testid="clock-seconds"
        >
          {interval.kind === 'set-up' || backInPlace ? '' : shown}
        </span>
        {working && (interval.pace || reps || beat) && (
          <span className={`flex flex-wrap gap-x-4 font-display font-semibold leading-[1.05] ${FAR}`}>
            {(interval.pace || reps) && <span>{[interval.pace && term(interval.pace), reps].filter(Boolean).join(', ')}</span>}
            {beat && <span className="text-lace">{beat}</span>}
          </span>
        )}
        {way && working && countsUp && (
          <span className={`font-semibold leading-[1.05] ${NEAR}`} data-testid="way">
            {capital(way)}
          </span>
        )}
        <span className="text-xl">{below}</span>
        {working && countsUp && listening && (
          <span className="text-xl">{t('Clap {listening}when you are done.', { listening: listening === 'loud' ? t('twice ') : '' })}</span>
        )}
        {tries !== null && (
          <span className="text-xl">
            {t('Ball down? Tap anywhere.')}{' '}
            {tries > 0 && <span data-testid="tries-over">{t('This is try {tries}.', { tries: tries + 1 })}</span>}
          </span>
        )}
        {called && (
          <span className={`font-semibold leading-[1.05] ${NEAR}`} aria-live="polite" data-testid="called">
            {called}
          </span>
        )}
        {waits && (
          <span className="mt-3 flex min-h-[120px] w-full items-center justify-center rounded-sm bg-lace flat:col-span-2 flat:min-h-[72px] px-4 text-center font-bold font-display text-3xl text-on-lace">
            {listening === 'loud' ? t('Ready: tap, or clap twice') : listening ? t('Ready: tap or clap') : t('Ready: tap here')}
          </span>
        )}
      </button>
      {isBefore(interval) && drill && (
        <>
          <Coming drill={drill} foot={interval.foot === 'both' ? null : interval.foot} stronger={stronger} />
          <BeforeGo drill={drill} scored={isScored(sheet, interval)} way={way} />
        </>
      )}
      {counting ? halves : children}
      <div className="flat:hidden">
        <Skyline
          intervals={sheet}
          window={9}
          now={{ index: state.index, share, label: clockWords(shown) }}
          width={360}
          height={counting ? 64 : 96}
          summary={t('{headline}, {shown} seconds {countsUp}', {
            headline: headline(interval),
            shown,
            countsUp: countsUp ? t('gone') : t('left'),
          })}
        />
      </div>
      <div className="-mb-4 sticky -bottom-4 flex flex-wrap gap-2 bg-ground pt-2 pb-4">
        {interval.kind === 'work' && countsUp && (
          <Button size="clock" look="main" onClick={onDone}>
            {t('Done')}
          </Button>
        )}
        <Button size="clock" onClick={onPause}>
          {t('Pause')}
        </Button>
      </div>
    </div>
  );
}
