import { endpointAddress } from '../../client/client.ts';
import { type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import { t } from '../../core/text/translate.ts';

interface Props {
  week: WeekDetail;
  canKeep: boolean;
  onKeep(): void;
  saveNow(): Promise<boolean>;
}

const entry = 'block px-3 py-2 text-start hover:bg-ground';

/** What can be had of a week: files, printed sheets, a template. What is on the screen is saved first. */
export function WeekFiles({ week, canKeep, onKeep, saveNow }: Props) {
  const files = [
    { words: t('The week as a file (JSON)'), href: endpointAddress(weeksApi.exportWeek, { week: week.id }) },
    { words: t('Calendar of the week (.ics)'), href: endpointAddress(weeksApi.calendarFile, { week: week.id }) },
    { words: t('Dose table (CSV)'), href: endpointAddress(weeksApi.doseCsv, { week: week.id }) },
  ];
  return (
    <details className="relative">
      <summary className="inline-flex min-h-9 items-center rounded-sm border border-ink bg-slab px-3 font-semibold text-sm">
        {t('Print or save')}
      </summary>
      <div className="absolute end-0 z-20 mt-1 w-64 border border-ink bg-slab py-1">
        <a className={entry} href={`/coach/${week.squadId}/weeks/${week.id}/print`}>
          {t('Printed sheets')}
        </a>
        {files.map((file) => (
          <a
            key={file.href}
            className={entry}
            href={file.href}
            download
            onClick={(event) => {
              event.preventDefault();
              void saveNow().then((saved) => saved && window.location.assign(file.href));
            }}
          >
            {file.words}
          </a>
        ))}
        <button type="button" className={`${entry} w-full underline`} disabled={!canKeep} onClick={onKeep}>
          {t('Keep the week as a template')}
        </button>
      </div>
    </details>
  );
}
