import { expect } from 'chai';
import { filmsToKeep } from '../../../src/views/clips/keep-films.ts';

describe('films on a phone', () => {
  const film = (id: string, bytes: number) => ({ id, bytes, seconds: 10, coach: 'Coach' });
  const kept = (...bytes: number[]) =>
    filmsToKeep(
      bytes.map((one, i) => film(String(i), one)),
      100,
    ).map((one) => one.id);

  it('are kept in the order they are met, up to the room to the byte, and a smaller one where a large one does not fit', () => {
    expect(kept(60, 40)).to.deep.equal(['0', '1']);
    expect(kept(60, 41)).to.deep.equal(['0']);
    expect(kept(60, 41, 40)).to.deep.equal(['0', '2']);
    expect(kept(101)).to.deep.equal([]);
  });
});
