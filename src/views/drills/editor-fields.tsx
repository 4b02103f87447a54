import { type ReactNode, useId } from 'react';
import { term } from '../../core/text/translate.ts';

/** The fields an editor of drills is made of: a part with its title, a text with its problem, a choice of one, a choice of some. */

export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset className="slab flex flex-col gap-3 p-4">
      <legend className="px-1 font-bold font-display text-lg">{title}</legend>
      {children}
    </fieldset>
  );
}

interface TextProps {
  label: string;
  value: string;
  onChange(next: string): void;
  hint?: string;
  /** What holds while nothing is typed. */
  placeholder?: string;
  problem?: string | undefined;
  rows?: number;
  number?: boolean;
  className?: string;
}

/** A labelled field of one or more lines with its problem under it. */
export function Text({ label, value, onChange, hint, placeholder, problem, rows, number, className = '' }: TextProps) {
  const id = useId();
  const shared = {
    id,
    value,
    placeholder,
    className: 'field w-full placeholder:text-dust placeholder:italic',
    'aria-invalid': problem ? true : undefined,
    'aria-describedby': hint || problem ? `${id}-about` : undefined,
  };
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      {rows ? (
        <textarea rows={rows} {...shared} onChange={(event) => onChange(event.target.value)} />
      ) : (
        <input inputMode={number ? 'decimal' : undefined} {...shared} onChange={(event) => onChange(event.target.value)} />
      )}
      {(problem || hint) && (
        <span id={`${id}-about`} className={`text-sm ${problem ? 'text-stop' : 'text-dust'}`}>
          {problem ?? hint}
        </span>
      )}
    </div>
  );
}

export function Pick<T extends string>({
  label,
  value,
  options,
  empty,
  onChange,
}: {
  label: string;
  value: T;
  options: readonly T[];
  /** What an empty choice is called. */
  empty?: string | undefined;
  onChange(next: T): void;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value as T)}>
        {options.map((one) => (
          <option key={one} value={one}>
            {one ? term(one) : empty}
          </option>
        ))}
      </select>
    </div>
  );
}

export function Checks<T extends string>({
  legend,
  all,
  chosen,
  onChange,
}: {
  legend: string;
  all: readonly T[];
  chosen: readonly T[];
  onChange(next: T[]): void;
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
      <legend className="font-semibold">{legend}</legend>
      {all.map((one) => (
        <label key={one} className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={chosen.includes(one)}
            onChange={(event) => onChange(all.filter((other) => (other === one ? event.target.checked : chosen.includes(other))))}
          />
          {term(one)}
        </label>
      ))}
    </fieldset>
  );
}
