import { expect } from 'chai';
import { createElement } from 'react';
import { z } from 'zod';
import { openPage } from '../views/page.ts';

const Schema = z.object({
  nickname: z.string().min(2, 'A nickname has two letters at least.'),
  year: z.int('A year is a whole number.'),
  id: z.string(),
});

describe('a form', () => {
  let closePage: () => Promise<void>;
  let page: typeof import('@testing-library/react');
  let forms: typeof import('../../src/client/use-form.ts');
  let problems: typeof import('../../src/client/client.ts');
  before(async () => {
    closePage = openPage();
    page = await import('@testing-library/react');
    forms = await import('../../src/client/use-form.ts');
    problems = await import('../../src/client/client.ts');
  });
  afterEach(() => page.cleanup());
  after(() => closePage());

  type Work = (sent: z.output<typeof Schema>) => Promise<unknown>;
  function open(work: Work, id = 'x') {
    const outcomes: unknown[] = [];
    const Page = () => {
      const { field, refusal, send, clear } = forms.useForm({
        first: { nickname: '', year: '' },
        schema: Schema,
        body: (typed) => ({ ...typed, id: id === '' ? undefined : id, year: forms.wholeNumber(typed.year) }),
      });
      const input = (name: 'nickname' | 'year') => {
        const { problem, ...rest } = field(name);
        return createElement('label', { key: name }, createElement('input', { id: name, ...rest }), createElement('i', null, problem));
      };
      const press = async () => outcomes.push(await send(work));
      return createElement(
        'form',
        null,
        ...(['nickname', 'year'] as const).map(input),
        createElement('b', null, refusal),
        createElement('button', { type: 'button', onClick: () => void press() }, 'Send'),
        createElement('button', { type: 'button', onClick: clear }, 'Empty'),
      );
    };
    page.render(createElement(Page));
    return outcomes;
  }
  const field = (name: string) => document.getElementById(name) as HTMLInputElement;
  const type = (name: string, value: string) => page.fireEvent.change(field(name), { target: { value } });
  const press = (words: string) => page.fireEvent.click(page.within(document.body).getByText(words));
  const said = (tag: string) => [...document.querySelectorAll(tag)].map((one) => one.textContent);
  const within = { timeout: 15_000 };

  it('names each field that does not hold, sends nothing, and keeps what was typed', async () => {
    let sent = 0;
    const outcomes = open(async () => sent++);
    type('nickname', 'J');
    type('year', 'ten');
    press('Send');
    await page.waitFor(() => expect(outcomes).to.deep.equal([null]), within);
    expect(said('i')).to.deep.equal(['A nickname has two letters at least.', 'A year is a whole number.']);
    expect([sent, field('nickname').value, field('year').value]).to.deep.equal([0, 'J', 'ten']);
  });

  it('sends what holds as the schema reads it, and gives back what came of it', async () => {
    const outcomes = open(async (body) => ({ got: body }));
    type('nickname', 'Jet');
    type('year', ' 2016 ');
    press('Send');
    await page.waitFor(() => expect(outcomes).to.deep.equal([{ got: { nickname: 'Jet', year: 2016, id: 'x' } }]), within);
    press('Empty');
    expect(field('nickname').value).to.equal('');
  });

  it('puts the server’s sentence at its field, or below where it has none here', async () => {
    let fields = [{ field: 'nickname', sentence: 'Somebody has that nickname.' }];
    const outcomes = open(() => Promise.reject(new problems.ServerProblem('bad input', 400, 'Not done.', fields)));
    type('nickname', 'Jet');
    type('year', '2016');
    press('Send');
    await page.waitFor(() => expect(said('i')[0]).to.equal('Somebody has that nickname.'), within);
    expect(said('b')).to.deep.equal(['']);
    fields = [{ field: 'squad', sentence: 'There is no such squad.' }];
    press('Send');
    await page.waitFor(() => expect(said('b')).to.deep.equal(['Not done.']), within);
    expect(said('i')).to.deep.equal(['', '']);
    expect(outcomes).to.deep.equal([null, null]);
  });

  it('says what is wrong with something that has no field', async () => {
    const outcomes = open(async () => true, '');
    type('nickname', 'Jet');
    type('year', '2016');
    press('Send');
    await page.waitFor(() => expect(outcomes).to.deep.equal([null]), within);
    expect(said('b')[0]).to.match(/expected string/);
  });
});
