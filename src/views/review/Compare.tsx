import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import { dateInWords, number } from '../../client/words.ts';
import type { BenchItem, OtherClip } from '../../contract/bench.ts';
import type { ClipOfScore } from '../../contract/review.ts';
import { DAY_MS } from '../../core/calendar/lengths.ts';
import { inStepWith } from '../../core/clips/frames.ts';
import { resultUnit } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';
import { claimWords } from './claim-words.ts';
import { useWatching } from './use-watching.ts';

/** Two clips that have drifted further apart than this are laid on each other again. */
const DRIFT_SECONDS = 0.08;

function otherWords(other: OtherClip, unit: string, timeZone: string): string {
  const number_ = other.counts === null ? t('does not count') : `${number(other.counts)} ${unit}`;
  return `${dateInWords(other.doneAt, timeZone)}: ${number_}, ${other.doseWords}${other.isRecord ? t(' (the record)') : ''}`;
}

/** The record's clip, else the one that is nearest to a month older, else the oldest. */
function firstChoice(others: readonly OtherClip[], now: number): OtherClip | undefined {
  const record = others.find((one) => one.isRecord);
  const month = [...others].sort((a, b) => Math.abs(now - a.doneAt - MONTH) - Math.abs(now - b.doneAt - MONTH))[0];
  return record ?? month;
}
const MONTH = 30 * DAY_MS;

interface Props {
  bench: BenchItem;
  clip: ClipOfScore;
  timeZone: string;
  onClose(): void;
}

/** See how far you came: this clip beside another of the same drill, both at the same instant of the work. */
export function Compare({ bench, clip, timeZone, onClose }: Props) {
  const { item, others } = bench;
  const [otherId, setOtherId] = useState(() => firstChoice(others, item.doneAt)?.id ?? '');
  const [playing, setPlaying] = useState(false);
  const startedAt = useRef<{ this: number; other: number } | null>(null);
  const watchedThis = useWatching(clip.id);
  const watchedOther = useWatching(otherId);
  const [speed, setSpeed] = useState(1);
  const left = useRef<HTMLVideoElement>(null);
  const right = useRef<HTMLVideoElement>(null);
  const other = others.find((one) => one.id === otherId);
  const unit = resultUnit(item.measure);

  useEffect(() => {
    for (const video of [left.current, right.current]) if (video) video.playbackRate = speed;
  }, [speed]);

  const toStart = () => {
    if (!other) return;
    stop();
    if (left.current) left.current.currentTime = other.workAt;
    if (right.current) right.current.currentTime = clip.workAt;
  };
  /** Stops both, and says what was seen of each. */
  const stop = () => {
    const [a, b] = [left.current, right.current];
    const from = startedAt.current;
    a?.pause();
    b?.pause();
    startedAt.current = null;
    setPlaying(false);
    if (!from || !a || !b) return;
    watchedOther(Math.max(0, a.currentTime - from.other));
    watchedThis(Math.max(0, b.currentTime - from.this));
  };
  const latestStop = useRef(stop);
  latestStop.current = stop;
  // Before the players leave the page, whose times are read once more.
  useLayoutEffect(() => () => latestStop.current(), []);
  const toggle = () => {
    const [a, b] = [left.current, right.current];
    if (!a || !b || !other) return;
    if (playing) return stop();
    a.currentTime = inStepWith(b.currentTime, clip.workAt, other.workAt);
    startedAt.current = { this: b.currentTime, other: a.currentTime };
    for (const video of [a, b]) void video.play().catch(() => {});
    setPlaying(true);
  };
  const together = () => {
    const [a, b] = [left.current, right.current];
    if (!a || !b || !other) return;
    const to = inStepWith(b.currentTime, clip.workAt, other.workAt);
    if (Math.abs(a.currentTime - to) > DRIFT_SECONDS && to < a.duration) a.currentTime = to;
  };
  if (!other) return null;
  const side = (which: 'other' | 'this') => {
    const mine = which === 'this';
    return (
      <figure className="flex min-w-0 flex-1 flex-col gap-1">
        <video
          key={mine ? clip.id : other.id}
          ref={mine ? right : left}
          src={`/api/v1/clips/${mine ? clip.id : other.id}/file`}
          muted={!mine}
          playsInline
          preload="auto"
          className="aspect-video w-full bg-ink"
          aria-label={mine ? t('This clip') : t('The clip beside it')}
          onLoadedMetadata={(event) => {
            event.currentTarget.currentTime = mine ? clip.workAt : other.workAt;
            event.currentTarget.playbackRate = speed;
          }}
          onTimeUpdate={mine ? together : undefined}
          onEnded={stop}
        />
        <figcaption className="font-semibold">
          {mine
            ? t('{dateInWords}: {claimWords}, {doseWords} (this one)', {
                dateInWords: dateInWords(item.doneAt, timeZone),
                claimWords: claimWords(item),
                doseWords: item.doseWords,
              })
            : otherWords(other, unit, timeZone)}
        </figcaption>
      </figure>
    );
  };
  return (
    <Dialog
      label={t('How far {nickname} came: {name}', { nickname: item.player.nickname, name: item.drill.name })}
      onClose={onClose}
      className="max-w-4xl bg-slab"
    >
      <label className="flex flex-wrap items-center gap-2">
        <span className="font-semibold">{t('Beside')}</span>
        <select
          className="field"
          value={otherId}
          onChange={(event) => {
            stop();
            setOtherId(event.target.value);
          }}
        >
          {others.map((one) => (
            <option key={one.id} value={one.id}>
              {otherWords(one, unit, timeZone)}
            </option>
          ))}
        </select>
      </label>
      <div className="flex flex-col gap-3 sm:flex-row">
        {side('other')}
        {side('this')}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button look="main" onClick={toggle}>
          {playing ? t('Pause both') : t('Play both')}
        </Button>
        <Button onClick={toStart}>{t('Both to the start of the work')}</Button>
        {[0.25, 0.5, 1, 2].map((one) => (
          <Button key={one} size="small" aria-pressed={speed === one} look={speed === one ? 'main' : 'plain'} onClick={() => setSpeed(one)}>
            {one}×
          </Button>
        ))}
      </div>
    </Dialog>
  );
}
