import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { Choices, screensApi as squadContract } from '../../contract/screens.ts';
import { CLIP_HEIGHTS, CONTACT_SCHOOLS, CONTACT_WORDS, FOOT_ORDER_WORDS, FOOT_ORDERS } from '../../core/drills/terms.ts';
import { AIMS } from '../../core/targets/aims.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Field, Fold } from '../../ui/parts/index.ts';

interface PickProps<T extends string> {
  legend: string;
  name: string;
  all: readonly T[];
  words: Record<T, string>;
  value: T;
  onChange(next: T): void;
}

function Pick<T extends string>({ legend, name, all, words, value, onChange }: PickProps<T>) {
  return (
    <fieldset>
      <legend className="font-semibold">{legend}</legend>
      {all.map((one) => (
        <label key={one} className="flex min-h-9 items-center gap-2">
          <input type="radio" className="size-6 shrink-0" name={name} checked={one === value} onChange={() => onChange(one)} />
          {words[one]}
        </label>
      ))}
    </fieldset>
  );
}

/** How this squad learns and films: schools of contact and foot order, minutes of a session, how clips are sent. Saved with each choice. */
export function ChoicesBox({ squad, first }: { squad: string; first: Choices }) {
  const [choices, setChoices] = useState(first);
  const [minutes, setMinutes] = useState(String(first.sessionMinutes));
  const [problem, setProblem] = useState<string | null>(null);
  const [said, setSaid] = useState(false);
  const save = async (change: Partial<Choices>) => {
    const next = { ...choices, ...change };
    setChoices(next);
    setSaid(false);
    setProblem(null);
    const parsed = Choices.safeParse(next);
    if (!parsed.success) {
      setProblem(parsed.error.issues[0]?.message ?? null);
      return;
    }
    try {
      await call(squadContract.choices, { squad }, parsed.data);
      setSaid(true);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <Fold
      level={2}
      label={t('How this squad learns')}
      heading={t('How does this squad learn and film?')}
      says={t('{minutes} a session, numbers reached {stretchAim} times in a hundred', {
        minutes: plural(choices.sessionMinutes || first.sessionMinutes, 'minute'),
        stretchAim: choices.stretchAim,
      })}
    >
      <span className="text-dust text-sm" role="status">
        {said ? t('Saved') : ''}
      </span>
      <div className="grid gap-4 md:grid-cols-[2fr_2fr_1fr]">
        <Pick
          legend={t('Juggling contact')}
          name="contact"
          all={CONTACT_SCHOOLS}
          words={CONTACT_WORDS}
          value={choices.contactSchool}
          onChange={(contactSchool) => void save({ contactSchool })}
        />
        <Pick
          legend={t('Order of the feet')}
          name="order"
          all={FOOT_ORDERS}
          words={FOOT_ORDER_WORDS}
          value={choices.footOrder}
          onChange={(footOrder) => void save({ footOrder })}
        />
        <Field
          label={t('Minutes of a session')}
          inputMode="numeric"
          value={minutes}
          problem={problem ?? undefined}
          onChange={(event) => {
            setMinutes(event.target.value);
            void save({ sessionMinutes: event.target.value === '' ? Number.NaN : Number(event.target.value) });
          }}
        />
      </div>
      <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
        <label className="flex min-h-9 items-center gap-2">
          <span className="font-semibold">{t('Clips are sent with')}</span>
          <select
            className="field"
            value={choices.clipHeight}
            onChange={(event) => void save({ clipHeight: CLIP_HEIGHTS.find((one) => String(one) === event.target.value) ?? 360 })}
          >
            {CLIP_HEIGHTS.map((lines) => (
              <option key={lines} value={lines}>
                {t('{lines} lines', { lines })}
              </option>
            ))}
          </select>
        </label>
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-6"
            checked={choices.clipSound}
            onChange={(event) => void save({ clipSound: event.target.checked })}
          />
          {t('with their sound (a suggested count listens to it)')}
        </label>
        <label className="flex min-h-9 items-center gap-2">
          <input
            type="checkbox"
            className="size-6"
            checked={choices.practiceCounts}
            onChange={(event) => void save({ practiceCounts: event.target.checked })}
          />
          {t('free practice counts for records and streaks, never for the week')}
        </label>
        <label className="flex min-h-9 items-center gap-2">
          <span className="font-semibold">{t('Stretch numbers are reached')}</span>
          <select className="field" value={choices.stretchAim} onChange={(event) => void save({ stretchAim: Number(event.target.value) })}>
            {AIMS.map((aim) => (
              <option key={aim} value={aim}>
                {t('{aim} times in a hundred', { aim })}
              </option>
            ))}
          </select>
        </label>
      </div>
      <p className="text-dust text-sm">
        {t('The school of contact changes cues, corrections and first drills of juggling for all players who have no school of their own.')}
      </p>
    </Fold>
  );
}
