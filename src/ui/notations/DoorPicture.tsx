import { t } from '../../core/text/translate.ts';
import { Seam } from './Seam.tsx';
import { Staircase } from './Staircase.tsx';

const ROUNDS = [
  { label: '', left: 28, right: 31 },
  { label: ' ', left: 33, right: 34 },
];
const STEPS = [
  { id: 'easier', name: '', reached: null },
  { id: 'here', name: '', reached: 'both' },
  { id: 'harder', name: '', reached: null },
] as const;

/** What this is, in one picture: a drill that is shown, a go by the clock counted foot by foot, and the next step up. */
export function DoorPicture() {
  return (
    <figure
      role="img"
      aria-label={t('A player taps a ball by the clock, both feet are counted, and shoes climb a step.')}
      className="grid grid-cols-3 items-center gap-2"
    >
      <img src="/stills/sole-taps.svg" alt="" className="w-full" />
      <div className="flex flex-col gap-1" aria-hidden="true">
        <p className="text-center font-bold font-display text-4xl">0:30</p>
        <Seam rows={ROUNDS} summary="" showHeads={false} labelWidth={0} half={60} />
      </div>
      <div aria-hidden="true">
        <Staircase stairs={STEPS} summary="" width={140} />
      </div>
    </figure>
  );
}
