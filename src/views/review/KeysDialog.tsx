import { useState } from 'react';
import type { BenchSettings } from '../../contract/review.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog } from '../../ui/parts/index.ts';
import { BENCH_ACTS, BENCH_KEYS, type BenchAct, keyMapOf, keyName, keyTakenBy, longWords } from './keys.ts';

interface Props {
  settings: BenchSettings;
  onSave(settings: BenchSettings): void;
  onDelay(): void;
  onClose(): void;
}

/** All keys of the bench, each to be changed by pressing another one; and the delay of the own tapping. */
export function KeysDialog({ settings, onSave, onDelay, onClose }: Props) {
  const [listening, setListening] = useState<BenchAct | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const map = keyMapOf(settings.keys);
  const take = (act: BenchAct, key: string) => {
    setProblem(null);
    if (key === 'Escape' || key === 'Tab' || ['Shift', 'Control', 'Alt', 'Meta'].includes(key)) {
      if (key === 'Escape') setListening(null);
      return;
    }
    const taken = keyTakenBy(map, key, act);
    if (taken) {
      setProblem(
        t('{keyName} is taken by “{taken}”. Press another key.', {
          keyName: keyName(key),
          taken: taken === 'cues' ? t('the cues') : longWords(taken),
        }),
      );
      return;
    }
    const { [act]: _, ...others } = settings.keys;
    onSave({ ...settings, keys: key === BENCH_KEYS[act].key ? others : { ...others, [act]: key } });
    setListening(null);
  };
  const { delay } = settings;
  return (
    <Dialog label={t('Keys and tapping')} onClose={onClose}>
      <section className="flex flex-wrap items-center justify-between gap-3">
        <p>
          {delay
            ? t('Your taps come {seconds} ms after the rep (± {spread} ms). That is taken off each tap.', {
                seconds: Math.round(delay.seconds * 1000),
                spread: Math.round(delay.spread * 1000),
              })
            : t('How late your taps come has not been measured yet, so nothing is taken off.')}
        </p>
        <span className="flex gap-2">
          <Button size="small" onClick={onDelay}>
            {t('Measure my tapping')}
          </Button>
          {delay && (
            <Button size="small" look="quiet" onClick={() => onSave({ ...settings, delay: null })}>
              {t('Take nothing off')}
            </Button>
          )}
        </span>
      </section>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
      <ul className="grid gap-x-6 sm:grid-cols-2">
        {BENCH_ACTS.map((act) => (
          <li key={act} className="flex items-center justify-between gap-2 border-joint border-b py-1">
            <span>{longWords(act)}</span>
            <Button
              size="small"
              aria-label={t('Key for {longWords}: {keyName}', { longWords: longWords(act), keyName: keyName(map[act]) })}
              look={listening === act ? 'main' : 'plain'}
              onClick={() => setListening(listening === act ? null : act)}
              onKeyDown={(event) => {
                if (listening !== act) return;
                event.preventDefault();
                take(act, event.key);
              }}
            >
              {listening === act ? t('press a key') : keyName(map[act])}
            </Button>
          </li>
        ))}
      </ul>
      <p className="text-dust text-sm">{t('1 to 9 choose the cues. Enter and Space press a button while it has the focus.')}</p>
      <Button className="self-start" disabled={Object.keys(settings.keys).length === 0} onClick={() => onSave({ ...settings, keys: {} })}>
        {t('Back to the usual keys')}
      </Button>
    </Dialog>
  );
}
