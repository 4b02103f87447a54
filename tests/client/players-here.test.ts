import { expect } from 'chai';
import { forgetPlayer, playersHere, rememberPlayer, signInOf } from '../../src/client/players-here.ts';

describe('players who share a device', () => {
  const store = new Map<string, string>();
  const had = Object.getOwnPropertyDescriptor(globalThis, 'localStorage');
  before(() => {
    Object.defineProperty(globalThis, 'localStorage', {
      configurable: true,
      value: {
        getItem: (name: string) => store.get(name) ?? null,
        setItem: (name: string, value: string) => void store.set(name, value),
        removeItem: (name: string) => void store.delete(name),
      },
    });
  });
  after(() => {
    if (had) Object.defineProperty(globalThis, 'localStorage', had);
    else Reflect.deleteProperty(globalThis, 'localStorage');
  });
  beforeEach(() => store.clear());
  const player = (nickname: string, code = 'LANTERN') => ({ nickname, code });
  const names = () => playersHere().map((one) => one.nickname);

  it('are nobody until somebody asks to be remembered', () => {
    expect(playersHere()).to.deep.equal([]);
    rememberPlayer(player('Comet'));
    expect(playersHere()).to.deep.equal([player('Comet')]);
  });

  it('stand once each, who came last first, six at most', () => {
    for (const nickname of ['Comet', 'Biscuit', 'comet']) rememberPlayer(player(nickname));
    rememberPlayer(player('Comet', 'OTHERS'));
    expect(playersHere()).to.deep.equal([player('Comet', 'OTHERS'), player('comet'), player('Biscuit')]);
    rememberPlayer(player('biscuit', 'lantern'));
    expect(names()).to.deep.equal(['biscuit', 'Comet', 'comet']);
    for (const nickname of ['a', 'b', 'c', 'd']) rememberPlayer(player(nickname));
    expect(names()).to.deep.equal(['d', 'c', 'b', 'a', 'biscuit', 'Comet']);
  });

  it('are forgotten one by one, and then nothing is left behind', () => {
    rememberPlayer(player('Comet'));
    rememberPlayer(player('Biscuit'));
    forgetPlayer(player('COMET', 'lantern'));
    expect(names()).to.deep.equal(['Biscuit']);
    forgetPlayer(player('Biscuit'));
    expect(store.size).to.equal(0);
  });

  it('are none where the store holds something else', () => {
    for (const text of ['{', '{"code":"x"}', '[1, null, {"code": 1, "nickname": "x"}, {"nickname": "x"}]']) {
      store.set('eager-feet.players', text);
      expect(playersHere()).to.deep.equal([]);
    }
  });

  it('sign in with the PIN alone', () => {
    expect(signInOf(player('Élan/2', 'A B'))).to.equal('/join#A%20B/%C3%89lan%2F2');
  });
});
