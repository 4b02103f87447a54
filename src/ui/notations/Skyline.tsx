import { useId } from 'react';
import type { Interval } from '../../core/training/index.ts';
import { LeftHatch } from './hatch.tsx';

interface Props {
  intervals: readonly Interval[];
  /** Where the clock stands: interval and share of it done (0–1). */
  now?: { index: number; share: number; label: string } | undefined;
  height?: number;
  /** Drawing units across; choose about the pixels it will get, so that words keep their size. */
  width?: number;
  summary: string;
  /** Only the intervals round the one that is on, for the clock. */
  window?: number;
}

const HEIGHT_OF = { easy: 0.38, half: 0.68, full: 1 } as const;

/** Seconds an interval takes in the drawing; waits without a length get a little room. */
const drawn = (interval: Interval) => Math.max(interval.seconds, interval.kind === 'set-up' ? 12 : interval.kind === 'score' ? 10 : 1);

const DIPS = new Set(['set-up', 'drink']);

/** Skyline: a session in time. Width is seconds, height is pace, gaps are rest, dips are set-up and drink; left hatched, right solid, both outlined. */
export function Skyline({ intervals, now, height = 84, width: across = 320, summary, window }: Props) {
  const hatch = useId();
  const from = window && now ? Math.max(0, now.index - Math.floor(window / 3)) : 0;
  const shown = window && now ? intervals.slice(from, from + window) : intervals;
  const total = shown.reduce((sum, interval) => sum + drawn(interval), 0) || 1;
  const ground = height - 16;
  const tall = ground - 16;
  let x = 0;
  const boxes = shown.map((interval, i) => {
    const box = { interval, x, width: (drawn(interval) / total) * across, index: from + i };
    x += box.width;
    return box;
  });
  const here = now && boxes.find((box) => box.index === now.index);
  const nowX = here ? here.x + here.width * Math.min(1, Math.max(0, now.share)) : null;
  return (
    <svg role="img" aria-label={summary} viewBox={`0 0 ${across} ${height}`} className="h-auto w-full" fontSize="12">
      <LeftHatch id={hatch} />
      {boxes.map(({ interval, x: left, width, index }) => {
        if (DIPS.has(interval.kind)) {
          const path = `M${left} ${ground} Q${left + width / 2} ${ground + 22} ${left + width} ${ground} Z`;
          return <path key={index} d={path} fill="var(--dip)" stroke="var(--dust)" strokeWidth="1" />;
        }
        if (interval.kind === 'score')
          return <circle key={index} cx={Math.min(left + width / 2, across - 5)} cy={ground - 6} r="5" fill="var(--lace)" />;
        if (interval.kind !== 'work') return null;
        const box = HEIGHT_OF[interval.pace ?? 'half'] * tall;
        const inner = Math.max(1, width - 1.5);
        const fill = interval.foot === 'left' ? `url(#${hatch})` : interval.foot === 'right' ? 'var(--right)' : 'none';
        const stroke = interval.foot === 'left' ? 'var(--left)' : interval.foot === 'right' ? 'var(--right)' : 'var(--ink)';
        return <rect key={index} x={left} y={ground - box} width={inner} height={box} fill={fill} stroke={stroke} strokeWidth="1.5" />;
      })}
      <line x1="0" x2={across} y1={ground} y2={ground} stroke="var(--ink)" strokeWidth="2" />
      {nowX !== null && now && (
        <>
          <line x1={nowX} x2={nowX} y1="2" y2={ground + 6} stroke="var(--lace)" strokeWidth="3" />
          <text x={nowX > across - 60 ? nowX - 6 : nowX + 6} y="12" textAnchor={nowX > across - 60 ? 'end' : 'start'} fill="var(--ink)">
            {now.label}
          </text>
        </>
      )}
    </svg>
  );
}
