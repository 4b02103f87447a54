import { LeftHatch } from '../notations/hatch.tsx';

/** What this is, in one picture: a drill that is shown, a go by the clock counted foot by foot, and the next step up. */
export function DoorPicture() {
  const hatch = 'door-left';
  return (
    <svg
      role="img"
      aria-label="A player taps a ball by the clock, both feet are counted, and shoes climb the next step."
      viewBox="0 0 440 150"
      className="h-auto w-full"
      fontSize="15"
    >
      <LeftHatch id={hatch} />
      <image href="/stills/sole-taps.svg" x="-8" y="6" width="136" height="136" />
      <text x="205" y="52" textAnchor="middle" fontSize="44" fontWeight="700" fill="var(--ink)" className="font-display">
        0:30
      </text>
      <path d="M205 68 V126" stroke="var(--ink)" strokeWidth="2" strokeDasharray="4 3" />
      <rect x="158" y="76" width="47" height="18" fill={`url(#${hatch})`} stroke="var(--left)" strokeWidth="1.5" />
      <rect x="205" y="76" width="54" height="18" fill="var(--right)" />
      <text x="152" y="90" textAnchor="end" fontWeight="700" fill="var(--ink)">
        28
      </text>
      <text x="265" y="90" fontWeight="700" fill="var(--ink)">
        31
      </text>
      <rect x="150" y="104" width="55" height="18" fill={`url(#${hatch})`} stroke="var(--left)" strokeWidth="1.5" />
      <rect x="205" y="104" width="56" height="18" fill="var(--right)" />
      <text x="144" y="118" textAnchor="end" fontWeight="700" fill="var(--ink)">
        33
      </text>
      <text x="267" y="118" fontWeight="700" fill="var(--ink)">
        34
      </text>
      <path d="M306 134 H350 V100 H394 V66 H438" fill="none" stroke="var(--ink)" strokeWidth="3" />
      <path d="M394 66 V32 H438" fill="none" stroke="var(--joint)" strokeWidth="2" strokeDasharray="5 4" />
      <ellipse cx="365" cy="86" rx="6" ry="11" fill={`url(#${hatch})`} stroke="var(--left)" strokeWidth="1.5" />
      <ellipse cx="381" cy="86" rx="6" ry="11" fill="var(--right)" />
    </svg>
  );
}
