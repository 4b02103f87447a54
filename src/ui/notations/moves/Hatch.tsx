/** The fill of the left foot in a picture of moves: hatched and open. */
export function Hatch({ id, width = 1.6 }: { id: string; width?: number }) {
  const size = width * 2.6;
  return (
    <defs>
      <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2={size} stroke="var(--left)" strokeWidth={width} />
      </pattern>
    </defs>
  );
}
