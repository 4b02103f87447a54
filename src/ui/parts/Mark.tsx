/** Our mark: two shoe soles, the left hatched and open, the right solid, one a step ahead. */
export function Logo({ size = 32 }: { size?: number }) {
  const sole = 'M8 2c4 0 6 4 6 9 0 4-1.5 6-1.5 9s1.5 5 1.5 8-2 5-5 5-5-2-5-5 1-4 1-8-3-6-3-10C2 5 4 2 8 2z';
  return (
    <svg width={size} height={size} viewBox="0 0 40 44" aria-hidden="true">
      <defs>
        <pattern id="mark-hatch" width="3.5" height="3.5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line x1="0" y1="0" x2="0" y2="3.5" stroke="var(--left)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <path d={sole} transform="translate(2 9)" fill="url(#mark-hatch)" stroke="var(--left)" strokeWidth="1.6" />
      <path d={sole} transform="translate(38 1) scale(-1 1)" fill="var(--right)" />
    </svg>
  );
}
