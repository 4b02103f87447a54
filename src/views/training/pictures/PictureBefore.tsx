import { ArrowLeft, Bell, CirclePlay } from 'lucide-react';
import { type ComponentProps, lazy, Suspense, useState } from 'react';
import { conesShort } from '../../../core/drills/cones.ts';
import { isShownMirrored } from '../../../core/drills/side-shown.ts';
import { standInsInWords } from '../../../core/drills/terms.ts';
import { UNKNOWN_STEP } from '../../../core/layouts/fit.ts';
import { plural, t, term } from '../../../core/text/translate.ts';
import { beforeAloud } from '../../../core/training/aloud.ts';
import { KitPicture } from '../../../ui/notations/KitPicture.tsx';
import { StillImage } from '../../../ui/notations/moves/StillImage.tsx';
import { Yard } from '../../../ui/notations/Yard.tsx';
import type { Before } from '../Before.tsx';
import { drillsOf, kitAtHome, lacks } from '../kit.ts';
import { conesFor, layoutAtHome } from '../LayOut.tsx';
import { PicturePage } from './PictureScreen.tsx';

const PlacingGuide = lazy(() => import('../../drills/PlacingGuide.tsx').then((file) => ({ default: file.PlacingGuide })));

/** Before a session, in pictures: what to fetch, how the cones lie, the drills in their order. */
export function PictureBefore({ visit, session, drills, onSound, onStart }: ComponentProps<typeof Before>) {
  const all = drillsOf(session, drills);
  const kit = kitAtHome(visit, session, drills);
  const cones = conesFor(visit, all);
  const short = conesShort(cones, visit.home);
  const laid = all.flatMap((drill) => {
    const fitted = layoutAtHome(visit, drill);
    return fitted ? [{ drill, fitted }] : [];
  });
  const [guide, setGuide] = useState<(typeof laid)[number] | null>(null);
  const fetch = kit.map((one) => {
    const thing = lacks(visit, one) ? standInsInWords(one) : one === 'cones' && cones > 0 ? plural(cones, 'cone') : term(one);
    return one === 'cones' && short > 0 ? t('{thing}, or shoes for {short} of them', { thing, short }) : thing;
  });
  const words = beforeAloud({
    name: session.name,
    drills: all.map((drill) => drill.name),
    fetch,
    cautions: [...new Set(all.flatMap((drill) => drill.cautions))],
    warmsUp: session.blocks[0]?.kind === 'warm-up',
  });
  return (
    <PicturePage
      title={session.name}
      words={words}
      presses={[
        { icon: ArrowLeft, words: t('Back to This week'), href: '/week' },
        { icon: Bell, words: t('Try the sound'), onPress: onSound },
        { icon: CirclePlay, words: t('Start'), look: 'main', onPress: onStart },
      ]}
    >
      <ul className="flex flex-wrap justify-center gap-3" aria-label={t('Fetch')}>
        {kit.map((one, i) => (
          <li key={one} className="slab flex items-center gap-1 p-2">
            <KitPicture kit={one} className="size-20" />
            {one === 'cones' && cones > 0 && <span className="font-bold font-display text-5xl">{cones}</span>}
            <span className="sr-only">{fetch[i]}</span>
          </li>
        ))}
        {laid.map((one) => (
          <li key={one.drill.id}>
            <button
              type="button"
              className="slab grid size-24 place-items-center p-1"
              aria-label={t('Lay out: {name}', { name: one.drill.name })}
              onClick={() => setGuide(one)}
            >
              <span aria-hidden className="pointer-events-none w-full">
                <Yard placed={one.fitted.placed} step={visit.home?.step ?? UNKNOWN_STEP} summary="" />
              </span>
            </button>
          </li>
        ))}
      </ul>
      <ol className="flex flex-wrap justify-center gap-2 overflow-y-auto" aria-label={t('What you will do')}>
        {all.map((drill) => (
          <li key={drill.id} className="slab p-1">
            <StillImage drill={drill} mirror={isShownMirrored(drill.sides, null, visit.runner.strongerFoot)} className="size-16" />
            <span className="sr-only">{drill.name}</span>
          </li>
        ))}
      </ol>
      {guide && (
        <Suspense fallback={null}>
          <PlacingGuide
            name={guide.drill.name}
            moves={guide.fitted.moves}
            route={guide.fitted.route}
            step={visit.home?.step ?? UNKNOWN_STEP}
            yard={visit.home?.yard ?? null}
            turned={guide.fitted.turned}
            onClose={() => setGuide(null)}
          />
        </Suspense>
      )}
    </PicturePage>
  );
}
