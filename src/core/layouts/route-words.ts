import { capital } from '../text/capital.ts';
import { t } from '../text/translate.ts';
import type { Action, Leg, Route } from './route.ts';
import { zonesOf } from './zones.ts';

const ACTION_WORDS: Record<Action, string> = {
  get run() {
    return t('Run');
  },
  get shuffle() {
    return t('Shuffle');
  },
  get dribble() {
    return t('Dribble');
  },
  get touch() {
    return t('Go and touch');
  },
  get weave() {
    return t('Weave');
  },
};

/** The way out as it is called out, leg by leg; the cones of one weave, and of one zone, are said together. */
export function routeInWords(route: Route): string[] {
  const words: string[] = [];
  const zones = zonesOf(route.out);
  route.out.forEach((leg, i) => {
    if (leg.feet) {
      const zone = zones.find((one) => one.from === i);
      if (zone) words.push(t('{feet} to {target}', { feet: capital(leg.feet), target: route.out[zone.to]?.target }));
      return;
    }
    if (leg.action !== 'weave') {
      words.push(legInWords(leg));
      return;
    }
    if (route.out[i - 1]?.action === 'weave') return;
    const end = route.out.slice(i).findIndex((other) => other.action !== 'weave');
    const last = end < 0 ? route.out.at(-1) : route.out[i + end - 1];
    words.push(t('Weave to {target}, the first cone on your {pass}', { target: last?.target, pass: leg.pass }));
  });
  return words;
}

/** A leg as it is called out: "Shuffle left to cone 3". */
export function legInWords(leg: Leg): string {
  if (leg.action === 'weave')
    return t('Weave past {target} on your {pass}', { target: leg.target, pass: leg.pass === 'left' ? 'left' : 'right' });
  const side = leg.action === 'shuffle' && (leg.seen === 'left' || leg.seen === 'right') ? ` ${leg.seen}` : '';
  const to = leg.action === 'touch' ? ' ' : leg.target.includes('gate') ? ' through ' : ' to ';
  return `${ACTION_WORDS[leg.action]}${side}${to}${leg.target}`;
}
