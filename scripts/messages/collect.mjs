/** Which sentences of ours stand in the code, in which area, and whose pages show them. */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join, normalize } from 'node:path';
import ts from 'typescript';

/** Pages that a child or a guardian opens, and everybody's door; a coach's pages are the others. */
const PLAYER_PAGES = /^src\/pages\/(?!coach|by-hand\/print|gallery)/;
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

/** The sentences of a file, and the files that it loads. @param text TypeScript, or an Astro page */
export function readSource(file, text) {
  const messages = new Set();
  const loads = new Set();
  const load = (to) => {
    if (!to.startsWith('.')) return;
    const found = normalize(join(dirname(file), to));
    if (SOURCE.test(found) && existsSync(found)) loads.add(found);
  };
  for (const part of parts(file, text)) {
    const tree = ts.createSourceFile(file, part, ts.ScriptTarget.Latest, false, ts.ScriptKind.TSX);
    const visit = (node) => {
      if (
        (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) &&
        node.moduleSpecifier &&
        !node.importClause?.isTypeOnly &&
        !node.isTypeOnly
      )
        load(node.moduleSpecifier.text);
      if (ts.isCallExpression(node)) {
        const name = ts.isIdentifier(node.expression) ? node.expression.text : '';
        const [first, second, third] = node.arguments;
        if (node.expression.kind === ts.SyntaxKind.ImportKeyword && said(first)) load(said(first));
        if (/^(t|says|english)$/.test(name) && said(first) !== null) messages.add(said(first));
        if (name === 'plural' && said(second) !== null) messages.add(pluralKey(said(second), said(third) ?? undefined));
      }
      // new Worker(new URL('../workers/x.ts', import.meta.url))
      if (ts.isNewExpression(node) && ts.isIdentifier(node.expression) && node.expression.text === 'URL' && said(node.arguments?.[0]))
        load(said(node.arguments[0]));
      ts.forEachChild(node, visit);
    };
    visit(tree);
  }
  return { messages, loads };
}

const areaOf = (file) => {
  const [, floor, area] = file.split('/');
  return ['pages', 'ui', 'client', 'contract', 'workers', 'demo'].includes(floor) || /\.\w+$/.test(area) ? floor : area;
};

/**
 * Every sentence of the code, by area and by who is sent it.
 * @returns area → part → sentences in alphabetical order. What several areas say is in `shared`
 */
export function collect() {
  const read = new Map(everyFile('src').map((file) => [file, readSource(file, readFileSync(file, 'utf8'))]));
  const reached = (begin) => {
    const seen = new Set();
    const go = (file) => {
      if (seen.has(file) || !read.has(file) || file.startsWith('src/server/')) return;
      seen.add(file);
      for (const next of read.get(file).loads) go(next);
    };
    for (const file of begin) go(file);
    return seen;
  };
  const pages = [...read.keys()].filter((file) => file.startsWith('src/pages/') && file.endsWith('.astro'));
  // A layout or a page loads the server too, whose own sentences never go into a browser's scripts.
  const player = reached(pages.filter((file) => PLAYER_PAGES.test(file) && !/_layout\/Coach/.test(file)));
  const coach = reached(pages);
  const where = new Map();
  for (const [file, { messages }] of read)
    for (const message of messages) {
      const part = player.has(file) ? 0 : coach.has(file) ? 1 : 2;
      const known = where.get(message);
      if (!known) where.set(message, { area: areaOf(file), part });
      else {
        if (known.area !== areaOf(file)) known.area = 'shared';
        known.part = Math.min(known.part, part);
      }
    }
  for (const message of JSON.parse(readFileSync('src/messages/values.json', 'utf8'))) where.set(message, { area: 'values', part: 0 });
  const areas = {};
  for (const [message, { area, part }] of [...where].sort(([a], [b]) => (a < b ? -1 : 1))) {
    areas[area] ??= { player: [], coach: [], server: [] };
    areas[area][['player', 'coach', 'server'][part]].push(message);
  }
  return areas;
}
