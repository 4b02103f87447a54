import { expect } from 'chai';
import { createElement } from 'react';
import { openPage } from '../views/page.ts';

describe('keys of a page', () => {
  let closePage: () => Promise<void>;
  let render: typeof import('@testing-library/react').render;
  let cleanup: typeof import('@testing-library/react').cleanup;
  let useKeys: typeof import('../../src/client/use-keys.ts').useKeys;
  before(async () => {
    closePage = openPage();
    ({ render, cleanup } = await import('@testing-library/react'));
    ({ useKeys } = await import('../../src/client/use-keys.ts'));
  });
  afterEach(() => cleanup());
  after(() => closePage());

  const Page = ({ keys }: { keys: ReturnType<Parameters<typeof useKeys>[0]> }) => {
    useKeys(() => keys);
    return createElement('div', null, createElement('input', { id: 'words' }), createElement('input', { id: 'box', type: 'checkbox' }));
  };
  /** Presses a key; tells whether the browser still does what it does with it. */
  const press = (key: string, more: KeyboardEventInit = {}, at: EventTarget = document.body) =>
    at.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more }));
  const field = (id: string) => document.getElementById(id) as HTMLElement;

  it('do what they do now, once, whatever they did when the page was opened', () => {
    const done: string[] = [];
    const { rerender } = render(createElement(Page, { keys: { a: () => done.push('before') } }));
    rerender(createElement(Page, { keys: { a: () => done.push('now') } }));
    expect(press('a')).to.equal(false);
    expect(press('b')).to.equal(true);
    expect(done).to.deep.equal(['now']);
  });

  it('are letters where somebody types, and keys at a box to tick; nothing while a dialog is open', () => {
    const done: string[] = [];
    render(createElement(Page, { keys: { a: () => done.push('a') } }));
    press('a', {}, field('words'));
    expect(done).to.deep.equal([]);
    press('a', {}, field('box'));
    expect(done).to.deep.equal(['a']);
    const dialog = document.body.appendChild(document.createElement('dialog'));
    dialog.setAttribute('open', '');
    press('a');
    dialog.remove();
    expect(done).to.deep.equal(['a']);
  });

  it('know Ctrl and Shift: the first that fits, and a sign that a keyboard has behind Shift', () => {
    const done: string[] = [];
    const keys = { '$mod+Shift+z': () => done.push('redo'), '$mod+z': () => done.push('undo'), '/': () => done.push('search') };
    render(createElement(Page, { keys }));
    press('z', { ctrlKey: true });
    press('Z', { ctrlKey: true, shiftKey: true });
    press('z');
    press('/', { shiftKey: true });
    press('/', { altKey: true });
    expect(done).to.deep.equal(['undo', 'redo', 'search']);
  });

  it('leave the key to the browser where what they do says so', () => {
    render(createElement(Page, { keys: { a: () => false } }));
    expect(press('a')).to.equal(true);
  });
});
