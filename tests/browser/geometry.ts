import type { Page } from '@playwright/test';

/** A control is at least so large, in CSS pixels, both ways. */
const LEAST_CONTROL = 48;

/**
 * What lies over something else, leaves the screen at its sides, or is too small to be hit, on a page as it stands; empty when nothing does.
 * A text is its lines, not the box they lie in. What a scrolled part hides is not there; a bar that stays at the edge covers what scrolls
 * under it, and is tried when that is scrolled to its end.
 */
function faultsOfLayout(page: Page, leastControl: number): Promise<string[]> {
  return page.evaluate((least) => {
    interface Seen {
      what: string;
      element: Element;
      box: DOMRect;
      control: boolean;
      stuck: Element | null;
    }
    const visible = (element: Element) =>
      element.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true }) && !element.closest('.sr-only, [inert]');
    const clippedBy = (element: Element, box: DOMRect): DOMRect | null => {
      let { left, top, right, bottom } = box;
      for (let up: Element | null = element.parentElement; up; up = up.parentElement) {
        const style = getComputedStyle(up);
        if (style.position === 'fixed') break;
        if (style.overflowX === 'visible' && style.overflowY === 'visible') continue;
        const edge = up.getBoundingClientRect();
        [left, top, right, bottom] = [
          Math.max(left, edge.left),
          Math.max(top, edge.top),
          Math.min(right, edge.right),
          Math.min(bottom, edge.bottom),
        ];
      }
      return right - left > 1 && bottom - top > 1 ? new DOMRect(left, top, right - left, bottom - top) : null;
    };
    const stuckOf = (element: Element): Element | null => {
      for (let up: Element | null = element; up; up = up.parentElement)
        if (['sticky', 'fixed'].includes(getComputedStyle(up).position)) return up;
      return null;
    };
    // What an open dialog covers is not there.
    const root = document.querySelector('dialog[open]') ?? document.body;
    const seen: Seen[] = [];
    const CONTROLS = 'button, a[href], input, select, textarea, summary';
    for (const element of root.querySelectorAll(CONTROLS)) {
      const box = visible(element) ? clippedBy(element, element.getBoundingClientRect()) : null;
      const name = element.getAttribute('aria-label') ?? element.textContent?.trim().slice(0, 40) ?? '';
      if (box) seen.push({ what: `<${element.tagName.toLowerCase()}> ${name}`, element, box, control: true, stuck: stuckOf(element) });
    }
    const pen = document.createElement('canvas').getContext('2d');
    if (!pen) throw new Error('no pen');
    const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const element = node.parentElement;
      if (!element || !node.textContent?.trim() || !visible(element) || element.closest('svg, script, style')) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      // The ink of a line, not the room that the font keeps above and below it.
      const style = getComputedStyle(element);
      pen.font = style.font;
      const ink = pen.measureText(style.textTransform === 'uppercase' ? node.textContent.toUpperCase() : node.textContent);
      for (const line of range.getClientRects()) {
        const base = line.top + ink.fontBoundingBoxAscent;
        const high = ink.actualBoundingBoxAscent + ink.actualBoundingBoxDescent;
        const box = clippedBy(element, new DOMRect(line.left, base - ink.actualBoundingBoxAscent, line.width, high));
        if (box) seen.push({ what: `“${node.textContent.trim().slice(0, 40)}”`, element, box, control: false, stuck: stuckOf(element) });
      }
    }
    const faults: string[] = [];
    const wide = document.documentElement.clientWidth;
    for (const { what, element, box, control } of seen) {
      const whole = element.getBoundingClientRect();
      if (box.left < -1 || box.right > wide + 1 || (control && (whole.left < -1 || whole.right > wide + 1)))
        faults.push(`${what} leaves the screen`);
      // A link within a sentence is a word of it.
      const inline = control && getComputedStyle(element).display === 'inline';
      const hidden = element instanceof HTMLInputElement && ['checkbox', 'radio', 'file'].includes(element.type);
      if (control && !inline && !hidden && (whole.width < least - 0.5 || whole.height < least - 0.5))
        faults.push(`${what} is ${Math.round(whole.width)}×${Math.round(whole.height)}`);
    }
    for (const [i, one] of seen.entries())
      for (const other of seen.slice(i + 1)) {
        if (one.element === other.element || one.element.contains(other.element) || other.element.contains(one.element)) continue;
        if (one.stuck !== other.stuck) continue;
        const across = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const down = Math.min(one.box.bottom, other.box.bottom) - Math.max(one.box.top, other.box.top);
        if (across > 1 && down > 1) faults.push(`${one.what} and ${other.what} lie over one another`);
      }
    return [...new Set(faults)];
  }, leastControl);
}

/** Width and height of the screen, and the size of the letters in percent. */
export type Sizes = readonly (readonly [number, number, number])[];

const SIZES = [
  [320, 568],
  [360, 640],
  [375, 667],
  [390, 844],
  [412, 915],
  [768, 1024],
  [844, 390],
] as const;
const TEXT = [100, 150, 200];
/** What every change waits for: the smallest phone, the usual one, one that lies. */
export const SOME_SIZES: Sizes = [
  [320, 568, 100],
  [320, 568, 200],
  [390, 844, 100],
  [844, 390, 150],
];
export const ALL_SIZES: Sizes = SIZES.flatMap(([wide, high]) => TEXT.map((percent) => [wide, high, percent] as const));

/** Looks at one state at many sizes; what is wrong is named by state, size and size of the letters. */
export async function look(page: Page, state: string, at: Sizes, leastControl = LEAST_CONTROL): Promise<string[]> {
  const found: string[] = [];
  for (const [width, height, percent] of at) {
    await page.setViewportSize({ width, height });
    await page.evaluate((size) => {
      document.documentElement.style.fontSize = `${size}%`;
    }, percent);
    for (const end of [0, 1]) {
      await page.evaluate((share) => {
        for (const part of [document.scrollingElement, document.querySelector('main')]) part?.scrollTo(0, share * part.scrollHeight);
      }, end);
      found.push(...(await faultsOfLayout(page, leastControl)).map((one) => `${state}, ${width}×${height}, ${percent} %: ${one}`));
    }
  }
  await page.setViewportSize({ width: 390, height: 844 });
  await page.evaluate(() => document.documentElement.style.removeProperty('font-size'));
  return [...new Set(found)];
}
