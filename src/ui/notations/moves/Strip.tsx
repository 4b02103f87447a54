import { useMemo } from 'react';
import { momentsOf, type Plan } from '../../../core/moves/index.ts';
import { t } from '../../../core/text/translate.ts';
import { Still } from './Still.tsx';

/** A movement in three to six numbered pictures with the words of each beat: for paper, and for whoever wants no motion. */
export function Strip({
  plan,
  from,
  label,
  now,
  narrow = false,
}: {
  plan: Plan;
  from?: number | undefined;
  label: string;
  now?: number | undefined;
  /** As wide as its pictures, to stand beside others. */
  narrow?: boolean;
}) {
  const moments = useMemo(() => momentsOf(plan), [plan]);
  return (
    <ol className={narrow ? 'flex gap-1' : 'grid grid-cols-[repeat(auto-fill,minmax(116px,1fr))] gap-2'} aria-label={label}>
      {moments.map((moment, i) => (
        <li
          // biome-ignore lint/suspicious/noArrayIndexKey: a picture is its place in the strip.
          key={i}
          aria-current={now === moment.beat ? 'step' : undefined}
          className={`flex flex-col border bg-slab ${narrow ? 'w-22' : ''} ${now === moment.beat ? 'border-lace' : 'border-joint'}`}
        >
          <Still plan={plan} moment={moment} width={150} height={150} from={from} className="w-full" />
          <span className={`leading-tight ${narrow ? 'px-1 pb-1 text-xs' : 'px-1.5 pb-1.5 text-sm'}`}>
            {i + 1}. {moment.words}
            {moment.times > 1 && t(' ({times} times)', { times: moment.times })}
            {moment.rep && <b> = 1</b>}
          </span>
        </li>
      ))}
    </ol>
  );
}
