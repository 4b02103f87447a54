import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { NoAnswer, ServerProblem } from '../../../src/client/client.ts';
import { Decide, type ReviewItem } from '../../../src/contract/review.ts';
import { type DecisionOut, DecisionsOut } from '../../../src/views/review/decisions-out.ts';
import type { UnsentDecisions } from '../../../src/views/review/unsent.ts';

const itemOf = (scoreId: string) => ({ scoreId }) as ReviewItem;
const decide = (verdict: 'counted' | 'set aside' = 'counted') =>
  Decide.parse({ id: uuid(), verdict, value: null, reason: verdict === 'set aside' ? 'No' : null, line: null, cues: [] });
const settled = () => new Promise((resolve) => setImmediate(resolve));

/** A server that answers when the test says so, a device that keeps, and whoever is told. */
function desk() {
  const posts: { score: string; id: string; answer(now?: ReviewItem): void; fail(error: unknown): void }[] = [];
  const kept = new Map<string, Decide>();
  const told: string[] = [];
  const store = {
    put: (score: string, decision: Decide) => kept.set(score, decision),
    drop: (id: string) => {
      for (const [score, one] of kept) if (one.id === id) kept.delete(score);
    },
  } as unknown as UnsentDecisions;
  const out = new DecisionsOut(
    store,
    (score, decision) =>
      new Promise((resolve, reject) => posts.push({ score, id: decision.id, answer: (now = itemOf(score)) => resolve(now), fail: reject })),
    {
      arrived: ({ decision }) => told.push(`arrived ${decision.id}`),
      refused: ({ decision }) => told.push(`refused ${decision.id}`),
      waiting: (all: readonly DecisionOut[]) => told.push(`waiting ${all.length}`),
    },
  );
  const keptIds = () => [...kept.values()].map((one) => one.id);
  return { out, posts, told, keptIds };
}

describe('decisions on their way', () => {
  it('are kept on the device from the first moment until the server has answered', async () => {
    const { out, posts, told, keptIds } = desk();
    const one = decide();
    const sent = out.send({ item: itemOf('a'), decision: one });
    expect(keptIds()).to.deep.equal([one.id]);
    await settled();
    posts[0]?.answer();
    await sent;
    expect(keptIds()).to.deep.equal([]);
    expect(told).to.deep.equal(['waiting 0', `arrived ${one.id}`]);
  });

  it('of one score go one after the other; those of others do not wait', async () => {
    const { out, posts, told } = desk();
    const [first, second, other] = [decide(), decide('set aside'), decide()];
    void out.send({ item: itemOf('a'), decision: first });
    await settled();
    void out.send({ item: itemOf('a'), decision: second });
    void out.send({ item: itemOf('b'), decision: other });
    await settled();
    expect(posts.map((one) => one.id)).to.deep.equal([first.id, other.id]);
    posts[0]?.answer();
    await settled();
    expect(posts.map((one) => one.id)).to.deep.equal([first.id, other.id, second.id]);
    posts[2]?.answer();
    await settled();
    // The score stands as it was decided last; what came of the first is not shown in between.
    expect(told.filter((words) => words.startsWith('arrived'))).to.deep.equal([`arrived ${second.id}`]);
  });

  it('that could not be sent wait and go again, but never after a later one of the same score', async () => {
    const { out, posts, told, keptIds } = desk();
    const [first, second] = [decide(), decide('set aside')];
    void out.send({ item: itemOf('a'), decision: first });
    await settled();
    posts[0]?.fail(new NoAnswer());
    await settled();
    expect(told).to.deep.equal(['waiting 1']);
    expect(keptIds()).to.deep.equal([first.id]);
    void out.send({ item: itemOf('a'), decision: second });
    expect(keptIds()).to.deep.equal([second.id]);
    await settled();
    posts[1]?.answer();
    await settled();
    await out.retry();
    expect(posts.map((one) => one.id)).to.deep.equal([first.id, second.id]);
    expect([keptIds(), told.at(-1)]).to.deep.equal([[], `arrived ${second.id}`]);
  });

  it('that failed while a later one waited for its turn are not sent again', async () => {
    const { out, posts, keptIds } = desk();
    const [first, second] = [decide(), decide('set aside')];
    void out.send({ item: itemOf('a'), decision: first });
    await settled();
    void out.send({ item: itemOf('a'), decision: second });
    posts[0]?.fail(new NoAnswer());
    await settled();
    posts[1]?.fail(new NoAnswer());
    await settled();
    expect(keptIds()).to.deep.equal([second.id]);
    void out.retry();
    await settled();
    expect(posts.map((one) => one.id)).to.deep.equal([first.id, second.id, second.id]);
  });

  it('wait after a server’s trouble or a lost sign-in, and are given up when they are refused', async () => {
    const outcome = async (error: unknown) => {
      const { out, posts, told, keptIds } = desk();
      void out.send({ item: itemOf('a'), decision: decide() });
      await settled();
      posts[0]?.fail(error);
      await settled();
      return [told[0]?.split(' ')[0], keptIds().length];
    };
    const problem = (status: number) => new ServerProblem('x', status, 'x', []);
    expect(await outcome(problem(500))).to.deep.equal(['waiting', 1]);
    expect(await outcome(problem(401))).to.deep.equal(['waiting', 1]);
    for (const status of [400, 403, 404, 409, 499]) expect(await outcome(problem(status)), String(status)).to.deep.equal(['refused', 0]);
  });
});
