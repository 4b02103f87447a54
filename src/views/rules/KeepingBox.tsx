import { dateInWords, whenInWords } from '../../client/words.ts';
import type { CleanReport, Keeping } from '../../contract/operations.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Fold, Notice } from '../../ui/parts/index.ts';

/** What made a backup, in words. */
const KINDS: Record<Keeping['backups'][number]['kind'], () => string> = {
  daily: () => t('by itself'),
  'by hand': () => t('by hand'),
  'before upgrade': () => t('before an upgrade'),
};

const WORDS: [keyof CleanReport, (n: number) => string][] = [
  ['clipsPastDays', (n) => plural(n, 'clip past its days', 'clips past their days')],
  ['clipsWithoutYes', (n) => plural(n, 'clip without a yes', 'clips without a yes')],
  ['spokenLines', (n) => plural(n, 'spoken line')],
  ['clipsNeverCame', (n) => plural(n, 'clip that never came', 'clips that never came')],
  ['uploads', (n) => plural(n, 'broken-off upload')],
  ['orphans', (n) => plural(n, 'file that belongs to nothing', 'files that belong to nothing')],
  ['signIns', (n) => plural(n, 'sign-in that ran out', 'sign-ins that ran out')],
  ['tokens', (n) => plural(n, 'token')],
  ['requests', (n) => plural(n, 'old request')],
  ['invitations', (n) => plural(n, 'old invitation')],
  ['mails', (n) => plural(n, 'old mail')],
  ['squads', (n) => plural(n, 'squad that was thrown away', 'squads that were thrown away')],
  ['replaced', (n) => plural(n, 'house that a backup replaced', 'houses that a backup replaced')],
  ['news', (n) => plural(n, 'old line about accounts', 'old lines about accounts')],
  ['children', (n) => plural(n, 'child whose family asked for it', 'children whose families asked for it')],
];

/** What a cleaning takes away, in words. */
export function cleanInWords(report: CleanReport): string {
  const parts = WORDS.flatMap(([name, inWords]) => (Number(report[name]) > 0 ? [inWords(Number(report[name]))] : []));
  return parts.length > 0 ? parts.join(', ') : t('nothing');
}

/** How the house is kept: the nightly cleaning and backup, and the backups with their own ends. */
export function KeepingBox({ kept, timeZone }: { kept: Keeping; timeZone: string }) {
  const { cleaned, backedUp, backups } = kept;
  return (
    <Fold
      level={2}
      label={t('How the house is kept')}
      heading={t('Is everything kept and cleaned as it should be?')}
      says={
        cleaned?.trouble || backedUp?.trouble
          ? t('look here')
          : backedUp
            ? t('backed up {whenInWords}', { whenInWords: whenInWords(backedUp.at, timeZone) })
            : t('not backed up yet')
      }
      open={Boolean(cleaned?.trouble || backedUp?.trouble || kept.next.held > 0)}
    >
      <p>
        {cleaned
          ? t('Last cleaned {whenInWords}: {report}.', {
              whenInWords: whenInWords(cleaned.at, timeZone),
              report: cleaned.report ? cleanInWords(cleaned.report) : t('it went wrong'),
            })
          : t('Not cleaned yet: the first night does it.')}{' '}
        {t('The next time takes away {cleanInWords}.', { cleanInWords: cleanInWords(kept.next) })}
      </p>
      {kept.next.held > 0 && (
        <Notice tone="look">
          {t(
            '{clipsAndFiles} more are over and wait: in one night at most a tenth goes, in case a clock or a table is wrong. Whoever runs the server can let them go at once (npm run clean -- --yes).',
            { clipsAndFiles: plural(kept.next.held, 'clip or file', 'clips and files') },
          )}
        </Notice>
      )}
      {cleaned?.trouble && <Notice tone="stop">{t('The cleaning went wrong: {trouble}', { trouble: cleaned.trouble })}</Notice>}
      <p>
        {backedUp
          ? t('Last backed up {whenInWords}.', { whenInWords: whenInWords(backedUp.at, timeZone) })
          : t('Not backed up yet: the first night does it.')}
      </p>
      {backedUp?.trouble && <Notice tone="stop">{t('The backup went wrong: {trouble}', { trouble: backedUp.trouble })}</Notice>}
      {backups.length > 0 && (
        <details>
          <summary>{plural(backups.length, 'backup')}</summary>
          <ul className="text-sm">
            {backups.map((one) => (
              <li key={one.madeAt}>
                {t('{whenInWords}, {kind}, {files}, kept until {dateInWords}', {
                  whenInWords: whenInWords(one.madeAt, timeZone),
                  kind: KINDS[one.kind](),
                  files: one.files === null ? t('the database alone') : plural(one.files, 'clip'),
                  dateInWords: dateInWords(one.endsAt, timeZone),
                })}
              </li>
            ))}
          </ul>
        </details>
      )}
    </Fold>
  );
}
