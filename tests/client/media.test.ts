import { expect } from 'chai';
import { closeMedia, openMedia, tellSession } from '../../src/client/media.ts';

describe('sound of a page and its microphone', () => {
  const before = Object.getOwnPropertyDescriptor(globalThis, 'navigator');
  const session = { type: 'auto' };
  const told: string[] = [];
  let refuses = false;
  const stream = () => ({ getTracks: () => [{ stop: () => told.push('stopped') }] }) as unknown as MediaStream;
  beforeEach(() => {
    refuses = false;
    Object.defineProperty(globalThis, 'navigator', {
      configurable: true,
      value: {
        audioSession: session,
        mediaDevices: {
          getUserMedia: async () => {
            told.push(session.type);
            if (refuses) throw new DOMException('no', 'NotAllowedError');
            return stream();
          },
        },
      },
    });
  });
  afterEach(() => Object.defineProperty(globalThis, 'navigator', before ?? { configurable: true, value: undefined }));

  it('is that of a player, so that the switch for silence does not still it', () => {
    tellSession();
    expect(session.type).to.equal('playback');
  });

  it('records as long as one microphone is open, and is that of a player after the last', async () => {
    told.length = 0;
    const [one, two] = [await openMedia({ audio: true }), await openMedia({ audio: true, video: true })];
    expect(told).to.deep.equal(['play-and-record', 'play-and-record']);
    closeMedia(one);
    expect(session.type).to.equal('play-and-record');
    closeMedia(two);
    closeMedia(two);
    expect(session.type).to.equal('playback');
    expect(told.filter((one) => one === 'stopped')).to.have.length(3);
  });

  it('stays that of a player with a camera alone, and where the microphone is refused', async () => {
    const eye = await openMedia({ video: true });
    expect(session.type).to.equal('playback');
    closeMedia(eye);
    refuses = true;
    expect(await openMedia({ audio: true }).catch((error: Error) => error.name)).to.equal('NotAllowedError');
    expect(session.type).to.equal('playback');
  });
});
