import papaparse from 'papaparse';
import { locale } from '../../../core/text/translate.ts';

/** Without it, the usual table programs take letters beyond ASCII for something else. */
const BYTE_ORDER_MARK = '\uFEFF';

/** How table programs of a language expect a file: where numbers have a comma, cells are parted by semicolons. */
export function shapeOf(of: string): { delimiter: ',' | ';'; decimal: '.' | ',' } {
  const decimal = new Intl.NumberFormat(of).formatToParts(1.5).find(({ type }) => type === 'decimal')?.value;
  return decimal === ',' ? { delimiter: ';', decimal } : { delimiter: ',', decimal: '.' };
}

/** Rows in pieces, some at a time: the heading stands once, and a cell that a table program would take for a formula is escaped. */
export function* csvPieces(parts: Iterable<readonly object[]>, of = locale()): Generator<string> {
  const { delimiter, decimal } = shapeOf(of);
  const cell = (value: unknown) => (decimal === ',' && typeof value === 'number' ? String(value).replace('.', ',') : value);
  let first = true;
  for (const rows of parts) {
    if (rows.length === 0) continue;
    const cells = rows.map((row) => Object.fromEntries(Object.entries(row).map(([name, value]) => [name, cell(value)])));
    const text = papaparse.unparse(cells, { delimiter, escapeFormulae: true, header: first });
    yield first ? `${BYTE_ORDER_MARK}${text}` : `\r\n${text}`;
    first = false;
  }
}

/** Rows as a whole file in the language of whoever reads it. */
export const csv = (rows: readonly object[], of = locale()): string => [...csvPieces([rows], of)].join('');
