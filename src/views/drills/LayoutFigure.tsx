import { Download } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { number } from '../../client/words.ts';
import { type FittedLayout, fitLayout, type Ground, groundInWords } from '../../core/layouts/fit.ts';
import type { Layout } from '../../core/layouts/layout.ts';
import { metresOf } from '../../core/layouts/route.ts';
import { routeInWords } from '../../core/layouts/route-words.ts';
import { t } from '../../core/text/translate.ts';
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
        {t('This layout does not fit into {yard}, not even its smallest variant.', { yard: yard ? groundInWords(yard) : t('the yard') })}
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
          summary={t('Layout of {name}: {cones} cones', { name, cones: placed.cones.length })}
        />
      </div>
      <p>{fitted.sentence}</p>
      {route && route.out.length > 0 && (
        <>
          <p className="text-sm">{routeInWords(route).join(' → ')}</p>
          {route.backInWords && <p className="text-sm">{route.backInWords}</p>}
          <p className="text-dust text-sm">
            {t('{stepsOut} steps one way, {stepsPerSet} a set ({metresOf} m); {metresOf2} m for {sets} sets', {
              stepsOut: number(route.stepsOut),
              stepsPerSet: number(route.stepsPerSet),
              metresOf: metresOf(route.stepsPerSet, 1, step),
              metresOf2: metresOf(route.stepsPerSet, sets, step),
              sets,
            })}
          </p>
        </>
      )}
      <div className="flex flex-wrap gap-2 print:hidden">
        <Button size="small" onClick={() => setGuiding(true)}>
          {t('Lay it out, move by move')}
        </Button>
        <Button size="small" onClick={() => saveSvg(figure.current, name)}>
          <Download aria-hidden className="size-4" /> {t('Save the drawing')}
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
