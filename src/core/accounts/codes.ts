/** Letters of codes that people type: Crockford's base 32, without I, L, O and U, which are misread. */
const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

/**
 * A code of so many letters from random bytes, five bits a letter.
 * @param bytes at least `length · 5 / 8` of them
 * @throws RangeError when there are too few bytes
 */
export function codeFrom(bytes: Uint8Array, length: number): string {
  if (bytes.length * 8 < length * 5)
    throw new RangeError(`${length} letters need ${Math.ceil((length * 5) / 8)} bytes, not ${bytes.length}.`);
  let bits = 0;
  let held = 0;
  let at = 0;
  let code = '';
  while (code.length < length) {
    if (held < 5) {
      bits = ((bits << 8) | (bytes[at++] ?? 0)) & 0x1fff;
      held += 8;
    }
    held -= 5;
    code += ALPHABET[(bits >> held) & 31];
  }
  return code;
}

/** A code as it was typed or scanned, in the letters it was made of: spaces and dashes go, misread letters are put right. */
export const normalCode = (typed: string): string =>
  typed
    .toUpperCase()
    .replaceAll(/[^0-9A-Z]/g, '')
    .replaceAll('O', '0')
    .replaceAll(/[IL]/g, '1')
    .replaceAll('U', 'V');

/** A code for people's eyes: in groups of four. */
export const codeInGroups = (code: string): string => code.match(/.{1,4}/g)?.join('-') ?? '';
