/* One clock for all moving pictures of a page, which leaves the page time for everything else. */

type Draw = (now: number) => void;

/** Of the time of the page's own thread, moving pictures take at most this share: slow phones show fewer frames, and still answer a tap. */
const SHARE_MAX = 0.5;

/** The earliest instant for the next frame, in ms, after one that began at `began` and was on the screen at `shown`. */
export const nextFrameAt = (began: number, shown: number): number => began + (shown - began) / SHARE_MAX;

const drawn = new Set<Draw>();
let asked = 0;
let notBefore = 0;
let began = 0;

/** A message is handed over when the frame that was being made has been painted. */
const painted = typeof MessageChannel === 'undefined' ? null : new MessageChannel();

function frame(now: number): void {
  asked = requestAnimationFrame(frame);
  if (now < notBefore) return;
  began = performance.now();
  notBefore = Number.POSITIVE_INFINITY;
  for (const draw of drawn) draw(now);
  painted?.port2.postMessage(null);
}

/**
 * Draws something at each frame that there is time for.
 * @param draw told the frame's instant in ms
 * @returns ends it
 */
export function everyTurn(draw: Draw): () => void {
  if (painted)
    painted.port1.onmessage = () => {
      notBefore = nextFrameAt(began, performance.now());
    };
  drawn.add(draw);
  if (drawn.size === 1) {
    notBefore = 0;
    asked = requestAnimationFrame(frame);
  }
  return () => {
    drawn.delete(draw);
    if (drawn.size === 0) cancelAnimationFrame(asked);
  };
}
