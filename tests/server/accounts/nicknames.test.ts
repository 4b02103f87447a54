import { expect } from 'chai';
import { meantBy, plainName } from '../../../src/server/accounts/squad-sign-in.ts';

describe('a nickname as it is typed at the door', () => {
  const squad = [{ name: 'josé' }, { name: 'zoë ⚽' }, { name: 'o’neil' }, { name: '⚡' }, { name: 'straße 7' }];
  const who = (typed: string) => meantBy(typed, squad)?.name;

  it('is found without accents, capitals, spaces and pictures', () => {
    for (const typed of ['José', ' JOSE ', 'jose', 'josé⚽']) expect(who(typed), typed).to.equal('josé');
    for (const typed of ['zoe', 'Zoë', 'Zoë ⚽', 'zo e']) expect(who(typed), typed).to.equal('zoë ⚽');
    for (const typed of ["O'Neil", 'oneil']) expect(who(typed), typed).to.equal('o’neil');
    expect(who('strasse 7')).to.equal(undefined);
    expect(who('straße7')).to.equal('straße 7');
  });

  it('of pictures alone is found to the letter, and nothing is everybody', () => {
    expect(who('⚡')).to.equal('⚡');
    for (const typed of ['', '  ', '⚽', '!']) expect(who(typed), typed).to.equal(undefined);
    expect(plainName('⚽ !')).to.equal('');
  });

  it('is nobody’s where two are alike, save the one who typed it to the letter', () => {
    const two = [{ name: 'zoe' }, { name: 'zoë' }];
    expect([meantBy('zoe', two)?.name, meantBy('Zoë', two)?.name, meantBy('zöe', two)]).to.deep.equal(['zoe', 'zoë', undefined]);
  });

  it('is another one with another letter', () => {
    expect(who('josef')).to.equal(undefined);
    expect(who('jos')).to.equal(undefined);
  });
});
