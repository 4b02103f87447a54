import { frameAt, type Moment, momentsOf, type Plan } from '../../../core/moves/index.ts';
import { COLOURS } from '../colours.ts';
import { goodAngle } from './angle.ts';
import { figureShapes } from './figure.ts';

const SIZE = 120;
const HATCH = 'left';
const said = (colours: Readonly<Record<string, string>>) =>
  `:root{${Object.entries(colours)
    .map(([name, colour]) => `${name}:${colour}`)
    .join(';')}}`;
const STYLE = `${said(COLOURS.light)}\n@media(prefers-color-scheme:dark){${said(COLOURS.dark)}}`;

/** The moment that tells most of a movement: the first with a step-over or a turn, else the first. */
function tellingMoment(plan: Plan): Moment {
  const moments = momentsOf(plan);
  return moments.find((one) => one.turn !== 0) ?? moments.find((one) => one.foot !== null) ?? (moments[0] as Moment);
}

/** One picture of a movement as an SVG file of its own. */
export function stillSvg(plan: Plan): string {
  const moment = tellingMoment(plan);
  const view = { width: SIZE, height: SIZE, from: goodAngle(plan), tilt: 24, still: true };
  const shapes = figureShapes(plan, frameAt(plan, moment.t - plan.start), view, HATCH, moment);
  const paths = shapes.map(({ d, fill = 'none', stroke = 'none', width = 1, dash, opacity }) => {
    const more = `${dash ? ` stroke-dasharray="${dash}"` : ''}${opacity === undefined ? '' : ` opacity="${opacity.toFixed(2)}"`}`;
    return `<path d="${d}" fill="${fill}" stroke="${stroke}" stroke-width="${width.toFixed(1)}"${more}/>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE} ${SIZE}" width="${SIZE}" height="${SIZE}" stroke-linecap="round" stroke-linejoin="round"><style>${STYLE}</style><defs><pattern id="${HATCH}" width="3.4" height="3.4" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line x1="0" y1="0" x2="0" y2="3.4" stroke="var(--left)" stroke-width="1.3"/></pattern></defs>${paths.join('')}</svg>\n`;
}
