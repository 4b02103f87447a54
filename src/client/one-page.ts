/** Sheets that want to be on one page; `one-page` in `tokens.css` gives them their width and zooms what is in them. */
export const ONE_PAGE = '[data-one-page]';

/** What A4 and Letter both have in height between the usual margins of half an inch: that of Letter. (In width it is that of A4, 184 mm.) */
const PAGE_MM = 254;
const PX_PER_MM = 96 / 25.4;
/** A line that lands on the last hair of a page begins the next one. */
const SPARE_MM = 1;

const PARTS = 100;
/** Smaller letters are no help to whoever has to read them. */
export const SMALLEST_ZOOM = 0.4;

/**
 * The largest zoom at which something fits, at most 1, in hundredths.
 * @param fits whether it does at a zoom; where it fits at one, it fits at each smaller one
 * @returns `SMALLEST_ZOOM` where nothing larger fits, whether that does or not
 */
export function largestZoom(fits: (zoom: number) => boolean): number {
  if (fits(1)) return 1;
  let low = Math.round(SMALLEST_ZOOM * PARTS);
  let high = PARTS;
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (fits(middle / PARTS)) low = middle;
    else high = middle;
  }
  return low / PARTS;
}

/** Lays a sheet out so small that it fits on one page, and as large as that allows. */
export function fitOnPage(sheet: HTMLElement): void {
  const zoomTo = (zoom: number) => sheet.style.setProperty('--zoom', String(zoom));
  const zoom = largestZoom((one) => {
    zoomTo(one);
    return sheet.getBoundingClientRect().height <= (PAGE_MM - SPARE_MM) * PX_PER_MM;
  });
  zoomTo(zoom);
}
