import { expect } from 'chai';
import { codeFrom, codeInGroups, isSimplePin, normalCode } from '../../../src/core/accounts/index.ts';

describe('a PIN', () => {
  it('is too simple when it repeats, runs or is somebody’s year', () => {
    for (const pin of ['0000', '1212', '123123', '12341234', '1234', '9012', '3210', '1098', '765432', '1930', '2039', '2015'])
      expect(isSimplePin(pin), pin).to.equal(true);
  });
  it('is good else', () => {
    for (const pin of ['2468', '1357', '1929', '2040', '12312', '1213', '112233', '19300', '201500', '1243', '13579'])
      expect(isSimplePin(pin), pin).to.equal(false);
  });
});

describe('letters of a code', () => {
  it('need five bits each, no more', () => {
    expect(codeFrom(new Uint8Array([255, 255, 255, 255, 255]), 8)).to.have.length(8);
    expect(() => codeFrom(new Uint8Array([255, 255, 255, 255, 255]), 9)).to.throw(RangeError, '9 letters need 6 bytes, not 5.');
    // 31 · 8 bits: 11111 00000 11111 0.
    expect(codeFrom(new Uint8Array([0b11111_000, 0b00_11111_0]), 3)).to.equal('Z0Z');
  });
  it('are shown in fours, and none as none', () => {
    expect(codeInGroups('ABCDEFGHJ')).to.equal('ABCD-EFGH-J');
    expect(codeInGroups('')).to.equal('');
    expect(normalCode('ab cd–ÄE')).to.equal('ABCDE');
  });
});
