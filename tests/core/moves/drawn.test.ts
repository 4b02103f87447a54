import { createHash } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { expect } from 'chai';
import { CATALOGUE, type Drill } from '../../../src/core/drills/index.ts';
import { computedFigures } from '../../../src/core/moves/figures.ts';
import { frameAt, type Moment, momentsOf, type Plan, planOfDrill, readMovement, writeMovement } from '../../../src/core/moves/index.ts';

/*
 * Every shipped picture as it is drawn, in `drawn.txt`: what is done when, with what; where feet and ball are; and a sum of everything else.
 * After a change that is meant, look at the pictures, write the file anew with DRAWN=anew and read what changed in it.
 */

const FILE = new URL('drawn.txt', import.meta.url);
/** Moments of a picture that are written down in figures, and that go into the sum. */
const WRITTEN = 4;
const SUMMED = 12;

const cm = (n: number) => Math.round(n * 100) + 0;
const ms = (n: number) => Math.round(n * 1000);
const point = ({ x, y, z = 0 }: { x: number; y: number; z?: number }) => [x, y, z].map(cm).join(' ');

const momentLine = ({ t, beat, words, times, rep, foot, footFrom, footUntil, ballUntil, turn, hops }: Moment, start: number) =>
  `${ms(t - start)} ms, beat ${beat}: ${words}${times > 1 ? ` × ${times}` : ''}${rep ? ', a rep' : ''}; ${foot} ${ms(footFrom - start)}–${ms(footUntil - start)}, ball until ${ms(ballUntil - start)}${turn ? `, turns ${turn}` : ''}${hops ? ', hops' : ''}`;

/** Everything that is seen at one moment, to the centimetre and the degree. */
function seen(plan: Plan, t: number): string {
  const { feet, legs, arms, ball, hips, neck, head, face, touch, next } = frameAt(plan, t);
  const foot = (side: 'left' | 'right') =>
    `${point(feet[side])} ${Math.round(feet[side].yaw)} ${Math.round(feet[side].pitch)} ${feet[side].down}`;
  const limbs = [...Object.values(legs).flatMap(Object.values), ...Object.values(arms).flatMap(Object.values)].map(point);
  return [
    ...[foot('left'), foot('right'), point(ball), ball.cause, point(ball.mark), point(hips), point(neck), point(head), Math.round(face)],
    ...limbs,
    ...[touch?.surface, touch?.who, next?.contact.surface, next && ms(next.seconds)],
  ].join('|');
}

/** A picture in words and figures. */
function drawn(drill: Drill, example: number): string {
  const plan = planOfDrill(drill, { example });
  if (!plan) throw new Error(`${drill.id} is not drawn`);
  const { start, period } = plan;
  const at = (n: number, of: number) => start + (period * n) / of;
  const frames = Array.from({ length: WRITTEN }, (_, n) => {
    const { feet, ball } = frameAt(plan, at(n, WRITTEN));
    return `  left ${point(feet.left)}, right ${point(feet.right)}, ball ${point(ball)}`;
  });
  const sum = createHash('sha256');
  for (let n = 0; n < SUMMED; n++) sum.update(seen(plan, at(n, SUMMED)));
  sum.update(JSON.stringify(computedFigures(plan), (_, one: unknown) => (typeof one === 'number' ? Number(one.toFixed(3)) : one)));
  const text = drill.moves?.texts[example] ?? '';
  return [
    `${drill.id} ${example + 1}: ${ms(period)} ms, ${plan.closes ? 'closes' : 'goes on'}, sum ${sum.digest('hex').slice(0, 10)}`,
    `  ${writeMovement(readMovement(text)).trim().replaceAll('\n', '\n  ')}`,
    ...momentsOf(plan).map((moment) => `  ${momentLine(moment, start)}`),
    ...frames,
  ].join('\n');
}

const all = CATALOGUE.flatMap((drill) => (drill.moves?.texts ?? []).map((_, example) => [drill, example] as const));
if (process.env.DRAWN === 'anew') writeFileSync(FILE, `${all.map((one) => drawn(...one)).join('\n\n')}\n`);
const written = new Map(
  readFileSync(FILE, 'utf8')
    .trim()
    .split('\n\n')
    .map((picture) => [picture.slice(0, picture.indexOf(':')), picture]),
);

describe('a shipped picture is drawn as it was looked at', () => {
  for (const [drill, example] of all)
    it(`${drill.id} ${example + 1}`, () => expect(drawn(drill, example)).to.equal(written.get(`${drill.id} ${example + 1}`)));

  it('and there is no other', () => expect([...written.keys()]).to.deep.equal(all.map(([drill, example]) => `${drill.id} ${example + 1}`)));
});
