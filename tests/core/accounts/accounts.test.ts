import { expect } from 'chai';
import fc from 'fast-check';
import { codeFrom, codeInGroups, normalCode } from '../../../src/core/accounts/index.ts';

describe('codes that people type', () => {
  it('use every bit, and no letter that is misread', () => {
    expect(codeFrom(new Uint8Array([0, 0, 0, 0, 0]), 8)).to.equal('00000000');
    expect(codeFrom(new Uint8Array([255, 255, 255, 255, 255]), 8)).to.equal('ZZZZZZZZ');
    expect(codeFrom(new Uint8Array([0b00001_000, 0b10_00011_0]), 3)).to.equal('123');
    expect(() => codeFrom(new Uint8Array([1]), 2)).to.throw(RangeError);
  });

  it('come back from how they are shown and typed', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 20, maxLength: 20 }), fc.integer({ min: 4, max: 26 }), (bytes, length) => {
        const code = codeFrom(bytes, length);
        expect(code)
          .to.match(/^[0-9A-HJKMNP-TV-Z]+$/)
          .and.to.have.length(length);
        expect(normalCode(codeInGroups(code).toLowerCase().replaceAll('-', ' '))).to.equal(code);
      }),
    );
    expect(normalCode('o1-il u')).to.equal('0111V');
  });
});
