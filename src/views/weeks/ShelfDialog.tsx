import { useEffect, useMemo, useRef, useState } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { searchDrills } from '../../core/drills/search.ts';
import { StillImage } from '../../ui/notations/index.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';

interface Props {
  drills: readonly Drill[];
  met: ReadonlySet<string>;
  onPick(drill: Drill): void;
  onClose(): void;
}

/** The searchable shelf in a dialog: type, arrows up and down, Enter takes the marked one. */
export function ShelfDialog({ drills, met, onPick, onClose }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
  const found = useMemo(() => searchDrills(drills, query), [drills, query]);
  const marked = Math.min(at, Math.max(0, found.length - 1));
  useEffect(() => {
    list.current?.children[marked]?.scrollIntoView({ block: 'nearest' });
  }, [marked]);
  return (
    <Dialog label="Add a drill" onClose={onClose} className="max-w-xl bg-slab" head={false}>
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          const drill = found[marked];
          if (drill) onPick(drill);
        }}
      >
        <div className="flex items-end gap-2">
          <label className="flex flex-1 flex-col gap-1 font-semibold">
            Add a drill: type, then Enter
            <input
              autoFocus
              className="field font-normal"
              value={query}
              onChange={(event) => {
                setQuery(event.target.value);
                setAt(0);
              }}
              onKeyDown={(event) => {
                const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
                if (by === 0) return;
                event.preventDefault();
                setAt(Math.min(found.length - 1, Math.max(0, marked + by)));
              }}
            />
          </label>
          <Button onClick={onClose}>Close</Button>
        </div>
        <ul ref={list} className="max-h-96 overflow-y-auto">
          {found.map((drill, i) => (
            <li key={drill.id}>
              <button
                type="button"
                aria-current={i === marked ? 'true' : undefined}
                className={`flex w-full items-center gap-2 border-s-4 px-2 py-0.5 text-start ${i === marked ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
                onClick={() => onPick(drill)}
              >
                <StillImage drill={drill} lively className="size-11 shrink-0" />
                <span>
                  <span className="font-semibold">{drill.name}</span>{' '}
                  <span className="text-dust text-sm">
                    {drill.family} · {drill.measure} · {drill.sides}
                    {met.has(drill.id) ? '' : ' · not met yet'}
                  </span>
                </span>
              </button>
            </li>
          ))}
          {found.length === 0 && <li className="p-2 text-dust">No drill fits. Try another word.</li>}
        </ul>
      </form>
    </Dialog>
  );
}
