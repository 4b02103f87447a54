import { footInWords, number } from '../../client/words.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { oddSentence } from '../../core/scores/doubt-words.ts';
import type { Odd } from '../../core/scores/odd.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

export interface OddOfFoot {
  foot: Foot;
  odd: Odd;
  /** The own best before; null for the first go. */
  best: number | null;
}

/** A number that can hardly be, asked about before it is kept: a slip of a finger is mended here, an honest wonder goes to the coach. */
export function OddNumbers({ asked, onAgain, onKeep }: { asked: readonly OddOfFoot[]; onAgain(): void; onKeep(): void }) {
  return (
    <section className="flex flex-col gap-4" aria-label={t('Is that right?')} role="alert">
      {asked.map(({ foot, odd, best }) => (
        <div key={foot} className="slab flex flex-col gap-1 border-l-8 border-l-mustard p-4">
          <h3 className="text-4xl">
            {number(odd.number)}?{foot !== 'both' && <span className="text-xl"> {footInWords(foot)}</span>}
          </h3>
          <p className="text-lg">{oddSentence(odd)}</p>
          {best !== null && odd.kind !== 'far above the best' && (
            <p className="text-lg">{t('Your best is {best}.', { best: number(best) })}</p>
          )}
        </div>
      ))}
      <p className="text-lg">{t('Type it again, or keep it and your coach will look.')}</p>
      <Button look="main" size="player" onClick={onAgain}>
        {t('Type it again')}
      </Button>
      <Button size="player" onClick={onKeep}>
        {t('Keep it')}
      </Button>
    </section>
  );
}
