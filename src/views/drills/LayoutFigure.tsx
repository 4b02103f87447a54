import { Download } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { number } from '../../client/words.ts';
import { type FittedLayout, fitLayout, type Ground, groundInWords } from '../../core/layouts/fit.ts';
import type { Layout } from '../../core/layouts/layout.ts';
import { metresOf } from '../../core/layouts/route.ts';
import { routeInWords } from '../../core/layouts/route-words.ts';
import { Yard } from '../../ui/notations/index.ts';
import { Button } from '../../ui/parts/index.ts';
import { PlacingGuide } from './PlacingGuide.tsx';
import { saveSvg } from './save-svg.ts';

interface Props {
  name: string;
  layout: Layout;
  /** Metres of one step. */
  step: number;
  yard: Ground | null;
  mirror: boolean;
  /** Sets of the item it is drawn for; on a sheet, the usual five. */
  sets?: number;
}

/** A layout as one can lay it: the drawing, what is to be walked, the placing guide, and the drawing as a file. */
export function LayoutFigure({ name, layout, step, yard, mirror, sets = 5 }: Props) {
  const [guiding, setGuiding] = useState(false);
  const figure = useRef<HTMLDivElement>(null);
  const fitted: FittedLayout | null = useMemo(() => fitLayout(layout, yard, step, mirror), [layout, yard, step, mirror]);
  if (!fitted) {
    return (
      <p className="text-mustard">
        This layout does not fit into {yard ? groundInWords(yard) : 'the yard'}, not even its smallest variant.
      </p>
    );
  }
  const { placed, route, turned } = fitted;
  return (
    <div className="flex flex-col gap-2">
      <div ref={figure}>
        <Yard
          placed={placed}
          route={route}
          step={step}
          yard={yard}
          turned={turned}
          width={420}
          height={360}
          summary={`Layout of ${name}: ${placed.cones.length} cones`}
        />
      </div>
      <p>{fitted.sentence}</p>
      {route && route.out.length > 0 && (
        <>
          <p className="text-sm">{routeInWords(route).join(' → ')}</p>
          {route.backInWords && <p className="text-sm">{route.backInWords}</p>}
          <p className="text-dust text-sm">
            {number(route.stepsOut)} steps one way, {number(route.stepsPerSet)} a set ({metresOf(route.stepsPerSet, 1, step)} m);{' '}
            {metresOf(route.stepsPerSet, sets, step)} m for {sets} sets
          </p>
        </>
      )}
      <div className="flex flex-wrap gap-2 print:hidden">
        <Button size="small" onClick={() => setGuiding(true)}>
          Lay it out, move by move
        </Button>
        <Button size="small" onClick={() => saveSvg(figure.current, `${name}.svg`)}>
          <Download aria-hidden className="size-4" /> Save the drawing
        </Button>
      </div>
      {guiding && (
        <PlacingGuide
          name={name}
          moves={fitted.moves}
          route={route}
          step={step}
          yard={yard}
          turned={turned}
          onClose={() => setGuiding(false)}
        />
      )}
    </div>
  );
}
