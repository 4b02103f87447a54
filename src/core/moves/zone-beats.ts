import { ZONE_FEET, type ZoneFeet } from '../layouts/zones.ts';
import { readMovement } from './read.ts';
import type { Beat } from './terms.ts';

/** Beats of a zone of a route, both feet in turn: a touch with every step, or with every second. */
const TEXTS: Record<ZoneFeet, string> = {
  taps: 'right inside taps along; left inside taps along',
  'sole taps': 'right sole taps along; left sole taps along',
  'sole rolls': 'right sole rolls along; left steps; left sole rolls along; right steps',
  'inside pushes': 'right inside pushes along; left steps; left inside pushes along; right steps',
  'outside pushes': 'right outside pushes along; left steps; left outside pushes along; right steps',
  'laces pushes': 'right laces pushes along; left steps; left laces pushes along; right steps',
};

const read = new Map<ZoneFeet, Beat[]>();

/** What the feet do on a zone of a route, beat by beat. */
export function beatsOfZone(feet: ZoneFeet): Beat[] {
  const beats = read.get(feet) ?? readMovement(`on the route; ${TEXTS[feet]}`).beats;
  read.set(feet, beats);
  return beats;
}

/** Every beat that a zone can have, in one list, and where each footwork's begin in it. */
export const allZoneBeats = (): { beats: Beat[]; from: ReadonlyMap<ZoneFeet, number> } => {
  const from = new Map<ZoneFeet, number>();
  const beats: Beat[] = [];
  for (const feet of ZONE_FEET) {
    from.set(feet, beats.length);
    beats.push(...beatsOfZone(feet));
  }
  return { beats, from };
};
