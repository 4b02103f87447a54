const SYSTEMS = [
  [/iphone/i, 'an iPhone'],
  [/ipad/i, 'an iPad'],
  [/android.*mobile/i, 'an Android phone'],
  [/android/i, 'an Android tablet'],
  [/cros/i, 'a Chromebook'],
  [/windows/i, 'a Windows computer'],
  [/mac os/i, 'a Mac'],
  [/linux/i, 'a Linux computer'],
] as const;
const BROWSERS = [
  [/edg\//i, 'Edge'],
  [/firefox/i, 'Firefox'],
  [/chrom/i, 'Chrome'],
  [/safari/i, 'Safari'],
] as const;

/** A device in words, from what its browser says of itself. */
export function deviceInWords(agent: string | null): string {
  const system = SYSTEMS.find(([pattern]) => pattern.test(agent ?? ''))?.[1] ?? 'a device';
  const browser = BROWSERS.find(([pattern]) => pattern.test(agent ?? ''))?.[1];
  return browser ? `${browser} on ${system}` : system;
}
