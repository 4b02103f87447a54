import { expect } from 'chai';
import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { fitLayout, layOut } from '../../src/core/layouts/index.ts';
import { Staircase, Yard } from '../../src/ui/notations/index.ts';
import { drillOf } from '../core/make.ts';

const cross = drillOf('cross-course').layout;
if (!cross) throw new Error('no layout');
const texts = (markup: string) => [...markup.matchAll(/<text[^>]*>([^<]*)/g)].map(([, words]) => words?.trim());

describe('the yard', () => {
  const { placed, route } = layOut(cross);
  const draw = (props: Partial<Parameters<typeof Yard>[0]> = {}) =>
    renderToStaticMarkup(createElement(Yard, { placed, route, step: 0.6, summary: 'six cones', ...props }));

  it('numbers the cones in the order of placing and says the straight line', () => {
    expect(texts(draw()).filter((words) => /^\d+$/.test(words ?? ''))).to.deep.equal(['1', '2', '3', '4', '5', '6']);
    expect(draw()).to.include('3 · 2 · 4').and.to.include('in line ✓');
  });
  it('lays slabs of one meter: six meters and the edge make eight lines a side', () => {
    const slabs = [...draw().matchAll(/stroke="var\(--joint\)"/g)].length;
    // 6 m of cones and 0.7 m on each side are 7.4 m: 8 lines each way.
    expect(slabs).to.equal(16);
  });
  it('draws the player’s own yard, and the layout turned when it only fits that way', () => {
    const line = fitLayout({ moves: 'put; 6 forward; put', route: 'from 1; run to 2', variants: [] }, { length: 2, width: 6 }, 0.6);
    if (!line) throw new Error('does not fit');
    const markup = draw({ placed: line.placed, route: line.route, yard: { length: 2, width: 6 }, turned: line.turned });
    expect(markup).to.include('your yard 2 × 6 m, layout turned a quarter');
    const cones = [...markup.matchAll(/<path d="M([\d.]+) ([\d.]+)/g)].map(([, x, y]) => [Number(x), Number(y)]);
    expect(cones[0]?.[1]).to.be.closeTo(cones[1]?.[1] ?? 0, 1e-6);
    expect(cones[0]?.[0]).to.be.below(cones[1]?.[0] ?? 0);
  });
  it('puts a tick at every whole step of the route', () => {
    const { placed: two, route: way } = layOut({ moves: 'put; 4 forward; put', route: 'from 1; run to 2' });
    const markup = draw({ placed: two, route: way });
    expect([...markup.matchAll(/stroke-width="1"><\/line>|stroke-width="1"\/>/g)].length).to.be.at.least(3);
  });
  it('says a crooked line in words and in the colour of danger', () => {
    const { placed: crooked } = layOut({ moves: 'put; 2 forward; put; 2 forward and 1 left; put; 1 2 3 in line', route: '' });
    expect(draw({ placed: crooked, route: null }))
      .to.include('not in line')
      .and.to.include('var(--stop)');
  });
});

describe('the staircase', () => {
  const stairs = [
    { id: 'a', name: 'Drop, kick, catch', reached: 'both' as const },
    { id: 'b', name: 'With a bounce', reached: 'right' as const, here: true },
    { id: 'c', name: 'Left-right', reached: null },
  ];
  const markup = renderToStaticMarkup(createElement(Staircase, { stairs, summary: 'three steps' }));
  it('climbs to the right with a name under each step', () => {
    expect(markup.replace(/<[^>]+>/g, ' ')).to.match(/Drop, kick,\s+catch.*With a bounce.*Left-right/s);
    const rises = (/<path d="M0 ([\d.]+) H[\d.]+ V([\d.]+) H[\d.]+ V([\d.]+)/.exec(markup) ?? []).slice(1).map(Number);
    expect(rises).to.deep.equal([...rises].sort((x, y) => y - x));
  });
  it('stands the shoes of both feet on steps that both reached, the left one open', () => {
    const shoes = [...markup.matchAll(/<ellipse[^>]*fill="([^"]+)"/g)].map(([, fill]) => fill);
    expect(shoes).to.have.length(3);
    expect(shoes.filter((fill) => fill?.startsWith('url('))).to.have.length(1);
  });
});
