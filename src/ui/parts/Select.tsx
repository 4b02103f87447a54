import { type SelectHTMLAttributes, useId } from 'react';

type Props = SelectHTMLAttributes<HTMLSelectElement> & { label: string; problem?: string | undefined };

/** A labelled choice from a list. */
export function Select({ label, problem, className = '', children, ...rest }: Props) {
  const id = useId();
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <select id={id} className="field w-full" aria-invalid={problem ? true : undefined} {...rest}>
        {children}
      </select>
      {problem && <span className="text-sm text-stop">{problem}</span>}
    </div>
  );
}
