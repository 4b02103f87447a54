import { type ReactNode, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { clockWords } from '../../client/words.ts';
import type { ClipOfScore } from '../../contract/review.ts';
import { evenFrames, stepFrames } from '../../core/clips/frames.ts';
import type { Span } from '../../core/clips/signals.ts';
import { t } from '../../core/text/translate.ts';
import { unplayedWords } from '../clips/ClipVideo.tsx';
import { onNextPicture, type Unplayed, whyUnplayed } from '../clips/unplayed.ts';
import { playerOf, type ShelvedClip } from './clip-shelf.ts';
import { keepFocus } from './keys.ts';
import { type Playhead, useMediaTime } from './playhead.ts';

export const SPEEDS = [0.25, 0.5, 0.75, 1, 1.5, 2] as const;

/** What the bench can do with the clip. */
export interface StageHandle {
  seek(at: number): void;
  step(by: number): void;
  toggle(): void;
  pause(): void;
  /** Playback rate, 0 while it stands still. */
  rate(): number;
}

interface Props {
  clip: ClipOfScore;
  label: string;
  shelved: ShelvedClip | null;
  head: Playhead;
  speed: number;
  /** Where it is opened. */
  from: number;
  loop: Span | null;
  handle: { current: StageHandle | null };
  /** The clip reached this time by playing. */
  onPassed(at: number): void;
  /** Seconds that were played since the last word. */
  onWatched(seconds: number): void;
  children?: ReactNode;
}

function Time({ head, seconds }: { head: Playhead; seconds: number }) {
  const at = useMediaTime(head);
  return <span className="tabular-nums">{t('{at} of {seconds} s', { at: at.toFixed(2), seconds: seconds.toFixed(1) })}</span>;
}

/** Small pictures along the clip: a press goes there. */
function Glimpses({ shelved, seconds, onSeek }: { shelved: ShelvedClip | null; seconds: number; onSeek(at: number): void }) {
  if (!shelved || shelved.glimpses.length === 0) return <div className="h-9 border-joint border-x bg-ground" />;
  return (
    <div className="flex h-9 overflow-hidden border-joint border-x" aria-hidden>
      {shelved.glimpses.map((glimpse) => (
        <button
          key={glimpse.at}
          type="button"
          tabIndex={-1}
          title={clockWords(glimpse.at)}
          className="h-full min-w-0 flex-1 bg-center bg-cover"
          style={{ backgroundImage: `url(${glimpse.url})` }}
          {...keepFocus}
          onClick={() => onSeek(Math.min(seconds, glimpse.at))}
        />
      ))}
    </div>
  );
}

/** The clip: plays at a quarter to double speed, steps by its own pictures, repeats a stretch, and says where it stands. */
export function ClipStage({ clip, label, shelved, head, speed, from, loop, handle, onPassed, onWatched, children }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [unplayed, setUnplayed] = useState<Unplayed | null>(null);
  // A player that was made ready is taken as it is; what plays is not changed under the eye.
  const [element] = useState(() => shelved?.video ?? playerOf(`/api/v1/clips/${clip.id}/file`, from));
  const frames = shelved?.frames ?? evenFrames(clip.seconds);
  const known = shelved?.frames != null;
  const latest = useRef({ loop, onPassed, onWatched, speed, frames, known });
  latest.current = { loop, onPassed, onWatched, speed, frames, known };

  const seek = (at: number) => {
    const to = Math.max(0, Math.min(clip.seconds, at));
    element.currentTime = to;
    head.set(to);
  };
  const toggle = () => {
    if (element.paused) void element.play().catch(() => {});
    else element.pause();
  };
  useImperativeHandle(handle, () => ({
    seek,
    step: (by) => {
      element.pause();
      // As long as the pictures' own times are not known, one that lasts long would be stepped within for ever: its own beginning is no place to start from.
      const at = latest.current.known ? head.get() : element.currentTime;
      seek(stepFrames(latest.current.frames, at, by, clip.seconds));
    },
    toggle,
    pause: () => element.pause(),
    rate: () => (element.paused ? 0 : element.playbackRate),
  }));

  useEffect(() => {
    element.playbackRate = speed;
  }, [element, speed]);

  // biome-ignore lint/correctness/useExhaustiveDependencies: the picture callback lives as long as the clip is shown; the rest is read from refs.
  useEffect(() => {
    let stopped = false;
    element.className = 'size-full';
    element.setAttribute('aria-label', label);
    box.current?.append(element);
    // Once it is in memory it is there, and of a kind that does not play.
    const onError = () => void whyUnplayed(element.src.replace(/#.*/, '')).then((why) => !stopped && setUnplayed(why));
    element.addEventListener('error', onError);
    element.addEventListener('click', toggle);
    let played = 0;
    let before: number | null = null;
    const onPicture = (mediaTime: number) => {
      if (stopped) return;
      if (!element.paused) {
        const { loop: stretch } = latest.current;
        if (stretch && mediaTime >= stretch.to) element.currentTime = stretch.from;
        if (before !== null && mediaTime > before) played += mediaTime - before;
        before = mediaTime;
        latest.current.onPassed(mediaTime);
      } else before = null;
      // A picture that comes while another is being looked for is the one left behind: steps must not start from it.
      if (!element.seeking) head.set(mediaTime);
      onNextPicture(element, onPicture);
    };
    onNextPicture(element, onPicture);
    const tellWatched = () => {
      if (played > 0.5) latest.current.onWatched(played);
      played = 0;
    };
    element.addEventListener('pause', tellWatched);
    const begin = () => {
      element.playbackRate = latest.current.speed;
      if (Math.abs(element.currentTime - from) > 0.05) element.currentTime = from;
      head.set(from);
    };
    if (element.readyState >= 1) begin();
    else element.addEventListener('loadedmetadata', begin, { once: true });
    // Without pictures to wait for (a clip that is only sound), the element's own time is the next best.
    const onTime = () => {
      if (element.videoWidth === 0) head.set(element.currentTime);
    };
    element.addEventListener('timeupdate', onTime);
    return () => {
      stopped = true;
      tellWatched();
      element.pause();
      element.remove();
      element.removeEventListener('loadedmetadata', begin);
      element.removeEventListener('error', onError);
      element.removeEventListener('click', toggle);
      element.removeEventListener('pause', tellWatched);
      element.removeEventListener('timeupdate', onTime);
    };
  }, []);

  if (unplayed) return <p className="slab grid h-56 place-items-center p-4 text-dust">{unplayedWords(unplayed)}</p>;
  return (
    <div className="flex flex-col">
      <div ref={box} className="aspect-video max-h-[34vh] w-full bg-ink" />
      <Glimpses shelved={shelved} seconds={clip.seconds} onSeek={seek} />
      <div className="flex flex-wrap items-center gap-1.5 border border-joint bg-slab p-1.5">
        {children}
        <span className="ms-auto text-dust text-sm">
          <Time head={head} seconds={clip.seconds} />
        </span>
      </div>
    </div>
  );
}
