/** The fill of everything that belongs to the left foot: hatched and open. Give each drawing its own id. */
export function LeftHatch({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={id} width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2="5" stroke="var(--left)" strokeWidth="2" />
      </pattern>
    </defs>
  );
}
