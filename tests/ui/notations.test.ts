import { expect } from 'chai';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import type { StripCell } from '../../src/core/streaks/index.ts';
import { compileRunSheet, TYPICAL_RUNNER } from '../../src/core/training/index.ts';
import { Laces, Seam, Skyline } from '../../src/ui/notations/index.ts';
import { aBlock, anItem, aSession, drills, timed } from '../core/make.ts';

/** The attributes of every element of one kind, in order. */
function elements(markup: string, name: string): Record<string, string>[] {
  return [...markup.matchAll(new RegExp(`<${name}\\s([^>]*)>`, 'g'))].map(([, inside]) =>
    Object.fromEntries([...(inside ?? '').matchAll(/([\w-]+)="([^"]*)"/g)].map(([, key, value]) => [key, value])),
  );
}
const num = (text: string | undefined) => Number(text);

describe('the seam', () => {
  const draw = (props: Partial<Parameters<typeof Seam>[0]>) =>
    renderToStaticMarkup(createElement(Seam, { rows: [], summary: 'left 10, right 20', ...props }));
  const markup = draw({ rows: [{ label: 'week 1', left: 10, right: 20 }], ticks: { left: 12, right: 21 } });
  const [left, right] = elements(markup, 'rect') as [Record<string, string>, Record<string, string>];

  it('grows left values to the left and right values to the right of one line, at the same scale', () => {
    const seam = elements(markup, 'line').find((line) => line['stroke-dasharray']);
    expect(num(left.x) + num(left.width)).to.be.closeTo(num(seam?.x1) - 2, 1e-6);
    expect(num(right.x)).to.be.closeTo(num(seam?.x1) + 2, 1e-6);
    expect(num(right.width) / num(left.width)).to.be.closeTo(2, 1e-6);
  });

  it('hatches the left and fills the right, so that the pair reads without colour', () => {
    expect(left.fill).to.match(/^url\(#/);
    expect(left.stroke).to.equal('var(--left)');
    expect(right.fill).to.equal('var(--right)');
  });

  it('puts a tick for the next number beyond a bar that falls short of it, and the number beyond the tick', () => {
    const ticks = elements(markup, 'line').filter((line) => !line['stroke-dasharray'] && line.y1 !== '0' && line['stroke-width'] === '2.5');
    expect(ticks).to.have.length(2);
    expect(num(ticks[0]?.x1)).to.be.below(num(left.x));
    expect(num(ticks[1]?.x1)).to.be.above(num(right.x) + num(right.width));
    const ends = elements(markup, 'text').filter((text) => text['font-weight'] === '700' && text.fill === 'var(--ink)');
    expect(num(ends[0]?.x)).to.be.below(num(ticks[0]?.x1));
    expect(num(ends[1]?.x)).to.be.above(num(ticks[1]?.x1));
  });

  it('outlines a number of both feet over the seam, and draws nothing for a foot without one', () => {
    const both = elements(draw({ rows: [{ label: 'week 1', left: null, right: null, both: 30 }] }), 'rect');
    expect(both).to.have.length(1);
    expect(both[0]?.fill).to.equal('none');
  });

  it('says what it shows to those who do not see it', () => {
    expect(markup).to.include('role="img"').and.include('aria-label="left 10, right 20"');
  });
});

describe('the skyline', () => {
  const paces = [
    { pace: 'easy' as const, seconds: 10 },
    { pace: 'half' as const, seconds: 20 },
    { pace: 'full' as const, seconds: 10 },
  ];
  const session = aSession([
    aBlock('recap', [anItem('inside-taps', { ...timed(40), paces, scored: false })]),
    aBlock('challenge', [anItem('hop-out-in-taps', timed(20))]),
  ]);
  const sheet = compileRunSheet(session, drills, TYPICAL_RUNNER);
  const markup = renderToStaticMarkup(
    createElement(Skyline, { intervals: sheet, summary: 'a session', now: { index: 2, share: 0.5, label: '0:05' } }),
  );
  const boxes = elements(markup, 'rect');

  it('is as wide as the seconds and as tall as the pace', () => {
    const [easy, half, full] = boxes as [Record<string, string>, Record<string, string>, Record<string, string>];
    expect((num(half.width) + 1.5) / (num(easy.width) + 1.5)).to.be.closeTo(2, 1e-6);
    expect(num(easy.height)).to.be.below(num(half.height));
    expect(num(half.height)).to.be.below(num(full.height));
  });

  it('stands on the ground line, whatever the height', () => {
    const bottoms = boxes.map((box) => num(box.y) + num(box.height));
    for (const bottom of bottoms) expect(bottom).to.be.closeTo(bottoms[0] ?? 0, 1e-6);
  });

  it('outlines both feet, fills the right, hatches the left', () => {
    expect(boxes.map((box) => (box.fill?.startsWith('url') ? 'hatched' : box.fill))).to.deep.equal([
      'none',
      'none',
      'none',
      'var(--right)',
      'hatched',
    ]);
  });

  it('dips under the ground for set-up and drink, and dots the score', () => {
    expect(elements(markup, 'path')).to.have.length(2);
    expect(elements(markup, 'circle')).to.have.length(1);
  });

  it('marks now in the middle of the interval that is half done', () => {
    const now = elements(markup, 'line').find((line) => line.stroke === 'var(--lace)');
    const first = boxes[0] as Record<string, string>;
    expect(num(now?.x1)).to.be.closeTo(num(first.x) + (num(first.width) + 1.5) / 2, 0.01);
    expect(markup).to.include('0:05');
  });

  it('shows only a stretch round now on the clock', () => {
    const small = renderToStaticMarkup(
      createElement(Skyline, { intervals: sheet, summary: 's', window: 3, now: { index: 2, share: 0, label: '' } }),
    );
    expect(elements(small, 'rect').length).to.be.below(boxes.length);
  });

  it('survives an empty session', () => {
    expect(renderToStaticMarkup(createElement(Skyline, { intervals: [], summary: 'nothing yet' }))).to.include('nothing yet');
  });
});

describe('the laces', () => {
  const cells = (states: StripCell['state'][]): StripCell[] =>
    states.map((state, i) => ({ day: `2026-11-${String(i + 2).padStart(2, '0')}`, state }));
  const draw = (states: StripCell['state'][], tiny = false) =>
    renderToStaticMarkup(createElement(Laces, { cells: cells(states), summary: 'laces', tiny, letters: (day: string) => day.slice(-1) }));

  it('has a pair of eyelets for every day that is asked for, and none for days off', () => {
    expect(elements(draw(['done', 'off', 'missed', 'ahead']), 'circle')).to.have.length(6);
  });

  it('crosses the lace to a done day and lays it straight to a free one', () => {
    const lines = elements(draw(['done', 'done', 'free']), 'line');
    expect(lines).to.have.length(4);
    const straight = lines.filter((line) => line.y1 === line.y2);
    expect(straight).to.have.length(2);
  });

  it('ties nothing over a missed day', () => {
    expect(elements(draw(['done', 'missed', 'done']), 'line')).to.have.length(0);
  });

  it('leaves the running day an open eyelet with a lace that is not pulled yet', () => {
    const markup = draw(['done', 'running']);
    expect(elements(markup, 'line').every((line) => line['stroke-dasharray'])).to.equal(true);
    expect(elements(markup, 'circle').map((c) => c.fill)).to.deep.equal(['var(--lace)', 'var(--lace)', 'var(--slab)', 'var(--slab)']);
  });

  it('has letters when large and none when tiny', () => {
    expect(elements(draw(['done', 'done']), 'text')).to.have.length(2);
    expect(elements(draw(['done', 'done'], true), 'text')).to.have.length(0);
  });

  it('never uses the colour of danger', () => {
    expect(draw(['missed', 'missed', 'running'])).not.to.include('--stop');
  });
});
