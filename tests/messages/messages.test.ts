import { expect } from 'chai';
import { collect, pluralKey, readSource } from '../../scripts/messages/collect.mjs';
import { compiled } from '../../src/core/text/translate.ts';
import spanish from '../../src/messages/es/index.ts';
import { pluralOf, pseudo } from '../../src/messages/pseudo.ts';

const said = spanish as Record<string, string>;

/** The names that stand in a message's braces, wherever they stand in it. */
function namesIn(message: unknown): string[] {
  if (!Array.isArray(message)) return message !== null && typeof message === 'object' ? Object.values(message).flatMap(namesIn) : [];
  const [first, kind, ...rest] = message;
  if (typeof first === 'string' && (kind === undefined || typeof kind === 'number') && message.length <= 3 && !/\s/.test(first))
    return [first, ...rest.flatMap(namesIn)];
  return message.flatMap((part) => (Array.isArray(part) ? namesIn(part) : []));
}
const names = (text: string) => [...new Set(namesIn(compiled(text)))].sort();

const { areas } = await collect();

describe('the message files', () => {
  const texts = Object.values(areas).flat();

  it('have every sentence of the code and of the shelf, and no other', () => {
    expect(texts.length).to.be.greaterThan(4000);
    expect(texts.filter((text) => !said[text])).to.deep.equal([]);
    const wanted = new Set(texts);
    expect(Object.keys(said).filter((text) => !wanted.has(text))).to.deep.equal([]);
  });

  it('put the same into their braces as the English, and nothing else', () => {
    expect(names('{n, plural, one {# {what}} other {{what}s}} of {all}')).to.deep.equal(['all', 'n', 'what']);
    const other = texts.filter((text) => names(said[text] as string).join() !== names(pluralOf(text)).join());
    expect(other).to.deep.equal([]);
  });

  it('keep the space at the ends, where sentences are joined', () => {
    const edge = (text: string) => `${/^\s*/.exec(text)?.[0].length}|${/\s*$/.exec(text)?.[0].length}`;
    expect(texts.filter((text) => !text.startsWith('# ') && edge(text) !== edge(said[text] as string))).to.deep.equal([]);
  });

  it('say numbers with a word for one and a word for more', () => {
    for (const text of texts.filter((one) => one.startsWith('# ')))
      expect(said[text], text).to.match(/^\{n, plural, one \{.+\} other \{.+\}\}$/);
  });

  it('have no address of a file or of a database among them', () => {
    expect(texts.filter((text) => /\bselect \w+ from\b|\bwhere \w+ =|\/api\/|https?:/.test(text))).to.deep.equal([]);
  });
});

describe('sentences of a source', () => {
  it('are found in calls, whatever stands round them, and numbers with their word by both', () => {
    const source =
      "const a = b ? t('One {x}.', { x }) : says('Two.'); const c = english('three'); plural(n, 'try', 'tries'); plural(n, 'rep'); other('four');";
    const found = readSource('x.ts', source);
    expect([...found.messages]).to.deep.equal(['One {x}.', 'Two.', pluralKey('try', 'tries'), pluralKey('rep')]);
    expect([...found.byText]).to.deep.equal(['three']);
  });
  it('are found in a page, before it and in it', () => {
    const page = "---\nconst title = t('Above');\n---\n<p title={t('Within')}>{t('Below')}</p>\n";
    expect([...readSource('x.astro', page).messages]).to.deep.equal(['Above', 'Within', 'Below']);
  });
});

describe('the language of long words', () => {
  it('is longer, has accents, and leaves alone what stands in braces', () => {
    expect(pseudo('Put {n} cones')).to.match(/^⟦Þúţ \{n\} çóñéš ö+⟧$/u);
    expect(pseudo(' and more ')).to.match(/^ ⟦.*⟧ $/u);
    expect(pluralOf('# try|tries')).to.equal('{n, plural, one {# try} other {# tries}}');
    expect(pluralOf('#1 of all')).to.equal('#1 of all');
  });
});
