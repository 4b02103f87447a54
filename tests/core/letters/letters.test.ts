import { expect } from 'chai';
import { coachLetter, invitationWords, nudgeWords, todayLetter } from '../../../src/core/letters/index.ts';

describe('a reminder of today', () => {
  it('says nothing when there is nothing to say, and never reproaches', () => {
    expect(todayLetter({ nickname: 'Comet', due: [], streak: null, again: [] })).to.equal(null);
    const letter = todayLetter({
      nickname: 'Comet',
      due: ['Quick feet'],
      streak: 'One more today keeps 12 in a row.',
      again: [
        { drill: 'Sole taps', line: 'Heels up.' },
        { drill: 'Wall', line: null },
      ],
    });
    expect(letter?.subject).to.equal('Today for Comet: Quick feet');
    expect(letter?.plain).to.include('Sole taps: Heels up.').and.to.include('- Wall').and.to.include('Another day is fine too.');
  });
});

describe('words of a coach', () => {
  it('keep their paragraphs and lines, and no empty ones', () => {
    const letter = coachLetter({ coach: 'Fennel', squad: 'Newts', subject: ' Snow\n', text: '\n One. \nTwo.\n\n \n\nThree <b>.\n' });
    expect(letter.subject).to.equal('Snow');
    expect(letter.plain).to.match(/^Fennel of Newts writes:\n\nOne\.\nTwo\.\n\nThree <b>\.\n\nIt lies on your family page too/);
    expect(letter.html).to.include('<p>One.</p><p>Two.</p><p>Three &lt;b&gt;.</p>');
  });
  it('to a family that has gone quiet reproach nobody', () => {
    expect(nudgeWords('Comet', 1).text).to.match(/for 1 day\. That is no trouble/);
    expect(nudgeWords('Comet', 6)).to.deep.include({ subject: 'We miss Comet' });
    expect(nudgeWords('Comet', 6).text).to.include('for 6 days');
  });
  it('with an invitation hold all that is needed to use it', () => {
    const one = { squad: 'Newts', nickname: 'Comet', code: 'ABCD EFGH', address: 'https://feet.example/invited#AB', until: 'Mon, Dec 7' };
    for (const kind of ['players', 'coach', 'guardian', 'family link'] as const) {
      const words = invitationWords({ ...one, kind });
      expect(words, kind).to.include(one.address).and.to.include('Newts').and.to.include(one.until);
      // A code is said where it can be typed, the child where it is about one.
      expect([words.includes(one.code), words.includes('Comet')], kind).to.deep.equal([
        kind === 'players' || kind === 'guardian',
        kind === 'guardian' || kind === 'family link',
      ]);
    }
    expect(invitationWords({ ...one, kind: 'family link', nickname: null })).to.include('signs your child in');
  });
});
