import { guarded } from '../../client/guarded.tsx';
import type { PaperListView } from '../../contract/files.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { ButtonLink } from '../../ui/parts/index.ts';
import { SquadTabs } from '../squads/SquadTabs.tsx';
import { PaperBox } from './PaperBox.tsx';

const FILES = [
  ['scores.csv', english('Every score'), english('Where it stands, what counts, doubts, lines.')],
  ['records.csv', english('Every record'), english('With its whole key: drill, measure, dose, foot.')],
  ['recounts.csv', english('Recounts'), english('What coaches counted from clips.')],
  ['streaks.csv', english('Streak calendar'), english('A line for each player and day that was judged.')],
] as const;

/** Files of a squad to take along, and lists from paper to read in. */
export const FilesView = guarded(function FilesView({
  squad,
  timeZone,
  lists,
}: {
  squad: string;
  timeZone: string;
  lists: readonly PaperListView[];
}) {
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/files" />
      <section className="slab flex flex-col gap-3 p-4" aria-label={t('Files to take along')}>
        <h2>{t('To take along')}</h2>
        <ul className="grid gap-3 md:grid-cols-2">
          {FILES.map(([file, name, about]) => (
            <li key={file} className="flex items-center justify-between gap-3">
              <span>
                {term(name)} <span className="block text-dust text-sm">{term(about)}</span>
              </span>
              <ButtonLink size="small" href={`/api/v1/squads/${squad}/${file}`}>
                {term(file)}
              </ButtonLink>
            </li>
          ))}
          <li className="flex items-center justify-between gap-3">
            <span>
              {t('Season sheets')} <span className="block text-dust text-sm">{t('A page for each player, in one print.')}</span>
            </span>
            <ButtonLink size="small" href={`/coach/${squad}/squad/sheets`}>
              {t('To print')}
            </ButtonLink>
          </li>
        </ul>
        <p className="text-dust text-sm">{t('The whole history of one player, as JSON, is on the player’s page.')}</p>
      </section>
      <PaperBox squad={squad} timeZone={timeZone} first={lists} />
    </div>
  );
});
