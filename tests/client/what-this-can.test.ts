import { expect } from 'chai';
import { opensInABrowserThatForgets, whatThisCan } from '../../src/client/what-this-can.ts';

const iphone = (version: string, standalone: boolean) => ({
  MediaRecorder: class {},
  navigator: { mediaDevices: {}, wakeLock: {}, standalone, userAgent: `Mozilla/5.0 (iPhone; CPU iPhone OS ${version} like Mac OS X)` },
});

describe('a browser that forgets', () => {
  it('is one that could be on the home screen and is not', () => {
    expect(opensInABrowserThatForgets({ standalone: false })).to.equal(true);
    expect(opensInABrowserThatForgets({ standalone: true })).to.equal(false);
    expect(opensInABrowserThatForgets({})).to.equal(false);
  });
});

describe('what a browser can do in a session', () => {
  it('is what it has', () => {
    const desk = { MediaRecorder: class {}, navigator: { mediaDevices: {}, wakeLock: {}, userAgent: 'Firefox' } };
    expect(whatThisCan(desk)).to.deep.equal({ keepScreenOn: true, film: true });
    expect(whatThisCan({ ...desk, navigator: { userAgent: 'Old' } })).to.deep.equal({ keepScreenOn: false, film: false });
    expect(whatThisCan({ navigator: desk.navigator }).film).to.equal(false);
  });

  it('on the home screen of an iPhone is kept awake from 18.4 on, and in the browser before that as well', () => {
    for (const [version, standalone, on] of [
      ['18_3_2', true, false],
      ['17_6', true, false],
      ['18_4', true, true],
      ['19_0', true, true],
      ['17_6', false, true],
    ] as const)
      expect(whatThisCan(iphone(version, standalone)).keepScreenOn, `${version} ${standalone}`).to.equal(on);
  });
});
