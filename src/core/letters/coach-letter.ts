import { type Letter, letterOf } from '../mail/text.ts';
import { plural, t } from '../text/translate.ts';

/** A letter that a coach writes to families, with the coach's own words in paragraphs. */
export const coachLetter = ({ coach, squad, subject, text }: { coach: string; squad: string; subject: string; text: string }): Letter =>
  letterOf(
    subject.trim(),
    t('{coach} of {squad} writes:', { coach, squad }),
    text
      .split(/\n\s*\n/)
      .map((paragraph) => paragraph.trim())
      .filter((paragraph) => paragraph !== '')
      .map((paragraph) => ({ heading: '', lines: paragraph.split('\n').map((line) => line.trim()) })),
    t('It lies on your family page too, where you set what is mailed and when.'),
  );

/** A friendly word to the family of a child who has not trained for some days, to be changed before it goes. Never a reproach. */
export const nudgeWords = (nickname: string, days: number): { subject: string; text: string } => ({
  subject: t('We miss {nickname}', { nickname }),
  text: [
    t('{nickname} has not trained at home for {days}. That is no trouble: five minutes with a ball are a fine way to begin again.', {
      nickname,
      days: plural(days, 'day'),
    }),
    'If something is in the way, or if the drills are too hard or too easy, please tell me. I am glad to change them.',
  ].join('\n\n'),
});
