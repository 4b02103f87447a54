import papaparse from 'papaparse';

/** Rows as CSV with a heading; a cell that a table program would take for a formula is escaped. */
export const csv = (rows: readonly object[]): string => papaparse.unparse([...rows], { escapeFormulae: true });

/** The same in pieces: rows come some at a time, and the heading stands once. */
export function* csvPieces(parts: Iterable<readonly object[]>): Generator<string> {
  let first = true;
  for (const rows of parts) {
    if (rows.length === 0) continue;
    const text = papaparse.unparse([...rows], { escapeFormulae: true, header: first });
    yield first ? text : `\r\n${text}`;
    first = false;
  }
}
