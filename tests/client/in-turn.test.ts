import { expect } from 'chai';
import { InTurn } from '../../src/client/in-turn.ts';

/** Work that is over when the test says so. */
function work(log: string[], name: string) {
  let end: (value: string) => void = () => undefined;
  let fail: (why: Error) => void = () => undefined;
  const ended = new Promise<string>((resolve, reject) => {
    end = resolve;
    fail = reject;
  });
  return {
    begin: () => {
      log.push(`${name} begins`);
      return ended.finally(() => log.push(`${name} ends`));
    },
    end: () => end(name),
    fail: () => fail(new Error(name)),
  };
}
const settled = () => new Promise((resolve) => setImmediate(resolve));

describe('works in turn', () => {
  it('begin when the one before is over, three in their order, and give back what they made', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const [a, b, c] = [work(log, 'a'), work(log, 'b'), work(log, 'c')];
    const all = Promise.all([line.do(a.begin), line.do(b.begin), line.do(c.begin)]);
    await settled();
    expect(log).to.deep.equal(['a begins']);
    // The later ones are ready first; they wait all the same.
    c.end();
    b.end();
    await settled();
    expect(log).to.deep.equal(['a begins']);
    a.end();
    expect(await all).to.deep.equal(['a', 'b', 'c']);
    expect(log).to.deep.equal(['a begins', 'a ends', 'b begins', 'b ends', 'c begins', 'c ends']);
  });

  it('go on after one that failed, whose caller is told', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const [a, b] = [work(log, 'a'), work(log, 'b')];
    const first = line.do(a.begin).then(
      () => 'done',
      (error: Error) => `failed: ${error.message}`,
    );
    const second = line.do(b.begin);
    a.fail();
    b.end();
    expect(await first).to.equal('failed: a');
    expect(await second).to.equal('b');
  });

  it('of different lines do not wait for each other', async () => {
    const log: string[] = [];
    const line = new InTurn();
    const [a, b] = [work(log, 'a'), work(log, 'b')];
    void line.do(a.begin, 'one');
    const second = line.do(b.begin, 'other');
    b.end();
    expect(await second).to.equal('b');
    expect(log).to.include('a begins').and.not.include('a ends');
  });
});
