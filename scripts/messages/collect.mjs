/** Which sentences of ours stand in the code, and in which area. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { tsImport } from 'tsx/esm/api';
import ts from 'typescript';

const SOURCE = /\.(ts|tsx|astro)$/;

const everyFile = (folder) =>
  readdirSync(folder, { recursive: true })
    .map((name) => join(folder, name))
    .filter((name) => SOURCE.test(name));

/** What an Astro file has of TypeScript: its frontmatter, and its page as if it were a component's. */
const parts = (file, text) => {
  if (!file.endsWith('.astro')) return [text];
  const [, front = '', page = ''] = /^---\n([\s\S]*?)\n---\n([\s\S]*)$/.exec(text) ?? [undefined, '', text];
  return [front, `const page = <>${page.replace(/<!doctype html>/i, '').replace(/<script[\s\S]*?<\/script>/g, '')}</>;`];
};

const said = (node) => (node && (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) ? node.text : null);

/** How a number with its word stands in the message files. */
export const pluralKey = (one, more) => `# ${one}|${more ?? `${one}s`}`;

/** The sentences of a file. @param text TypeScript, or an Astro page */
export function readSource(file, text) {
  const messages = new Set();
  const byText = new Set();
  for (const part of parts(file, text)) {
    const tree = ts.createSourceFile(
      file,
      part,
      ts.ScriptTarget.Latest,
      false,
      file.endsWith('.ts') ? ts.ScriptKind.TS : ts.ScriptKind.TSX,
    );
    const visit = (node) => {
      if (ts.isCallExpression(node)) {
        const name = ts.isIdentifier(node.expression) ? node.expression.text : '';
        const [first, second, third] = node.arguments;
        if (/^(t|says)$/.test(name) && said(first) !== null) messages.add(said(first));
        if (name === 'english' && said(first) !== null) byText.add(said(first));
        if (name === 'plural' && said(second) !== null) messages.add(pluralKey(said(second), said(third) ?? undefined));
      }
      ts.forEachChild(node, visit);
    };
    visit(tree);
  }
  return { messages, byText };
}

const areaOf = (file) => {
  const [, floor, area] = file.split('/');
  return ['pages', 'ui', 'client', 'contract', 'workers', 'demo'].includes(floor) || /\.\w+$/.test(area) ? floor : area;
};

/** What the drills that ship say, which no code says. */
async function catalogueTexts() {
  const { CATALOGUE } = await tsImport('../../src/core/drills/catalogue/index.ts', import.meta.url);
  const { textsOf } = await tsImport('../../src/core/drills/other-language.ts', import.meta.url);
  return CATALOGUE.flatMap(textsOf);
}

/**
 * Every sentence of the code.
 * @returns `areas`: sentences by area, in alphabetical order, what several areas say in `shared`; `byText`: those that a browser looks up as they
 * are, being words in tables and values
 */
export async function collect() {
  const read = new Map(everyFile('src').map((file) => [file, readSource(file, readFileSync(file, 'utf8'))]));
  const values = JSON.parse(readFileSync('src/messages/values.json', 'utf8'));
  const byText = new Set(values);
  const where = new Map();
  for (const [file, source] of read) {
    for (const message of source.byText) byText.add(message);
    for (const message of [...source.messages, ...source.byText])
      where.set(message, where.has(message) && where.get(message) !== areaOf(file) ? 'shared' : areaOf(file));
  }
  for (const message of values) where.set(message, 'values');
  for (const message of await catalogueTexts()) if (!where.has(message)) where.set(message, 'catalogue');
  const areas = {};
  for (const [message, area] of [...where].sort(([a], [b]) => (a < b ? -1 : 1))) {
    areas[area] ??= [];
    areas[area].push(message);
  }
  return { areas, byText };
}
