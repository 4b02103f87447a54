import { useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import { SmallSoon } from './StageSoon.tsx';

interface Props {
  drill: Pick<Drill, 'id' | 'name' | 'moves' | 'layout' | 'sides' | 'pace'>;
  /** Shown for the left foot. */
  mirror?: boolean;
  className?: string;
}

/** A drill's still in a list: for shipped drills a picture made when the application was built, for others one drawn here. */
export function StillImage({ drill, mirror = false, className = '' }: Props) {
  const [drawn, setDrawn] = useState(false);
  if (!drill.moves) return <span className={className} />;
  if (drawn) return <SmallSoon drill={drill} mirror={mirror} still className={className} />;
  return (
    <img
      src={`/stills/${drill.id}${mirror ? '-mirrored' : ''}.svg`}
      alt=""
      loading="lazy"
      decoding="async"
      className={className}
      onError={() => setDrawn(true)}
    />
  );
}
