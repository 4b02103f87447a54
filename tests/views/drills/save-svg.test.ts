import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import { COLOURS } from '../../../src/ui/notations/colours.ts';
import { standaloneSvg } from '../../../src/views/drills/save-svg.ts';
import { openPage } from '../page.ts';

const TOKENS = readFileSync('src/ui/tokens.css', 'utf8');

describe('colours of drawings that stand alone', () => {
  it('are those of the tokens, light and dark', () => {
    const [light = '', dark = ''] = TOKENS.split('@media (prefers-color-scheme: dark)');
    for (const [part, colours] of [
      [light, COLOURS.light],
      [dark, COLOURS.dark],
    ] as const)
      for (const [name, colour] of Object.entries(colours)) expect(part, name).to.include(`${name}: ${colour};`);
  });
});

describe('a drawing that is saved', () => {
  let close = async () => {};
  before(() => {
    close = openPage();
  });
  after(() => close());
  const drawn = () => {
    document.body.innerHTML =
      '<svg viewBox="0 0 120 80" class="w-full" style="max-width:120px"><line x1="0" y1="0" x2="9" y2="9" stroke="var(--ink)"/><g fill="var(--nowhere)"/></svg>';
    return standaloneSvg(document.querySelector('svg') as SVGSVGElement, 'Two gates & a wall');
  };

  it('has its size, its name and a ground of its own before all else', () => {
    const svg = drawn();
    expect(svg)
      .to.match(/^<svg [^>]*width="120"/)
      .and.to.match(/^<svg [^>]*height="80"/);
    expect(svg).to.match(/^<svg [^>]*xmlns="http:\/\/www.w3.org\/2000\/svg"/);
    expect(svg).to.include('<title>Two gates &amp; a wall</title>');
    expect(svg.indexOf(`fill="${COLOURS.light['--slab']}"`)).to.be.lessThan(svg.indexOf('<line'));
  });

  it('asks no page for anything', () => {
    const svg = drawn();
    expect(svg).to.not.include('var(').and.to.not.include('class=').and.to.not.include('style=');
    expect(svg).to.include(`stroke="${COLOURS.light['--ink']}"`).and.to.include('fill="black"');
  });
});
