import { useId } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { SIDES, SURFACES } from '../../core/drills/terms.ts';
import { withSeconds } from '../../core/weeks/edit.ts';
import { type Item, STARTS, type TargetRule } from '../../core/weeks/schema.ts';

interface Props {
  item: Item;
  drill: Drill;
  onChange(next: Item): void;
}

function NumberField({ label, value, onChange, unit }: { label: string; value: number; onChange(n: number): void; unit?: string }) {
  const id = useId();
  return (
    <div className="flex items-center justify-between gap-2">
      <label htmlFor={id} className="text-sm">
        {label}
      </label>
      <span className="flex items-center gap-1">
        <input
          id={id}
          className="field min-h-9 w-20 text-end"
          type="number"
          value={Number.isNaN(value) ? '' : value}
          onChange={(event) => onChange(event.target.value === '' ? Number.NaN : Number(event.target.value))}
        />
        <span className="w-8 text-dust text-sm">{unit}</span>
      </span>
    </div>
  );
}

function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly T[];
  onChange(next: T): void;
}) {
  const id = useId();
  return (
    <div className="flex items-center justify-between gap-2">
      <label htmlFor={id} className="text-sm">
        {label}
      </label>
      <select id={id} className="field min-h-9 max-w-44" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {options.map((one) => (
          <option key={one}>{one}</option>
        ))}
      </select>
    </div>
  );
}

const TARGETS = ['beat your best', 'by level', 'same for all', 'no number'] as const;
const LADDERS = ['usual', 'easy', 'half', 'full', 'easy, half, full'] as const;

function ladderOf(item: Item): (typeof LADDERS)[number] {
  if (item.paces.length === 0) return 'usual';
  return item.paces.length === 1 ? (item.paces[0]?.pace ?? 'usual') : 'easy, half, full';
}

function withLadder(item: Item, ladder: (typeof LADDERS)[number]): Item {
  if (!('seconds' in item.dose)) return item;
  const paces = ladder === 'usual' ? [] : ladder === 'easy, half, full' ? (['easy', 'half', 'full'] as const) : [ladder];
  return withSeconds({ ...item, paces: paces.map((pace) => ({ pace, seconds: 0 })) }, item.dose.seconds);
}

/** Dose, side, pace and target of one item. Whatever is typed stays; what is wrong is said above the bench. */
export function ItemEditor({ item, drill, onChange }: Props) {
  const { dose } = item;
  const set = (change: Partial<Item>) => onChange({ ...item, ...change });
  const setDose = (change: object) => set({ dose: { ...dose, ...change } as Item['dose'] });
  const setRule = (rule: TargetRule['rule']) =>
    set({ target: rule === 'same for all' ? { rule, number: drill.bands[0]?.steady ?? 10 } : { rule } });
  return (
    <div className="flex flex-col gap-1.5">
      {'seconds' in dose && (
        <NumberField
          label="Work"
          unit="s"
          value={dose.seconds}
          onChange={(n) => onChange(Number.isNaN(n) ? { ...item, dose: { ...dose, seconds: n } } : withSeconds(item, n))}
        />
      )}
      {'reps' in dose && (
        <NumberField
          label={dose.measure === 'surfaces' ? 'Touches a surface' : 'Reps'}
          value={dose.reps}
          onChange={(reps) => setDose({ reps })}
        />
      )}
      {'sets' in dose && <NumberField label="Sets" value={dose.sets} onChange={(sets) => setDose({ sets })} />}
      {'rounds' in dose && <NumberField label="Rounds" value={dose.rounds} onChange={(rounds) => setDose({ rounds })} />}
      {'distance' in dose && (
        <NumberField label="Distance" unit="steps" value={dose.distance} onChange={(distance) => setDose({ distance })} />
      )}
      {dose.measure === 'unbroken run' && (
        <label className="flex items-center justify-between gap-2 text-sm">
          One bounce allowed
          <input type="checkbox" className="size-5" checked={dose.bounce} onChange={(event) => setDose({ bounce: event.target.checked })} />
        </label>
      )}
      {dose.measure === 'surfaces' && (
        <fieldset className="flex flex-wrap gap-x-3 text-sm">
          <legend className="sr-only">Surfaces</legend>
          {SURFACES.map((surface) => (
            <label key={surface} className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={dose.surfaces.includes(surface)}
                onChange={(event) =>
                  setDose({ surfaces: SURFACES.filter((one) => (one === surface ? event.target.checked : dose.surfaces.includes(one))) })
                }
              />
              {surface}
            </label>
          ))}
        </fieldset>
      )}
      {dose.measure !== 'surfaces' && <Choice label="Feet" value={item.side} options={SIDES} onChange={(side) => set({ side })} />}
      {item.side === 'each foot' && <Choice label="First" value={item.starts} options={STARTS} onChange={(starts) => set({ starts })} />}
      {'seconds' in dose && !Number.isNaN(dose.seconds) && (
        <Choice label="Pace" value={ladderOf(item)} options={LADDERS} onChange={(ladder) => onChange(withLadder(item, ladder))} />
      )}
      {'rounds' in dose && dose.rounds > 1 && (
        <NumberField label="Rest between" unit="s" value={item.restSeconds} onChange={(restSeconds) => set({ restSeconds })} />
      )}
      <label className="flex items-center justify-between gap-2 text-sm">
        Scored
        <input type="checkbox" className="size-5" checked={item.scored} onChange={(event) => set({ scored: event.target.checked })} />
      </label>
      {item.scored && <Choice label="Number" value={item.target.rule} options={TARGETS} onChange={setRule} />}
      {item.scored && item.target.rule === 'same for all' && (
        <NumberField label="To reach" value={item.target.number} onChange={(number) => set({ target: { rule: 'same for all', number } })} />
      )}
    </div>
  );
}
