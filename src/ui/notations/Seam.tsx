import { useId } from 'react';
import { t } from '../../core/text/translate.ts';
import { LeftHatch } from './hatch.tsx';

export interface SeamRow {
  label: string;
  left: number | null;
  right: number | null;
  /** A number of both feet together: drawn as an outline over the seam. */
  both?: number | null;
}

interface Props {
  rows: readonly SeamRow[];
  /** The numbers to reach next: a tick on each side. */
  ticks?: { left?: number | null; right?: number | null };
  /** What the drawing says, for those who do not see it. */
  summary: string;
  showHeads?: boolean;
  labelWidth?: number;
  /** Drawing units of the longest bar. */
  half?: number;
}

const ROW = 26;
const BAR = 16;
/** Room for a number at the end of a bar, by its digits. */
const DIGIT = 8.6;

const short = (n: number) => String(Math.round(n * 10) / 10);

/** Seam: left and right foot on the two sides of one vertical seam; left values grow to the left, right values to the right. */
export function Seam({ rows, ticks, summary, showHeads = true, labelWidth = 62, half = 132 }: Props) {
  const hatch = useId();
  const head = showHeads ? 22 : 4;
  const height = head + rows.length * ROW + 4;
  const most = Math.max(
    1,
    ...rows.flatMap((row) => [row.left ?? 0, row.right ?? 0, (row.both ?? 0) / 2]),
    ticks?.left ?? 0,
    ticks?.right ?? 0,
  );
  const digits = Math.max(...rows.flatMap((row) => [row.left, row.right, row.both].map((n) => (n == null ? 0 : short(n).length))));
  const room = Math.max(34, 14 + digits * DIGIT);
  const width = labelWidth + 2 * (half + room);
  const middle = labelWidth + room + half;
  const scale = (n: number) => (n / most) * half;
  const lastTop = head + (rows.length - 1) * ROW;
  const tick = (n: number | null | undefined, side: -1 | 1) =>
    n == null ? null : (
      <line
        x1={middle + side * (scale(n) + 3)}
        x2={middle + side * (scale(n) + 3)}
        y1={lastTop}
        y2={lastTop + ROW - 4}
        stroke="var(--ink)"
        strokeWidth="2.5"
      />
    );
  return (
    <svg role="img" aria-label={summary} viewBox={`0 0 ${width} ${height}`} className="w-full max-w-xl" fontSize="13">
      <LeftHatch id={hatch} />
      {showHeads && (
        <>
          <text x={middle - 8} y={15} textAnchor="end" fill="var(--left)" fontWeight="700" fontFamily="var(--font-display)">
            {t('left')}
          </text>
          <text x={middle + 8} y={15} fill="var(--right)" fontWeight="700" fontFamily="var(--font-display)">
            {t('right')}
          </text>
        </>
      )}
      {rows.map((row, i) => {
        const top = head + i * ROW;
        const text = top + BAR - 2;
        const leftWidth = scale(row.left ?? 0);
        const rightWidth = scale(row.right ?? 0);
        // On the last row the number stands outside the tick.
        const isLast = i === rows.length - 1;
        const leftEnd = Math.max(leftWidth, isLast && ticks?.left != null ? scale(ticks.left) + 4 : 0);
        const rightEnd = Math.max(rightWidth, isLast && ticks?.right != null ? scale(ticks.right) + 4 : 0);
        return (
          <g key={row.label}>
            <text x={0} y={text} fill="var(--dust)">
              {row.label}
            </text>
            {row.both != null && (
              <>
                <rect
                  x={middle - scale(row.both / 2)}
                  y={top}
                  width={2 * scale(row.both / 2)}
                  height={BAR}
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth="1.5"
                />
                <text x={middle + scale(row.both / 2) + 6} y={text} fill="var(--ink)" fontWeight="700">
                  {short(row.both)}
                </text>
              </>
            )}
            {row.left != null && (
              <>
                <rect
                  x={middle - 2 - leftWidth}
                  y={top}
                  width={leftWidth}
                  height={BAR}
                  fill={`url(#${hatch})`}
                  stroke="var(--left)"
                  strokeWidth="1.5"
                />
                <text x={middle - leftEnd - 9} y={text} textAnchor="end" fill="var(--ink)" fontWeight="700">
                  {short(row.left)}
                </text>
              </>
            )}
            {row.right != null && (
              <>
                <rect x={middle + 2} y={top} width={rightWidth} height={BAR} fill="var(--right)" />
                <text x={middle + rightEnd + 9} y={text} fill="var(--ink)" fontWeight="700">
                  {short(row.right)}
                </text>
              </>
            )}
          </g>
        );
      })}
      <line x1={middle} x2={middle} y1={head - 4} y2={height - 2} stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="4 3" />
      {tick(ticks?.left, -1)}
      {tick(ticks?.right, 1)}
    </svg>
  );
}
