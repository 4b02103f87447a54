import type { Drill } from '../../core/drills/schema.ts';
import { isShownMirrored } from '../../core/drills/side-shown.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import type { StrongerFoot } from '../../core/squads/terms.ts';
import { SmallSoon, StageSoon } from '../../ui/notations/moves/StageSoon.tsx';
import { Dialog } from '../../ui/parts/index.ts';
import { CoachShows } from '../clips/FilmSoon.tsx';
import type { ShownByCoach } from '../clips/shown-by-coach.ts';
import { InItsLanguage } from '../drills/InItsLanguage.tsx';

interface Props {
  drill: Drill & DrawnDrill;
  /** The foot that works now; null for both. */
  foot?: 'left' | 'right' | null;
  stronger: StrongerFoot;
  /** What the coach shows and says of it. */
  shown: ShownByCoach;
  onClose(): void;
}

/** How a drill is done: the moving picture, its steps, what to feel, and the fault that comes most with its cure. */
export function HowTo({ drill, foot = null, stronger, shown, onClose }: Props) {
  const [fault] = drill.faults;
  return (
    <Dialog label={drill.name} onClose={onClose}>
      <StageSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} player />
      <CoachShows shown={shown} drill={drill.name} head />
      <ol className="list-decimal ps-6 text-lg">
        {drill.steps.map((step) => (
          <li key={step}>
            <InItsLanguage drill={drill} text={step} />
          </li>
        ))}
      </ol>
      <p className="text-lg">{drill.cues.slice(0, 2).join('. ')}.</p>
      {fault && (
        <p>
          <b>{fault.wrong}?</b> {fault.mend}
        </p>
      )}
    </Dialog>
  );
}

/** The drill that comes, small and moving. It gives way where the screen is low. */
export function Coming({ drill, foot, stronger }: { drill: Drill & DrawnDrill; foot: 'left' | 'right' | null; stronger: StrongerFoot }) {
  return (
    <div className="flat:hidden [@media(max-height:700px)]:hidden" aria-hidden="true">
      <SmallSoon drill={drill} mirror={isShownMirrored(drill.sides, foot, stronger)} className="mx-auto block h-[17vh]" />
    </div>
  );
}
