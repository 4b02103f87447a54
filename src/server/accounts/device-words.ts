import { english, t, term } from '../../core/text/translate.ts';

const SYSTEMS = [
  [/iphone/i, english('an iPhone')],
  [/ipad/i, english('an iPad')],
  [/android.*mobile/i, english('an Android phone')],
  [/android/i, english('an Android tablet')],
  [/cros/i, english('a Chromebook')],
  [/windows/i, english('a Windows computer')],
  [/mac os/i, english('a Mac')],
  [/linux/i, english('a Linux computer')],
] as const;
const BROWSERS = [
  [/edg\//i, 'Edge'],
  [/firefox/i, 'Firefox'],
  [/chrom/i, 'Chrome'],
  [/safari/i, 'Safari'],
] as const;

/** A device in words, from what its browser says of itself. */
export function deviceInWords(agent: string | null): string {
  const system = SYSTEMS.find(([pattern]) => pattern.test(agent ?? ''))?.[1] ?? english('a device');
  const browser = BROWSERS.find(([pattern]) => pattern.test(agent ?? ''))?.[1];
  return browser ? t('{browser} on {system}', { browser, system: term(system) }) : term(system);
}
