import { expect } from 'chai';
import { looksLike, shapeOfName } from '../../../src/core/squads/index.ts';

describe('nicknames that would be taken for one another', () => {
  const alike: readonly (readonly [string, string])[] = [
    ['Biscuit', 'B15CU1T'],
    ['Biscuit', 'bi s-c.u_i’t'],
    ['Comet', 'Соmеt'],
    ['Comet', 'Cómët'],
    ['Zebra', '2e8ra'],
    ['Otter', '0ττer'],
    ['Marten', 'Mar7en'],
    ['Wren', 'VVren'],
    ['Fern', 'Fem'],
    ['Lynx', 'lуnх'],
    ['Jig', 'I!9'],
    ['Heron', 'һeroп'],
    ['Kestrel', 'κestre|'],
    ['Drake', 'ԁr4k3'],
    ['Pup', 'рυр'],
    ['Vole', 'νole'],
    ['Wasp', 'ѡa$p'],
  ];
  for (const [one, other] of alike) it(`${one} and ${other}`, () => expect(looksLike(one, other)).to.equal(true));

  it('are not two that differ in a letter that looks like none of them', () => {
    for (const [one, other] of [
      ['Comet', 'Comfy'],
      ['Wren', 'When'],
      ['Otter', 'Otters'],
    ] as const)
      expect(looksLike(one, other), `${one} ${other}`).to.equal(false);
  });

  it('have their shape in small plain letters', () => {
    expect(shapeOfName('AА4@ BВ8 CС DԀ EЕ3 GƓ9 I1L|! O0 S5$ T7 Z2')).to.match(/^[a-zɠ]+$/u);
    expect(shapeOfName('Rnvv')).to.equal('mw');
  });
});
