import { expect } from 'chai';
import type { SeasonDraft, SeasonOnSheet } from '../../../src/contract/season.ts';
import { emptySeason, type SeasonPlan } from '../../../src/core/planning/season/plan.ts';
import { SEASONS_HERE, useSeason } from '../../../src/views/weeks/use-season.ts';
import { openPage } from '../page.ts';

/* A season while it is planned, with a server that answers when the test says so. */

const [SQUAD, ID] = ['01890000-0000-7000-8000-000000000002', '01890000-0000-7000-8000-000000000001'];
const PLAN = emptySeason('Autumn', '2026-09-07', 6);
const sheet = (draft: number, plan: SeasonPlan | null = PLAN): SeasonOnSheet => ({
  ...{ squad: { id: SQUAD, name: 'Newts' }, weeks: [], nextMonday: '2026-09-14', breaks: [], families: [], others: [] },
  season: plan && { id: ID, draft, plan },
});

interface Sent {
  method: string;
  body: SeasonDraft;
  answer(status: number, body: unknown): void;
  fail(): void;
}

describe('a season while it is planned', () => {
  let close: () => Promise<void>;
  let sent: Sent[] = [];
  let tools: typeof import('@testing-library/react');
  before(async () => {
    close = openPage();
    tools = await import('@testing-library/react');
    globalThis.fetch = ((_path: string, init?: RequestInit) =>
      new Promise((resolve, reject) => {
        sent.push({
          method: init?.method ?? 'GET',
          fail: () => reject(new TypeError('no line')),
          body: JSON.parse(String(init?.body ?? 'null')),
          answer: (status, body) => resolve(Response.json(body, { status })),
        });
      })) as typeof fetch;
  });
  beforeEach(() => {
    sent = [];
    localStorage.clear();
  });
  afterEach(() => tools.cleanup());
  after(() => close());

  const open = (first = sheet(1)) => tools.renderHook(() => useSeason(first));
  const called = (title: string) => (plan: SeasonPlan) => ({ ...plan, title });
  const until = (what: () => boolean) => tools.waitFor(() => expect(what()).to.equal(true), { timeout: 15_000 });
  const kept = () => JSON.parse(localStorage.getItem(SEASONS_HERE + SQUAD) ?? 'null') as SeasonDraft | null;

  it('is on the device with every change, on the server shortly after, and forgotten here then', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    expect([kept()?.plan.title, result.current.state.kind]).to.deep.equal(['A', 'kept']);
    await until(() => sent.length === 1);
    expect([sent[0]?.method, sent[0]?.body.draft]).to.deep.equal(['PUT', 1]);
    // What is changed while it is on its way is sent on top of it.
    tools.act(() => result.current.edit(called('B')));
    await tools.act(async () => sent[0]?.answer(200, sheet(2, { ...PLAN, title: 'A' })));
    await until(() => sent.length === 2);
    expect([sent[1]?.body.draft, sent[1]?.body.plan.title]).to.deep.equal([2, 'B']);
    await tools.act(async () => sent[1]?.answer(200, sheet(3, { ...PLAN, title: 'B' })));
    await until(() => result.current.state.kind === 'saved');
    expect(kept()).to.equal(null);
  });

  it('waits without a line and is sent when it is back; after a reload it is here again, one undo from what the server has', async () => {
    const { result, unmount } = open();
    tools.act(() => result.current.edit(called('A')));
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.fail());
    await until(() => result.current.state.kind === 'kept');
    unmount();
    const again = open();
    await until(() => again.result.current.season?.plan.title === 'A');
    await tools.act(async () => void window.dispatchEvent(new Event('online')));
    await until(() => sent.length >= 2);
    tools.act(() => again.result.current.undo());
    expect(again.result.current.season?.plan.title).to.equal('Autumn');
  });

  it('undone to what the server has, nothing is sent', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    tools.act(() => result.current.undo());
    await until(() => result.current.state.kind === 'saved');
    expect([sent.length, kept(), result.current.canUndo]).to.deep.equal([0, null, false]);
    tools.act(() => result.current.edit((plan) => plan));
    expect(result.current.canUndo).to.equal(false);
  });

  it('changed elsewhere meanwhile it is mine or theirs, and the other one is an undo away', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('Mine')));
    await until(() => sent.length === 1);
    await tools.act(async () =>
      sent[0]?.answer(409, {
        type: 'https://eager-feet.example/problems/changed-elsewhere',
        title: 'changed elsewhere',
        detail: 'Changed.',
      }),
    );
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(200, sheet(5, { ...PLAN, title: 'Theirs' })));
    await until(() => result.current.theirs !== null);
    tools.act(() => result.current.settle('mine'));
    await until(() => sent.length === 3);
    expect([sent[2]?.body.draft, sent[2]?.body.plan.title]).to.deep.equal([5, 'Mine']);
    await tools.act(async () => sent[2]?.answer(200, sheet(6, { ...PLAN, title: 'Mine' })));
    await until(() => result.current.state.kind === 'saved');
    tools.act(() => result.current.undo());
    expect(result.current.season).to.deep.include({ draft: 6, plan: { ...PLAN, title: 'Theirs' } });
  });

  it('is no conflict with itself where only the answer was lost', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.answer(409, { title: 'changed elsewhere', detail: 'Changed.' }));
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(200, sheet(2, { ...PLAN, title: 'A' })));
    await until(() => result.current.state.kind === 'saved');
    expect([result.current.theirs, sent.length]).to.deep.equal([null, 2]);
  });

  it('nor where it went on after the answer that was lost', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.fail());
    tools.act(() => result.current.edit(called('B')));
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(409, { title: 'changed elsewhere', detail: 'Changed.' }));
    await until(() => sent.length === 3);
    await tools.act(async () => sent[2]?.answer(200, sheet(2, { ...PLAN, title: 'A' })));
    await until(() => sent.length === 4);
    expect(result.current.theirs).to.equal(null);
    expect([sent[3]?.body.draft, sent[3]?.body.plan.title]).to.deep.equal([2, 'B']);
  });

  it('what is refused is said, stays on the screen and on the device, and is not sent again by itself; a server in trouble is asked again', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('')));
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.answer(400, { title: 'bad input', detail: 'Give the season a title.' }));
    await until(() => result.current.state.kind === 'problem');
    expect(result.current.state).to.deep.equal({ kind: 'problem', sentence: 'Give the season a title.' });
    expect([result.current.season?.plan.title, kept()?.plan.title]).to.deep.equal(['', '']);
    tools.act(() => result.current.edit(called('A')));
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(500, { title: 'server trouble', detail: 'Not well.' }));
    await until(() => sent.length === 3);
  });
});
