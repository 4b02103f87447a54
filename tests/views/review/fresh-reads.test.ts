import { expect } from 'chai';
import { FreshReads } from '../../../src/views/review/fresh-reads.ts';

/** A server whose answers are let go one by one, each telling what was true when it was asked. */
function slowServer() {
  let now = 'waiting';
  const asked: (() => void)[] = [];
  return {
    be: (next: string) => {
      now = next;
    },
    ask: () => {
      const told = now;
      return new Promise<string>((resolve) => asked.push(() => resolve(told)));
    },
    /** Lets the oldest answer go and gives whoever waits for it their turn. */
    async answer() {
      asked.shift()?.();
      await new Promise((done) => setImmediate(done));
    },
    open: () => asked.length,
  };
}

describe('reads of scores that change meanwhile', () => {
  it('give what was read when nothing changed', async () => {
    const [reads, server] = [new FreshReads(), slowServer()];
    const read = reads.read('a', server.ask);
    await server.answer();
    expect(await read).to.equal('waiting');
  });

  it('ask again when the score was changed while the answer was under way', async () => {
    const [reads, server] = [new FreshReads(), slowServer()];
    const read = reads.read('a', server.ask);
    server.be('waved through');
    reads.changed('a');
    await server.answer();
    expect(server.open()).to.equal(1);
    await server.answer();
    expect(await read).to.equal('waved through');
  });

  it('drop an answer from before a decision that is on its way, and read it once it arrived', async () => {
    const [reads, server] = [new FreshReads(), slowServer()];
    const ahead = reads.read('a', server.ask);
    reads.sent('a');
    await server.answer();
    expect(await ahead).to.equal(null);
    expect(await reads.read('a', server.ask)).to.equal(null);
    expect([reads.isOnWay('a'), server.open()]).to.deep.equal([true, 0]);
    server.be('counted');
    reads.arrived('a');
    const after = reads.read('a', server.ask);
    await server.answer();
    expect(await after).to.equal('counted');
  });

  it('see a decision that arrived while an older answer was still under way', async () => {
    const [reads, server] = [new FreshReads(), slowServer()];
    const ahead = reads.read('a', server.ask);
    reads.sent('a');
    server.be('counted');
    reads.arrived('a');
    // The one under way goes on, so nobody asks beside it.
    expect(await reads.read('a', server.ask)).to.equal(null);
    await server.answer();
    await server.answer();
    expect(await ahead).to.equal('counted');
  });

  it('keep scores apart, and ask again after a failure', async () => {
    const reads = new FreshReads();
    const failed = await reads.read('a', () => Promise.reject(new Error('no line'))).catch((error: Error) => error.message);
    expect(failed).to.equal('no line');
    const [a, b] = [reads.read('a', async () => 1), reads.read('b', async () => 2)];
    reads.changed('c');
    expect(await Promise.all([a, b])).to.deep.equal([1, 2]);
  });
});
