import { Scissors } from 'lucide-react';
import { useEffect, useId, useRef, useState } from 'react';
import type { Trim } from '../../client/device-store.ts';
import { number } from '../../client/words.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { ClipVideo } from './ClipVideo.tsx';
import { useSeen } from './use-seen.ts';

interface Props {
  take: { address: string; trim: Trim | null; workAt: number | null };
  /** What is said beside “your clip”: which foot. */
  name: string;
  /** What is cut off never leaves it. */
  device?: 'phone' | 'device';
  onTrim(trim: Trim | null): void;
  /** It was looked at. */
  onSeen?(): void;
}

/** A beginning is cut off by making new pictures, which not every browser can. */
const cutsStarts = () => 'VideoEncoder' in globalThis;

/** A clip shorter than this is no clip. */
const LEAST_SECONDS = 1;
const STEP = 0.1;

/**
 * The length of a clip in the browser's player. A recording that was just made says "endless" until it was once run to its end.
 */
function useLength() {
  const video = useRef<HTMLVideoElement>(null);
  const [seconds, setSeconds] = useState<number | null>(null);
  useEffect(() => {
    const { current } = video;
    if (!current) return;
    let known = false;
    const look = () => {
      if (known || current.readyState < HTMLMediaElement.HAVE_METADATA) return;
      known = Number.isFinite(current.duration);
      if (known) setSeconds(current.duration);
      current.currentTime = known ? 0 : 1e7;
    };
    // It may have said so before anybody listened.
    look();
    for (const when of ['loadedmetadata', 'durationchange']) current.addEventListener(when, look);
    return () => {
      for (const when of ['loadedmetadata', 'durationchange']) current.removeEventListener(when, look);
    };
  }, []);
  return { video, seconds };
}

/** The own clip before it leaves the phone: seen, and cut at both ends. What is cut off is never sent. */
export function TrimClip({ take, name, device = 'phone', onTrim, onSeen }: Props) {
  const id = useId();
  const { video, seconds } = useLength();
  useSeen(video, onSeen);
  const [cutting, setCutting] = useState(take.trim !== null);
  const from = take.trim?.from ?? 0;
  const to = take.trim?.to ?? seconds ?? 0;
  const show = (at: number) => {
    if (video.current) video.current.currentTime = at;
  };
  const set = (next: Trim) => {
    const whole = next.from <= 0 && seconds !== null && next.to >= seconds - STEP / 2;
    onTrim(whole ? null : next);
  };
  const slide = (what: 'from' | 'to', text: string) => {
    const value = Number(text);
    const next = what === 'from' ? { from: Math.min(value, to - LEAST_SECONDS), to } : { from, to: Math.max(value, from + LEAST_SECONDS) };
    set(next);
    show(next[what]);
  };
  const cutsWork = take.workAt !== null && from > take.workAt + 0.2;
  return (
    <div className="flex flex-col gap-2">
      <ClipVideo ref={video} src={take.address} className="max-h-64 w-full" label={t('Your clip{name}', { name })} />
      {seconds !== null && !cutting && (
        <Button size="player" onClick={() => setCutting(true)}>
          <Scissors aria-hidden className="size-5" /> {t('Cut the ends')}
        </Button>
      )}
      {seconds !== null && cutting && (
        <div className="flex flex-col gap-1">
          {(cutsStarts() ? (['from', 'to'] as const) : (['to'] as const)).map((what) => (
            <label key={what} htmlFor={`${id}-${what}`} className="flex min-h-12 items-center gap-3">
              <span className="w-28">
                {t('{what} at {what2} s', { what: what === 'from' ? t('Begins') : t('Ends'), what2: number(what === 'from' ? from : to) })}
              </span>
              <input
                id={`${id}-${what}`}
                type="range"
                className="h-12 flex-1 accent-[var(--lace)]"
                min={0}
                max={Math.floor(seconds * 10) / 10}
                step={STEP}
                value={what === 'from' ? from : to}
                onChange={(event) => slide(what, event.target.value)}
              />
            </label>
          ))}
          {!cutsStarts() && <p className="text-sm">{t('This browser can cut off the end, not the beginning.')}</p>}
          <p className="text-dust text-sm">
            {t('{to} s are sent. What you cut off never leaves this {device}.', { to: number(to - from), device })}
          </p>
          {cutsWork && <Notice tone="look">{t('This cuts into your go. Your coach cannot count what is not there.')}</Notice>}
        </div>
      )}
    </div>
  );
}
