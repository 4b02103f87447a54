import { expect } from 'chai';
import { keepDraft, keptDraft } from '../../../src/client/kept-drafts.ts';
import type { WeekDetail } from '../../../src/contract/weeks.ts';
import { changeItem } from '../../../src/core/weeks/edit.ts';
import type { WeekPlan } from '../../../src/core/weeks/schema.ts';
import { useDraft } from '../../../src/views/weeks/use-draft.ts';
import { aBlock, anItem, aSession } from '../../core/make.ts';
import { openPage } from '../page.ts';

/* The draft of a week while it is edited, with a server that answers when the test says so. */

const ITEM = anItem('sole-taps');
const itemId = ITEM.id;
const PLAN: WeekPlan = { title: 'Week 1', focus: '', sessions: [aSession([aBlock('challenge', [ITEM])])] };
const detail = (draft: number, plan: WeekPlan): WeekDetail => ({
  ...{ id: '01890000-0000-7000-8000-000000000001', squadId: '01890000-0000-7000-8000-000000000002', number: 1, startsOn: '2026-11-02' },
  ...{ title: plan.title, focus: plan.focus, sessions: plan.sessions.length, state: 'draft' as const, opensAt: null, closesAt: null },
  ...{ changed: false, surprise: false, timeZone: 'America/Chicago', plan, draft, revision: null },
});

interface Sent {
  body: { draft: number; plan: WeekPlan };
  answer(status: number, body: unknown): void;
  /** The line went. */
  fail(): void;
}

