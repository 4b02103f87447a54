import { useRef, useState } from 'react';
import { call, endpointAddress, sentenceOf } from '../../client/client.ts';
import { drillsApi, type ImportReport } from '../../contract/drills.ts';
import { DrillFile } from '../../core/files/files.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, FileButton, Notice } from '../../ui/parts/index.ts';

const named = (names: readonly string[]) =>
  names.length === 0 ? '' : `: ${names.slice(0, 8).join(', ')}${names.length > 8 ? t(' and more') : ''}`;

/** Own drills out to a file, and drills in from one: first what it would do, then doing it. */
export function DrillFiles({ squad }: { squad: string }) {
  const dialog = useRef<HTMLDialogElement>(null);
  const [file, setFile] = useState<DrillFile | null>(null);
  const [report, setReport] = useState<ImportReport | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const read = async (given: File) => {
    setProblem(null);
    setReport(null);
    setFile(null);
    dialog.current?.showModal();
    try {
      const parsed = DrillFile.safeParse(JSON.parse(await given.text()));
      if (!parsed.success) {
        const issue = parsed.error.issues[0];
        setProblem(
          `${given.name}: ${issue?.message ?? t('not a file of drills')}${issue && issue.path.length > 0 ? t(' (at {path})', { path: issue.path.join('.') }) : ''}`,
        );
        return;
      }
      setFile(parsed.data);
      setReport(await call(drillsApi.importDrills, { squad }, { file: parsed.data, dryRun: true }));
    } catch (error) {
      setProblem(
        error instanceof SyntaxError ? t('{name} is not JSON, so it cannot be a file of drills.', { name: given.name }) : sentenceOf(error),
      );
    }
  };
  const take = async () => {
    if (!file) return;
    try {
      await call(drillsApi.importDrills, { squad }, { file, dryRun: false });
      window.location.reload();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <>
      <a className="inline-flex min-h-11 items-center px-2" href={endpointAddress(drillsApi.exportDrills, { squad })} download>
        {t('Your own, as a file')}
      </a>
      <FileButton label={t('A file of drills')} accept="application/json,.json" onFile={(given) => void read(given)}>
        {t('Read in a file')}
      </FileButton>
      <dialog
        ref={dialog}
        aria-label={t('Read in drills')}
        className="m-auto w-full max-w-lg border border-ink bg-slab p-4 text-ink backdrop:bg-ink/40"
      >
        <div className="flex flex-col gap-3">
          <h2>{t('Read in drills')}</h2>
          {problem && <Notice tone="stop">{problem}</Notice>}
          {!problem && !report && <p>{t('Reading the file…')}</p>}
          {report && (
            <ul className="list-disc ps-5">
              <li>{t('{drills} would be added{named}', { drills: plural(report.added.length, 'drill'), named: named(report.added) })}</li>
              <li>
                {t('{drills} would get a new version{named}', {
                  drills: plural(report.changed.length, 'drill'),
                  named: named(report.changed),
                })}
              </li>
              <li>{t('{drills} stay as they are', { drills: plural(report.same.length, 'drill') })}</li>
            </ul>
          )}
          <div className="flex gap-2">
            {report && report.added.length + report.changed.length > 0 && (
              <Button look="main" onClick={() => void take()}>
                {t('Take them')}
              </Button>
            )}
            <Button onClick={() => dialog.current?.close()}>{t('Close')}</Button>
          </div>
        </div>
      </dialog>
    </>
  );
}
