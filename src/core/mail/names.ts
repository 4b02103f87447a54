import { english, term } from '../text/translate.ts';
import { escaped, type Letter } from './text.ts';

/* In letters that tell of several children, a child stands as its id; the name is put in when the letter is read or goes out. */

const OPEN = '\u27e6';
const CLOSE = '\u27e7';
const TOKEN = new RegExp(`${OPEN}([0-9a-f-]{36})${CLOSE}`, 'g');

/** What a letter says in place of somebody who is not there any more. */
export const WHO_LEFT = english('a player who has left');

/** A player as a letter keeps it. */
export const nameToken = (playerId: string): string => `${OPEN}${playerId}${CLOSE}`;

/** The players that a text names. */
export const namedIn = (text: string): string[] => [...new Set([...text.matchAll(TOKEN)].map((match) => match[1] ?? ''))];

/**
 * A letter with the names of now.
 * @param nameOf the nickname of a player by id; undefined for who left
 */
export function withNames<L extends Letter>(letter: L, nameOf: (playerId: string) => string | undefined): L {
  const draw = (text: string, as: (name: string) => string) =>
    text.replaceAll(TOKEN, (_all, id: string) => as(nameOf(id) ?? term(WHO_LEFT)));
  const bare = (name: string) => name;
  return { ...letter, subject: draw(letter.subject, bare), plain: draw(letter.plain, bare), html: draw(letter.html, escaped) };
}
