import { number } from '../../client/words.ts';
import type { ReviewItem } from '../../contract/review.ts';
import type { Span } from '../../core/clips/signals.ts';
import { RIGHT_OF } from '../../core/rep-counter/index.ts';
import type { Recount } from '../../core/review/index.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Notice } from '../../ui/parts/index.ts';
import type { Suggested } from './clip-shelf.ts';

interface Props {
  item: ReviewItem;
  recount: Recount;
  /** What the marks come to for this score; null without marks. */
  value: number | null;
  work: readonly Span[];
  workFrom: 'run log' | 'claim';
  delay: number;
}

function Figure({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <div>
      <dt className="text-dust text-sm">{name}</dt>
      <dd className="font-semibold">{children}</dd>
    </div>
  );
}

/** What the marks come to, beside the claim. */
export function RecountFacts({ item, recount, value, work, workFrom, delay }: Props) {
  const { left, right, drops, longest, outside, rhythm } = recount;
  const seconds = work.reduce((sum, span) => sum + span.to - span.from, 0);
  if (value === null) {
    return (
      <p className="text-dust">
        {t('Tap along to recount. The work of {seconds} s is taken from the {workFrom}{delay}.', {
          seconds: number(seconds),
          workFrom: workFrom === 'run log' ? t('run log') : t('claim'),
          delay: delay !== 0 ? t('; {delay} ms of your delay are taken off each tap', { delay: Math.round(delay * 1000) }) : '',
        })}
      </p>
    );
  }
  const off = item.value === null ? null : value - item.value;
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1" aria-label={t('Recount')}>
      <Figure name={t('Recount')}>
        <span className="font-bold font-display text-xl">{number(value)}</span>
        {off !== null && (
          <span className="text-dust">
            {' '}
            {off === 0 ? t('as claimed') : t('{off}{off2} to the claim', { off: off > 0 ? '+' : '−', off2: number(Math.abs(off)) })}
          </span>
        )}
      </Figure>
      <Figure name={t('Left')}>
        <span className="text-foot-left">{left}</span>
      </Figure>
      <Figure name={t('Right')}>
        <span className="text-foot-right">{right}</span>
      </Figure>
      <Figure name={t('Longest run')}>{longest}</Figure>
      <Figure name={t('Drops')}>{drops}</Figure>
      {rhythm && (
        <Figure name={t('Rhythm')}>
          {rhythm.gap.toFixed(2)} s <span className="text-dust">± {rhythm.spread.toFixed(2)}</span>
        </Figure>
      )}
      {outside > 0 && <Figure name={t('Outside the work')}>{t('{reps}, not counted', { reps: plural(outside, 'rep') })}</Figure>}
      {item.foot !== 'both' && (item.foot === 'left' ? right : left) > 0 && (
        <Figure name={t('Other foot')}>
          {t('{foot}, this score is of the {foot2}', { foot: item.foot === 'left' ? right : left, foot2: item.foot })}
        </Figure>
      )}
    </dl>
  );
}

const WHY: Record<Extract<Suggested, { kind: 'none' }>['why'], string> = {
  get 'no sound'() {
    return t('this clip has no sound');
  },
  get 'nothing regular'() {
    return t('nothing regular is to be heard');
  },
  get 'they do not agree'() {
    return t('sound and movement do not agree');
  },
  get 'not by ear'() {
    return t('the touches of this drill cannot be told by ear');
  },
  get 'not readable'() {
    return t('this browser cannot read the clip');
  },
};

/** The suggestion in words, beside all the reps that were marked in the work. It never decides anything. */
export function SuggestionWords({ suggested, marked }: { suggested: Suggested; marked: number | null }) {
  if (suggested.kind === 'none') return <Notice>{t('No suggestion: {why}.', { why: WHY[suggested.why] })}</Notice>;
  const { reps, like } = suggested.suggestion;
  const [right, of] = RIGHT_OF[like];
  const beside = marked === null ? '' : t(', your marks {marked}', { marked });
  return (
    <Notice>
      {t(
        'Sound and movement suggest {reps}{beside}. Of made clips like this it was right in {right} of {of}. Hollow marks show where; your own eyes decide.',
        { reps: reps.length, beside, right, of },
      )}
    </Notice>
  );
}
