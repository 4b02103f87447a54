import { type InputHTMLAttributes, useId } from 'react';

type Props = InputHTMLAttributes<HTMLInputElement> & { label: string; hint?: string; problem?: string | undefined };

/** A labelled input. A problem is said in a sentence under it, and what was typed stays. */
export function Field({ label, hint, problem, className = '', ...rest }: Props) {
  const id = useId();
  const about = [hint ? `${id}-hint` : '', problem ? `${id}-problem` : ''].filter(Boolean).join(' ');
  return (
    <div className={`flex flex-col gap-1 ${className}`}>
      <label htmlFor={id} className="font-semibold">
        {label}
      </label>
      <input id={id} className="field w-full" aria-invalid={problem ? true : undefined} aria-describedby={about || undefined} {...rest} />
      {hint && (
        <span id={`${id}-hint`} className="text-dust text-sm">
          {hint}
        </span>
      )}
      {problem && (
        <span id={`${id}-problem`} className="text-sm text-stop">
          {problem}
        </span>
      )}
    </div>
  );
}
