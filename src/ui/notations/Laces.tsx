import type { StripCell } from '../../core/streaks/index.ts';

interface Props {
  cells: readonly StripCell[];
  /** Tiny in the coach's register, without letters. */
  tiny?: boolean;
  /** Letters under the eyelets, one a cell; none when tiny. */
  letters?: (day: string) => string;
  summary: string;
}

const KEEPS = new Set(['done', 'free', 'break']);

/** Laces: a streak as a laced shoe. A done day pulls the lace through, a free day is a straight bar, the running one is an open eyelet. */
export function Laces({ cells, tiny = false, letters, summary }: Props) {
  const shown = cells.filter((cell) => cell.state !== 'off');
  const step = tiny ? 9 : 32;
  const top = tiny ? 4 : 12;
  const bottom = tiny ? 14 : 46;
  const eyelet = tiny ? 2.2 : 6;
  const stroke = tiny ? 1.4 : 3.5;
  const width = Math.max(1, shown.length) * step + (tiny ? 2 : 8);
  const height = tiny ? 18 : letters ? 72 : 58;
  const at = (i: number) => (tiny ? 5 : 16) + i * step;
  return (
    <svg
      role="img"
      aria-label={summary}
      viewBox={`0 0 ${width} ${height}`}
      className={tiny ? 'h-[18px] w-auto' : 'h-auto w-full'}
      style={tiny ? undefined : { maxWidth: width }}
      fontSize="12"
    >
      {shown.map((cell, i) => {
        const before = shown[i - 1];
        const tied = before && KEEPS.has(before.state);
        const [x0, x1] = [at(i - 1), at(i)];
        if (!tied || (!KEEPS.has(cell.state) && cell.state !== 'running')) return null;
        const straight = cell.state === 'free' || cell.state === 'break';
        const ends = straight
          ? [
              [top, top],
              [bottom, bottom],
            ]
          : [
              [top, bottom],
              [bottom, top],
            ];
        return ends.map(([y0, y1]) => (
          <line
            key={`${cell.day}-${y0}`}
            x1={x0}
            x2={x1}
            y1={y0}
            y2={y1}
            stroke="var(--lace)"
            strokeWidth={stroke}
            strokeLinecap="round"
            strokeDasharray={cell.state === 'running' ? `${stroke * 1.4} ${stroke * 1.6}` : undefined}
          />
        ));
      })}
      {shown.map((cell, i) => {
        const solid = cell.state === 'done';
        const faint = cell.state === 'missed' || cell.state === 'ahead';
        return (
          <g key={cell.day}>
            {[top, bottom].map((y) => (
              <circle
                key={y}
                cx={at(i)}
                cy={y}
                r={cell.state === 'ahead' ? eyelet * 0.6 : eyelet}
                fill={solid ? 'var(--lace)' : 'var(--slab)'}
                stroke={faint ? 'var(--joint)' : 'var(--lace)'}
                strokeWidth={tiny ? 1 : 2.5}
              />
            ))}
            {!tiny && letters && (
              <text x={at(i)} y={68} textAnchor="middle" fill="var(--dust)">
                {letters(cell.day)}
              </text>
            )}
          </g>
        );
      })}
    </svg>
  );
}
