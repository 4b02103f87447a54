import { expect } from 'chai';
import {
  type ClockEvent,
  type ClockState,
  compileRunSheet,
  NOT_STARTED,
  replay,
  TYPICAL_RUNNER,
} from '../../../src/core/training/index.ts';
import * as rules from '../../../src/core/training/turns.ts';
import { aBlock, anItem, aSession, drills, timed } from '../../core/make.ts';
import { openPage } from '../page.ts';

const item = { ...anItem('sole-taps', timed(10, 2)), restSeconds: 20, scored: false };
const sheet = compileRunSheet(aSession([{ ...aBlock('challenge', [item]), drinkSeconds: 0 }]), drills, TYPICAL_RUNNER);
const rest = sheet.findIndex((one) => one.kind === 'rest');
const toRest = sheet.slice(1, rest).reduce((sum, one) => sum + one.seconds * 1000, 0);
const LEAD = toRest + (sheet[rest]?.seconds ?? 0) * 1000;
const log: ClockEvent[] = [
  { type: 'start', at: 0 },
  { type: 'ready', at: 0 },
];
const at = (ms: number, ...more: ClockEvent[]): ClockState => replay(sheet, [...log, ...more], ms);
const paused = at(LEAD + 9000, { type: 'pause', at: LEAD });

describe('the own turn, as the clock’s hooks', () => {
  let close: () => Promise<void>;
  before(() => {
    close = openPage();
  });
  after(() => close());

  const nothing = () => undefined;
  const turnOf = (mine: boolean, goesOn = false) => ({
    ...{ rules, nickname: 'Comet', mine, isShown: true, goesOn, whose: 'Biscuit', onBegin: nothing, pass: nothing },
  });
  const run = async (first: ClockState, turn: ReturnType<typeof turnOf> | null) => {
    const [{ renderHook, act }, { useInPlace }, { useTurn }] = await Promise.all([
      import('@testing-library/react'),
      import('../../../src/views/training/use-in-place.ts'),
      import('../../../src/views/training/use-turn.ts'),
    ]);
    const taps: string[] = [];
    const tap = (type: 'pause' | 'resume') => void taps.push(type);
    const hook = renderHook(({ state, part }) => useInPlace(sheet, state, false, 0, tap, useTurn(sheet, state, part)), {
      initialProps: { state: first, part: turn },
    });
    return {
      taps,
      waits: () => hook.result.current.isWaiting,
      show: (state: ClockState, part: ReturnType<typeof turnOf> | null) => hook.rerender({ state, part }),
      ready: () => act(() => hook.result.current.ready()),
    };
  };

  it('lets the rest run while the other works, and stands at the next lead-in until it is the own turn and ready is said', async () => {
    const { taps, waits, show, ready } = await run(at(toRest + 1), turnOf(false));
    show(at(LEAD - 1), turnOf(false));
    expect(taps).to.deep.equal([]);
    show(at(LEAD), turnOf(false));
    expect(taps).to.deep.equal(['pause']);
    show(paused, turnOf(false));
    ready();
    expect([taps, waits()]).to.deep.equal([['pause'], true]);
    show(paused, turnOf(true));
    expect(waits()).to.equal(true);
    ready();
    expect(taps).to.deep.equal(['pause', 'resume']);
  });

  it('begins by itself where nobody is at the phone', async () => {
    const { taps, show } = await run(paused, turnOf(false));
    expect(taps).to.deep.equal([]);
    show(paused, turnOf(true, true));
    expect(taps).to.deep.equal(['resume']);
  });

  it('waits for nothing where it was nobody else’s in between, at the very first, and alone', async () => {
    const only = await run(at(toRest + 1), turnOf(true));
    only.show(at(LEAD), turnOf(true));
    expect(only.taps).to.deep.equal([]);
    const first = await run(NOT_STARTED, turnOf(false));
    first.show(at(0), turnOf(true));
    expect(first.taps).to.deep.equal([]);
    const alone = await run(at(toRest + 1), null);
    alone.show(at(LEAD), null);
    expect(alone.taps).to.deep.equal([]);
  });

  it('is asked for once: the go after it, of the same turn, waits for nothing', async () => {
    const { taps, show, ready } = await run(paused, turnOf(false));
    show(paused, turnOf(true));
    ready();
    show(at(LEAD + 9500, { type: 'pause', at: LEAD }, { type: 'resume', at: LEAD + 9000 }), turnOf(true));
    show(at(LEAD + 12_000, { type: 'pause', at: LEAD }, { type: 'resume', at: LEAD + 9000 }), turnOf(true));
    expect(taps).to.deep.equal(['resume']);
  });
});

describe('the camera of several', () => {
  let close: () => Promise<void>;
  before(() => {
    close = openPage();
  });
  after(() => close());

  it('is let go with the turn and opened again with it, and only where it was on', async () => {
    const [{ renderHook }, { useSharedCamera }] = await Promise.all([
      import('@testing-library/react'),
      import('../../../src/views/training/use-shared-camera.ts'),
    ]);
    const calls: string[] = [];
    const filming = (stream: object | null) =>
      ({ stream, facing: 'environment', switchOff: () => calls.push('off'), switchOn: (which: string) => calls.push(which) }) as never;
    const hook = renderHook(({ stream, others }) => useSharedCamera(filming(stream), others), {
      initialProps: { stream: null as object | null, others: false },
    });
    hook.rerender({ stream: null, others: true });
    hook.rerender({ stream: null, others: false });
    expect(calls).to.deep.equal([]);
    hook.rerender({ stream: {}, others: false });
    hook.rerender({ stream: {}, others: true });
    expect(calls).to.deep.equal(['off']);
    hook.rerender({ stream: null, others: true });
    hook.rerender({ stream: null, others: false });
    expect(calls).to.deep.equal(['off', 'environment']);
  });
});
