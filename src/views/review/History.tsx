import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { number, whenInWords } from '../../client/words.ts';
import { answersApi } from '../../contract/answers.ts';
import { type BenchItem, benchApi as benchContract, type HistoryFact } from '../../contract/bench.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

interface Props {
  bench: BenchItem;
  timeZone: string;
  /** Runs something that may fail, and says so. */
  attempt(work: () => Promise<void>): void;
  onBench(bench: BenchItem): void;
  onUndoDecision(): void;
}

/** What happened to a score as facts in order, each with its way back, and who watched the clip when. */
export function History({ bench, timeZone, attempt, onBench, onUndoDecision }: Props) {
  const { item } = bench;
  const takeBack = (fact: HistoryFact) => {
    if (fact.takeBack === 'decision') return onUndoDecision();
    attempt(async () => {
      if (fact.takeBack === 'said') onBench(await call(benchContract.takeBack, { score: item.scoreId, fact: fact.id }, { id: uuid() }));
      else {
        await call(answersApi.deleteSpoken, { spoken: fact.id });
        onBench(await call(benchContract.item, { score: item.scoreId }));
      }
    });
  };
  return (
    <details className="slab p-3 text-sm">
      <summary className="cursor-pointer font-semibold">
        {t('History ({facts}){views}', {
          facts: bench.facts.length,
          views: bench.views.length > 0 ? t(' · who watched ({views})', { views: bench.views.length }) : '',
        })}
      </summary>
      <ol className="flex flex-col gap-1 py-2" aria-label={t('History of this score')}>
        {bench.facts.map((fact) => (
          <li key={fact.id} className="flex flex-wrap items-baseline gap-x-2">
            <span className="text-dust">{whenInWords(fact.at, timeZone)}</span>
            <span>
              {fact.who} {fact.words}
            </span>
            {fact.takeBack && (
              <Button size="small" look="quiet" onClick={() => takeBack(fact)}>
                {fact.takeBack === 'spoken' ? t('Delete it') : t('Take back')}
              </Button>
            )}
          </li>
        ))}
      </ol>
      {bench.views.length > 0 && (
        <>
          <h3 className="text-base">{t('Who watched this clip')}</h3>
          <ol>
            {bench.views.map((view) => (
              <li key={`${view.at}-${view.who}-${view.kind}`}>
                <span className="text-dust">{whenInWords(view.at, timeZone)}</span> {view.who}{' '}
                {view.kind === 'watched' ? t('watched {seconds} s', { seconds: number(view.seconds ?? 0) }) : t('loaded it')}
              </li>
            ))}
          </ol>
        </>
      )}
    </details>
  );
}
