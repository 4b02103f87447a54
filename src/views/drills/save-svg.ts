/** The drawing of an element as SVG text that stands by itself: colours of the light theme written out instead of our variables. */
export function standaloneSvg(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.removeAttribute('class');
  copy.setAttribute('font-family', 'sans-serif');
  const styles = getComputedStyle(document.documentElement);
  return copy.outerHTML.replace(/var\((--[a-z-]+)\)/g, (_, name: string) => styles.getPropertyValue(name).trim() || 'black');
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

export function saveSvg(within: HTMLElement | null, name: string): void {
  const svg = within?.querySelector('svg');
  if (svg) saveFile(standaloneSvg(svg), name, 'image/svg+xml');
}
