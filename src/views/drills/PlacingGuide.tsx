import { useMemo, useState } from 'react';
import type { Ground } from '../../core/layouts/fit.ts';
import { placingGuide } from '../../core/layouts/guide.ts';
import { metresOf, type Route } from '../../core/layouts/route.ts';
import { routeInWords } from '../../core/layouts/route-words.ts';
import type { Move } from '../../core/layouts/types.ts';
import { t } from '../../core/text/translate.ts';
import { Yard } from '../../ui/notations/index.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';

interface Props {
  name: string;
  moves: readonly Move[];
  route: Route | null;
  /** Metres of one step. */
  step: number;
  yard: Ground | null;
  turned: boolean;
  onClose(): void;
}

/** Walks somebody through putting a layout down: one move at a time, in large words, the drawing growing; then the route, called out. */
export function PlacingGuide({ name, moves, route, step, yard, turned, onClose }: Props) {
  const guide = useMemo(() => placingGuide(moves, step), [moves, step]);
  const [at, setAt] = useState(0);
  const done = at >= guide.length;
  const now = guide[Math.min(at, guide.length - 1)];
  if (!now) return null;
  return (
    <Dialog label={t('Lay out {name}', { name })} onClose={onClose} className="max-w-lg bg-slab" head={false}>
      <div className="flex flex-col gap-3">
        <div className="flex items-center justify-between gap-3">
          <p className="text-dust">
            {name} · {done ? t('all is there') : t('move {at} of {guide}', { at: at + 1, guide: guide.length })}
          </p>
          <Button size="small" onClick={onClose}>
            {t('Close')}
          </Button>
        </div>
        <p className="min-h-20 font-bold font-display text-3xl leading-tight" aria-live="polite" data-testid="guide-words">
          {done ? t('Done. Now walk the way once.') : now.say}
          {!done && now.metres !== null && (
            <span className="block font-normal font-text text-dust text-lg">{t('about {metres} m', { metres: now.metres })}</span>
          )}
        </p>
        <Yard
          placed={now.placed}
          whole={guide.at(-1)?.placed ?? now.placed}
          route={done ? route : null}
          step={step}
          yard={done ? yard : null}
          turned={turned}
          here={done ? undefined : now.placed.stands.at(-1)}
          width={440}
          height={330}
          summary={
            done ? t('The layout of {name}', { name }) : t('After move {at}: {cones} cones', { at: at + 1, cones: now.placed.cones.length })
          }
        />
        {done && route && (
          <div>
            <ol className="list-decimal ps-6">
              {routeInWords(route).map((words, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: the same leg may come twice, and the list never changes.
                <li key={i}>{words}</li>
              ))}
            </ol>
            {route.backInWords && <p className="font-semibold">{route.backInWords}</p>}
            <p className="text-dust">{t('One set is {metresOf} m.', { metresOf: metresOf(route.stepsPerSet, 1, step) })}</p>
          </div>
        )}
        <div className="flex gap-3">
          <Button size="player" className="flex-1" disabled={at === 0} onClick={() => setAt(at - 1)}>
            {t('Back')}
          </Button>
          {done ? (
            <Button size="player" look="main" className="flex-1" onClick={onClose}>
              {t('It is laid out')}
            </Button>
          ) : (
            <Button size="player" look="main" className="flex-1" onClick={() => setAt(at + 1)}>
              {t('Done, next')}
            </Button>
          )}
        </div>
      </div>
    </Dialog>
  );
}
