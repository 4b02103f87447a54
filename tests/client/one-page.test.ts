import { expect } from 'chai';
import fc from 'fast-check';
import { largestZoom, SMALLEST_ZOOM } from '../../src/client/one-page.ts';

describe('a sheet on one page', () => {
  it('is as large as fits, in hundredths, and never larger than usual', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), (most) => {
        const zoom = largestZoom((one) => Math.round(one * 100) <= most);
        expect(Math.round(zoom * 100)).to.equal(Math.min(100, Math.max(Math.round(SMALLEST_ZOOM * 100), most)));
      }),
    );
  });

  it('is looked at once where it fits as it is, and no smaller than can be read where it never does', () => {
    const tried: number[] = [];
    const zoom = largestZoom((one) => tried.push(one) > 0);
    expect([zoom, tried]).to.deep.equal([1, [1]]);
    expect(largestZoom(() => false)).to.equal(SMALLEST_ZOOM);
  });
});
