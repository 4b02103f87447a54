import { expect } from 'chai';
import type { ClockState, Interval } from '../../../src/core/training/index.ts';
import { type ClockEvent, compileRunSheet, replay, TYPICAL_RUNNER } from '../../../src/core/training/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../../core/make.ts';
import { openPage } from '../page.ts';

const items = ['sole-taps', 'inside-taps'].map((id) => ({ ...anItem(id, timed(10)), restSeconds: 0 }));
const sheet: Interval[] = compileRunSheet(aSession([aBlock('challenge', items, { restSeconds: 0 })]), drills, TYPICAL_RUNNER);
const score = sheet.findIndex((one) => one.kind === 'score');
const lead = sheet.findIndex((one, i) => i > score && one.kind === 'lead-in');
const toScore = sheet.slice(1, score).reduce((sum, one) => sum + one.seconds * 1000, 0);
const rest = sheet.slice(score + 1, lead).reduce((sum, one) => sum + one.seconds * 1000, 0);
const BACK = toScore + 5000 + rest;
const log: ClockEvent[] = [
  { type: 'start', at: 0 },
  { type: 'ready', at: 0 },
  { type: 'done', at: toScore + 5000 },
];
const at = (ms: number, ...more: ClockEvent[]): ClockState => replay(sheet, [...log, ...more], ms);

describe('the wait after a number, as the clock’s hook', () => {
  let close: () => Promise<void>;
  before(() => {
    close = openPage();
  });
  after(() => close());

  const run = async (first: ClockState, held = false, walkBack = 0) => {
    const [{ renderHook, act }, { useInPlace }] = await Promise.all([
      import('@testing-library/react'),
      import('../../../src/views/training/use-in-place.ts'),
    ]);
    const taps: string[] = [];
    const tap = (type: 'pause' | 'resume') => void taps.push(type);
    const hook = renderHook(({ state, isHeld }) => useInPlace(sheet, state, isHeld, walkBack, tap), {
      initialProps: { state: first, isHeld: held },
    });
    return {
      taps,
      hook,
      show: (state: ClockState, isHeld = false) => hook.rerender({ state, isHeld }),
      ready: () => act(() => hook.result.current.ready()),
    };
  };

  it('pauses the clock at the lead-in after a number, and waits until ready', async () => {
    const { taps, hook, show, ready } = await run(at(BACK - 1));
    expect([taps, hook.result.current.isWaiting]).to.deep.equal([[], false]);
    show(at(BACK));
    expect(taps).to.deep.equal(['pause']);
    const paused = at(BACK + 60_000, { type: 'pause', at: BACK });
    show(paused);
    expect([hook.result.current.isWaiting, hook.result.current.isBack]).to.deep.equal([true, true]);
    ready();
    expect(taps).to.deep.equal(['pause', 'resume']);
    // Said once for this lead-in, however often it is drawn.
    show(at(BACK + 60_000, { type: 'pause', at: BACK }, { type: 'resume', at: BACK + 60_000 }));
    expect([taps, hook.result.current.isWaiting]).to.deep.equal([['pause', 'resume'], false]);
  });

  it('does nothing where something else is on, and takes over after it', async () => {
    const { taps, hook, show } = await run(at(BACK), true);
    expect([taps, hook.result.current.isBack, hook.result.current.isWaiting]).to.deep.equal([[], true, false]);
    show(at(BACK));
    expect(taps).to.deep.equal(['pause']);
  });

  it('goes on by itself after the squad’s seconds', async () => {
    const { waitFor } = await import('@testing-library/react');
    const { taps } = await run(at(BACK + 5, { type: 'pause', at: BACK }), false, 0.02);
    await waitFor(() => expect(taps).to.deep.equal(['resume']));
  });

  it('is there again after a reload in the wait', async () => {
    const { taps, hook } = await run(at(BACK + 9000, { type: 'pause', at: BACK }));
    expect([taps, hook.result.current.isWaiting]).to.deep.equal([[], true]);
  });
});

describe('the screen stays on', () => {
  let close: () => Promise<void>;
  let held = 0;
  before(() => {
    close = openPage();
    const wakeLock = {
      request: async () => {
        held++;
        return { release: async () => void held-- };
      },
    };
    Object.defineProperty(navigator, 'wakeLock', { configurable: true, value: wakeLock });
  });
  after(() => close());
  /** What was asked of the screen has been answered. */
  const settled = () => new Promise((resolve) => setImmediate(resolve));

  it('while the clock runs and in a pause, and no longer once the visit is over or gone', async () => {
    const [{ renderHook }, { useAwake }] = await Promise.all([
      import('@testing-library/react'),
      import('../../../src/views/training/use-awake.ts'),
    ]);
    const hook = renderHook(({ phase }) => useAwake(phase), { initialProps: { phase: 'waiting' as ClockState['phase'] } });
    const now = async (phase: ClockState['phase']) => {
      hook.rerender({ phase });
      await settled();
      return held;
    };
    expect(await now('waiting')).to.equal(0);
    expect(await now('running')).to.equal(1);
    expect(await now('paused')).to.equal(1);
    expect(await now('running')).to.equal(1);
    expect(await now('finished')).to.equal(0);
    expect(await now('running')).to.equal(1);
    hook.unmount();
    await settled();
    expect(held).to.equal(0);
  });
});
