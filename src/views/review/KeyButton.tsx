import type { ComponentProps } from 'react';
import { Button } from '../../ui/parts/index.ts';
import { BENCH_KEYS, type BenchAct, type KeyMap, keepFocus, keyName, longWords } from './keys.ts';

type Props = Omit<ComponentProps<typeof Button>, 'children'> & { act: BenchAct; keys: KeyMap; words?: string };

/** A button of the bench with its key on it. */
export function KeyButton({ act, keys, words, size = 'tight', className = '', ...rest }: Props) {
  return (
    <Button
      size={size}
      title={longWords(act)}
      aria-keyshortcuts={keys[act] === ' ' ? 'Space' : keys[act]}
      className={`gap-1.5 ${className}`}
      {...keepFocus}
      {...rest}
    >
      {words ?? BENCH_KEYS[act].words} <Key name={keys[act]} />
    </Button>
  );
}

/** A key as it is drawn on buttons. */
export function Key({ name }: { name: string }) {
  return (
    <kbd aria-hidden className="rounded-sm border border-current px-1 font-text font-normal text-[0.7rem] leading-snug opacity-80">
      {keyName(name)}
    </kbd>
  );
}
