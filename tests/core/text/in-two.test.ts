import { expect } from 'chai';
import { asRead, type Written } from '../../../src/core/text/in-two.ts';
import { reading } from '../reading.ts';

const both: Written = { text: 'Toe down.', written: 'en', also: { language: 'es', text: 'La punta abajo.' } };
const turned: Written = { text: 'La punta abajo.', written: 'es', also: { language: 'en', text: 'Toe down.' } };

describe('a line in two languages', () => {
  it('is read in the own one, whichever it was written in', () => {
    expect(asRead(both)).to.deep.equal({ text: 'Toe down.', language: null });
    expect(asRead(turned)).to.deep.equal({ text: 'Toe down.', language: null });
    reading('es', () => {
      expect(asRead(both)).to.deep.equal({ text: 'La punta abajo.', language: null });
      expect(asRead(turned)).to.deep.equal({ text: 'La punta abajo.', language: null });
    });
  });

  it('is read as it was written, and marked, where nobody said it in the own one', () => {
    const one: Written = { ...both, also: null };
    expect(asRead(one)).to.deep.equal({ text: 'Toe down.', language: null });
    reading('es', () => expect(asRead(one)).to.deep.equal({ text: 'Toe down.', language: 'en' }));
  });

  it('is not marked where its language was not kept', () => {
    reading('es', () => expect(asRead({ ...both, written: null, also: null })).to.deep.equal({ text: 'Toe down.', language: null }));
  });
});
