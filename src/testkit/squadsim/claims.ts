import type { Chance } from '../../core/chance.ts';
import { BETTER } from '../../core/drills/terms.ts';
import { type Claim, resultOf } from '../../core/scores/result.ts';
import { meets } from '../../core/targets/index.ts';
import type { SeasonChild } from './children.ts';
import type { SeasonGo } from './season.ts';

const TOO_SHARE = 0.75;

const more = (go: SeasonGo, share: number): Claim => {
  const { honest, dose } = go;
  if (honest.value === null) return honest;
  // Where less is better it is the seconds that are said to be fewer.
  if (dose.measure === 'course time') return { ...honest, value: Math.round((honest.value / (1 + share)) * 10) / 10, faults: 0 };
  if (BETTER[dose.measure] === 'less') return honest;
  const most =
    dose.measure === 'surfaces' ? dose.reps * dose.surfaces.length : dose.measure === 'time on' ? dose.seconds : Number.POSITIVE_INFINITY;
  return { ...honest, value: Math.min(most, Math.round(honest.value * (1 + share))) };
};

/**
 * What a child says of a go. Half again: in three goes of four. A tenth more: always. Copies: the friend's number of the same go, where there
 * is one and it is better. Just made it: the number to beat, where no more than a quarter was missing.
 */
export function claimOf(child: Pick<SeasonChild, 'honesty'>, go: SeasonGo, number: number | null, random: Chance): Claim {
  const { honest, dose, friends } = go;
  switch (child.honesty) {
    case 'honest':
      return honest;
    case 'half again':
      return random.happens(TOO_SHARE) ? more(go, 0.5) : honest;
    case 'a tenth more':
      return more(go, 0.1);
    case 'copies':
      return friends !== null && honest.value !== null && BETTER[dose.measure] === 'more' && friends > honest.value
        ? { ...honest, value: friends }
        : honest;
    case 'just made it': {
      const result = resultOf(honest, dose);
      if (number === null || result === null || BETTER[dose.measure] === 'less' || meets(result, number, dose) || result < 0.75 * number)
        return honest;
      return { ...honest, value: number };
    }
  }
}
