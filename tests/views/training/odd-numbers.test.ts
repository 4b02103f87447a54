import { expect } from 'chai';
import { createElement } from 'react';
import type { NumberToBeat, ScoreSent } from '../../../src/contract/training.ts';
import { anItem, drillOf, timed } from '../../core/make.ts';
import { openPage } from '../page.ts';

describe('a number that can hardly be', () => {
  let closePage: () => Promise<void>;
  let page: typeof import('@testing-library/react');
  let ScoreEntry: typeof import('../../../src/views/training/ScoreEntry.tsx').ScoreEntry;
  before(async () => {
    closePage = openPage();
    page = await import('@testing-library/react');
    ({ ScoreEntry } = await import('../../../src/views/training/ScoreEntry.tsx'));
  });
  afterEach(() => page.cleanup());
  after(() => closePage());

  const item = anItem('sole-taps', timed(30));
  const best: NumberToBeat = {
    ...{ itemId: item.id, foot: 'both', record: 67, tuning: null },
    target: { number: 68, reason: '', estimated: false, byCoach: false },
  };
  const work = [{ itemId: item.id, round: 0, startedAt: 0, foot: 'both' as const, surface: null, seconds: 30, clocked: true }];
  function open(given: ScoreSent[][]) {
    const props = { item, drill: drillOf('sole-taps'), feet: ['both' as const], work, numbers: [best], courseMetres: null };
    page.render(createElement(ScoreEntry, { ...props, onGive: (scores) => given.push(scores) } as Parameters<typeof ScoreEntry>[0]));
  }
  const within = () => page.within(document.body);
  const type = (value: string) => page.fireEvent.change(within().getByRole('textbox', { name: /^Count/ }), { target: { value } });
  const press = (name: string) => page.fireEvent.click(within().getByRole('button', { name }));

  it('is asked about with the own best, and can be typed again with what was typed still there', () => {
    const given: ScoreSent[][] = [];
    open(given);
    type('9999');
    press('Keep these numbers');
    expect(given).to.deep.equal([]);
    expect(document.body.textContent).to.include('9999?').and.include('Your best is 67.').and.include('your coach will look');
    press('Type it again');
    expect((within().getByRole('textbox', { name: /^Count/ }) as HTMLInputElement).value).to.equal('9999');
    type('66');
    press('Keep these numbers');
    expect(given.map((scores) => scores[0]?.value)).to.deep.equal([66]);
  });

  it('is kept as it is by whoever says so; an ordinary one is not asked about', () => {
    const given: ScoreSent[][] = [];
    open(given);
    type('300');
    press('Keep these numbers');
    press('Keep it');
    expect(given.map((scores) => scores[0]?.value)).to.deep.equal([300]);
    page.cleanup();
    open(given);
    type('70');
    press('Keep these numbers');
    expect(given.map((scores) => scores[0]?.value)).to.deep.equal([300, 70]);
  });
});
