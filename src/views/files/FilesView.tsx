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
        <h2>{t('Work with the numbers in a spreadsheet')}</h2>
        <ul className="grid gap-3 md:grid-cols-2">
          {FILES.map(([file, name, about]) => (
            <li key={file} className="flex items-center justify-between gap-3">
              <span>
                {term(name)} <span className="block text-dust text-sm">{term(about)}</span>
              </span>
              <ButtonLink size="small" href={`/api/v1/squads/${squad}/${file}`} aria-label={t('Save {file}', { file })}>
                {t('Save')}
              </ButtonLink>
            </li>
          ))}
        </ul>
      </section>
      <div className="grid gap-4 md:grid-cols-2">
        <section className="slab flex flex-col items-start gap-2 p-4">
          <h2>{t('Print a page for each player')}</h2>
          <p className="text-dust">{t('Season sheets: records, both feet and streaks, one page a player, in one print.')}</p>
          <ButtonLink size="small" href={`/coach/${squad}/squad/sheets`}>
            {t('To print')}
          </ButtonLink>
        </section>
        <section className="slab flex flex-col items-start gap-2 p-4">
          <h2>{t('Give a family everything of its child')}</h2>
          <p className="text-dust">
            {t('A family takes all of it along from its own page. You find one player’s whole history, as JSON, on the player’s page.')}
          </p>
          <ButtonLink size="small" href={`/coach/${squad}/squad`}>
            {t('Choose a player')}
          </ButtonLink>
        </section>
      </div>
      <PaperBox squad={squad} timeZone={timeZone} first={lists} />
    </div>
  );
});
