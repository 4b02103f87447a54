import type { StairsView } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
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
          summary={t('Steps around {name}, from easier to harder: {stairs}. {who}', {
            name: one.name,
            stairs: one.stairs
              .map(
                (stair) =>
                  `${stair.name}${stair.reached ? t(' ({reached} stood here)', { reached: stair.reached === 'both' ? t('both feet') : t('{reached} foot', { reached: stair.reached }) }) : ''}`,
              )
              .join(', '),
            who,
          })}
        />
      ))}
    </div>
  );
}
