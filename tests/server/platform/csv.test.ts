import { expect } from 'chai';
import papaparse from 'papaparse';
import { csv, csvPieces, shapeOf } from '../../../src/server/platform/http/csv.ts';

const ROWS = [
  { player: 'Ñandú', 'work s': 29.5, line: 'Softer; calmer, so' },
  { player: '=1+1', 'work s': 30, line: '' },
];

describe('a table as CSV', () => {
  it('has commas and points where numbers have points, semicolons and commas where they have commas', () => {
    expect(shapeOf('en-US')).to.deep.equal({ delimiter: ',', decimal: '.' });
    expect(shapeOf('es-US')).to.deep.equal({ delimiter: ',', decimal: '.' });
    expect(shapeOf('es-ES')).to.deep.equal({ delimiter: ';', decimal: ',' });
    expect(csv(ROWS, 'en-US')).to.equal('\uFEFFplayer,work s,line\r\nÑandú,29.5,"Softer; calmer, so"\r\n"\'=1+1",30,');
    expect(csv(ROWS, 'de-DE')).to.equal('\uFEFFplayer;work s;line\r\nÑandú;29,5;"Softer; calmer, so"\r\n"\'=1+1";30;');
  });

  it('says once, at its first letter, how letters are written, and has one heading however many pieces', () => {
    const [a, b] = ROWS;
    const pieces = [...csvPieces([[], [a as object], [], [b as object]], 'en-US')];
    expect(pieces).to.have.length(2);
    expect(pieces.join('')).to.equal(csv(ROWS, 'en-US'));
    expect(csv([], 'en-US')).to.equal('');
  });

  it('is read back the same by another reader, in either shape', () => {
    for (const of of ['en-US', 'fr-FR']) {
      const { data, meta } = papaparse.parse<Record<string, string>>(csv(ROWS, of), { header: true });
      expect(meta.fields, of).to.deep.equal(['player', 'work s', 'line']);
      expect(data[0], of).to.include({ player: 'Ñandú', line: 'Softer; calmer, so' });
    }
  });
});
