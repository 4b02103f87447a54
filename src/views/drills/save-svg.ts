/** The drawing of an element as SVG text that stands by itself: colours of the light theme written out instead of our variables. */
export function standaloneSvg(svg: SVGSVGElement): string {
  const copy = svg.cloneNode(true) as SVGSVGElement;
  copy.setAttribute('xmlns', 'http://www.w3.org/2000/svg');
  copy.removeAttribute('class');
  copy.setAttribute('font-family', 'sans-serif');
  const styles = getComputedStyle(document.documentElement);
  return copy.outerHTML.replace(/var\((--[a-z-]+)\)/g, (_, name: string) => styles.getPropertyValue(name).trim() || 'black');
}

/** Hands a text over as a file to keep. */
export function saveFile(text: string, name: string, mediaType: string): void {
  const address = URL.createObjectURL(new Blob([text], { type: mediaType }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  URL.revokeObjectURL(address);
}

export function saveSvg(within: HTMLElement | null, name: string): void {
  const svg = within?.querySelector('svg');
  if (svg) saveFile(standaloneSvg(svg), name, 'image/svg+xml');
}
