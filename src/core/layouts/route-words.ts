import { capital } from '../text/capital.ts';
import { t, term } from '../text/translate.ts';
import { markInWords } from './mark-words.ts';
import type { Leg, Route } from './route.ts';
import { zonesOf } from './zones.ts';

/** The way out as it is called out, leg by leg; the cones of one weave, and of one zone, are said together. */
export function routeInWords(route: Route): string[] {
  const words: string[] = [];
  const zones = zonesOf(route.out);
  route.out.forEach((leg, i) => {
    if (leg.feet) {
      const zone = zones.find((one) => one.from === i);
      if (zone)
        words.push(t('{feet} to {target}', { feet: capital(term(leg.feet)), target: markInWords(route.out[zone.to]?.target ?? '') }));
      return;
    }
    if (leg.action !== 'weave') {
      words.push(legInWords(leg));
      return;
    }
    if (route.out[i - 1]?.action === 'weave') return;
    const end = route.out.slice(i).findIndex((other) => other.action !== 'weave');
    const last = end < 0 ? route.out.at(-1) : route.out[i + end - 1];
    words.push(t('Weave to {target}, the first cone on your {pass}', { target: markInWords(last?.target ?? ''), pass: leg.pass }));
  });
  return words;
}

/** A leg as it is called out: "Shuffle left to cone 3". */
export function legInWords({ action, target: mark, pass, seen }: Leg): string {
  const target = markInWords(mark);
  const where = mark.includes('gate') ? t('through {target}', { target }) : t('to {target}', { target });
  switch (action) {
    case 'weave':
      return t('Weave past {target} on your {pass}', { target, pass: pass === 'left' ? 'left' : 'right' });
    case 'touch':
      return t('Go and touch {target}', { target });
    case 'run':
      return t('Run {where}', { where });
    case 'dribble':
      return t('Dribble {where}', { where });
    case 'shuffle':
      if (seen === 'left') return t('Shuffle left {where}', { where });
      return seen === 'right' ? t('Shuffle right {where}', { where }) : t('Shuffle {where}', { where });
  }
}
