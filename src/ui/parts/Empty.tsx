import type { ReactNode } from 'react';
import { Scene, type SceneName } from '../notations/Scene.tsx';

/** A place where nothing stands yet: drawn, with one sentence of what will come here or what to do. */
export function Empty({ scene, children }: { scene: SceneName; children: ReactNode }) {
  return (
    <div role="status" className="slab flex items-center gap-4 border-dashed px-4 py-3">
      <Scene name={scene} className="w-28 shrink-0 sm:w-36" />
      <div className="min-w-0">{children}</div>
    </div>
  );
}
