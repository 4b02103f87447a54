import { useMemo, useState } from 'react';
import { harderThan } from '../../core/drills/edges.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { searchDrills } from '../../core/drills/search.ts';
import { FAMILIES } from '../../core/drills/terms.ts';
import { Notice } from '../../ui/parts/index.ts';
import { DrillSheet } from './DrillSheet.tsx';

/** Drills: the shelf with search and family filter, and the sheet of the chosen drill. */
export function DrillsView({ drills, first }: { drills: Drill[]; first: string | null }) {
  const [query, setQuery] = useState('');
  const [family, setFamily] = useState('');
  const [chosenId, setChosenId] = useState(first ?? drills[0]?.id ?? '');
  const found = useMemo(
    () => searchDrills(drills, query).filter((drill) => family === '' || drill.family === family),
    [drills, query, family],
  );
  const chosen = drills.find((drill) => drill.id === chosenId);
  return (
    <div className="flex flex-col gap-4">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h1>Drills</h1>
        <div className="flex flex-wrap gap-3">
          <input
            className="field"
            type="search"
            placeholder="Search the shelf"
            aria-label="Search the shelf"
            value={query}
            onChange={(event) => setQuery(event.target.value)}
          />
          <select className="field" aria-label="Family" value={family} onChange={(event) => setFamily(event.target.value)}>
            <option value="">all families</option>
            {FAMILIES.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
        </div>
      </div>
      <div className="grid gap-4 lg:grid-cols-[320px_minmax(0,1fr)]">
        <nav className="slab max-h-[78vh] overflow-y-auto" aria-label="Shelf" tabIndex={-1}>
          {found.length === 0 && <Notice>No drill fits. Try another word, or all families.</Notice>}
          <ul>
            {found.map((drill) => (
              <li key={drill.id}>
                <button
                  type="button"
                  aria-current={drill.id === chosenId ? 'true' : undefined}
                  className={`w-full border-s-4 px-3 py-2 text-start ${drill.id === chosenId ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
                  onClick={() => setChosenId(drill.id)}
                >
                  <span className="block font-semibold">{drill.name}</span>
                  <span className="block text-dust text-sm">
                    {drill.family} · {drill.measure}
                  </span>
                </button>
              </li>
            ))}
          </ul>
        </nav>
        {chosen && (
          <DrillSheet
            drill={chosen}
            easier={drills.filter((drill) => chosen.easier.includes(drill.id))}
            harder={harderThan(drills, chosen.id)}
          />
        )}
      </div>
    </div>
  );
}
