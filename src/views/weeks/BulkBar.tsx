import { useState } from 'react';
import { t } from '../../core/text/translate.ts';
import type { BulkChange } from '../../core/weeks/bulk.ts';
import type { TargetRule } from '../../core/weeks/schema.ts';
import { Button } from '../../ui/parts/index.ts';

interface Props {
  chosen: number;
  /** Items of the week, and of these the scored ones. */
  all: readonly string[];
  scored: readonly string[];
  onChoose(ids: readonly string[]): void;
  onChange(change: BulkChange): void;
  onClose(): void;
}

const RULES: readonly TargetRule['rule'][] = ['beat your best', 'stretch', 'step ladder', 'by level', 'same for all', 'no number'];
const PACES = ['usual', 'easy', 'half', 'full', 'easy, half, full'] as const;
const ROUNDS = [1, 2, 3, 4, 5];
const SECONDS = [10, 15, 20, 30, 45, 60, 90, 120];
const REPS = [5, 10, 15, 20, 25, 50];
const RESTS = [0, 5, 10, 15, 30, 45, 60];

/** A choice that is made once: it goes back to its name. */
function Once<T extends string | number>({
  name,
  options,
  unit = '',
  disabled,
  onPick,
}: {
  name: string;
  options: readonly T[];
  unit?: string;
  disabled: boolean;
  onPick(one: T): void;
}) {
  return (
    <select
      className="field min-h-9 text-sm"
      aria-label={t('{name} of the chosen drills', { name })}
      disabled={disabled}
      value=""
      onChange={(event) => {
        const found = options.find((one) => String(one) === event.target.value);
        if (found !== undefined) onPick(found);
      }}
    >
      <option value="">{name}…</option>
      {options.map((one) => (
        <option key={one} value={one}>
          {one}
          {unit}
        </option>
      ))}
    </select>
  );
}

/** Sets the same for many drills of the week at once. */
export function BulkBar({ chosen, all, scored, onChoose, onChange, onClose }: Props) {
  const [note, setNote] = useState('');
  const none = chosen === 0;
  return (
    <section
      className="slab sticky top-0 z-20 lg:top-14 flex flex-wrap items-center gap-2 border-lace border-s-4 p-2"
      aria-label={t('Chosen drills')}
    >
      <span className="font-semibold" role="status">
        {none ? t('Choose drills') : t('{chosen} chosen', { chosen })}
      </span>
      <Button size="tight" onClick={() => onChoose(all)}>
        {t('All')}
      </Button>
      <Button size="tight" onClick={() => onChoose(scored)}>
        {t('All scored')}
      </Button>
      <Button size="tight" disabled={none} onClick={() => onChoose([])}>
        {t('None')}
      </Button>
      <Once name={t('Number to reach')} options={RULES} disabled={none} onPick={(rule) => onChange({ rule })} />
      <Once
        name={t('Counted')}
        options={['counted', 'not counted']}
        disabled={none}
        onPick={(one) => onChange({ scored: one === 'counted' })}
      />
      <Once name={t('Pace')} options={PACES} disabled={none} onPick={(pace) => onChange({ pace: pace === 'usual' ? null : pace })} />
      <Once name={t('Work')} options={SECONDS} unit=" s" disabled={none} onPick={(seconds) => onChange({ seconds })} />
      <Once name={t('Rounds')} options={ROUNDS} disabled={none} onPick={(rounds) => onChange({ rounds })} />
      <Once name={t('Reps')} options={REPS} disabled={none} onPick={(reps) => onChange({ reps })} />
      <Once name={t('Rest')} options={RESTS} unit=" s" disabled={none} onPick={(restSeconds) => onChange({ restSeconds })} />
      <Once
        name={t('Clip')}
        options={['a clip, please', 'no clip']}
        disabled={none}
        onPick={(one) => onChange({ clip: one === 'a clip, please' })}
      />
      <form
        className="flex items-center gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          onChange({ note: note.trim() });
        }}
      >
        <input
          className="field min-h-9 w-44 text-sm"
          aria-label={t('Note to the player at the chosen drills')}
          placeholder={t('A note to the player…')}
          maxLength={200}
          disabled={none}
          value={note}
          onChange={(event) => setNote(event.target.value)}
        />
        <Button type="submit" size="tight" disabled={none}>
          {t('Set')}
        </Button>
      </form>
      <Button size="tight" className="ms-auto" onClick={onClose}>
        {t('Done choosing')}
      </Button>
    </section>
  );
}
