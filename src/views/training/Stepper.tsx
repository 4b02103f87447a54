import { Minus, Plus } from 'lucide-react';
import { t } from '../../core/text/translate.ts';
import { SayNumber } from './SayNumber.tsx';

interface Props {
  label: string;
  value: string;
  onChange(next: string): void;
  problem?: string | undefined;
  small?: boolean;
  /** Where an empty slot begins at the first press: the number to beat. */
  from?: number | null;
}

const STEPS = [1, 5, 10] as const;

/** A number with big buttons for one less and one, five and ten more, also to be typed in digits. What is typed stays as it is, right or wrong. */
export function Stepper({ label, value, onChange, problem, small = false, from = null }: Props) {
  const step = (by: number) => {
    if (value.trim() === '' && from !== null) return onChange(String(from));
    onChange(String(Math.max(0, Math.round((Number(value.replace(',', '.')) || 0) + by))));
  };
  return (
    <div className="flex flex-col gap-1">
      <span className="text-dust text-sm">{label}</span>
      <div className="grid grid-cols-2 gap-1">
        <input
          className={`field col-span-2 w-full min-w-0 text-center font-bold font-display ${small ? 'h-12 text-xl' : 'h-20 text-5xl'}`}
          inputMode="decimal"
          autoComplete="off"
          value={value}
          aria-label={label}
          aria-invalid={problem ? true : undefined}
          onChange={(event) => onChange(event.target.value)}
        />
        <button
          type="button"
          className="slab grid h-14 place-items-center"
          onClick={() => step(-1)}
          aria-label={t('{label}: one less', { label })}
        >
          <Minus aria-hidden />
        </button>
        {STEPS.slice(0, small ? 1 : STEPS.length).map((by) => (
          <button
            key={by}
            type="button"
            className="slab grid h-14 place-items-center font-bold font-display text-xl"
            onClick={() => step(by)}
            aria-label={t('{label}: {by} more', { label, by: by === 1 ? t('one') : by })}
          >
            {small ? <Plus aria-hidden /> : `+${by}`}
          </button>
        ))}
        {!small && <SayNumber label={label} onNumber={(n) => onChange(String(n))} />}
      </div>
      {problem && <span className="text-sm text-stop">{problem}</span>}
    </div>
  );
}
