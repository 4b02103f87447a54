import { type KeyboardEvent, type PointerEvent, type RefObject, useEffect, useId, useRef, useState, useSyncExternalStore } from 'react';
import { clockWords, number } from '../../client/words.ts';
import type { Span } from '../../core/clips/signals.ts';
import type { Mark, Recount } from '../../core/review/index.ts';
import { plural, t } from '../../core/text/translate.ts';
import { LeftHatch } from '../../ui/notations/hatch.tsx';
import { type Playhead, useMediaTime } from './playhead.ts';

const HEIGHT = 108;
/** Left marks above the line, right marks below. */
const LINE = 58;
const MARK = 26;
const SKY = 30;

interface Props {
  seconds: number;
  work: readonly Span[];
  marks: readonly Mark[];
  recount: Recount;
  /** Times of a suggested count, drawn hollow; null while it is hidden. */
  suggested: readonly number[] | null;
  remarks: readonly { id: string; at: number; text: string }[];
  head: Playhead;
  loop: Span | null;
  selected: string | null;
  /** 1 shows the whole clip, 4 a quarter round the playhead. */
  zoom: number;
  onSelect(id: string | null): void;
  onSeek(at: number): void;
  onMove(mark: Mark, to: number): void;
}

const FOOT = { left: 'var(--left)', right: 'var(--right)' } as const;

function markWords(mark: Mark): string {
  const at = t('at {at} s', { at: number(mark.at) });
  return mark.what === 'drop' ? t('drop {at}', { at }) : t('{what} rep {at}', { what: mark.what, at });
}

