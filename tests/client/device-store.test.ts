import 'fake-indexeddb/auto';
import { expect } from 'chai';
import { v7 as uuid } from 'uuid';
import { allOutgoing, keepClips, keepLog, keepTake, logOf, type Outgoing, takesOf } from '../../src/client/device-store.ts';
import { openedInTime } from '../../src/client/opened-in-time.ts';
import { keepsFiles } from '../../src/client/room.ts';
import { fresh } from '../../src/client/send-queue.ts';

const run = (id: string) => ({
  id,
  playerId: 'comet',
  sessionId: uuid(),
  sessionName: 'Try-out',
  revisionId: uuid(),
  startedAt: 0,
  aliveAt: 0,
  over: false,
  share: 0,
});

const aClip = (file: unknown): Outgoing => {
  const id = uuid();
  const body = { playerId: uuid(), id, scoreId: uuid(), squadId: uuid(), workAt: 0 };
  return { ...fresh(id, 'A clip'), kind: 'clip', body, file: file as Blob, trim: null, prepared: false, uploadUrl: null };
};
const someNumbers = (): Outgoing => ({ ...fresh(uuid(), 'Numbers'), kind: 'no clip', body: { clip: uuid() } });
/** What no store can keep, as a clip in a private window. */
const UNKEEPABLE = () => {};

describe('the store of the device', () => {
  it('keeps numbers without the clip where the clip cannot be kept, and the clip stays where it is', async () => {
    const id = uuid();
    await keepTake({ runId: id, key: 'a|1|left', file: new Blob(['a']), workAt: null, trim: null });
    const [numbers, clip] = [someNumbers(), aClip(UNKEEPABLE)];
    const left = await keepLog(run(id), [{ seq: 0, event: { type: 'start', at: 1 }, out: [numbers, clip], takes: ['a|1|left'] }]);
    const kept = (await allOutgoing()).map((one) => one.id);
    expect(kept).to.include(numbers.id).and.not.include(clip.id);
    expect(await logOf(id)).to.have.length(1);
    expect(await takesOf(id)).to.have.length(1);
    expect(left).to.deep.equal([{ out: [clip], takes: ['a|1|left'] }]);

    // Once there is room for it, it follows.
    await keepClips(id, [{ out: [{ ...clip, file: new Blob(['a']) } as Outgoing], takes: ['a|1|left'] }]);
    expect((await allOutgoing()).map((one) => one.id)).to.include(clip.id);
    expect(await takesOf(id)).to.deep.equal([]);
  });

  it('keeps numbers and clip together where it can, and the take is gone', async () => {
    const id = uuid();
    await keepTake({ runId: id, key: 'a|1|left', file: new Blob(['a']), workAt: null, trim: null });
    const [numbers, clip] = [someNumbers(), aClip(new Blob(['a']))];
    const left = await keepLog(run(id), [{ seq: 0, event: { type: 'start', at: 1 }, out: [numbers, clip], takes: ['a|1|left'] }]);
    expect(left).to.deep.equal([]);
    expect((await allOutgoing()).map((one) => one.id)).to.include.members([numbers.id, clip.id]);
    expect(await takesOf(id)).to.deep.equal([]);
  });

  it('keeps nothing of what fails for another reason, so that it can be tried again whole', async () => {
    const id = uuid();
    const row = { seq: 0, event: { type: 'start', at: 1 } as const, out: [], takes: [] };
    await keepLog(run(id), [row]);
    const numbers = someNumbers();
    const twice = await keepLog(run(id), [{ ...row, out: [numbers] }]).catch((error: Error) => error.name);
    expect(twice).to.equal('ConstraintError');
    expect((await allOutgoing()).map((one) => one.id)).to.not.include(numbers.id);
  });

  it('says whether it keeps files', async () => {
    expect(await keepsFiles()).to.equal(true);
  });
});

describe('an opening', () => {
  const never = () => new Promise<string>(() => {});
  const dropped: string[] = [];
  const drop = (late: string) => void dropped.push(late);

  it('that is not answered is tried once more', async () => {
    let n = 0;
    expect(await openedInTime(() => (n++ === 0 ? never() : Promise.resolve('second')), drop, 5)).to.equal('second');
    expect(n).to.equal(2);
  });

  it('that is answered in time is the only one', async () => {
    let n = 0;
    expect(await openedInTime(async () => `opening ${++n}`, drop, 5)).to.equal('opening 1');
    await new Promise((done) => setTimeout(done, 20));
    expect(n).to.equal(1);
  });

  it('that is never answered fails by name', async () => {
    expect(await openedInTime(never, drop, 5).catch((error: Error) => error.name)).to.equal('TimeoutError');
  });

  it('that fails is failed at once', async () => {
    const failing = openedInTime(() => Promise.reject(new Error('no room')), drop, 10_000);
    expect(await failing.catch((error: Error) => error.message)).to.equal('no room');
  });

  it('that is answered too late is dropped', async () => {
    let late: (one: string) => void = () => {};
    let n = 0;
    const first = new Promise<string>((resolve) => {
      late = resolve;
    });
    await openedInTime(() => (n++ === 0 ? first : Promise.resolve('second')), drop, 5);
    late('first');
    await first;
    expect(dropped).to.deep.equal(['first']);
  });
});
