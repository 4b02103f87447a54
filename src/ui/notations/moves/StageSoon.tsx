import { lazy, Suspense, useEffect, useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import type { Course, DrawnDrill } from '../../../core/moves/index.ts';
import { isOnRoute } from '../../../core/moves/on-route.ts';
import { t } from '../../../core/text/translate.ts';
import { useMounted } from '../../use-mounted.ts';

const Stage = lazy(() => import('./Stage.tsx'));
const Small = lazy(() => import('./Small.tsx'));

type Shown = Pick<Drill, 'name' | 'pace'> & Partial<Pick<Drill, 'steps'>> & DrawnDrill;

/** Only a few drills go over the yard: how a way is laid there comes when one of them is shown. Undefined until it is there. */
function useCourse(drill: Shown): Course | null | undefined {
  const [found, setFound] = useState<{ drill: Shown; course: Course | null } | null>(null);
  const onRoute = isOnRoute(drill);
  useEffect(() => {
    let wanted = true;
    if (onRoute)
      import('../../../core/moves/course-over.ts').then(({ courseOfDrill }) => wanted && setFound({ drill, course: courseOfDrill(drill) }));
    return () => {
      wanted = false;
    };
  }, [drill, onRoute]);
  if (!onRoute) return null;
  return found?.drill === drill ? found.course : undefined;
}

interface StageProps {
  drill: Shown;
  mirror?: boolean;
  large?: boolean;
  player?: boolean;
  slowly?: boolean;
  step?: number | null;
}

/** The stage as its own part, fetched when it is first shown; nothing for a drill that nobody has said the moves of. */
export function StageSoon({ drill, mirror = false, large = false, player = false, slowly = false, step = null }: StageProps) {
  const mounted = useMounted();
  const course = useCourse(drill);
  if (!drill.moves) return null;
  // As high as what comes, so that nothing below moves then.
  const soon = <p className={`text-dust ${large ? 'min-h-[58rem] sm:min-h-[37rem]' : 'aspect-[6/5] w-full'}`}>{t('Drawing it…')}</p>;
  // On the server React would fill it in by a script in the page, which no page of ours may hold.
  if (!mounted || course === undefined) return soon;
  return (
    <Suspense fallback={soon}>
      <Stage drill={drill} course={course} mirror={mirror} large={large} player={player} slowly={slowly} step={step} />
    </Suspense>
  );
}

/** The same without anything to press: it moves at half pace, or stands where no motion is wanted. */
export function SmallSoon({
  drill,
  mirror = false,
  still = false,
  className = '',
}: {
  drill: Shown;
  mirror?: boolean;
  still?: boolean;
  className?: string;
}) {
  const mounted = useMounted();
  const course = useCourse(drill);
  if (!drill.moves || !mounted || course === undefined) return null;
  return (
    <Suspense fallback={null}>
      <Small drill={drill} course={course} mirror={mirror} still={still} className={className} />
    </Suspense>
  );
}
