import { lazy, Suspense } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import type { DrawnDrill } from '../../../core/moves/of-drill.ts';
import { useMounted } from '../../use-mounted.ts';

const Stage = lazy(() => import('./Stage.tsx'));
const Small = lazy(() => import('./Small.tsx'));

type Shown = Pick<Drill, 'name' | 'pace'> & DrawnDrill;

interface StageProps {
  drill: Shown;
  mirror?: boolean;
  large?: boolean;
  player?: boolean;
}

/** The stage as its own part, fetched when it is first shown; nothing for a drill that nobody has said the moves of. */
export function StageSoon({ drill, mirror = false, large = false, player = false }: StageProps) {
  const mounted = useMounted();
  if (!drill.moves) return null;
  const soon = <p className="text-dust">Drawing it…</p>;
  // On the server React would fill it in by a script in the page, which no page of ours may hold.
  if (!mounted) return soon;
  return (
    <Suspense fallback={soon}>
      <Stage drill={drill} mirror={mirror} large={large} player={player} />
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
  if (!drill.moves || !mounted) return null;
  return (
    <Suspense fallback={null}>
      <Small drill={drill} mirror={mirror} still={still} className={className} />
    </Suspense>
  );
}
