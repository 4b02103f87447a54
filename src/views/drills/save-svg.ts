import { inLightColours } from '../../ui/notations/colours.ts';

const NAMESPACE = 'http://www.w3.org/2000/svg';

/**
 * The drawing of an element as an SVG text that stands by itself: with its size, its name and a ground of its own, in the colours of the
 * light theme, so that it is seen on any page.
 * @param name what it is called
 */
export function standaloneSvg(svg: SVGSVGElement, name: string): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  const page = svg.ownerDocument;
  const [x = '0', y = '0', width = '0', height = '0'] = (svg.getAttribute('viewBox') ?? '').split(/[\s,]+/);
  for (const attribute of ['class', 'style']) copy.removeAttribute(attribute);
  for (const [attribute, value] of Object.entries({ xmlns: NAMESPACE, width, height, 'font-family': 'sans-serif' }))
    copy.setAttribute(attribute, value);
  const ground = page.createElementNS(NAMESPACE, 'rect');
  for (const [attribute, value] of Object.entries({ x, y, width, height, fill: 'var(--slab)' })) ground.setAttribute(attribute, value);
  const title = page.createElementNS(NAMESPACE, 'title');
  title.textContent = name;
  copy.prepend(title, ground);
  return inLightColours(copy.outerHTML);
}

const KEPT_MS = 60_000;

/** Hands a text over as a file to keep. */
export function saveFile(text: string, name: string, mediaType: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: mediaType }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  document.body.append(link);
  link.click();
  link.remove();
  // Some browsers read it only after the click is over.
  setTimeout(() => URL.revokeObjectURL(address), KEPT_MS);
}

/** Hands over the first drawing in an element as a file. */
export function saveSvg(within: HTMLElement | null, name: string): void {
  const svg = within?.querySelector('svg');
  if (svg) saveFile(standaloneSvg(svg, name), `${name}.svg`, 'image/svg+xml');
}
