import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useForm, wholeNumber } from '../../client/use-form.ts';
import { squadsApi } from '../../contract/squads.ts';
import { LEVELS, STRONGER_FEET } from '../../core/squads/terms.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice, Select } from '../../ui/parts/index.ts';

/** One player by hand: a nickname is enough. The PIN is told once. */
export function AddPlayerBox({ squad, onAdded }: { squad: string; onAdded(): Promise<void> }) {
  const [id, setId] = useState(() => uuid());
  const [made, setMade] = useState<{ nickname: string; pin: string } | null>(null);
  const { field, refusal, busy, send, clear } = useForm({
    first: { nickname: '', birthYear: '', strongerFoot: 'right', level: 'steady' },
    schema: squadsApi.add.body,
    body: (typed) => ({ ...typed, id, birthYear: typed.birthYear.trim() === '' ? null : wholeNumber(typed.birthYear) }),
  });
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('One more player')}>
      <h2>{t('One more player')}</h2>
      <Form
        onSend={async () => {
          const added = await send((body) => call(squadsApi.add, { squad }, body));
          if (!added) return;
          setMade(added);
          setId(uuid());
          clear();
          await onAdded();
        }}
      >
        <div className="grid gap-3 sm:grid-cols-2">
          <Field label={t('Nickname')} hint={t('No real name, please.')} {...field('nickname')} />
          <Field label={t('Birth year')} hint={t('May be said later.')} inputMode="numeric" {...field('birthYear')} />
          <Select label={t('Stronger foot')} {...field('strongerFoot')}>
            {STRONGER_FEET.map((foot) => (
              <option key={foot} value={foot}>
                {term(foot)}
              </option>
            ))}
          </Select>
          <Select label={t('Level')} {...field('level')}>
            {LEVELS.map((level) => (
              <option key={level} value={level}>
                {term(level)}
              </option>
            ))}
          </Select>
        </div>
        {refusal && <Notice tone="stop">{refusal}</Notice>}
        <Button type="submit" look="main" className="self-start" disabled={busy}>
          {busy ? t('Adding…') : t('Add the player')}
        </Button>
      </Form>
      {made && (
        <Notice tone="done">
          {t('{nickname} is in. PIN', { nickname: made.nickname })} <strong className="tabular-nums">{made.pin}</strong>
          {t(', shown this once; a card or a message with a link can be made at any time.')}
        </Notice>
      )}
    </section>
  );
}
