/** A part of a path that is a word of ours: what carries an id, a code, a token or a name is none. */
const WORD = /^v\d$|^[a-z]+(-[a-z]+)*(\.(csv|json|zip|svg|js|css|webmanifest|png|ics|woff2))?$/;
const WORD_LETTERS_MAX = 24;
const PARTS_MAX = 8;
/** What comes after these opens something by itself, whatever it looks like. */
const KEYS_FOLLOW = new Set(['calendar', 'invited', 'family-link', 'join', 'new-password', 'reset-password']);

/** A path without anything that says who or what was asked for: every part that is no word of ours is blanked, the query is left out. */
export function routeOf(url: string): string {
  const [path = '/'] = url.split('?');
  const parts = path.split('/');
  const isWord = (part: string, i: number) => WORD.test(part) && part.length <= WORD_LETTERS_MAX && !KEYS_FOLLOW.has(parts[i - 1] ?? '');
  return parts
    .slice(0, PARTS_MAX)
    .map((part, i) => (part === '' || isWord(part, i) ? part : '*'))
    .join('/');
}
