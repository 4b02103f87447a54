import { SHOE, STEP } from './child.ts';
import { SAID } from './lexicon.ts';
import { movesInSpanish } from './lexicon-es.ts';
import type { Act, Beat, Movement, Stance } from './terms.ts';

const TURN_WORDS: Record<number, string> = { 90: 'quarter', 180: 'half', 360: 'full' };

/** A word of the notation in a language; `way` where left and right are ways and not feet. */
type Say = (english: string, way?: boolean) => string;
const SAY: Record<'en' | 'es', Say> = { en: (english) => english.trim(), es: movesInSpanish };

/** A number of metres as it is said: in shoe lengths where that comes out, else in steps. */
function farInWords(metres: number, say: Say): string {
  const round = (n: number) => Math.round(n * 1000) / 1000;
  const steps = round(metres / STEP);
  const shoes = round(metres / SHOE);
  return Math.abs(steps * STEP - metres) < 1e-9 && String(steps).length < String(shoes).length ? `${steps} ${say('steps')}` : String(shoes);
}

function actInWords(act: Act, say: Say): string {
  const { who, surface, verb, ways, far, high, turn, from } = act;
  const foot = who === 'body' ? [] : [say(who)];
  const part = surface === null || surface === who || (who === 'ball' && surface === 'ground') ? [] : [say(surface)];
  const turned = turn === 0 ? [] : [say(TURN_WORDS[Math.abs(turn)] ?? 'half')];
  const height = high === null ? [] : [high === 'over the head' ? say('over the head') : `${say('to the')} ${say(high)}`];
  return [
    ...foot,
    ...part,
    say(SAID[verb]),
    ...turned,
    ...(verb === 'bounce' ? [] : ways.map((way) => say(way, way === 'left' || way === 'right'))),
    ...(far === null ? [] : [farInWords(far, say)]),
    ...height,
    ...(from ? [say(from === 'inside' ? 'from the inside' : 'from the outside')] : []),
    ...(act.rolling ? [say('rolling')] : []),
  ].join(' ');
}

function beatInWords({ acts, length, rep }: Beat, say: Say): string {
  const pace = length === 2 ? ` ${say('long')}` : length === 0.5 ? ` ${say('short')}` : '';
  return `${acts.map((act) => actInWords(act, say)).join(` ${say('and')} `)}${pace}${rep ? ' *' : ''}`;
}

function placeInWords({ ball, ballSide }: Stance, say: Say): string {
  const of = (where: string) => (ballSide ? `${say(where)} ${say(ballSide)}` : say(where));
  const places: Record<Stance['ball'], () => string> = {
    between: () => say('ball between the feet'),
    front: () => (ballSide ? of('ball in front of the') : say('ball in front')),
    beside: () => of('ball beside the'),
    under: () => of('ball under the'),
    hands: () => say('ball in the hands'),
    air: () => say('ball in the air'),
    none: () => say('no ball'),
  };
  return places[ball]();
}

function stanceInWords(stance: Stance, say: Say): string[] {
  const { stand, feet, wall, goal, cones } = stance;
  const steps = (metres: number) => `${Math.round((Math.abs(metres) / STEP) * 1000) / 1000}`;
  const away = (what: string, metres: number, where: string, way = false) =>
    `${say(what)} ${steps(metres)} ${say('steps')} ${say(where, way)}`;
  const cone = ({ x, y }: { x: number; y: number }) => {
    const side = x > 0 ? 'right' : 'left';
    if (y === 0 && x !== 0) return away('cone', x, side, true);
    return `${away('cone', y, y < 0 ? 'behind' : 'ahead')}${x === 0 ? '' : ` ${say('and')} ${steps(x)} ${say(side, true)}`}`;
  };
  return [
    ...(stance.route ? [say('on the route')] : []),
    ...(wall === null ? [] : [away('wall', wall, 'ahead')]),
    ...(goal === null ? [] : [away('goal', goal, 'ahead')]),
    ...cones.map(cone),
    ...(stand ? [`${say('stand on the')} ${say(stand)}`] : []),
    say(`feet ${feet}`),
    placeInWords(stance, say),
  ];
}

const CLOSED = { same: 'again', mirrored: 'again mirrored', anew: 'again from the start' } as const;

/**
 * A movement in its usual form, which reads as the same movement: every beat with all that goes without saying.
 * @param language the words it is written in; any of them is read again, whatever the reader's own
 */
export function writeMovement(movement: Movement, language: 'en' | 'es' = 'en'): string {
  const say = SAY[language];
  return [
    ...stanceInWords(movement.stance, say),
    ...movement.beats.map((beat) => beatInWords(beat, say)),
    ...(movement.sideways.length > 0 ? [say('sideways'), ...movement.sideways.map((beat) => beatInWords(beat, say))] : []),
    ...(movement.moving ? [say('moving along')] : []),
    say(CLOSED[movement.again]),
  ].join('\n');
}
