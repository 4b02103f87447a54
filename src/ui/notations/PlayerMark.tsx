interface Props {
  name: string;
  className?: string;
}

const BANDS = 4;
const COLORS = ['text-foot-left', 'text-foot-right', 'text-lace', 'text-moss'] as const;

/** A number that a name always gives. */
const numberOf = (name: string): number =>
  [...name.toLowerCase()].reduce((sum, letter) => (sum * 8191 + (letter.codePointAt(0) ?? 0) * 127) % 65_521, 7);

/** A player's own picture: the print of a sole, its bands and color always the same for a name. */
export function PlayerMark({ name, className = '' }: Props) {
  const number = numberOf(name);
  const bands = Array.from({ length: BANDS }, (_, i) => 1 + ((number >> (2 * i)) & 3));
  return (
    <svg viewBox="0 0 48 48" aria-hidden className={`${COLORS[(number >> 8) % COLORS.length]} ${className}`}>
      <path
        d="M24 3c8 0 12 6 11 14-1 6-3 8-3 13 0 4 2 6 2 9 0 4-4 6-10 6s-10-2-10-6c0-3 2-5 2-9 0-5-2-7-3-13C12 9 16 3 24 3Z"
        fill="none"
        stroke="currentColor"
        strokeWidth="3"
      />
      {bands.map((dots, band) =>
        Array.from({ length: dots }, (_, dot) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: a drawing that never changes.
            key={`${band}-${dot}`}
            cx={24 + (dot - (dots - 1) / 2) * 5}
            cy={12 + band * 9}
            r="2.2"
            fill="currentColor"
          />
        )),
      )}
    </svg>
  );
}
