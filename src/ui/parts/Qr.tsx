/** A QR code, dark on light in either theme, with the quiet zone that readers need. */
export function Qr({ qr, label, className = 'size-40' }: { qr: { path: string; size: number }; label: string; className?: string }) {
  const quiet = 4;
  const box = `${-quiet} ${-quiet} ${qr.size + 2 * quiet} ${qr.size + 2 * quiet}`;
  return (
    <svg viewBox={box} role="img" aria-label={label} className={className} shapeRendering="crispEdges">
      <rect x={-quiet} y={-quiet} width={qr.size + 2 * quiet} height={qr.size + 2 * quiet} fill="#fff" />
      <path d={qr.path} fill="#000" />
    </svg>
  );
}
