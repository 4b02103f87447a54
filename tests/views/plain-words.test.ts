import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect } from 'chai';
import ts from 'typescript';

const GLOSSARY = 'docs/glossary.md';
const HEADING = '## Words that people do not read here';

/** The left column of the table under the heading: words that no text of the interface has. */
function unwanted(): string[] {
  const text = readFileSync(GLOSSARY, 'utf8');
  const part = text.slice(text.indexOf(HEADING) + HEADING.length).split('\n## ')[0] ?? '';
  const rows = part.split('\n').filter((line) => line.startsWith('| ') && !line.startsWith('| not ') && !line.startsWith('|--'));
  return rows.flatMap((row) => (row.split('|')[1] ?? '').split(',').map((word) => word.trim())).filter((word) => word !== '');
}

/** What somebody may read of a file: text between tags, and strings with a space in them, without class names and what is imported. */
function textsIn(file: string, source: string): string[] {
  const texts: string[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return;
    if (ts.isJsxAttribute(node) && ['className', 'd', 'viewBox', 'style'].includes(node.name.getText())) return;
    if (ts.isJsxText(node)) texts.push(node.text.replace(/\s+/g, ' ').trim());
    if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) texts.push(node.text);
    if (ts.isTemplateHead(node) || ts.isTemplateMiddle(node) || ts.isTemplateTail(node)) texts.push(node.text);
    ts.forEachChild(node, visit);
  };
  visit(ts.createSourceFile(file, source, ts.ScriptTarget.Latest, true, file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS));
  return texts.filter((text) => text.includes(' '));
}

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : /\.tsx?$/.test(entry.name) ? [join(folder, entry.name)] : [],
  );

/** Where sentences for people are written. */
const READ = [
  ...files('src/views'),
  ...files('src/ui'),
  'src/client/words.ts',
  ...files('src/core').filter((file) => /(words|said|sentence)[^/]*\.ts$/.test(file)),
];

const has = (text: string, word: string) =>
  new RegExp(`(^|[^\\p{L}])${word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}($|[^\\p{L}])`, 'iu').test(text);

describe('words that people read', () => {
  it('are listed where they are not wanted', () => expect(unwanted().length).to.be.greaterThan(10));

  it('are found between tags, in strings and in what is put together, not in names of classes', () => {
    const source =
      'const a = <p className="b median c">The <b>own middle</b></p>; const s = `far$' + '{a} spreads out`; import x from "a median b";';
    expect(textsIn('x.tsx', source)).to.deep.equal(['own middle', ' spreads out']);
    expect(has('on own middle, so', 'own middle')).to.equal(true);
    expect(has('medians', 'median')).to.equal(false);
  });

  it('are plain: none of those of the glossary that people do not say', () => {
    const found = READ.flatMap((file) =>
      textsIn(file, readFileSync(file, 'utf8')).flatMap((text) =>
        unwanted()
          .filter((word) => has(text.replace(/\{\w+\}/g, ' '), word))
          .map((word) => `${file}: “${word}” in “${text.slice(0, 80)}”`),
      ),
    );
    expect(found).to.deep.equal([]);
  });
});
