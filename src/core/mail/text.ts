import { language } from '../text/translate.ts';

/** A letter as it is sent: the same words as plain text and as HTML. */
export interface Letter {
  subject: string;
  plain: string;
  html: string;
}

/** A part of a letter: a heading (none when empty) with sentences, or with a list. */
export interface LetterPart {
  heading: string;
  lines: string[];
  list?: boolean;
}

/** A text as it stands in HTML. */
export const escaped = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;').replaceAll("'", '&#39;');

const paragraphs = ({ lines, list }: LetterPart): string =>
  list ? `<ul>${lines.map((line) => `<li>${escaped(line)}</li>`).join('')}</ul>` : lines.map((line) => `<p>${escaped(line)}</p>`).join('');

/** Puts a letter together. Parts without a line are left out; whatever people typed is escaped in the HTML. */
export function letterOf(subject: string, greeting: string, parts: readonly LetterPart[], end: string): Letter {
  const said = parts.filter((part) => part.lines.length > 0);
  const plain = [
    greeting,
    ...said.map((part) =>
      [...(part.heading ? [part.heading] : []), ...part.lines.map((line) => (part.list ? `- ${line}` : line))].join('\n'),
    ),
    end,
  ].join('\n\n');
  const body = said.map((part) => `${part.heading ? `<h2>${escaped(part.heading)}</h2>` : ''}${paragraphs(part)}`).join('');
  const html = `<!doctype html><html lang="${language()}"><head><meta charset="utf-8"><title>${escaped(subject)}</title></head><body><p>${escaped(greeting)}</p>${body}<p>${escaped(end)}</p></body></html>`;
  return { subject: subject.replaceAll(/[\r\n]+/g, ' '), plain: `${plain}\n`, html };
}