/** Reps a second in each 5 s, as a faint skyline behind the marks. */
function Rates({ recount, x }: { recount: Recount; x(at: number): number }) {
  const most = Math.max(1, ...recount.rates.map((window) => window.rate ?? 0));
  return (
    <g>
      {recount.rates.map((window) => {
        const tall = ((window.rate ?? 0) / most) * SKY;
        return (
          <g key={window.from}>
            <rect
              x={x(window.from)}
              y={LINE - tall}
              width={Math.max(0, x(window.to) - x(window.from) - 1)}
              height={tall}
              fill="var(--joint)"
              opacity={0.6}
            />
            {window.rate !== null && window.rate > 0 && (
              <text x={(x(window.from) + x(window.to)) / 2} y={12} textAnchor="middle" fontSize={12} fill="var(--dust)">
                {number(window.rate)}/s
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
}

function MarkShape({ mark, at, selected, hatch }: { mark: Mark; at: number; selected: boolean; hatch: string }) {
  const ring = selected ? <rect x={at - 8} y={LINE - MARK - 6} width={16} height={2 * MARK + 12} fill="none" stroke="var(--ink)" /> : null;
  if (mark.what === 'drop') {
    return (
      <g>
        <rect x={at - 3} y={LINE - MARK} width={6} height={2 * MARK} fill="var(--slab)" stroke="var(--ink)" strokeDasharray="3 3" />
        {ring}
      </g>
    );
  }
  const top = mark.what === 'left' ? LINE - MARK : LINE + 2;
  return (
    <g>
      <rect
        x={at - 3}
        y={top}
        width={6}
        height={MARK - 2}
        fill={mark.what === 'left' ? `url(#${hatch})` : FOOT.right}
        stroke={FOOT[mark.what]}
        strokeWidth={1.5}
      />
      {ring}
    </g>
  );
}

/** Only this is drawn anew while the clip plays. */
function Head({ head, x }: { head: Playhead; x(at: number): number }) {
  const at = x(useMediaTime(head));
  return <line x1={at} x2={at} y1={0} y2={HEIGHT} stroke="var(--lace)" strokeWidth={2} />;
}

/** The part of the clip that is in view: all of it, or a window that follows the playhead. */
function useWindow(head: Playhead, seconds: number, zoom: number): Span {
  const half = seconds / zoom / 2;
  // In steps of half a window, so that it does not slide under the finger, and is drawn anew only then.
  const step = useSyncExternalStore(
    head.subscribe,
    () => (zoom === 1 ? 0 : Math.floor(head.get() / half)),
    () => 0,
  );
  if (zoom === 1) return { from: 0, to: seconds };
  const from = Math.min(Math.max(0, step * half - half / 2), seconds - 2 * half);
  return { from, to: from + 2 * half };
}

/** Width of the strip in pixels, so that nothing in it is stretched. */
function useWidth(box: RefObject<HTMLDivElement | null>): number {
  const [width, setWidth] = useState(640);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.max(200, entry.contentRect.width)));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, [box]);
  return width;
}

/** Time runs right: left-foot marks above a line, right-foot marks below, drops as gaps, rate per 5 s as a faint skyline. */
export function TapStrip(props: Props) {
  const { seconds, work, marks, recount, suggested, remarks, head, loop, selected, zoom, onSelect, onSeek, onMove } = props;
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box);
  const hatch = useId();
  const [drag, setDrag] = useState<{ mark: Mark; to: number } | null>(null);
  const view = useWindow(head, seconds, zoom);
  const x = (at: number) => ((at - view.from) / Math.max(0.001, view.to - view.from)) * width;
  const timeAt = (event: PointerEvent): number => {
    const frame = box.current?.getBoundingClientRect();
    const share = frame ? (event.clientX - frame.left) / frame.width : 0;
    return Math.min(seconds, Math.max(0, view.from + share * (view.to - view.from)));
  };
  const hit = (at: number): Mark | null => {
    const reach = (10 / width) * (view.to - view.from);
    const near = [...marks].sort((a, b) => Math.abs(a.at - at) - Math.abs(b.at - at))[0];
    return near && Math.abs(near.at - at) < reach ? near : null;
  };
  const onPointerDown = (event: PointerEvent<HTMLDivElement>) => {
    event.preventDefault();
    const at = timeAt(event);
    const mark = hit(at);
    onSelect(mark?.id ?? null);
    if (!mark) return onSeek(at);
    onSeek(mark.at);
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ mark, to: mark.at });
  };
  const onPointerUp = () => {
    if (drag && Math.abs(drag.to - drag.mark.at) > 0.005) onMove(drag.mark, drag.to);
    setDrag(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Home') onSeek(0);
    else if (event.key === 'End') onSeek(seconds);
    else return;
    event.preventDefault();
  };
  const summary = t('Tap strip: {leftReps}, {rightReps}, {drops}', {
    leftReps: plural(recount.left, 'left rep'),
    rightReps: plural(recount.right, 'right rep'),
    drops: plural(recount.drops, 'drop'),
  });
  const chosen = marks.find((mark) => mark.id === selected);
  return (
    <div className="flex flex-col gap-1">
      <div
        ref={box}
        className="w-full touch-none border border-joint bg-slab"
        role="slider"
        tabIndex={0}
        aria-label={summary}
        aria-valuemin={0}
        aria-valuemax={Math.round(seconds)}
        aria-valuenow={Math.round(head.get())}
        aria-valuetext={chosen ? markWords(chosen) : clockWords(head.get())}
        onPointerDown={onPointerDown}
        onPointerMove={(event) => drag && setDrag({ ...drag, to: timeAt(event) })}
        onPointerUp={onPointerUp}
        onKeyDown={onKeyDown}
      >
        <svg viewBox={`0 0 ${width} ${HEIGHT}`} className="block w-full" height={HEIGHT} aria-hidden="true">
          <LeftHatch id={hatch} />
          {work.map((span) => (
            <rect key={span.from} x={x(span.from)} y={16} width={x(span.to) - x(span.from)} height={HEIGHT - 16} fill="var(--ground)" />
          ))}
          {loop && <rect x={x(loop.from)} y={HEIGHT - 8} width={x(loop.to) - x(loop.from)} height={8} fill="var(--lace)" opacity={0.5} />}
          <Rates recount={recount} x={x} />
          <line x1={0} x2={width} y1={LINE} y2={LINE} stroke="var(--ink)" />
          {suggested?.map((at) => (
            <circle key={at} cx={x(at)} cy={HEIGHT - 14} r={4} fill="none" stroke="var(--ink)" strokeWidth={1.5} />
          ))}
          {marks.map((mark) => (
            <MarkShape
              key={mark.id}
              mark={mark}
              at={x(drag?.mark.id === mark.id ? drag.to : mark.at)}
              selected={mark.id === selected}
              hatch={hatch}
            />
          ))}
          {remarks.map((remark) => (
            <path key={remark.id} d={`M ${x(remark.at)} 16 l -6 -12 h 12 z`} fill="var(--lace)">
              <title>{remark.text}</title>
            </path>
          ))}
          <Head head={head} x={x} />
        </svg>
      </div>
      <p className="flex flex-wrap justify-between gap-x-4 text-dust text-sm">
        <span>
          {clockWords(view.from)} – {clockWords(view.to)}
        </span>
        <span>
          <span className="text-foot-left">{t('left above')}</span>, <span className="text-foot-right">{t('right below')}</span>
          {t(', gap: drop{suggested}, shaded: the work', { suggested: suggested ? t(', ring: suggested') : '' })}
        </span>
      </p>
    </div>
  );
}
