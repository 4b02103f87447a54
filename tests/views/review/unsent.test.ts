import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { Decide } from '../../../src/contract/review.ts';
import { UnsentDecisions } from '../../../src/views/review/unsent.ts';

/** A device's store, with room for so many letters. */
function deviceStore(room = Number.POSITIVE_INFINITY) {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => {
      if (value.length > room) throw new DOMException('full', 'QuotaExceededError');
      kept.set(key, value);
    },
    removeItem: (key: string) => kept.delete(key),
    size: () => kept.size,
  };
}

describe('decisions that the server has not answered', () => {
  const before = Object.getOwnPropertyDescriptor(globalThis, 'localStorage');
  const on = (store: ReturnType<typeof deviceStore>) =>
    Object.defineProperty(globalThis, 'localStorage', { configurable: true, value: store });
  after(() => {
    if (before) Object.defineProperty(globalThis, 'localStorage', before);
    else Reflect.deleteProperty(globalThis, 'localStorage');
  });

  const [squad, coach] = [uuid(), uuid()];
  const counted = () => Decide.parse({ id: uuid(), verdict: 'counted', value: null, reason: null, line: null, cues: [] });

  it('are there for the next page, and gone once they are answered', () => {
    const store = deviceStore();
    on(store);
    const [one, two] = [counted(), counted()];
    const [a, b] = [uuid(), uuid()];
    const page = new UnsentDecisions(squad, coach);
    page.put(a, one);
    page.put(b, two);
    page.put(a, one);
    expect(new UnsentDecisions(squad, coach).all()).to.deep.equal([
      { score: b, decision: two },
      { score: a, decision: one },
    ]);
    page.drop(two.id);
    page.drop(one.id);
    expect([page.all(), store.size()]).to.deep.equal([[], 0]);
  });

  it('are those of one coach in one squad', () => {
    on(deviceStore());
    new UnsentDecisions(squad, coach).put(uuid(), counted());
    expect(new UnsentDecisions(squad, uuid()).all()).to.deep.equal([]);
    expect(new UnsentDecisions(uuid(), coach).all()).to.deep.equal([]);
  });

  it('stop nobody where the store is full or holds something else', () => {
    on(deviceStore(10));
    const page = new UnsentDecisions(squad, coach);
    page.put(uuid(), counted());
    expect(page.all()).to.deep.equal([]);
    const store = deviceStore();
    on(store);
    for (const text of ['{', '[{"score":"x"}]', '"a"']) {
      store.setItem(`review-unsent:${squad}:${coach}`, text);
      expect(page.all(), text).to.deep.equal([]);
    }
  });
});
