import { useEffect, useMemo, useRef, useState } from 'react';
import {
  fitsPlace,
  GROUND_CHOICES,
  type GroundChoice,
  KIT_CHOICES,
  type KitChoice,
  type PlaceFilter,
} from '../../core/drills/place-filter.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { searchDrills } from '../../core/drills/search.ts';
import { t, term } from '../../core/text/translate.ts';
import { StillImage } from '../../ui/notations/index.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';

interface Props {
  drills: readonly Drill[];
  met: ReadonlySet<string>;
  /** Whether everybody of the squad can do a drill at home. */
  isForAll(drill: Drill): boolean;
  onPick(drill: Drill): void;
  /** Shows a drill whole. */
  onSheet(drill: Drill): void;
  onClose(): void;
}

/** The searchable shelf in a dialog: type, arrows up and down, Enter takes the marked one. */
export function ShelfDialog({ drills, met, isForAll, onPick, onSheet, onClose }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
  const [place, setPlace] = useState<PlaceFilter>({ kit: null, ground: null });
  const [forAll, setForAll] = useState(false);
  const found = useMemo(() => {
    const fitting = drills.filter((drill) => fitsPlace(drill, place) && (!forAll || isForAll(drill)));
    return searchDrills(fitting, query);
  }, [drills, query, place, forAll, isForAll]);
  const filter = (change: Partial<PlaceFilter>) => {
    setPlace((now) => ({ ...now, ...change }));
    setAt(0);
  };
  const marked = Math.min(at, Math.max(0, found.length - 1));
  useEffect(() => {
    list.current?.children[marked]?.scrollIntoView({ block: 'nearest' });
  }, [marked]);
  return (
    <Dialog label={t('Add a drill')} onClose={onClose} className="max-w-xl bg-slab" head={false}>
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
            {t('Add a drill: type, then Enter')}
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
          <Button onClick={onClose}>{t('Close')}</Button>
        </div>
        <div className="flex flex-wrap items-center gap-2 text-sm">
          <select
            className="field min-h-9"
            aria-label={t('Kit')}
            value={place.kit ?? ''}
            onChange={(event) => filter({ kit: (event.target.value || null) as KitChoice | null })}
          >
            <option value="">{t('any kit')}</option>
            {Object.keys(KIT_CHOICES).map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
          <select
            className="field min-h-9"
            aria-label={t('Ground')}
            value={place.ground ?? ''}
            onChange={(event) => filter({ ground: (event.target.value || null) as GroundChoice | null })}
          >
            <option value="">{t('any ground')}</option>
            {Object.entries(GROUND_CHOICES).map(([one, { length, width }]) => (
              <option key={one} value={one}>
                {one}, {length} × {width} m
              </option>
            ))}
          </select>
          <label className="flex min-h-9 items-center gap-1">
            <input
              type="checkbox"
              className="size-5"
              checked={forAll}
              onChange={(event) => {
                setForAll(event.target.checked);
                setAt(0);
              }}
            />
            {t('everybody has room and kit')}
          </label>
        </div>
        <ul ref={list} className="max-h-96 overflow-y-auto">
          {found.map((drill, i) => (
            <li key={drill.id} className="flex items-center">
              <button
                type="button"
                aria-current={i === marked ? 'true' : undefined}
                className={`flex min-w-0 flex-1 items-center gap-2 border-s-4 px-2 py-0.5 text-start ${i === marked ? 'border-s-lace bg-ground' : 'border-s-transparent'}`}
                onClick={() => onPick(drill)}
              >
                <StillImage drill={drill} lively className="size-11 shrink-0" />
                <span>
                  <span className="font-semibold">{drill.name}</span>{' '}
                  <span className="text-dust text-sm">
                    {term(drill.family)} · {term(drill.measure)} · {term(drill.sides)}
                    {met.has(drill.id) ? '' : t(' · not met yet')}
                  </span>
                </span>
              </button>
              <Button size="tight" look="quiet" aria-label={t('How {name} is done', { name: drill.name })} onClick={() => onSheet(drill)}>
                {t('how')}
              </Button>
            </li>
          ))}
          {found.length === 0 && <li className="p-2 text-dust">{t('No drill fits. Try another word, or less that it has to fit.')}</li>}
        </ul>
      </form>
    </Dialog>
  );
}
