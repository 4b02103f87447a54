import { lazy, Suspense, useState } from 'react';
import type { ThisWeek } from '../../contract/go.ts';
import type { Home } from '../../core/drills/home-schema.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { STAND_INS } from '../../core/drills/terms.ts';
import { fitLayout, UNKNOWN_STEP } from '../../core/yard/fit.ts';
import { Button } from '../../ui/parts/index.ts';

const PlacingGuide = lazy(() => import('../drills/PlacingGuide.tsx').then((file) => ({ default: file.PlacingGuide })));

/** What a drill needs that is not at home, by what stands in for it. */
function standIns(drill: Drill, home: Home | null): string[] {
  if (!home) return [];
  return drill.kit.filter((kit) => !home.has.includes(kit)).map((kit) => `${STAND_INS[kit].join(', or ')} for the ${kit}`);
}

/** Every drill of the open week as it can be done at this home: as it is, with stand-ins, fitted, or another in its place, and why. */
export function AtHome({ visit }: { visit: ThisWeek }) {
  const [open, setOpen] = useState<string | null>(null);
  const { week, home, swaps, runner } = visit;
  if (!week) return null;
  const step = home?.step ?? UNKNOWN_STEP;
  const items = week.content.sessions.flatMap((session) => session.blocks.flatMap((block) => block.items));
  const swapOf = new Map(swaps.map((swap) => [items.find((item) => item.id === swap.itemId)?.drillId, swap]));
  const drills = [...new Set(items.map((item) => item.drillId))].flatMap((id) => week.content.drills[id] ?? []);
  const fitOf = (drill: Drill) => (drill.layout ? fitLayout(drill.layout, home?.yard ?? null, step, runner.strongerFoot === 'left') : null);
  const shown = drills.find((drill) => drill.id === open);
  const fitted = shown ? fitOf(shown) : null;
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label="This week’s drills at your place">
      <h2>This week’s drills at your place</h2>
      <ul className="flex flex-col divide-y divide-joint">
        {drills.map((drill) => {
          const swap = swapOf.get(drill.id);
          const layout = fitOf(drill);
          const instead = standIns(drill, home);
          return (
            <li key={drill.id} className="flex flex-col gap-1 py-2">
              <span className="font-semibold">{drill.name}</span>
              {swap && (
                <span>
                  {swap.instead
                    ? `Takes the place of “${swap.planned}”, which cannot be done at your place: ${swap.lacks.join(', ')}.`
                    : `Cannot be done at your place: ${swap.lacks.join(', ')}. Skip it; nothing is missed.`}
                </span>
              )}
              {instead.length > 0 && !(swap && swap.instead === null) && <span>With {instead.join(', and ')}.</span>}
              {layout && <span>{layout.sentence}</span>}
              {!swap && instead.length === 0 && !layout && <span className="text-dust">As it is.</span>}
              {layout && (
                <Button size="player" onClick={() => setOpen(drill.id)}>
                  Lay out: {drill.name}
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {shown && fitted && (
        <Suspense fallback={<p>Opening the guide…</p>}>
          <PlacingGuide
            name={shown.name}
            moves={fitted.moves}
            route={fitted.route}
            step={step}
            yard={home?.yard ?? null}
            turned={fitted.turned}
            onClose={() => setOpen(null)}
          />
        </Suspense>
      )}
    </section>
  );
}
