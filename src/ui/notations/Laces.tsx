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

const dot = (x: number, y: number, r: number) => `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0`;

/** Laces in the register: four paths, however many days, so that 200 players draw at once. */
function TinyLaces({ cells, summary }: Pick<Props, 'cells' | 'summary'>) {
  const shown = cells.filter((cell) => cell.state !== 'off');
  const [step, top, bottom, eyelet] = [9, 4, 14, 2.2];
  const paths = { lace: '', running: '', solid: '', open: '', faint: '' };
  for (const [i, cell] of shown.entries()) {
    const x = 5 + i * step;
    const before = shown[i - 1];
    const keeps = KEEPS.has(cell.state);
    if (before && KEEPS.has(before.state) && (keeps || cell.state === 'running')) {
      const straight = cell.state === 'free' || cell.state === 'break';
      const lines = straight
        ? `M${x - step} ${top}H${x}M${x - step} ${bottom}H${x}`
        : `M${x - step} ${top}L${x} ${bottom}M${x - step} ${bottom}L${x} ${top}`;
      paths[keeps ? 'lace' : 'running'] += lines;
    }
    const faint = cell.state === 'missed' || cell.state === 'ahead';
    const r = cell.state === 'ahead' ? eyelet * 0.6 : eyelet;
    paths[cell.state === 'done' ? 'solid' : faint ? 'faint' : 'open'] += dot(x, top, r) + dot(x, bottom, r);
  }
  const width = Math.max(1, shown.length) * step + 2;
  return (
    <svg
      role="img"
      aria-label={summary}
      viewBox={`0 0 ${width} 18`}
      width={width}
      height={18}
      fill="none"
      strokeWidth="1.4"
      strokeLinecap="round"
    >
      <path d={paths.lace} stroke="var(--lace)" />
      <path d={paths.running} stroke="var(--lace)" strokeDasharray="2 2.2" />
      <path d={paths.faint} stroke="var(--joint)" strokeWidth="1" fill="var(--slab)" />
      <path d={paths.open} stroke="var(--lace)" strokeWidth="1" fill="var(--slab)" />
      <path d={paths.solid} stroke="var(--lace)" strokeWidth="1" fill="var(--lace)" />
    </svg>
  );
}

/** Laces: a streak as a laced shoe. A done day pulls the lace through, a free day is a straight bar, the running one is an open eyelet. */
export function Laces({ cells, tiny = false, letters, summary }: Props) {
  if (tiny) return <TinyLaces cells={cells} summary={summary} />;
  const shown = cells.filter((cell) => cell.state !== 'off');
  const step = 32;
  const top = 12;
  const bottom = 46;
  const eyelet = 6;
  const stroke = 3.5;
  const width = Math.max(1, shown.length) * step + 8;
  const height = letters ? 72 : 58;
  const at = (i: number) => 16 + i * step;
  return (
    <svg
      role="img"
      aria-label={summary}
      viewBox={`0 0 ${width} ${height}`}
      className="h-auto w-full"
      style={{ maxWidth: width }}
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
                strokeWidth={2.5}
              />
            ))}
            {letters && (
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
