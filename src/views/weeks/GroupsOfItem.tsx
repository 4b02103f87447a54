import { createContext, useContext } from 'react';
import { stepsOf } from '../../core/drills/edges.ts';
import type { Drill } from '../../core/drills/schema.ts';
import { t, term } from '../../core/text/translate.ts';
import { usualDose } from '../../core/weeks/defaults.ts';
import type { Dose, Item } from '../../core/weeks/schema.ts';

/** Groups of the squad that the week is for. */
export const SquadGroups = createContext<readonly { id: string; name: string }[]>([]);

/** The numbers of a dose that a group may have its own of, in words. */
const AMOUNTS = [
  { name: 'seconds', words: 'seconds' },
  { name: 'reps', words: 'reps' },
  { name: 'sets', words: 'sets' },
  { name: 'rounds', words: 'rounds' },
] as const;

const withAmount = (dose: Dose, name: string, typed: string): Dose =>
  ({ ...dose, [name]: typed === '' ? Number.NaN : Number(typed) }) as Dose;

/** What some groups do in an item's place: another drill of the family, or the same in another dose. */
export function GroupsOfItem({
  item,
  drill,
  drills,
  faults,
  onChange,
}: {
  item: Item;
  drill: Drill;
  drills: ReadonlyMap<string, Drill>;
  faults: ReadonlyMap<string, string>;
  onChange(next: Item): void;
}) {
  const groups = useContext(SquadGroups);
  if (groups.length === 0) return null;
  const heights = stepsOf([...drills.values()]);
  const family = [...drills.values()]
    .filter((one) => one.family === drill.family)
    .sort((a, b) => (heights.get(a.id) ?? 0) - (heights.get(b.id) ?? 0) || a.name.localeCompare(b.name, 'en'));
  const set = (group: string, own: { drillId: string; dose: Dose } | null) => {
    const { [group]: _, ...others } = item.groups ?? {};
    const next = own ? { ...others, [group]: own } : others;
    const { groups: _had, ...planned } = item;
    onChange(Object.keys(next).length > 0 ? { ...planned, groups: next } : planned);
  };
  return (
    <fieldset className="flex flex-col gap-2 pt-2">
      <legend className="pt-2 font-semibold text-sm">{t('Another way for a group')}</legend>
      {groups.map(({ id, name }) => {
        const own = item.groups?.[id];
        const choose = (drillId: string) => {
          const to = drills.get(drillId);
          if (drillId === '' || !to) return set(id, null);
          set(id, { drillId, dose: to.measure === item.dose.measure ? item.dose : usualDose(to) });
        };
        return (
          <div key={id} className="flex flex-col gap-1">
            <label className="flex items-center justify-between gap-2 text-sm">
              <span className="min-w-0 truncate">{name}</span>
              <select className="field min-h-9 w-44" value={own?.drillId ?? ''} onChange={(event) => choose(event.target.value)}>
                <option value="">{t('as everybody')}</option>
                {family.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.id === drill.id ? t('{name}, own dose', { name: one.name }) : one.name}
                  </option>
                ))}
              </select>
            </label>
            {own && (
              <div className="flex flex-wrap justify-end gap-2">
                {AMOUNTS.filter((amount) => amount.name in own.dose).map((amount) => {
                  const value = (own.dose as unknown as Record<string, number>)[amount.name] ?? Number.NaN;
                  const problem = faults.get(`groups.${id}.dose.${amount.name}`);
                  return (
                    <label key={amount.name} className="flex items-center gap-1 text-dust text-sm">
                      {term(amount.words)}
                      <input
                        type="number"
                        className="field min-h-8 w-16 px-1 text-end"
                        aria-label={t('{words} for {name}', { words: amount.words, name })}
                        aria-invalid={problem ? true : undefined}
                        value={Number.isNaN(value) ? '' : value}
                        onChange={(event) => set(id, { ...own, dose: withAmount(own.dose, amount.name, event.target.value) })}
                      />
                      {problem && <span className="text-stop">{problem}</span>}
                    </label>
                  );
                })}
              </div>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}

/** For whom a session is: everybody, or some groups. Nothing in a squad without groups, unless a group it was for is gone. */
export function ForGroups({ groups: chosen = [], onChange }: { groups: string[] | undefined; onChange(groups: string[]): void }) {
  const groups = useContext(SquadGroups);
  const gone = chosen.filter((id) => !groups.some((group) => group.id === id));
  if (groups.length === 0 && gone.length === 0) return null;
  const names = groups.flatMap((group) => (chosen.includes(group.id) ? [group.name] : []));
  const toggle = (id: string) => onChange(chosen.includes(id) ? chosen.filter((one) => one !== id) : [...chosen, id]);
  return (
    <details className="text-sm">
      <summary className={gone.length > 0 ? 'text-stop' : chosen.length > 0 ? 'font-semibold text-lace' : 'text-dust'}>
        {t('for {gone}', { gone: gone.length > 0 ? t('a group that is gone') : names.length > 0 ? names.join(', ') : t('everybody') })}
      </summary>
      <div className="flex flex-wrap gap-x-4 gap-y-1 pt-1">
        {groups.map(({ id, name }) => (
          <label key={id} className="flex min-h-9 items-center gap-1">
            <input type="checkbox" className="size-5 accent-lace" checked={chosen.includes(id)} onChange={() => toggle(id)} />
            {name}
          </label>
        ))}
        {gone.length > 0 && (
          <button type="button" className="underline" onClick={() => onChange(chosen.filter((id) => !gone.includes(id)))}>
            {t('Forget the group that is gone')}
          </button>
        )}
      </div>
    </details>
  );
}
