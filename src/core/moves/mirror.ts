import type { Act, Beat, Movement } from './terms.ts';

const FLIPPED: Record<string, string> = { left: 'right', right: 'left', Left: 'Right', Right: 'Left' };
const flip = <T extends string | null>(word: T): T => (word === null ? word : ((FLIPPED[word] ?? word) as T));
/** −n, but 0 stays 0. */
const opposite = (n: number): number => (n === 0 ? 0 : -n);

const mirrorAct = (act: Act): Act => ({ ...act, who: flip(act.who), ways: act.ways.map(flip), turn: opposite(act.turn) });

export const mirrorBeat = (beat: Beat): Beat => ({
  ...beat,
  acts: beat.acts.map(mirrorAct),
  words: beat.words.replace(/\b(left|right)\b/gi, (word) => flip(word)),
});

/** The same movement for the other foot: left and right changed over. Mirrored twice it is itself. */
export const mirrorMovement = (movement: Movement): Movement => ({
  ...movement,
  beats: movement.beats.map(mirrorBeat),
  sideways: movement.sideways.map(mirrorBeat),
  stance: {
    ...movement.stance,
    ballSide: flip(movement.stance.ballSide),
    stand: flip(movement.stance.stand),
    cones: movement.stance.cones.map(({ x, y }) => ({ x: opposite(x), y })),
  },
});
