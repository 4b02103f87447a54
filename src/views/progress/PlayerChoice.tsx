import { useState } from 'react';
import { sentenceOf } from '../../client/client.ts';
import { t } from '../../core/text/translate.ts';
import { Notice } from '../../ui/parts/index.ts';

/** A choice for one player: as the squad, or the own. What the server refuses is taken back, with its sentence. */
export function PlayerChoice<T extends string | number>({
  label,
  first,
  options,
  words,
  squads,
  save,
}: {
  label: string;
  first: T | null;
  options: readonly T[];
  words(one: T): string;
  /** What the squad has. */
  squads: T;
  save(next: T | null): Promise<unknown>;
}) {
  const [value, setValue] = useState(first);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (next: T | null) => {
    setValue(next);
    setProblem(null);
    try {
      await save(next);
    } catch (error) {
      setValue(value);
      setProblem(sentenceOf(error));
    }
  };
  return (
    <div className="pt-2">
      <label className="flex flex-wrap items-center gap-2 text-sm">
        {label}
        <select
          className="field min-h-9 max-w-full"
          value={value ?? ''}
          onChange={(event) => void set(options.find((one) => String(one) === event.target.value) ?? null)}
        >
          <option value="">{t('as the squad: {words}', { words: words(squads) })}</option>
          {options.map((one) => (
            <option key={one} value={one}>
              {words(one)}
            </option>
          ))}
        </select>
      </label>
      {problem && <Notice tone="stop">{problem}</Notice>}
    </div>
  );
}
