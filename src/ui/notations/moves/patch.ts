import type { Shape } from './paths.ts';

const SVG = 'http://www.w3.org/2000/svg';
const NONE: Shape = { d: '' };

/** Paths that stay in the page while what they show changes: only what differs is written. */
export class Painting {
  private readonly paths: SVGPathElement[] = [];
  private last: Shape[] = [];

  constructor(private readonly group: SVGGElement) {}

  paint(shapes: Shape[]): void {
    while (this.paths.length < shapes.length) {
      const path = document.createElementNS(SVG, 'path');
      path.setAttribute('stroke-linecap', 'round');
      path.setAttribute('stroke-linejoin', 'round');
      this.group.append(path);
      this.paths.push(path);
    }
    for (const [i, path] of this.paths.entries()) this.patch(path, this.last[i] ?? NONE, shapes[i] ?? NONE);
    this.last = shapes;
  }

  private patch(path: SVGPathElement, was: Shape, now: Shape): void {
    if (was.d !== now.d) path.setAttribute('d', now.d);
    if (was.fill !== now.fill || was === NONE) path.setAttribute('fill', now.fill ?? 'none');
    if (was.stroke !== now.stroke || was === NONE) path.setAttribute('stroke', now.stroke ?? 'none');
    if (was.width !== now.width) path.setAttribute('stroke-width', String(now.width ?? 1));
    if (was.dash !== now.dash) path.setAttribute('stroke-dasharray', now.dash ?? 'none');
    if (was.opacity !== now.opacity) path.setAttribute('opacity', String(now.opacity ?? 1));
  }
}