describe('the draft of a week', () => {
  let close: () => Promise<void>;
  let sent: Sent[] = [];
  let tools: typeof import('@testing-library/react');
  before(async () => {
    close = openPage();
    tools = await import('@testing-library/react');
    globalThis.fetch = ((_path: string, init?: RequestInit) =>
      new Promise((resolve, reject) => {
        sent.push({
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

  const open = () => tools.renderHook(() => useDraft(detail(1, PLAN)));
  const called = (title: string) => (plan: WeekPlan) => ({ ...plan, title });
  const until = (what: () => boolean) => tools.waitFor(() => expect(what()).to.equal(true), { timeout: 15_000 });

  it('is saved once at a time, each saving on what the one before came to', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    const first = result.current.saveNow();
    await until(() => sent.length === 1);
    tools.act(() => result.current.edit(called('B')));
    // Release and export ask for a saving at the same moment, while one is on its way.
    const [second, third] = [result.current.saveNow(), result.current.saveNow()];
    await tools.act(() => new Promise((resolve) => setTimeout(resolve, 30)));
    expect(sent.map((one) => one.body.plan.title)).to.deep.equal(['A']);
    await tools.act(async () => sent[0]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    await until(() => sent.length === 2);
    expect(sent[1]?.body).to.deep.include({ draft: 2 });
    expect(sent[1]?.body.plan.title).to.equal('B');
    await tools.act(async () => sent[1]?.answer(200, detail(3, { ...PLAN, title: 'B' })));
    expect(await Promise.all([first, second, third])).to.deep.equal([true, true, true]);
    // What the server has already is not sent once more.
    expect(sent.length).to.equal(2);
    expect(result.current.save.kind).to.equal('saved');
  });

  it('is as saved as before when a change is taken back, and nothing is sent', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    tools.act(() => result.current.undo());
    expect(result.current.save.kind).to.equal('kept');
    await until(() => result.current.save.kind === 'saved');
    expect(sent.length).to.equal(0);
  });

  it('says what kept it from being saved, and goes on with the next saving', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    const first = result.current.saveNow();
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.answer(500, { title: 'server trouble', detail: 'The server is not well.' }));
    expect(await first).to.equal(false);
    expect(result.current.save).to.deep.equal({ kind: 'problem', sentence: 'The server is not well.', again: true });
    const second = result.current.saveNow();
    await until(() => sent.length === 2);
    expect(sent[1]?.body).to.deep.include({ draft: 1 });
    await tools.act(async () => sent[1]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    expect(await second).to.equal(true);
  });

  it('is not sent while a field does not hold, and names it', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('')));
    let saved: boolean | null = null;
    await tools.act(async () => {
      saved = await result.current.saveNow();
    });
    expect([saved, sent.length, result.current.faults[0]?.field]).to.deep.equal([false, 0, 'title']);
  });

  it('keeps mine or theirs when somebody else saved in between, and the other is one undo away', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('Mine')));
    const saving = result.current.saveNow();
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.answer(409, { title: 'changed elsewhere', detail: 'Changed.' }));
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(200, detail(7, { ...PLAN, title: 'Theirs' })));
    expect(await saving).to.equal(false);
    expect(result.current.theirs?.plan.title).to.equal('Theirs');
    tools.act(() => result.current.settle('theirs'));
    expect(result.current.plan.title).to.equal('Theirs');
    tools.act(() => result.current.undo());
    expect(result.current.plan.title).to.equal('Mine');
    const again = result.current.saveNow();
    await until(() => sent.length === 3);
    expect(sent[2]?.body).to.deep.include({ draft: 7 });
    await tools.act(async () => sent[2]?.answer(200, detail(8, { ...PLAN, title: 'Mine' })));
    expect(await again).to.equal(true);
  });

  const kept = () => keptDraft(detail(1, PLAN).id);
  /** The line is down: nothing is answered, and the browser says so at once. */
  const breakLine = (one: Sent | undefined) => one?.fail();
  const without = (field: 'restSeconds', value: number) => (plan: WeekPlan) =>
    changeItem(plan, itemId, (item) => ({ ...item, [field]: value }));

  it('is kept on the device with every change, and forgotten there when the server has it', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    expect(kept()).to.deep.equal({ base: 1, plan: { ...PLAN, title: 'A' }, sent: null });
    const saving = result.current.saveNow();
    await until(() => sent.length === 1);
    expect(kept()?.sent?.title).to.equal('A');
    // Typed while it is on its way: that is not on the server yet.
    tools.act(() => result.current.edit(called('AB')));
    await tools.act(async () => sent[0]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    await saving;
    expect(kept()).to.deep.include({ base: 2, sent: null });
    expect(kept()?.plan.title).to.equal('AB');
    const again = result.current.saveNow();
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(200, detail(3, { ...PLAN, title: 'AB' })));
    await again;
    expect([kept(), result.current.save.kind]).to.deep.equal([null, 'saved']);
  });

  it('waits without a line, is said to be kept here, and is sent when the line is back', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    const saving = result.current.saveNow();
    await until(() => sent.length === 1);
    await tools.act(async () => breakLine(sent[0]));
    expect(await saving).to.equal(false);
    expect(result.current.save.kind).to.equal('kept');
    expect(kept()?.plan.title).to.equal('A');
    tools.act(() => void window.dispatchEvent(new Event('online')));
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    await until(() => result.current.save.kind === 'saved');
  });

  it('is there again after a reload, one undo from what the server has, and is sent by itself', async () => {
    keepDraft(detail(1, PLAN).id, { base: 1, plan: { ...PLAN, title: 'Before the crash' }, sent: null });
    const { result } = open();
    expect([result.current.plan.title, result.current.save.kind, result.current.canUndo]).to.deep.equal(['Before the crash', 'kept', true]);
    await until(() => sent.length === 1);
    expect(sent[0]?.body).to.deep.include({ draft: 1 });
    await tools.act(async () => sent[0]?.answer(200, detail(2, { ...PLAN, title: 'Before the crash' })));
    await until(() => result.current.save.kind === 'saved');
  });

  it('is no conflict with itself where only the answer was lost, on the same page and after a reload', async () => {
    const { result, unmount } = open();
    tools.act(() => result.current.edit(called('A')));
    void result.current.saveNow();
    await until(() => sent.length === 1);
    await tools.act(async () => breakLine(sent[0]));
    tools.act(() => result.current.edit(called('AB')));
    void result.current.saveNow();
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(409, { title: 'changed elsewhere', detail: 'Changed.' }));
    await until(() => sent.length === 3);
    // The server has what was sent first.
    await tools.act(async () => sent[2]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    await until(() => sent.length === 4);
    expect([result.current.theirs, sent[3]?.body.draft, sent[3]?.body.plan.title]).to.deep.equal([null, 2, 'AB']);
    unmount();
    keepDraft(detail(1, PLAN).id, { base: 1, plan: { ...PLAN, title: 'AB' }, sent: { ...PLAN, title: 'A' } });
    const later = tools.renderHook(() => useDraft(detail(2, { ...PLAN, title: 'A' })));
    expect([later.result.current.theirs, later.result.current.plan.title]).to.deep.equal([null, 'AB']);
  });

  it('says that it is not kept where the browser has no room, and is sent all the same', async () => {
    const store = Object.getOwnPropertyDescriptor(globalThis, 'localStorage') as PropertyDescriptor;
    const full = () => {
      throw new Error('full');
    };
    Object.defineProperty(globalThis, 'localStorage', {
      configurable: true,
      value: { getItem: () => null, setItem: full, removeItem() {} },
    });
    try {
      const { result } = open();
      tools.act(() => result.current.edit(called('A')));
      expect(result.current.save.kind).to.equal('not kept');
      await until(() => sent.length === 1);
      await tools.act(async () => sent[0]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
      await until(() => result.current.save.kind === 'saved');
    } finally {
      Object.defineProperty(globalThis, 'localStorage', store);
    }
  });

  it('is no conflict with itself where a server in trouble had kept it', async () => {
    const { result } = open();
    tools.act(() => result.current.edit(called('A')));
    void result.current.saveNow();
    await until(() => sent.length === 1);
    await tools.act(async () => sent[0]?.answer(502, { title: 'server trouble', detail: 'Not well.' }));
    tools.act(() => result.current.edit(called('AB')));
    void result.current.saveNow();
    await until(() => sent.length === 2);
    await tools.act(async () => sent[1]?.answer(409, { title: 'changed elsewhere', detail: 'Changed.' }));
    await until(() => sent.length === 3);
    await tools.act(async () => sent[2]?.answer(200, detail(2, { ...PLAN, title: 'A' })));
    await until(() => sent.length === 4);
    expect([result.current.theirs, sent[3]?.body.plan.title]).to.deep.equal([null, 'AB']);
  });

  it('is a conflict after a reload where somebody else saved meanwhile, and both are there', () => {
    keepDraft(detail(1, PLAN).id, { base: 1, plan: { ...PLAN, title: 'Mine' }, sent: null });
    const { result } = tools.renderHook(() => useDraft(detail(5, { ...PLAN, title: 'Theirs' })));
    expect([result.current.plan.title, result.current.theirs?.plan.title]).to.deep.equal(['Mine', 'Theirs']);
    tools.act(() => result.current.settle('mine'));
    expect(kept()).to.deep.include({ base: 5 });
  });

  it('saves everything but the field that does not hold, which stays as it was typed, also after a reload', async () => {
    const { result, unmount } = open();
    tools.act(() => result.current.edit((plan) => ({ ...without('restSeconds', Number.NaN)(plan), title: 'Saved' })));
    const saving = result.current.saveNow();
    await until(() => sent.length === 1);
    const item = (plan: WeekPlan | undefined) => plan?.sessions[0]?.blocks[0]?.items[0];
    expect([sent[0]?.body.plan.title, item(sent[0]?.body.plan)?.restSeconds]).to.deep.equal(['Saved', item(PLAN)?.restSeconds]);
    await tools.act(async () => sent[0]?.answer(200, detail(2, { ...PLAN, title: 'Saved' })));
    // Not wholly saved: nothing is released with it.
    expect(await saving).to.equal(false);
    expect([result.current.save.kind, result.current.faults[0]?.item?.drillId]).to.deep.equal(['saved', 'sole-taps']);
    unmount();
    const later = tools.renderHook(() => useDraft(detail(2, { ...PLAN, title: 'Saved' })));
    expect(item(later.result.current.plan)?.restSeconds).to.be.NaN;
    expect(later.result.current.faults).to.have.length(1);
  });
});
