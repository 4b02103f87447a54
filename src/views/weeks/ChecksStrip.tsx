import { CircleAlert } from 'lucide-react';
import { useState } from 'react';
import type { Aside } from '../../contract/planning.ts';
import { type CheckLine, checkLines } from '../../core/planning/check-lines.ts';
import { checkKey } from '../../core/planning/mending.ts';
import type { Check, CheckName } from '../../core/planning/planner-view.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, Field } from '../../ui/parts/index.ts';
import type { Mends } from './use-mends.ts';

interface Props {
  /** Null until they are found. */
  checks: readonly Check[] | null;
  mends: Mends | null;
  asides: readonly Aside[];
  /** Mends the checks with these keys, one after the other. */
  onMend(keys: readonly string[]): void;
  onMendAll(): void;
  onAside(check: CheckName, scope: 'week' | 'squad' | 'look again', reason: string): Promise<string | null>;
}

/** Setting a kind of check aside: for this week or for the squad, with the reason, which is kept. */
function SetAside({ line, onAside }: { line: CheckLine; onAside: Props['onAside'] }) {
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (scope: 'week' | 'squad') => setProblem(await onAside(line.name, scope, reason));
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void set('week');
      }}
    >
      <Field
        label={t('Set it aside, because')}
        value={reason}
        onChange={(event) => setReason(event.target.value)}
        problem={problem ?? undefined}
      />
      <div className="flex flex-wrap gap-2">
        <Button size="tight" type="submit">
          {t('For this week')}
        </Button>
        <Button size="tight" onClick={() => void set('squad')}>
          {t('Always in this squad')}
        </Button>
      </div>
    </form>
  );
}

function Line({ line, mends, onMend, onAside }: { line: CheckLine } & Pick<Props, 'mends' | 'onMend' | 'onAside'>) {
  const [setting, setSetting] = useState(false);
  const sound = line.keys.flatMap((key) => {
    const mend = mends?.byKey.get(key);
    return mend ? [{ key, label: mend.label }] : [];
  });
  const [first] = sound;
  return (
    <li className="flex flex-col gap-1 py-2 first:pt-0">
      <details>
        <summary className={`flex list-none gap-2 text-sm ${line.blocks ? 'text-stop' : ''}`}>
          <CircleAlert aria-hidden className={`mt-0.5 size-4 shrink-0 ${line.blocks ? '' : 'text-mustard'}`} />
          <span>
            {line.what}
            {line.blocks && t(' It keeps the week from being released.')} <span className="text-dust underline">{t('Why')}</span>
          </span>
        </summary>
        <div className="flex flex-col gap-2 ps-6 pt-1 text-sm">
          <p>{line.why}</p>
          {line.each.length > 0 && (
            <ul className="list-disc ps-4">
              {line.each.map((sentence) => (
                <li key={sentence}>{sentence}</li>
              ))}
            </ul>
          )}
          <p className="text-dust">{line.how}</p>
          {sound.length > 1 &&
            sound.map(({ key, label }) => (
              <Button key={key} size="tight" className="self-start py-1 text-start" onClick={() => onMend([key])}>
                {label}
              </Button>
            ))}
          {!line.blocks &&
            (setting ? (
              <SetAside line={line} onAside={onAside} />
            ) : (
              <button type="button" className="self-start text-dust underline" onClick={() => setSetting(true)}>
                {t('Set this aside')}
              </button>
            ))}
        </div>
      </details>
      {first && (
        <Button size="small" className="ms-6 self-start py-1 text-start" onClick={() => onMend(sound.map(({ key }) => key))}>
          {sound.length === 1
            ? first.label
            : t('Mend {sound}', { sound: sound.length === line.keys.length ? t('all {sound}', { sound: sound.length }) : sound.length })}
        </Button>
      )}
    </li>
  );
}

/** The planner's checks in words, the same of one cause in one line, each with its mend where one press can do it. */
export function ChecksStrip({ checks, mends, asides, onMend, onMendAll, onAside }: Props) {
  const lines = checkLines(checks ?? []);
  const mendable = (checks ?? []).filter((check) => mends?.byKey.has(checkKey(check))).length;
  return (
    // Some room until they are found, so that what stands below does not jump out of sight then.
    <section className={`slab flex flex-col gap-3 p-4 ${checks ? '' : 'min-h-80'}`} aria-label={t('Checks')}>
      <div className="flex items-center justify-between gap-2">
        <h2>{lines.length === 0 ? t('Checks') : plural(lines.length, 'check')}</h2>
        {mendable > 1 && (
          <Button size="small" onClick={onMendAll}>
            {t('Mend all')}
          </Button>
        )}
      </div>
      {!checks && <p className="text-dust text-sm">{t('Looking through the week…')}</p>}
      {checks?.length === 0 && <p className="text-moss text-sm">{t('Nothing to say: time, feet, load and order are sound.')}</p>}
      <ul className="flex flex-col divide-y divide-joint">
        {lines.map((line) => (
          <Line key={`${line.name} ${line.keys[0]}`} line={line} mends={mends} onMend={onMend} onAside={onAside} />
        ))}
      </ul>
      {asides.length > 0 && (
        <details className="text-sm">
          <summary>{t('{kinds} of checks set aside', { kinds: plural(asides.length, 'kind') })}</summary>
          <ul className="flex flex-col gap-2 pt-2">
            {asides.map(({ check, scope, reason, by }) => (
              <li key={check} className="flex flex-col gap-1">
                <span>
                  <span className="font-semibold">{term(check)}</span>, {scope === 'week' ? t('this week') : t('always in this squad')}:{' '}
                  {reason} <span className="text-dust">({by})</span>
                </span>
                <Button size="tight" className="self-start" onClick={() => void onAside(check, 'look again', '')}>
                  {t('Look at it again')}
                </Button>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
