/**
 * How sentences come to a browser: its scripts are built once, with a mark for each sentence, and written once for each language with the sentences in
 * place of the marks. So a page loads no list of sentences and no language but its own. (A plugin of the build; docs/translating.md)
 */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import compile from 'icu-minify/compile';
import { tsImport } from 'tsx/esm/api';
import ts from 'typescript';
import { pluralKey } from './collect.mjs';

const VIRTUAL = 'virtual:languages';
const ID_LETTERS = 8;
const MARK = /"@@([\w-]{8})@@"/g;
const WORD_MARK = /,\s*"@@w([\w-]{8})@@"/g;
const READING = '"@@reading@@"';
/** A script named in a script or a page: “/_astro/x.js”, “_astro/x.js”. */
const SCRIPT_NAME = /(\/?_astro\/)(?=[\w.@-]+\.js\b)/g;

const idOf = (key) => createHash('sha256').update(key).digest('base64url').slice(0, ID_LETTERS);
const said = (node) => (node && (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) ? node.text : null);

/** A source with a mark in place of each of its sentences, and of each number's word. */
function marked(code, file, marks) {
  const tree = ts.createSourceFile(file, code, ts.ScriptTarget.Latest, true, file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
  const found = [];
  const mark = (key, from, to, before = '') => {
    const id = idOf(key);
    if (marks.has(id) && marks.get(id) !== key)
      throw new Error(`Two sentences have the id ${id}: “${key}” and “${marks.get(id)}”. Change a word of one.`);
    marks.set(id, key);
    found.push({ from, to, text: `${before}"@@${before ? 'w' : ''}${id}@@"` });
  };
  const visit = (node) => {
    if (ts.isCallExpression(node) && ts.isIdentifier(node.expression)) {
      const { text: name } = node.expression;
      const [first, second, third] = node.arguments;
      if (/^(t|says)$/.test(name) && said(first) !== null) mark(said(first), first.getStart(tree), first.end);
      // A word in a table stays what it is, and has its translation beside it.
      if (name === 'english' && said(first) !== null) mark(said(first), first.end, first.end, ', ');
      if (name === 'plural' && said(second) !== null)
        mark(pluralKey(said(second), said(third) ?? undefined), second.getStart(tree), (third ?? second).end);
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return found.sort((a, b) => b.from - a.from).reduce((out, { from, to, text }) => out.slice(0, from) + text + out.slice(to), code);
}

/** What each language says: its own name for a key, compiled, and the words that are looked up as they are. */
async function languages() {
  const { LANGUAGES, PSEUDO, PSEUDO_TURNED } = await tsImport('../../src/core/text/languages.ts', import.meta.url);
  const { pluralOf, pseudo } = await tsImport('../../src/messages/pseudo.ts', import.meta.url);
  // Words in tables come with the scripts that have the tables.
  const values = JSON.parse(readFileSync('src/messages/values.json', 'utf8'));
  return [...Object.keys(LANGUAGES), PSEUDO, PSEUDO_TURNED].map((language) => {
    const folder = join('src/messages', language);
    const files = existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.json')) : [];
    const catalog = Object.assign({}, ...files.map((name) => JSON.parse(readFileSync(join(folder, name), 'utf8'))));
    const isPseudo = language.startsWith('en-X');
    const inWords = (key) => (isPseudo ? pseudo(pluralOf(key)) : catalog[key] || pluralOf(key));
    const words =
      language === 'en'
        ? {}
        : Object.fromEntries(values.map((text) => [text, compile(inWords(text))]).filter(([text, message]) => message !== text));
    const reading = { language, locale: LANGUAGES[language]?.locale ?? 'en-US', words };
    // A number's own word is shorter than the message that it stands for.
    const codeOf = (key) => {
      const [, one, more] = language === 'en' ? (/^# ([^|]*)\|(.*)$/s.exec(key) ?? []) : [];
      if (one !== undefined) return more === `${one}s` ? JSON.stringify(one) : `${JSON.stringify(one)},${JSON.stringify(more)}`;
      return JSON.stringify(compile(inWords(key)));
    };
    return { language, codeOf, reading: JSON.stringify(JSON.stringify(reading)), version: idOf(JSON.stringify([catalog, reading])) };
  });
}

const folderOf = ({ language, version }) => (language === 'en' ? '' : `${language}-${version}/`);

export function sentences() {
  const marks = new Map();
  let read = null;
  const all = () => {
    read ??= languages();
    return read;
  };
  let isBuild = true;
  const inBrowser = (plugin) => plugin.environment === undefined || plugin.environment.name === 'client';
  const written = (code, language) =>
    code
      .replace(WORD_MARK, (_all, id) => (language.language === 'en' ? '' : `,${language.codeOf(marks.get(id))}`))
      .replace(MARK, (_all, id) => language.codeOf(marks.get(id)))
      .replaceAll(READING, () => language.reading)
      .replace(SCRIPT_NAME, `$1${folderOf(language)}`);
  return {
    name: 'sentences',
    enforce: 'pre',
    configResolved({ command }) {
      isBuild = command === 'build';
    },
    resolveId(id) {
      if (id === VIRTUAL) return `\0${VIRTUAL}`;
      // Only a server and tests read messages; a browser gets them read.
      if (id === 'icu-minify/compile' && inBrowser(this)) return '\0as-it-is';
      return null;
    },
    async load(id) {
      if (id === '\0as-it-is') return 'export default (text) => text;';
      if (id !== `\0${VIRTUAL}`) return null;
      return `export default ${JSON.stringify(Object.fromEntries((await all()).map((one) => [one.language, folderOf(one)])))};`;
    },
    async transform(code, id) {
      if (!inBrowser(this) || !/\/src\/.*\.tsx?(\?|$)/.test(id)) return null;
      const [file] = id.split('?');
      let out = marked(code, file, marks);
      if (file.endsWith('/core/text/translate.ts'))
        out += `\nconst built = JSON.parse(${READING});\nreadBy(() => ({ language: built.language, locale: built.locale, messageOf: () => undefined, wordOf: (text) => built.words[text] }));\n`;
      if (isBuild) return { code: out, map: null };
      const [english] = await all();
      return { code: written(out, english), map: null };
    },
    generateBundle: {
      // After the names of scripts that are loaded later stand in the code.
      order: 'post',
      async handler(_options, bundle) {
        if (!inBrowser(this) || !isBuild) return;
        const [english, ...others] = await all();
        for (const [name, file] of Object.entries(bundle)) {
          if (!/^_astro\/[^/]+\.js$/.test(name)) continue;
          const code = file.type === 'chunk' ? file.code : String(file.source);
          for (const language of others)
            this.emitFile({
              type: 'asset',
              fileName: name.replace('_astro/', `_astro/${folderOf(language)}`),
              source: written(code, language),
            });
          if (file.type === 'chunk') file.code = written(code, english);
          else file.source = written(code, english);
        }
      },
    },
  };
}
