import { useState } from 'react';
import type { ReviewItem } from '../../contract/review.ts';
import { PRAISES } from '../../core/review/praise.ts';
import { mayBeWaved } from '../../core/scores/queue.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';
import { claimWords } from './claim-words.ts';

interface Props {
  waiting: readonly ReviewItem[];
  onWave(items: ReviewItem[], praise: string | null): void;
  onClose(): void;
}

/** Shows which clear scores are counted in one go and what that does, then does it. */
export function WaveDialog({ waiting, onWave, onClose }: Props) {
  const clear = waiting.filter(mayBeWaved);
  const [clips, setClips] = useState(false);
  const [out, setOut] = useState<ReadonlySet<string>>(new Set());
  const [praise, setPraise] = useState('');
  const offered = clear.filter((item) => clips || item.clip === null);
  const chosen = offered.filter((item) => !out.has(item.scoreId));
  const withClip = clear.length - clear.filter((item) => item.clip === null).length;
  const toggle = (id: string) =>
    setOut((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
  return (
    <Dialog label={t('Wave the clear ones through')} onClose={onClose}>
      <p>
        {t(
          '{scores} will be marked as counted. They count already, so no record, streak or target changes; they only leave your queue. Doubted ones and lost counts stay. You can undo all of it as one.',
          { scores: plural(chosen.length, 'score') },
        )}
      </p>
      {withClip > 0 && (
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-5" checked={clips} onChange={(event) => setClips(event.target.checked)} />
          {t('also {clearOnes} with a clip that nobody has reviewed', { clearOnes: plural(withClip, 'clear one') })}
        </label>
      )}
      <ul className="max-h-[32vh] overflow-y-auto border border-joint" aria-label={t('Scores that will be counted')}>
        {offered.map((item) => (
          <li key={item.scoreId} className="border-joint border-b last:border-b-0">
            <label className="flex items-center gap-3 px-3 py-1.5">
              <input type="checkbox" className="size-5" checked={!out.has(item.scoreId)} onChange={() => toggle(item.scoreId)} />
              <span className="font-semibold">{item.player.nickname}</span>
              <span className="min-w-0 flex-1 truncate text-dust">
                {item.drill.name}
                {item.foot === 'both' ? '' : `, ${term(item.foot)}`}
              </span>
              <span>{claimWords(item)}</span>
            </label>
          </li>
        ))}
      </ul>
      <div className="flex flex-col gap-1">
        <label className="font-semibold" htmlFor="praise">
          {t('A line for each child')}
        </label>
        <div className="flex flex-wrap gap-2">
          <input
            id="praise"
            className="field min-w-0 flex-1"
            list="praises"
            maxLength={200}
            placeholder={t('none; or choose one, or write your own')}
            value={praise}
            onChange={(event) => setPraise(event.target.value)}
          />
          <datalist id="praises">
            {PRAISES.map((line) => (
              <option key={line} value={term(line)} />
            ))}
          </datalist>
          <Button aria-pressed={praise === term(PRAISES[0])} onClick={() => setPraise(praise === term(PRAISES[0]) ? '' : term(PRAISES[0]))}>
            {term(PRAISES[0])}
          </Button>
        </div>
        <p className="text-dust text-sm">
          {t(
            'Each child gets it once, where the numbers are; who was told the very same the last time gets another line. Guardians see it too.',
          )}
        </p>
      </div>
      <Button look="main" autoFocus disabled={chosen.length === 0} onClick={() => onWave(chosen, praise.trim() || null)}>
        {t('Count {scores}', { scores: plural(chosen.length, 'score') })}
      </Button>
    </Dialog>
  );
}
