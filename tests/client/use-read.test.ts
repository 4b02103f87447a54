import { expect } from 'chai';
import { createElement } from 'react';
import { z } from 'zod';
import { endpoint } from '../../src/contract/endpoint.ts';
import { openPage } from '../views/page.ts';

const readIt = endpoint({
  method: 'GET',
  path: '/things/{thing}',
  act: 'see myself',
  summary: 'A thing.',
  params: z.object({ thing: z.string() }),
  body: z.undefined(),
  response: z.object({ n: z.number() }),
});

describe('what a view reads', () => {
  let closePage: () => Promise<void>;
  let page: typeof import('@testing-library/react');
  let useRead: typeof import('../../src/client/use-read.ts').useRead;
  const ofNode = globalThis.fetch;
  let asked: string[] = [];
  let answer: (address: string) => Promise<Response>;
  before(async () => {
    closePage = openPage();
    page = await import('@testing-library/react');
    ({ useRead } = await import('../../src/client/use-read.ts'));
    globalThis.fetch = (address) => {
      asked.push(String(address));
      return answer(String(address));
    };
  });
  beforeEach(() => {
    asked = [];
  });
  afterEach(() => page.cleanup());
  after(async () => {
    globalThis.fetch = ofNode;
    await closePage();
  });

  const json = (body: unknown, status = 200) => new Response(JSON.stringify(body), { status });
  type Options = Parameters<typeof useRead<typeof readIt.params, typeof readIt.response>>[2];
  function Page({ thing, options = {} }: { thing: string; options?: Options }) {
    const { found, problem, put, again } = useRead(readIt, { thing }, options);
    return createElement(
      'p',
      null,
      createElement('b', null, found ? String(found.n) : 'nothing yet'),
      createElement('i', null, problem),
      createElement('button', { type: 'button', onClick: () => put({ n: 99 }) }, 'Put'),
      createElement('button', { type: 'button', onClick: () => void again().catch(() => {}) }, 'Again'),
    );
  }
  const button = (words: string) => page.within(document.body).getAllByText(words)[0] as HTMLElement;
  const shown = () => document.querySelector('b')?.textContent;
  const within = { timeout: 15_000 };

  it('is read once for all that show it, and put in place by what an act brought', async () => {
    answer = async () => json({ n: 1 });
    page.render(createElement('div', null, createElement(Page, { thing: 'a' }), createElement(Page, { thing: 'a' })));
    await page.waitFor(() => expect(shown()).to.equal('1'), within);
    expect(asked).to.deep.equal(['/api/v1/things/a']);
    page.fireEvent.click(button('Put'));
    await page.waitFor(() => expect([...document.querySelectorAll('b')].map((one) => one.textContent)).to.deep.equal(['99', '99']), within);
  });

  it('begins with what came with the page, and asks again when told to', async () => {
    answer = async () => json({ n: 2 });
    page.render(createElement(Page, { thing: 'b', options: { first: { n: 1 } } }));
    expect([shown(), asked]).to.deep.equal(['1', []]);
    page.fireEvent.click(button('Again'));
    await page.waitFor(() => expect(shown()).to.equal('2'), within);
  });

  it('asks again by itself where it should', async () => {
    let n = 0;
    answer = async () => json({ n: ++n });
    page.render(createElement(Page, { thing: 'c', options: { everyMs: 20 } }));
    await page.waitFor(() => expect(Number(shown())).to.be.greaterThan(2), within);
  });

  it('says what the server refused, at once; a line that comes back mends itself', async () => {
    answer = async () => json({ title: 'not there', detail: 'There is no such thing.' }, 404);
    page.render(createElement(Page, { thing: 'd' }));
    await page.waitFor(() => expect(document.querySelector('i')?.textContent).to.equal('There is no such thing.'), within);
    expect(asked).to.have.length(1);
    page.cleanup();
    let tries = 0;
    answer = async () => {
      if (tries++ === 0) throw new TypeError('no line');
      return json({ n: 7 });
    };
    page.render(createElement(Page, { thing: 'e' }));
    await page.waitFor(() => expect(shown()).to.equal('7'), within);
  });

  it('does first what comes first, each time anew, and asks nothing while it is idle', async () => {
    const order: string[] = [];
    answer = async () => {
      order.push('read');
      return json({ n: order.length });
    };
    const before = async () => order.push('saved');
    page.render(createElement(Page, { thing: 'f', options: { before, idle: true } }));
    expect(asked).to.deep.equal([]);
    page.cleanup();
    for (const n of ['2', '4']) {
      page.render(createElement(Page, { thing: 'f', options: { before } }));
      await page.waitFor(() => expect(shown()).to.equal(n), within);
      page.cleanup();
    }
    expect(order).to.deep.equal(['saved', 'read', 'saved', 'read']);
  });
});
