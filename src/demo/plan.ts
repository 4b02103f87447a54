import { type Chance, seededId } from '../core/chance.ts';
import { catalogueById } from '../core/drills/index.ts';
import { type Block, type BlockKind, type Item, newBlock, newItem, newSession, type Session, type WeekPlan } from '../core/weeks/index.ts';

/** How the demo squad's weeks are written down: blocks of drills with what differs from the usual. */
type ItemNote = [drillId: string, change?: Partial<Item>];
type BlockNote = [kind: BlockKind, items: ItemNote[], change?: Partial<Block>];

/** A maker of plans whose ids come from seeded chance, so that the demo is the same each time. */
export function planner(at: number, random: Chance) {
  const id = () => seededId(at, random);

  const item = ([drillId, change]: ItemNote): Item => {
    const drill = catalogueById.get(drillId);
    if (!drill) throw new RangeError(`No drill "${drillId}" on the shelf.`);
    return { ...newItem(id(), drill), ...change };
  };
  const block = ([kind, items, change]: BlockNote): Block => ({ ...newBlock(id(), kind), items: items.map(item), ...change });
  const session = (name: string, day: number, blocks: BlockNote[]): Session => ({
    ...newSession(id(), name),
    day,
    blocks: blocks.map(block),
  });

  const ladder: Partial<Item> = {
    dose: { measure: 'time on', seconds: 45, rounds: 1 },
    paces: [
      { pace: 'easy', seconds: 15 },
      { pace: 'half', seconds: 15 },
      { pace: 'full', seconds: 15 },
    ],
  };
  const seconds = (n: number): Partial<Item> => ({ dose: { measure: 'count in time', seconds: n, rounds: 1 } });

  /** Monday: quick feet, one leg burner, a minute challenge. */
  const quickFeet = (number: number) =>
    session('Quick feet', 1, [
      [
        'recap',
        [
          ['inside-shift', ladder],
          ['inside-taps', { ...seconds(30), target: { rule: 'stretch' } }],
        ],
      ],
      [number % 2 ? 'new skill' : 'combination', [[number % 2 ? 'v-inside' : 'pull-push-laces'], ['other-foot-rolls']]],
      ['leg burner', [['hop-out-in-taps', { ...seconds(15), starts: 'turn about' }]]],
      ['challenge', [['sole-taps', { ...seconds(60), target: { rule: 'by level' } }]]],
    ]);

  /** Wednesday: wall and juggling. */
  const wallAndAir = (number: number) =>
    session('Wall and air', 3, [
      ['warm-up', [['inside-shift', { dose: { measure: 'time on', seconds: 30, rounds: 1 } }]]],
      ['recap', [['goal-and-sole-stop'], ['pass-carry-pass']]],
      ['new skill', [[number % 3 === 0 ? 'juggle-alternating' : 'juggle-one-foot', { target: { rule: 'step ladder' } }]]],
      ['cool-down', [['ankle-hip-hold', { dose: { measure: 'time on', seconds: 20, rounds: 1 } }]]],
    ]);

  /** Saturday: course and challenges. */
  const saturday = (number: number) =>
    session('Saturday course', 6, [
      ['warm-up', [['line-laces', { dose: { measure: 'time on', seconds: 45, rounds: 1 } }]]],
      ['recap', [number % 2 ? ['slalom-right'] : ['slalom-left'], ['slalom-both', { target: { rule: 'same for all', number: 2 } }]]],
      ['leg burner', [['hop-out-in-taps', seconds(15)]]],
      [
        'challenge',
        [
          ['sole-taps', { ...seconds(10), target: { rule: 'stretch' } }],
          ['counted-step-overs', { ...seconds(10), target: { rule: 'stretch' } }],
        ],
      ],
      ['free play', [['free-combination', { dose: { measure: 'time on', seconds: 120, rounds: 1 } }]]],
    ]);

  return (number: number, title: string, focus: string): WeekPlan => ({
    title,
    focus,
    sessions: [quickFeet(number), wallAndAir(number), saturday(number)],
  });
}

/** Titles and focus of the demo's weeks, from week 1. */
export const WEEK_TITLES: readonly [string, string][] = [
  ['First touches', 'Ball between the feet, heels off the ground'],
  ['Both soles', 'A light foot on top of the ball'],
  ['Turn it away', 'Turn the ball away with one foot'],
  ['Wall friends', 'Passes that come back to you'],
  ['The other foot', 'Extra goes for the foot that gets too few'],
  ['Straight lines', 'Laces, toe down, run straight'],
  ['Stop it dead', 'First touch that stays with you'],
  ['Half pace, clean', 'Technique before speed'],
  ['Beat your best', 'One more than last time'],
  ['Round the cones', 'Close touches in the slalom'],
  ['Up in the air', 'Keep the ball alive'],
];
