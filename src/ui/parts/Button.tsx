import type { ButtonHTMLAttributes } from 'react';

const LOOKS = {
  main: 'bg-lace text-on-lace border-lace',
  plain: 'bg-slab text-ink border-ink',
  quiet: 'bg-transparent text-ink border-transparent underline',
  stop: 'bg-slab text-stop border-stop',
} as const;

const SIZES = {
  tight: 'min-h-8 px-2 text-sm',
  small: 'min-h-9 px-3 text-sm',
  usual: 'min-h-11 px-4',
  player: 'min-h-14 px-5 text-lg',
  clock: 'min-h-[72px] px-4 text-xl flex-1',
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof LOOKS; size?: keyof typeof SIZES };

/** A button. One `main` button at most stands on a screen. */
export function Button({ look = 'plain', size = 'usual', className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-2 rounded-sm border font-semibold disabled:opacity-50 ${LOOKS[look]} ${SIZES[size]} ${className}`}
      {...rest}
    />
  );
}

/** A link that looks like a button, for going somewhere. */
export function ButtonLink({
  href,
  look = 'plain',
  size = 'usual',
  className = '',
  children,
  download,
  'aria-label': label,
}: Pick<Props, 'look' | 'size' | 'className' | 'children' | 'aria-label'> & { href: string; download?: string }) {
  return (
    <a
      href={href}
      download={download}
      aria-label={label}
      className={`inline-flex items-center justify-center gap-2 rounded-sm border font-semibold no-underline ${LOOKS[look]} ${SIZES[size]} ${className}`}
    >
      {children}
    </a>
  );
}
