import { expect } from 'chai';
import { createElement } from 'react';
import { reportOf } from '../../src/client/report.ts';
import { ErrorReport } from '../../src/contract/operations.ts';
import { openPage } from '../views/page.ts';

describe('a view with a guard around it', () => {
  let close: () => Promise<void>;
  let tools: typeof import('@testing-library/react');
  let guarded: typeof import('../../src/client/guarded.tsx').guarded;
  const sent: { path: string; body: Record<string, unknown> }[] = [];
  const { error: say } = console;
  before(async () => {
    close = openPage();
    tools = await import('@testing-library/react');
    ({ guarded } = await import('../../src/client/guarded.tsx'));
    globalThis.fetch = (async (path: string, init?: RequestInit) => {
      sent.push({ path, body: JSON.parse(String(init?.body)) });
      return Response.json({ taken: true });
    }) as typeof fetch;
    // React says every caught error aloud.
    console.error = () => undefined;
  });
  afterEach(() => tools.cleanup());
  after(() => {
    console.error = say;
    return close();
  });

  it('says that it broke, tells the own server without the sentence, leaves the rest of the page alone, and goes on', async () => {
    let broken = true;
    const View = guarded(function GoView({ child }: { child: string }) {
      if (broken) throw new TypeError(`no score of ${child}`);
      return createElement('p', null, 'Go!');
    });
    const Other = guarded(function Other() {
      return createElement('p', null, 'still here');
    });
    window.history.replaceState(null, '', '/go/0190a7c2');
    const page = tools.render(createElement('main', null, createElement(View, { child: 'Comet' }), createElement(Other)));
    expect(page.getByRole('alert').textContent).to.include('What you did is kept.');
    expect(page.getByText('still here').tagName).to.equal('P');
    await tools.waitFor(() => expect(sent.length).to.equal(1), { timeout: 15_000 });
    expect(sent[0]?.path).to.equal('/api/v1/reports');
    expect(sent[0]?.body).to.include({ view: 'GoView', route: '/go/*', error: 'TypeError' });
    expect(JSON.stringify(sent)).to.not.include('Comet').and.not.include('0190a7c2');
    ErrorReport.parse(sent[0]?.body);
    // Whoever copies the report sees all of it.
    expect(page.getByText(/no score of Comet/).tagName).to.equal('PRE');
    broken = false;
    tools.fireEvent.click(page.getByRole('button', { name: 'Go on' }));
    expect(page.getByText('Go!').tagName).to.equal('P');
    expect(page.queryByRole('alert')).to.equal(null);
  });

  it('tells where in the program it was: files, lines and columns alone', () => {
    const error = new RangeError('Pebble is 9');
    error.stack = `RangeError: Pebble is 9
    at count (http://localhost:4321/_astro/GoView.D2_x.js:12:345)
    at http://localhost:4321/_astro/stage.abc.js:1:2
    at Pebble (<anonymous>)`;
    expect(reportOf('GoView', error, '/week')).to.deep.equal({
      view: 'GoView',
      route: '/week',
      error: 'RangeError',
      stack: ['GoView.D2_x.js:12:345', 'stage.abc.js:1:2'],
    });
    const long = new Error('x');
    long.stack = Array.from({ length: 30 }, (_, i) => `at f (/a.js:${i}:1)`).join('\n');
    expect(ErrorReport.parse(reportOf('a-b c', long, '/')).stack.length).to.equal(12);
    expect(ErrorReport.parse(reportOf('', 'no error', '/'))).to.deep.equal({ view: 'page', route: '/', error: 'Unknown', stack: [] });
  });

  it('tells a page that the house takes, whatever its path was', () => {
    for (const path of ['/', '/a/B/ü/4', '/week', '/coach/0190a7c2-aaaa/weeks/print', '/one/two/three/four/five/six/seven/eight/nine'])
      ErrorReport.parse(reportOf('GoView', new Error('x'), path));
  });
});
