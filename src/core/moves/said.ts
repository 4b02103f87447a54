import { english, language, t, term } from '../text/translate.ts';
import { STEP } from './child.ts';
import type { Act, Beat, Verb } from './terms.ts';

/* Beats for who reads another language than the one that moves are written in. */

const PARTS: Readonly<Record<string, string>> = {
  ...{ 'left inside': english('left inside'), 'right inside': english('right inside') },
  ...{ 'left outside': english('left outside'), 'right outside': english('right outside') },
  ...{ 'left laces': english('left laces'), 'right laces': english('right laces') },
  ...{ 'left sole': english('left sole'), 'right sole': english('right sole') },
  ...{ 'left toe': english('left toe'), 'right toe': english('right toe') },
  ...{ 'left heel': english('left heel'), 'right heel': english('right heel') },
  ...{ 'left thigh': english('left thigh'), 'right thigh': english('right thigh') },
  ...{
    left: english('left foot'),
    right: english('right foot'),
    feet: english('both feet'),
    far: english('far foot'),
    near: english('near foot'),
  },
  ...{ hands: english('the hands'), head: english('the head'), chest: english('the chest'), ball: english('the ball') },
};

const DONE: Readonly<Record<Verb, string>> = {
  ...{ tap: english('taps'), push: english('pushes'), pull: english('pulls'), roll: english('rolls'), stop: english('stops') },
  ...{
    circle: english('circles'),
    pass: english('passes'),
    kick: english('kicks up'),
    cushion: english('cushions'),
    throw: english('throws it up'),
  },
  ...{
    drop: english('drops it'),
    catch: english('catches it'),
    pick: english('picks it up'),
    bounce: english('bounces'),
    over: english('steps over'),
  },
  ...{ step: english('takes a step'), hop: english('hops'), jump: english('jumps'), turn: english('turns'), shield: english('shields it') },
  ...{ fake: english('fakes'), hold: english('holds'), wait: english('waits') },
};

const WAYS_SAID: Readonly<Record<string, string>> = {
  ...{ forward: english('forward'), back: english('backward'), out: english('outward'), across: english('to the other side') },
  ...{
    left: english('to the left'),
    right: english('to the right'),
    along: english('along'),
    home: english('back home'),
    behind: english('behind'),
  },
};
const TURNS: Readonly<Record<number, string>> = {
  90: english('a quarter'),
  180: english('half way round'),
  360: english('all the way round'),
};

/** How far, where that comes out in whole steps; the picture shows what is less. */
function howFar(metres: number | null): string[] {
  const steps = metres === null ? 0 : Math.round((metres / STEP) * 100) / 100;
  return steps >= 1 && Number.isInteger(steps) ? [t('{n, plural, one {# step} other {# steps}}', { n: steps })] : [];
}

function actSaid({ who, surface, verb, ways, far, turn }: Act): string {
  const part = PARTS[surface && surface !== who && surface !== 'ground' ? `${who} ${surface}` : who] ?? PARTS[who];
  return [
    ...(part && who !== 'body' ? [term(part)] : []),
    term(DONE[verb]),
    ...(turn === 0 ? [] : [term(TURNS[Math.abs(turn)] ?? 'half way round')]),
    ...(verb === 'bounce' ? [] : ways.map((way) => term(WAYS_SAID[way] ?? way))),
    ...howFar(far),
  ].join(' ');
}

/**
 * A beat as it is said in the reader's language.
 * @param written as it was written: what stands where moves are read and written, in English
 */
export function beatSaid({ acts }: Pick<Beat, 'acts'>, written: string): string {
  if (language() === 'en' || acts.length === 0) return written;
  const said = acts.map(actSaid).join(t(' and '));
  return said.charAt(0).toUpperCase() + said.slice(1);
}
