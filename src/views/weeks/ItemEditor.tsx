import { X } from 'lucide-react';
import { createContext, useContext, useId } from 'react';
import type { Drill } from '../../core/drills/schema.ts';
import { PACES, type Pace, TOUCH_SURFACES, WORKING_SIDES } from '../../core/drills/terms.ts';
import { t, term } from '../../core/text/translate.ts';
import { hasBothFeet } from '../../core/training/sides.ts';
import { targetOf, withClip, withNote, withPace, withPairs, withRestAfter } from '../../core/weeks/bulk.ts';
import { withSeconds } from '../../core/weeks/edit.ts';
import { type Item, STARTS, type TargetRule } from '../../core/weeks/schema.ts';

interface Props {
  item: Item;
  /** What does not hold in it, by field. */
  faults: ReadonlyMap<string, string>;
  drill: Drill;
  onChange(next: Item): void;
}

/** What does not hold in the item that is edited, by field. */
const Faults = createContext<ReadonlyMap<string, string>>(new Map());

interface NumberFieldProps {
  label: string;
  /** Its place in the item, such as `dose.seconds`. */
  field: string;
  value: number;
  onChange(n: number): void;
  unit?: string;
}

function NumberField({ label, field, value, onChange, unit }: NumberFieldProps) {
  const id = useId();
  const problem = useContext(Faults).get(field);
  return (
    <div>
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
            aria-invalid={problem ? true : undefined}
            aria-describedby={problem ? `${id}-problem` : undefined}
            onChange={(event) => onChange(event.target.value === '' ? Number.NaN : Number(event.target.value))}
          />
          <span className="w-8 text-dust text-sm">{unit}</span>
        </span>
      </div>
      {problem && (
        <p id={`${id}-problem`} className="text-end text-sm text-stop">
          {problem}
        </p>
      )}
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

const TARGETS = ['beat your best', 'stretch', 'step ladder', 'by level', 'same for all', 'no number'] as const;
const LADDERS = ['usual', 'easy', 'half', 'full', 'easy, half, full', 'my own ladder'] as const;
type Ladder = (typeof LADDERS)[number];

const EVEN = 'easy, half, full';

function ladderOf(item: Item): Ladder {
  if (item.paces.length === 0) return 'usual';
  if (item.paces.length === 1) return item.paces[0]?.pace ?? 'usual';
  const seconds = item.paces.map((stretch) => stretch.seconds);
  const even = item.paces.map((stretch) => stretch.pace).join(', ') === EVEN && Math.max(...seconds) - Math.min(...seconds) <= 2;
  return even ? EVEN : 'my own ladder';
}

function withLadder(item: Item, ladder: Ladder): Item {
  if (!('seconds' in item.dose)) return item;
  // An own ladder begins with one stretch more than an even one, so that it is told apart from it.
  if (ladder === 'my own ladder') {
    const paces = (['easy', 'half', 'half', 'full'] as const).map((pace) => ({ pace, seconds: 15 }));
    return withPaces(item, paces);
  }
  return withPace(item, ladder === 'usual' ? null : ladder);
}

/** An item with a ladder of its own; the work lasts as long as its stretches together. */
function withPaces(item: Item, paces: Item['paces']): Item {
  const seconds = paces.reduce((sum, stretch) => sum + stretch.seconds, 0);
  return { ...item, paces, dose: { ...item.dose, seconds } as Item['dose'] };
}

/** The stretches of an item's own ladder, each with its pace and length. */
function LadderEditor({ item, onChange }: { item: Item; onChange(next: Item): void }) {
  const set = (i: number, change: Partial<Item['paces'][number]>) =>
    onChange(
      withPaces(
        item,
        item.paces.map((stretch, n) => (n === i ? { ...stretch, ...change } : stretch)),
      ),
    );
  return (
    <fieldset className="flex flex-col gap-1 border-joint border-s-2 ps-2">
      <legend className="sr-only">{t('Stretches of pace')}</legend>
      {item.paces.map((stretch, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: stretches are told apart by their place alone.
        <div key={i} className="flex items-center gap-1">
          <select
            className="field min-h-9 flex-1"
            aria-label={t('Pace of stretch {i}', { i: i + 1 })}
            value={stretch.pace}
            onChange={(event) => set(i, { pace: event.target.value as Pace })}
          >
            {PACES.map((pace) => (
              <option key={pace} value={pace}>
                {term(pace)}
              </option>
            ))}
          </select>
          <input
            type="number"
            className="field min-h-9 w-16 text-end"
            aria-label={t('Seconds of stretch {i}', { i: i + 1 })}
            value={Number.isNaN(stretch.seconds) ? '' : stretch.seconds}
            onChange={(event) => set(i, { seconds: event.target.value === '' ? Number.NaN : Number(event.target.value) })}
          />
          <span className="text-dust text-sm">s</span>
          <button
            type="button"
            className="grid size-8 place-items-center text-dust"
            aria-label={t('Remove stretch {i}', { i: i + 1 })}
            disabled={item.paces.length === 1}
            onClick={() =>
              onChange(
                withPaces(
                  item,
                  item.paces.filter((_, n) => n !== i),
                ),
              )
            }
          >
            <X aria-hidden className="size-4" />
          </button>
        </div>
      ))}
      {item.paces.length < 12 && (
        <button
          type="button"
          className="self-start text-sm underline"
          onClick={() => onChange(withPaces(item, [...item.paces, { pace: 'full', seconds: 15 }]))}
        >
          {t('Add a stretch')}
        </button>
      )}
    </fieldset>
  );
}

/** Dose, side, pace and target of one item. Whatever is typed stays; what is wrong is said beside it. */
export function ItemEditor({ item, faults, drill, onChange }: Props) {
  const { dose } = item;
  const set = (change: Partial<Item>) => onChange({ ...item, ...change });
  const setDose = (change: object) => set({ dose: { ...dose, ...change } as Item['dose'] });
  const setRule = (rule: TargetRule['rule']) => set({ target: targetOf(rule, drill) });
  return (
    <Faults.Provider value={faults}>
      <div className="flex flex-col gap-1.5">
        {'seconds' in dose && (
          <NumberField
            label={t('Work')}
            field="dose.seconds"
            unit="s"
            value={dose.seconds}
            onChange={(n) => onChange(Number.isNaN(n) ? { ...item, dose: { ...dose, seconds: n } } : withSeconds(item, n))}
          />
        )}
        {'reps' in dose && (
          <NumberField
            label={dose.measure === 'surfaces' ? t('Touches a surface') : t('Reps')}
            field="dose.reps"
            value={dose.reps}
            onChange={(reps) => setDose({ reps })}
          />
        )}
        {'sets' in dose && <NumberField label={t('Sets')} field="dose.sets" value={dose.sets} onChange={(sets) => setDose({ sets })} />}
        {'rounds' in dose && (
          <NumberField label={t('Rounds')} field="dose.rounds" value={dose.rounds} onChange={(rounds) => setDose({ rounds })} />
        )}
        {'distance' in dose && (
          <NumberField
            label={t('Distance')}
            field="dose.distance"
            unit={t('steps')}
            value={dose.distance}
            onChange={(distance) => setDose({ distance })}
          />
        )}
        {dose.measure === 'unbroken run' && (
          <label className="flex items-center justify-between gap-2 text-sm">
            {t('One bounce allowed')}
            <input
              type="checkbox"
              className="size-5"
              checked={dose.bounce}
              onChange={(event) => setDose({ bounce: event.target.checked })}
            />
          </label>
        )}
        {dose.measure === 'surfaces' && (
          <fieldset className="flex flex-wrap gap-x-3 text-sm">
            <legend className="sr-only">{t('Surfaces')}</legend>
            {TOUCH_SURFACES.map((surface) => (
              <label key={surface} className="flex items-center gap-1">
                <input
                  type="checkbox"
                  checked={dose.surfaces.includes(surface)}
                  onChange={(event) =>
                    setDose({
                      surfaces: TOUCH_SURFACES.filter((one) => (one === surface ? event.target.checked : dose.surfaces.includes(one))),
                    })
                  }
                />
                {term(surface)}
              </label>
            ))}
          </fieldset>
        )}
        {dose.measure !== 'surfaces' && (
          <Choice label={t('Feet')} value={item.side} options={WORKING_SIDES} onChange={(side) => set({ side })} />
        )}
        {item.side === 'each foot' && (
          <Choice label={t('First')} value={item.starts} options={STARTS} onChange={(starts) => set({ starts })} />
        )}
        {'seconds' in dose && !Number.isNaN(dose.seconds) && (
          <Choice label={t('Pace')} value={ladderOf(item)} options={LADDERS} onChange={(ladder) => onChange(withLadder(item, ladder))} />
        )}
        {item.paces.length > 1 && <LadderEditor item={item} onChange={onChange} />}
        {item.paces.length > 1 && hasBothFeet(item.side) && (
          <label className="flex items-center justify-between gap-2 text-sm">
            {t('Both feet at each pace before the next')}
            <input
              type="checkbox"
              className="size-5"
              checked={item.inPairs ?? false}
              onChange={(event) => onChange(withPairs(item, event.target.checked))}
            />
          </label>
        )}
        {[...faults]
          .filter(([field]) => field.startsWith('paces'))
          .map(([field, words]) => (
            <p key={field} className="text-sm text-stop">
              {words}
            </p>
          ))}
        {'rounds' in dose && dose.rounds > 1 && (
          <NumberField
            label={t('Rest between')}
            field="restSeconds"
            unit="s"
            value={item.restSeconds}
            onChange={(restSeconds) => set({ restSeconds })}
          />
        )}
        <NumberField
          label={t('Rest after it')}
          field="restAfterSeconds"
          unit="s"
          value={item.restAfterSeconds ?? 0}
          onChange={(seconds) => onChange(withRestAfter(item, seconds))}
        />
        <label className="flex items-center justify-between gap-2 text-sm">
          {t('Scored')}
          <input type="checkbox" className="size-5" checked={item.scored} onChange={(event) => set({ scored: event.target.checked })} />
        </label>
        {item.scored && <Choice label={t('Number')} value={item.target.rule} options={TARGETS} onChange={setRule} />}
        {item.scored && (
          <label className="flex items-center justify-between gap-2 text-sm">
            {t('A clip, please')}
            <input
              type="checkbox"
              className="size-5"
              checked={item.clip ?? false}
              onChange={(event) => onChange(withClip(item, event.target.checked))}
            />
          </label>
        )}
        {item.scored && item.target.rule === 'same for all' && (
          <NumberField
            label={t('To reach')}
            field="target.number"
            value={item.target.number}
            onChange={(number) => set({ target: { rule: 'same for all', number } })}
          />
        )}
        <label className="flex flex-col gap-1 text-sm">
          {t('A note to the player')}
          <textarea
            className="field min-h-14"
            rows={2}
            maxLength={200}
            value={item.note ?? ''}
            onChange={(event) => onChange(withNote(item, event.target.value))}
          />
        </label>
      </div>
    </Faults.Provider>
  );
}
