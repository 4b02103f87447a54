import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useForm, wholeNumber } from '../../client/use-form.ts';
import { squadsApi } from '../../contract/squads.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';
import { ZoneField } from './ZoneField.tsx';

/** Makes a squad; the age of its players sets safe rules, which can all be changed later. */
export const NewSquadView = guarded(function NewSquadView() {
  const [id] = useState(() => uuid());
  const { field, refusal, busy, send, setValue } = useForm({
    first: { name: '', town: '', timeZone: '', age: '' },
    schema: squadsApi.makeSquad.body,
    body: (typed) => ({ ...typed, id, age: wholeNumber(typed.age) }),
  });
  // Only the browser knows where this is.
  useEffect(() => setValue('timeZone', Intl.DateTimeFormat().resolvedOptions().timeZone), [setValue]);
  const make = async () => {
    const made = await send((body) => call(squadsApi.makeSquad, {}, body));
    if (made) window.location.assign(`/coach/${made.id}/squad/people`);
  };
  return (
    <Form onSend={make}>
      <Field label={t('Name of the squad')} {...field('name')} />
      <Field label={t('Town')} hint={t('Shown beside the name; may be left out.')} {...field('town')} />
      <ZoneField {...field('timeZone')} />
      <Field
        label={t('Age of the players, about')}
        hint={t('Sets safe rules for that age: streaks, tables, heading, minutes. All can be changed.')}
        inputMode="numeric"
        {...field('age')}
      />
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" disabled={busy} className="self-start">
        {busy ? t('Making it…') : t('Make the squad')}
      </Button>
    </Form>
  );
});
