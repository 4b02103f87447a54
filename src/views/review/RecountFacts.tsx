import { number } from '../../client/words.ts';
import type { ReviewItem } from '../../contract/review.ts';
import type { Span } from '../../core/clips/signals.ts';
import { RIGHT_OF } from '../../core/rep-counter/index.ts';
import type { Recount } from '../../core/review/index.ts';
import { plural } from '../../core/text/plural.ts';
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
        Tap along to recount. The work of {number(seconds)} s is taken from the {workFrom === 'run log' ? 'run log' : 'claim'}
        {delay !== 0 ? `; ${Math.round(delay * 1000)} ms of your delay are taken off each tap` : ''}.
      </p>
    );
  }
  const off = item.value === null ? null : value - item.value;
  return (
    <dl className="flex flex-wrap gap-x-6 gap-y-1" aria-label="Recount">
      <Figure name="Recount">
        <span className="font-bold font-display text-xl">{number(value)}</span>
        {off !== null && (
          <span className="text-dust"> {off === 0 ? 'as claimed' : `${off > 0 ? '+' : '−'}${number(Math.abs(off))} to the claim`}</span>
        )}
      </Figure>
      <Figure name="Left">
        <span className="text-foot-left">{left}</span>
      </Figure>
      <Figure name="Right">
        <span className="text-foot-right">{right}</span>
      </Figure>
      <Figure name="Longest run">{longest}</Figure>
      <Figure name="Drops">{drops}</Figure>
      {rhythm && (
        <Figure name="Rhythm">
          {rhythm.gap.toFixed(2)} s <span className="text-dust">± {rhythm.spread.toFixed(2)}</span>
        </Figure>
      )}
      {outside > 0 && <Figure name="Outside the work">{plural(outside, 'rep')}, not counted</Figure>}
      {item.foot !== 'both' && (item.foot === 'left' ? right : left) > 0 && (
        <Figure name="Other foot">
          {item.foot === 'left' ? right : left}, this score is of the {item.foot}
        </Figure>
      )}
    </dl>
  );
}

const WHY: Record<Extract<Suggested, { kind: 'none' }>['why'], string> = {
  'no sound': 'this clip has no sound',
  'nothing regular': 'nothing regular is to be heard',
  'they do not agree': 'sound and movement do not agree',
  'not by ear': 'the touches of this drill cannot be told by ear',
  'not readable': 'this browser cannot read the clip',
};

/** The suggestion in words, beside all the reps that were marked in the work. It never decides anything. */
export function SuggestionWords({ suggested, marked }: { suggested: Suggested; marked: number | null }) {
  if (suggested.kind === 'none') return <Notice>No suggestion: {WHY[suggested.why]}.</Notice>;
  const { reps, like } = suggested.suggestion;
  const [right, of] = RIGHT_OF[like];
  const beside = marked === null ? '' : `, your marks ${marked}`;
  return (
    <Notice>
      Sound and movement suggest {reps.length}
      {beside}. Of made clips like this it was right in {right} of {of}. Hollow marks show where; your own eyes decide.
    </Notice>
  );
}
