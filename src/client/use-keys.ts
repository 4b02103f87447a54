import { useEffect, useRef } from 'react';
import { matchKeyBindingPress, parseKeybinding } from 'tinykeys';

/** What keys do, by name (`a`, `Space`, `$mod+z`; `$mod` is Ctrl, or ⌘ on a Mac). What gives false leaves the key to the browser. */
export type Keys = Record<string, (event: KeyboardEvent) => unknown>;

const takesLetters = (target: Element) => target.closest('input:not([type=checkbox]), textarea, select, [contenteditable="true"]') !== null;

/** Whether a key press is what a name says, also where a keyboard has the sign behind Shift. */
const isPress = (event: KeyboardEvent, name: string) =>
  [name, `Shift+${name}`].some((spelt) => {
    const press = parseKeybinding(spelt)[0];
    return press !== undefined && matchKeyBindingPress(event, press);
  });

/** Keys of a whole page, always with what they do at that moment: not while somebody types or a dialog is open. Of several that fit, the first listed. */
export function useKeys(keys: () => Keys): void {
  const now = useRef(keys);
  now.current = keys;
  useEffect(() => {
    const hear = (event: KeyboardEvent) => {
      const target = event.target instanceof Element ? event.target : document.body;
      if (takesLetters(target) || document.querySelector('dialog[open]')) return;
      const does = Object.entries(now.current()).find(([name]) => isPress(event, name))?.[1];
      if (does && does(event) !== false) event.preventDefault();
    };
    window.addEventListener('keydown', hear);
    return () => window.removeEventListener('keydown', hear);
  }, []);
}
