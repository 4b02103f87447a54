import { english, t } from '../text/translate.ts';
import { markInWords } from './mark-words.ts';

/** What the feet do from one mark of a route to the next, where the route says it; both feet in turn. */
export const ZONE_FEET = [
  english('taps'),
  english('sole taps'),
  english('sole rolls'),
  english('inside pushes'),
  english('outside pushes'),
  english('laces pushes'),
] as const;
export type ZoneFeet = (typeof ZONE_FEET)[number];

/** What the feet do, from the words it is said with in small letters, “pushes” left out or not; null for other words. */
export const zoneFeetOf = (words: string): ZoneFeet | null =>
  ZONE_FEET.find((one) => one === words || one === `${words} pushes` || one === words.replace(/^inside (?=taps)/, '')) ?? null;

/** A stretch of a route as far as zones are told by it. */
interface InZone {
  feet: ZoneFeet | null;
  target: string;
  backwards: boolean;
}

/** Stretches one after the other on which the feet do the same, as `from` to `to` of the list; none of those where nothing is said. */
export function zonesOf(legs: readonly Pick<InZone, 'feet'>[]): { feet: ZoneFeet; from: number; to: number }[] {
  const zones: { feet: ZoneFeet; from: number; to: number }[] = [];
  legs.forEach(({ feet }, i) => {
    const last = zones.at(-1);
    if (last && last.to === i - 1 && last.feet === feet) last.to = i;
    else if (feet) zones.push({ feet, from: i, to: i });
  });
  return zones;
}

/**
 * What is called out of a route with zones: “taps to cone 3, sole taps to cone 5, then backwards home”. The way back is left
 * out where it is gone as usual; empty where no zone is said.
 */
export function zonesInWords({ out, back }: { out: readonly InZone[]; back: readonly InZone[] }): string {
  const said = zonesOf(out).map(({ feet, to }) => t('{feet} to {target}', { feet, target: markInWords(out[to]?.target ?? '') }));
  if (said.length === 0) return '';
  return [...said, ...(back.some((leg) => leg.backwards) ? [t('then backwards home')] : [])].join(', ');
}
