import type { StairsView } from '../../contract/progress.ts';
import { Staircase } from '../../ui/notations/index.ts';

/** Staircases with the player's shoes on the steps that have a counted number. */
export function Stairs({ stairs, who }: { stairs: readonly StairsView[]; who: string }) {
  return (
    <div className="flex flex-col gap-5">
      {stairs.map((one) => (
        <Staircase
          key={one.name}
          width={Math.max(320, one.stairs.length * 132)}
          stairs={one.stairs}
          summary={`Steps around ${one.name}, from easier to harder: ${one.stairs.map((stair) => `${stair.name}${stair.reached ? ` (${stair.reached === 'both' ? 'both feet' : `${stair.reached} foot`} stood here)` : ''}`).join(', ')}. ${who}`}
        />
      ))}
    </div>
  );
}
