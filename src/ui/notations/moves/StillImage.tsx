import { useState } from 'react';
import type { Drill } from '../../../core/drills/schema.ts';
import { SmallSoon } from './StageSoon.tsx';

/** A drill's still in a list: for shipped drills a picture made when the application was built, for others one drawn here. */
export function StillImage({
  drill,
  className = '',
}: {
  drill: Pick<Drill, 'id' | 'name' | 'moves' | 'layout' | 'sides' | 'pace'>;
  className?: string;
}) {
  const [drawn, setDrawn] = useState(false);
  if (!drill.moves) return <span className={className} />;
  if (drawn) return <SmallSoon drill={drill} still className={className} />;
  return (
    <img src={`/stills/${drill.id}.svg`} alt="" loading="lazy" decoding="async" className={className} onError={() => setDrawn(true)} />
  );
}
