import { expect } from 'chai';
import {
  ACCOUNT_EVENTS,
  civilDay,
  escaped,
  isQuiet,
  letterOf,
  MAIL_TRIES,
  mailAt,
  namedIn,
  nameToken,
  newsInWords,
  newsLetter,
  outOfQuiet,
  WHO_LEFT,
  withNames,
} from '../../../src/core/mail/index.ts';

describe('a letter', () => {
  it('has the same words plain and in HTML, escaped, without parts that have no line', () => {
    const letter = letterOf(
      'One\r\n two & "three"',
      'Hello <you>',
      [
        { heading: 'A & B', lines: ["it's", '<b>'], list: true },
        { heading: 'Left out', lines: [] },
        { heading: 'C', lines: ['plain'] },
      ],
      'Bye.',
    );
    expect(letter).to.deep.equal({
      subject: 'One  two & "three"',
      plain: "Hello <you>\n\nA & B\n- it's\n- <b>\n\nC\nplain\n\nBye.\n",
      html: '<!doctype html><html lang="en"><head><meta charset="utf-8"><title>One\r\n two &amp; &quot;three&quot;</title></head><body><p>Hello &lt;you&gt;</p><h2>A &amp; B</h2><ul><li>it&#39;s</li><li>&lt;b&gt;</li></ul><h2>C</h2><p>plain</p><p>Bye.</p></body></html>',
    });
    expect(escaped('a&b<c>d"e\'f&')).to.equal('a&amp;b&lt;c&gt;d&quot;e&#39;f&amp;');
  });
});

describe('names in letters', () => {
  const [comet, newt] = ['00000000-0000-7000-8000-000000000001', '00000000-0000-7000-8000-000000000002'] as const;
  it('are found each once, and only whole ones', () => {
    expect(namedIn(`${nameToken(comet)} and ${nameToken(newt)}, ${nameToken(comet)}`)).to.deep.equal([comet, newt]);
    expect(namedIn(nameToken('short'))).to.deep.equal([]);
  });
  it('are put in as they are now, escaped in HTML, and as somebody who left', () => {
    const token = nameToken(comet);
    const letter = { subject: `Of ${token}`, plain: `${token} ${nameToken(newt)}`, html: `<b>${token}</b>`, more: 1 };
    expect(withNames(letter, (id) => (id === comet ? 'A&B' : undefined))).to.deep.equal({
      subject: 'Of A&B',
      plain: `A&B ${WHO_LEFT}`,
      html: '<b>A&amp;B</b>',
      more: 1,
    });
  });
});

describe('news of an account', () => {
  it('are a sentence for everybody who may read them, which names what was written down', () => {
    for (const kind of ACCOUNT_EVENTS)
      for (const whose of ['mine', 'my child', 'squad'] as const)
        expect(newsInWords(kind, whose, 'a phone'), `${kind} ${whose}`).to.match(/^[A-Z].{6,}\.$/);
    for (const kind of ['new device', 'coach joined', 'role changed', 'link made', 'link ended'] as const)
      expect(newsInWords(kind, 'mine', 'a phone'), kind).to.include('a phone');
    expect(newsInWords('new device', 'mine', null)).to.include('not known');
  });
  it('speak to whom it concerns', () => {
    const differ = (
      kind: Parameters<typeof newsInWords>[0],
      one: Parameters<typeof newsInWords>[1],
      other: Parameters<typeof newsInWords>[1],
    ) => expect(newsInWords(kind, one, 'x')).to.not.equal(newsInWords(kind, other, 'x'));
    differ('new device', 'mine', 'squad');
    differ('new device', 'my child', 'squad');
    expect(newsInWords('new PIN', 'my child', null)).to.match(/^Your child/);
    expect(newsInWords('new PIN', 'squad', null)).to.match(/^A new PIN/);
    for (const kind of ['role changed', 'guardian joined', 'guardian removed'] as const) {
      expect(newsInWords(kind, 'mine', 'x'), kind).to.match(/^You are/);
      expect(newsInWords(kind, 'squad', 'x'), kind).to.not.match(/^You are/);
    }
  });
  it('are mailed with what to do when it was not expected', () => {
    const letter = newsLetter('new PIN', 'mine', null);
    expect(letter.subject).to.equal('News of your Eager Feet account');
    expect(letter.plain).to.include('A new PIN.').and.to.include('Not you, and not expected?\nLook at your account page');
  });
});

describe('hours of mail at their limits', () => {
  const zone = 'America/Chicago';
  const at = (day: number, hour: number, minute = 0) => Date.UTC(2026, 10, day, hour + 6, minute);
  it('by day are quiet from their hour to before their end', () => {
    const day = { quietFrom: 9, quietTo: 17 };
    expect([8, 9, 16, 17].map((hour) => isQuiet(hour, day))).to.deep.equal([false, true, true, false]);
    expect(outOfQuiet(at(2, 10, 30), day, zone)).to.equal(at(2, 17));
  });
  it('count what goes on the same day by the wall, and give up a day that is full', () => {
    const hours = { quietFrom: 20, quietTo: 7, perDay: 1 };
    expect(civilDay(at(2, 23, 59), zone)).to.equal('2026-11-02');
    expect(mailAt(at(2, 12), hours, zone, [at(1, 12)])).to.equal(at(2, 12));
    expect(mailAt(at(2, 12), hours, zone, [at(2, 8)])).to.equal(null);
    expect(mailAt(at(2, 21), hours, zone, [at(2, 8)])).to.equal(at(3, 7));
    expect(mailAt(at(2, 21), hours, zone, [at(3, 9)])).to.equal(null);
    expect(MAIL_TRIES).to.equal(6);
  });
});
