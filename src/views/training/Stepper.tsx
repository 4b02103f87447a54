import { Minus, Plus } from 'lucide-react';

interface Props {
  label: string;
  value: string;
  onChange(next: string): void;
  problem?: string | undefined;
  small?: boolean;
}

/** A number with big − and +, also to be typed in digits. What is typed stays as it is, right or wrong. */
export function Stepper({ label, value, onChange, problem, small = false }: Props) {
  const step = (by: number) => onChange(String(Math.max(0, Math.round((Number(value.replace(',', '.')) || 0) + by))));
  const size = small ? 'h-14' : 'h-[72px]';
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
        <button type="button" className={`slab grid ${size} place-items-center`} onClick={() => step(-1)} aria-label={`${label}: one less`}>
          <Minus aria-hidden />
        </button>
        <button type="button" className={`slab grid ${size} place-items-center`} onClick={() => step(1)} aria-label={`${label}: one more`}>
          <Plus aria-hidden />
        </button>
      </div>
      {problem && <span className="text-sm text-stop">{problem}</span>}
    </div>
  );
}
