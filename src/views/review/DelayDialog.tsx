import { useEffect, useMemo, useRef, useState } from 'react';
import type { BenchSettings } from '../../contract/review.ts';
import { clipSeconds, poseAt, type SyntheticClip } from '../../core/clips/synthetic.ts';
import { DELAY_TAPS, tapDelay } from '../../core/review/delay.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog, Notice } from '../../ui/parts/index.ts';
import { keepFocus } from './keys.ts';

const REPS = 16;
const GAP = { least: 0.75, most: 1.15 };

/** Taps in uneven steps, so that nobody can tap by rhythm alone. */
function practice(random: () => number): SyntheticClip {
  let at = 2;
  const reps = Array.from({ length: REPS }, (_, i) => {
    at += GAP.least + random() * (GAP.most - GAP.least);
    return { at, foot: i % 2 === 0 ? ('right' as const) : ('left' as const) };
  });
  return { name: 'practice', seed: 1, leadSeconds: 2, workSeconds: at, fps: 60, width: 480, height: 270, reps };
}

interface Props {
  settings: BenchSettings;
  now(): number;
  onSave(settings: BenchSettings): void;
  onClose(): void;
}

/** Measures once how late a coach taps, on drawn reps whose times are known. */
export function DelayDialog({ settings, now, onSave, onClose }: Props) {
  const [round, setRound] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: each round has reps of its own.
  const clip = useMemo(() => practice(Math.random), [round]);
  const [at, setAt] = useState<number | null>(null);
  const [taps, setTaps] = useState<number[]>([]);
  const [found, setFound] = useState<ReturnType<typeof tapDelay> | 'none'>('none');
  const started = useRef(0);
  const running = at !== null;

  useEffect(() => {
    if (!running) return;
    let frame = requestAnimationFrame(function draw() {
      const seconds = (performance.now() - started.current) / 1000;
      setAt(seconds);
      if (seconds < clipSeconds(clip) - 3.5) frame = requestAnimationFrame(draw);
      else setAt(null);
    });
    return () => cancelAnimationFrame(frame);
  }, [running, clip]);
  useEffect(() => {
    if (running || taps.length === 0) return;
    setFound(
      tapDelay(
        clip.reps.map((rep) => rep.at),
        taps,
      ),
    );
  }, [running, taps, clip]);

  const start = () => {
    setRound((n) => n + 1);
    setTaps([]);
    setFound('none');
    started.current = performance.now();
    setAt(0);
  };
  const tap = () => running && setTaps((list) => [...list, (performance.now() - started.current) / 1000]);
  const pose = poseAt(clip, at ?? 0);
  const keep = () => {
    if (found === 'none' || found === null) return;
    onSave({ ...settings, delay: { seconds: found.seconds, spread: found.spread, at: now() } });
    onClose();
  };
  return (
    <Dialog label={t('Measure my tapping')} onClose={onClose}>
      <p>
        {t('Tap any key, or the picture, each time a foot meets the ball, as you would on a clip. {reps} reps, about 18 seconds.', {
          reps: REPS,
        })}
      </p>
      <button
        type="button"
        className="block w-full border border-joint"
        aria-label={t('Tap here with each rep')}
        {...keepFocus}
        onPointerDown={tap}
        onKeyDown={(event) => {
          if (event.repeat || event.key === 'Escape' || event.key === 'Tab') return;
          event.preventDefault();
          tap();
        }}
      >
        <svg viewBox="0 0 480 270" className="block w-full bg-ground" aria-hidden="true">
          <rect x="0" y="216" width="480" height="54" fill="var(--joint)" />
          {(['left', 'right'] as const).map((foot) => (
            <g key={foot}>
              <line x1="240" y1="80" x2={pose[foot].x} y2={pose[foot].y} stroke="var(--ink)" strokeWidth="12" strokeLinecap="round" />
              <rect x={pose[foot].x - 18} y={pose[foot].y - 2} width="36" height="12" fill={`var(--${foot})`} />
            </g>
          ))}
          <circle cx={pose.ball.x} cy={pose.ball.y} r="12" fill="var(--slab)" stroke="var(--ink)" strokeWidth="2" />
        </svg>
      </button>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          look={found !== 'none' && found !== null ? 'plain' : 'main'}
          disabled={running}
          onClick={(event) => {
            start();
            // The keys belong to the picture now.
            (event.currentTarget.closest('dialog')?.querySelector('[aria-label="Tap here with each rep"]') as HTMLElement | null)?.focus();
          }}
        >
          {taps.length > 0 ? t('Once more') : t('Start')}
        </Button>
        <span role="status">{running ? t('{taps} taps', { taps: taps.length }) : ''}</span>
      </div>
      {!running && found === null && (
        <Notice tone="look">
          {t('The taps did not follow the reps well enough ({delayTaps} are needed, at an even distance). Try once more.', {
            delayTaps: DELAY_TAPS,
          })}
        </Notice>
      )}
      {!running && found !== null && found !== 'none' && (
        <>
          <Notice tone="done">
            {t('Your taps come {seconds} ms after the rep, give or take {spread} ms, over {matched} reps.', {
              seconds: Math.round(found.seconds * 1000),
              spread: Math.round(found.spread * 1000),
              matched: found.matched,
            })}
          </Notice>
          <Button look="main" onClick={keep}>
            {t('Take that off my taps')}
          </Button>
        </>
      )}
    </Dialog>
  );
}
