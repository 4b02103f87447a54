import { lazy, Suspense, useState } from 'react';
import type { ThisWeek } from '../../contract/training.ts';
import { conesAt } from '../../core/drills/cones.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { courseMetresOf, type FittedLayout, fitLayout, UNKNOWN_STEP } from '../../core/layouts/fit.ts';
import { zonesInWords } from '../../core/layouts/zones.ts';
import type { DrawnDrill } from '../../core/moves/of-drill.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

const PlacingGuide = lazy(() => import('../drills/PlacingGuide.tsx').then((file) => ({ default: file.PlacingGuide })));

/** How a drill's cones lie in this player's yard; null for a drill without cones, or one that does not fit. */
export function layoutAtHome(visit: Pick<ThisWeek, 'home' | 'runner'>, drill: Drill): FittedLayout | null {
  const { home, runner } = visit;
  return (
    drill.layout && fitLayout(drill.layout, home?.yard ?? null, home?.step ?? UNKNOWN_STEP, runner.strongerFoot === 'left', conesAt(home))
  );
}

/** How many cones the largest layout of some drills needs, as it lies in this player's yard; 0 where none does. */
export const conesFor = (visit: Pick<ThisWeek, 'home' | 'runner'>, drills: readonly Drill[]): number =>
  Math.max(0, ...drills.map((drill) => layoutAtHome(visit, drill)?.placed.cones.length ?? 0));

/** Metres of one course as it lies in this player's yard; null for a drill without cones. */
export const courseMetres = ({ home }: ThisWeek, drill: Drill): number | null =>
  drill.layout && courseMetresOf(drill.layout, home?.yard ?? null, home?.step ?? null, conesAt(home));

/** A drill with its cones as they lie in this player's yard, so that its picture goes over them. */
export const drawnAtHome = (visit: ThisWeek, drill: Drill): Drill & DrawnDrill => ({ ...drill, fitted: layoutAtHome(visit, drill) });

/** What the feet do on the way over a drill's layout, in words; empty where nothing is said. */
export const wayOf = (drill: DrawnDrill | undefined): string => (drill?.fitted?.route ? zonesInWords(drill.fitted.route) : '');

/** Opens the guide that walks through the placing, cone by cone, with a word on how the layout was fitted. */
export function LayOut({ visit, drill, fitted }: { visit: ThisWeek; drill: Drill; fitted: FittedLayout }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button size="player" onClick={() => setOpen(true)}>
        {t('Lay out: {name}', { name: drill.name })}
      </Button>
      <span className="text-dust text-sm">{fitted.sentence}</span>
      {open && (
        <Suspense fallback={<p className="text-dust">{t('Opening the guide…')}</p>}>
          <PlacingGuide
            name={drill.name}
            moves={fitted.moves}
            route={fitted.route}
            step={visit.home?.step ?? UNKNOWN_STEP}
            yard={visit.home?.yard ?? null}
            turned={fitted.turned}
            onClose={() => setOpen(false)}
          />
        </Suspense>
      )}
    </>
  );
}

/** The cones of some drills, each once: how each lies in this player's yard, and its guide. */
export function Layouts({ visit, drills }: { visit: ThisWeek; drills: readonly Drill[] }) {
  const laid = drills.flatMap((drill) => {
    const fitted = layoutAtHome(visit, drill);
    return fitted ? [{ drill, fitted }] : [];
  });
  if (laid.length === 0) return null;
  return (
    <section className="flex flex-col gap-2">
      <h3>{t('Lay out')}</h3>
      <ul className="flex flex-col gap-2">
        {laid.map(({ drill, fitted }) => (
          <li key={drill.id} className="flex flex-col gap-1">
            <LayOut visit={visit} drill={drill} fitted={fitted} />
          </li>
        ))}
      </ul>
    </section>
  );
}
