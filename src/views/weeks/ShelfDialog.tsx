import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { searchDrills } from '../../core/drills/search.ts';
import { Button } from '../../ui/parts/index.ts';

interface Props {
  drills: readonly Drill[];
  onPick(drill: Drill): void;
  onClose(): void;
}

/** The shelf as a dialog: type, Enter takes the first. */
export function ShelfDialog({ drills, onPick, onClose }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [query, setQuery] = useState('');
  const found = useMemo(() => searchDrills(drills, query), [drills, query]);
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog
      ref={dialog}
      onClose={onClose}
      className="m-auto w-full max-w-xl border border-ink bg-slab p-4 text-ink backdrop:bg-ink/40"
      aria-label="Add a drill"
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (found[0]) onPick(found[0]);
        }}
      >
        <div className="flex items-end gap-2">
          <label className="flex flex-1 flex-col gap-1 font-semibold">
            Add a drill: type, then Enter
            <input autoFocus className="field font-normal" value={query} onChange={(event) => setQuery(event.target.value)} />
          </label>
          <Button onClick={onClose}>Close</Button>
        </div>
        <ul className="max-h-96 overflow-y-auto">
          {found.map((drill, i) => (
            <li key={drill.id}>
              <button type="button" className={`w-full px-2 py-1.5 text-start ${i === 0 ? 'bg-ground' : ''}`} onClick={() => onPick(drill)}>
                <span className="font-semibold">{drill.name}</span>{' '}
                <span className="text-dust text-sm">
                  {drill.family} · {drill.measure} · {drill.sides}
                </span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="p-2 text-dust">No drill fits. Try another word.</li>}
        </ul>
      </form>
    </dialog>
  );
}
