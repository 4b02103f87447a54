import type { StrongerFoot } from '../squads/terms.ts';
import { capital } from '../text/capital.ts';
import type { Drill } from './schema.ts';
import { CONTACT_SCHOOLS, type ContactSchool } from './terms.ts';

/** What the part of the foot that lifts the ball is called in the moves: the toe that is pulled up, or the flat laces. */
const LIFTS: Record<ContactSchool, string> = { 'toe-up': 'toe', laces: 'laces' };

/** Moves in which the foot lifts the ball as a school teaches it. */
const liftedAs = (moves: Drill['moves'], school: ContactSchool): Drill['moves'] =>
  moves && { ...moves, texts: moves.texts.map((text) => text.replace(/\b(?:laces|toe)(?= kicks up\b)/g, LIFTS[school])) };

/**
 * A drill in the words and the picture of a school of juggling contact; drills that both schools teach alike come back as they are.
 */
export function inSchool(drill: Drill, school: ContactSchool): Drill {
  return drill.contact ? { ...drill, ...drill.contact[school], moves: liftedAs(drill.moves, school) } : drill;
}

/**
 * The id of the drill that a school does in place of `id`: its twin where the drill belongs to the other school alone.
 * A twin that is not among `drills` is no help, so the drill itself stays.
 */
export function drillForSchool(id: string, drills: ReadonlyMap<string, Drill>, school: ContactSchool): string {
  const drill = drills.get(id);
  if (!drill?.school || drill.school === school || !drill.twin) return id;
  return drills.has(drill.twin) ? drill.twin : id;
}

/** Words of a side, each with its other: in English, and in Spanish, where a text is in it already. */
const SIDES_SAID = [
  ['left', 'right'],
  ['izquierdo', 'derecho'],
  ['izquierda', 'derecha'],
  ['izquierdos', 'derechos'],
  ['izquierdas', 'derechas'],
] as const;
const OTHER_SIDE: ReadonlyMap<string, string> = new Map(
  SIDES_SAID.flatMap(([a, b]) => [[a, b] as const, [b, a] as const, [capital(a), capital(b)] as const, [capital(b), capital(a)] as const]),
);
const SIDE_WORD = new RegExp(`\\b(${SIDES_SAID.flat().join('|')})\\b`, 'gi');

/** A sentence with left and right changed over: "Left foot first" becomes "Right foot first". Done twice it is itself. */
export function mirrorWords(sentence: string): string {
  return sentence.replace(SIDE_WORD, (word) => OTHER_SIDE.get(word) ?? word);
}

/**
 * A drill as it is said for a left-footed player: steps and cues with left and right changed over.
 * A drill that is for one foot by name stays: there the side is the point.
 */
export function mirrored(drill: Drill): Drill {
  if (drill.sides === 'left' || drill.sides === 'right') return drill;
  const { also } = drill;
  const said = { ...drill, steps: drill.steps.map(mirrorWords), cues: drill.cues.map(mirrorWords) };
  if (!also) return said;
  // What else the drill says is not changed over: both are there to be looked up.
  const changed = Object.entries(also.texts).map(([text, other]) => [mirrorWords(text), mirrorWords(other)] as const);
  return { ...said, also: { ...also, texts: { ...Object.fromEntries(changed), ...also.texts } } };
}

/** A drill as one player gets it: in the words of a school, and said for the left where that is the stronger foot. */
export function drillForPlayer(drill: Drill, school: ContactSchool, strongerFoot: StrongerFoot): Drill {
  const taught = inSchool(drill, school);
  return strongerFoot === 'left' ? mirrored(taught) : taught;
}

/** The school that is not this one. */
export const otherSchool = (school: ContactSchool): ContactSchool => CONTACT_SCHOOLS.find((one) => one !== school) ?? school;
