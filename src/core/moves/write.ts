import { SHOE, STEP } from './child.ts';
import type { Act, Beat, Movement, Stance, Verb } from './terms.ts';

/** How each verb is said of a foot; of hands and body it is said as it is written here too. */
const SAID: Record<Verb, string> = {
  ...{ tap: 'taps', push: 'pushes', pull: 'pulls', roll: 'rolls', stop: 'stops', circle: 'circles', pass: 'passes', kick: 'kicks up' },
  ...{ cushion: 'cushions', throw: 'throw up', drop: 'drop', catch: 'catch', pick: 'pick it up', bounce: 'bounces', over: 'steps over' },
  ...{ step: 'steps', hop: 'hops', jump: 'jump', turn: 'turn', shield: 'shield', fake: 'fake', hold: 'holds', wait: 'wait' },
};
const TURN_WORDS: Record<number, string> = { 90: 'quarter', 180: 'half', 360: 'full' };

/** A number of metres as it is said: in shoe lengths where that comes out, else in steps. */
function farInWords(metres: number): string {
  const round = (n: number) => Math.round(n * 1000) / 1000;
  const steps = round(metres / STEP);
  const shoes = round(metres / SHOE);
  return Math.abs(steps * STEP - metres) < 1e-9 && String(steps).length < String(shoes).length ? `${steps} steps` : String(shoes);
}

function actInWords(act: Act): string {
  const { who, surface, verb, ways, far, high, turn, from } = act;
  const foot = who === 'body' ? [] : [who];
  const part = surface === null || surface === who || (who === 'ball' && surface === 'ground') ? [] : [surface];
  const turned = turn === 0 ? [] : [TURN_WORDS[Math.abs(turn)] ?? 'half'];
  const height = high === null ? [] : [high === 'over the head' ? 'over the head' : `to the ${high}`];
  return [
    ...foot,
    ...part,
    SAID[verb],
    ...turned,
    ...(verb === 'bounce' ? [] : ways),
    ...(far === null ? [] : [farInWords(far)]),
    ...height,
    ...(from ? [`from the ${from}`] : []),
    ...(act.rolling ? ['rolling'] : []),
  ].join(' ');
}

function beatInWords({ acts, length, rep }: Beat): string {
  const pace = length === 2 ? ' long' : length === 0.5 ? ' short' : '';
  return `${acts.map(actInWords).join(' and ')}${pace}${rep ? ' *' : ''}`;
}

function stanceInWords(stance: Stance): string[] {
  const { ball, ballSide, stand, feet, wall, goal, cones } = stance;
  const places: Record<Stance['ball'], string> = {
    ...{ between: 'between the feet', front: ballSide ? `in front of the ${ballSide}` : 'in front', beside: `beside the ${ballSide}` },
    ...{ under: `under the ${ballSide}`, hands: 'in the hands', air: 'in the air', none: '' },
  };
  const steps = (metres: number) => String(Math.round((Math.abs(metres) / STEP) * 1000) / 1000);
  const cone = ({ x, y }: { x: number; y: number }) => {
    if (y === 0 && x !== 0) return `cone ${steps(x)} steps ${x > 0 ? 'right' : 'left'}`;
    return `cone ${steps(y)} steps ${y < 0 ? 'behind' : 'ahead'}${x === 0 ? '' : ` and ${steps(x)} ${x > 0 ? 'right' : 'left'}`}`;
  };
  return [
    ...(stance.route ? ['on the route'] : []),
    ...(wall === null ? [] : [`wall ${steps(wall)} steps ahead`]),
    ...(goal === null ? [] : [`goal ${steps(goal)} steps ahead`]),
    ...cones.map(cone),
    ...(stand ? [`stand on the ${stand}`] : []),
    `feet ${feet}`,
    ball === 'none' ? 'no ball' : `ball ${places[ball]}`,
  ];
}

/** A movement in its usual form, which reads as the same movement: every beat with all that goes without saying. */
export function writeMovement(movement: Movement): string {
  return [
    ...stanceInWords(movement.stance),
    ...movement.beats.map(beatInWords),
    ...(movement.sideways.length > 0 ? ['sideways', ...movement.sideways.map(beatInWords)] : []),
    ...(movement.moving ? ['moving along'] : []),
    { same: 'again', mirrored: 'again mirrored', anew: 'again from the start' }[movement.again],
  ].join('\n');
}
