import { useEffect, useRef, useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import { ShelfStill } from './ShelfStill.tsx';
import { SmallSoon } from './StageSoon.tsx';

interface Props {
  drill: Pick<Drill, 'id' | 'name' | 'moves' | 'layout' | 'sides' | 'pace'>;
  /** Shown for the left foot. */
  mirror?: boolean;
  /** It moves while whatever it stands in is pointed at or has the focus. */
  lively?: boolean;
  className?: string;
}

/** Whether what an element stands in (a button, a link, an item of a list) is pointed at with a mouse, or has the focus. */
function usePointedAt(lively: boolean) {
  const here = useRef<HTMLSpanElement>(null);
  const [pointedAt, setPointedAt] = useState(false);
  useEffect(() => {
    const around = here.current?.closest('button, a, li');
    if (!lively || !around) return;
    const on = (event: Event) => {
      if (!(event instanceof PointerEvent) || event.pointerType === 'mouse') setPointedAt(true);
    };
    const off = () => setPointedAt(false);
    for (const name of ['pointerenter', 'focusin']) around.addEventListener(name, on);
    for (const name of ['pointerleave', 'focusout']) around.addEventListener(name, off);
    return () => {
      for (const name of ['pointerenter', 'focusin']) around.removeEventListener(name, on);
      for (const name of ['pointerleave', 'focusout']) around.removeEventListener(name, off);
    };
  }, [lively]);
  return { here, pointedAt };
}

/** A drill's still in a list: for shipped drills a picture made when the application was built, for others one drawn here. */
export function StillImage({ drill, mirror = false, lively = false, className = '' }: Props) {
  const { here, pointedAt } = usePointedAt(lively);
  if (!drill.moves) return <span className={className} />;
  return (
    <span ref={here} className={`relative ${className}`}>
      <ShelfStill
        drillId={drill.id}
        mirror={mirror}
        className="size-full"
        instead={<SmallSoon drill={drill} mirror={mirror} still className="size-full" />}
      />
      {pointedAt && (
        // The still is seen until what moves is there.
        <span className="absolute inset-0" data-testid="lively">
          <SmallSoon drill={drill} mirror={mirror} className="size-full bg-slab" />
        </span>
      )}
    </span>
  );
}
