import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { footInWords, number, whenInWords } from '../../client/words.ts';
import { type PlayerPage, progressApi, type ScoreInList } from '../../contract/progress.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

function factsOf(score: ScoreInList): string {
  const facts = [
    score.practice ? t('free practice') : score.paper ? t('from paper') : score.clocked ? t('clocked') : t('by hand'),
    score.together ? t('together, live') : '',
    score.seconds > 0 && !score.paper ? `${number(score.seconds)} s` : '',
    score.faults > 0 ? t('{faults} lost', { faults: score.faults }) : '',
    score.byClip ? t('checked by clip') : '',
    score.isRecord ? t('a record') : '',
    score.doubt === 'clear' ? '' : t('doubted'),
  ];
  return facts.filter(Boolean).join(', ');
}

/** Every score of a player with its facts, newest first, some at a time. */
export function Scores({ player }: { player: PlayerPage }) {
  const [scores, setScores] = useState(player.scores);
  const [more, setMore] = useState(player.moreScores);
  const [problem, setProblem] = useState<string | null>(null);
  const load = async () => {
    setProblem(null);
    try {
      const before = scores.at(-1)?.doneAt;
      const found = await call(progressApi.scores, { squad: player.squadId, player: player.playerId, before });
      setScores((all) => [...all, ...found.scores]);
      setMore(found.more);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  if (scores.length === 0) return <p className="text-dust">{t('No score yet.')}</p>;
  return (
    <div className="flex flex-col gap-2">
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be scrolled by keyboard. */}
      <section className="max-h-[32rem] overflow-auto" aria-label={t('Scores, newest first')} tabIndex={0}>
        <table className="w-full text-sm">
          <thead>
            <tr className="sticky top-0 bg-slab text-dust">
              <th scope="col" className="py-1 text-start font-normal">
                {t('when')}
              </th>
              <th scope="col" className="py-1 text-start font-normal">
                {t('drill')}
              </th>
              <th scope="col" className="py-1 text-end font-normal">
                {t('number')}
              </th>
              <th scope="col" className="py-1 ps-3 text-start font-normal">
                {t('stands as')}
              </th>
              <th scope="col" className="py-1 ps-3 text-start font-normal">
                {t('facts')}
              </th>
            </tr>
          </thead>
          <tbody>
            {scores.map((score) => (
              <tr key={score.scoreId} className="border-joint border-t align-top">
                <td className="whitespace-nowrap py-1 pe-2 text-dust">{whenInWords(score.doneAt, player.timeZone)}</td>
                <td className="py-1">
                  {score.drillName}{' '}
                  <span className="text-dust">
                    {score.foot === 'both' ? score.doseWords : `${score.doseWords}, ${footInWords(score.foot)}`}
                  </span>
                </td>
                <td className="whitespace-nowrap py-1 text-end font-semibold">
                  {score.value === null && score.counts === null ? t('lost count') : number(score.counts ?? score.value ?? 0)}
                  {score.counts !== null && score.value !== null && score.counts !== score.value && (
                    <span className="block font-normal text-dust">{t('said {value}', { value: number(score.value) })}</span>
                  )}
                </td>
                <td className="py-1 ps-3">{term(score.standing)}</td>
                <td className="py-1 ps-3 text-dust">{factsOf(score)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {more && (
        <Button size="small" className="self-start" onClick={() => void load()}>
          {t('Show older scores')}
        </Button>
      )}
    </div>
  );
}
