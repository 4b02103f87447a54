import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useForm, wholeNumber } from '../../client/use-form.ts';
import { dayInWords } from '../../client/words.ts';
import { invitationsApi } from '../../contract/invitations.ts';
import { keysApi } from '../../contract/keys.ts';
import { type PersonView, squadsApi } from '../../contract/squads.ts';
import { LEVELS, type Level, STRONGER_FEET } from '../../core/squads/terms.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, Dialog, Field, Form, Notice, Select } from '../../ui/parts/index.ts';
import type { PeopleBoxProps } from './shared.ts';

/** Nickname, birth year, stronger foot and step of a player, to be put right. */
function Correct({ one, squad, onClose, onDone }: { one: PersonView; squad: string; onClose(): void; onDone(): void }) {
  const { field, refusal, busy, send } = useForm({
    first: {
      ...{ nickname: one.nickname, birthYear: one.yearUnsaid ? '' : String(one.birthYear), strongerFoot: one.strongerFoot as string },
      step: one.step ? String(one.step) : '',
    },
    schema: squadsApi.correct.body,
    body: ({ step, ...typed }) => ({
      ...{ ...typed, birthYear: wholeNumber(typed.birthYear) },
      ...(one.step === undefined ? {} : { step: step.trim() === '' ? null : wholeNumber(step.replace(',', '.')) }),
    }),
  });
  const save = async () => {
    const done = await send((body) => call(squadsApi.correct, { squad, player: one.playerId }, body));
    if (done) onDone();
  };
  return (
    <Dialog label={t('Correct {nickname}', { nickname: one.nickname })} onClose={onClose}>
      <Form onSend={save}>
        <Field label={t('Nickname')} hint={t('The player signs in with it.')} {...field('nickname')} />
        <Field label={t('Birth year')} inputMode="numeric" {...field('birthYear')} />
        <Select label={t('Stronger foot')} {...field('strongerFoot')}>
          {STRONGER_FEET.map((foot) => (
            <option key={foot} value={foot}>
              {term(foot)}
            </option>
          ))}
        </Select>
        {one.step !== undefined && (
          <Field
            label={t('One big step, in meters')}
            hint={t('Cones are laid out with it. Empty: not known.')}
            inputMode="decimal"
            {...field('step')}
          />
        )}
        {refusal && <Notice tone="stop">{refusal}</Notice>}
        <Button type="submit" look="main" className="self-start" disabled={busy}>
          {t('Save')}
        </Button>
      </Form>
    </Dialog>
  );
}

/** A player's row: level, family, and what can be done. */
export function PlayerRow({
  one,
  shown,
  attempt,
  refresh,
  onInvitation,
  onPin,
}: PeopleBoxProps & { one: PersonView; onPin(nickname: string, pin: string): void }) {
  const [removing, setRemoving] = useState(false);
  const [correcting, setCorrecting] = useState(false);
  const [renewing, setRenewing] = useState(false);
  const [unguarding, setUnguarding] = useState<PersonView['guardians'][number] | null>(null);
  const at = { squad: shown.squad.id, player: one.playerId };
  const head = shown.me.role === 'head coach';
  const act = (work: () => Promise<unknown>) => void attempt(work);
  return (
    <tr className="block border-joint border-t py-1 align-top sm:table-row">
      <th scope="row" className="block pe-3 text-start sm:table-cell sm:py-2">
        <a href={`/coach/${at.squad}/players/${one.playerId}`}>{one.nickname}</a>
        <span className="block font-normal text-dust text-sm">
          {one.yearUnsaid ? <strong className="text-mustard">{t('birth year not said yet')}</strong> : one.birthYear}
          {t(', {strongerFoot} · since {dayInWords}', { strongerFoot: one.strongerFoot, dayInWords: dayInWords(one.joinedOn) })}
        </span>
      </th>
      <td className="inline-block py-1 pe-3 sm:table-cell sm:py-2">
        <select
          className="field"
          aria-label={t('Level of {nickname}', { nickname: one.nickname })}
          defaultValue={one.level}
          onChange={(event) => act(() => call(squadsApi.setLevel, at, { level: event.target.value as Level }).then(() => t('Saved')))}
        >
          {LEVELS.map((name) => (
            <option key={name} value={name}>
              {term(name)}
            </option>
          ))}
        </select>
      </td>
      {shown.groups.length > 0 && (
        <td className="inline-block py-1 pe-3 sm:table-cell sm:py-2">
          <select
            className="field"
            aria-label={t('Group of {nickname}', { nickname: one.nickname })}
            value={one.group ?? ''}
            onChange={(event) => {
              const group = event.target.value || null;
              act(async () => {
                const { from } = await call(squadsApi.setGroup, at, { group });
                await refresh();
                return t('{nickname}: counts from {dayInWords} on.', { nickname: one.nickname, dayInWords: dayInWords(from) });
              });
            }}
          >
            <option value="">{t('none')}</option>
            {shown.groups.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          {one.groupFrom && (
            <span className="block text-dust text-sm">{t('from {dayInWords}', { dayInWords: dayInWords(one.groupFrom) })}</span>
          )}
        </td>
      )}
      <td className="inline-block py-1 pe-3 sm:table-cell sm:py-2">
        {one.guardians.length === 0 && <span className="text-dust">{t('nobody yet')}</span>}
        {one.guardians.map((guardian) => (
          <span key={guardian.userId} className="flex flex-wrap items-center gap-2">
            {guardian.name}
            {head && (
              <Button size="small" onClick={() => setUnguarding(guardian)}>
                {t('Remove')}
                <span className="sr-only"> {t('{name} as a guardian', { name: guardian.name })}</span>
              </Button>
            )}
          </span>
        ))}
      </td>
      <td className="block py-1 sm:table-cell sm:py-2">
        <span className="flex flex-wrap gap-2">
          <Button size="small" onClick={() => setCorrecting(true)}>
            {t('Correct')}
          </Button>
          {head && (
            <Button
              size="small"
              onClick={() => act(async () => onInvitation(await call(invitationsApi.inviteGuardian, at, { id: uuid() })))}
            >
              {t('Guardian’s code')}
            </Button>
          )}
          <Button size="small" onClick={() => setRenewing(true)}>
            {t('New PIN')}
          </Button>
          {head && (
            <Button size="small" look="stop" onClick={() => setRemoving(true)}>
              {t('Remove')}
            </Button>
          )}
        </span>
        {correcting && (
          <Correct
            one={one}
            squad={at.squad}
            onClose={() => setCorrecting(false)}
            onDone={() => {
              setCorrecting(false);
              act(refresh);
            }}
          />
        )}
        {renewing && (
          <Dialog label={t('A new PIN for {nickname}?', { nickname: one.nickname })} onClose={() => setRenewing(false)}>
            <p>
              {t('The old one stops working at once, and {nickname} is signed out on every device. It cannot be taken back.', {
                nickname: one.nickname,
              })}
            </p>
            <Button
              look="stop"
              className="self-start"
              onClick={() => {
                setRenewing(false);
                act(async () => {
                  const { pin } = await call(squadsApi.resetPin, at, {});
                  onPin(one.nickname, pin);
                });
              }}
            >
              {t('Make a new PIN')}
            </Button>
          </Dialog>
        )}
        {unguarding && (
          <Dialog label={t('Remove {name} as guardian?', { name: unguarding.name })} onClose={() => setUnguarding(null)}>
            <p>
              {t('{name} sees nothing of {nickname} any more. What was said yes or no to stays. The family is told.', {
                name: unguarding.name,
                nickname: one.nickname,
              })}
            </p>
            <Button
              look="stop"
              className="self-start"
              onClick={() => {
                const { userId, name } = unguarding;
                setUnguarding(null);
                act(async () => {
                  await call(keysApi.removeAsCoach, { ...at, user: userId });
                  await refresh();
                  return t('{name} is no guardian of {nickname} any more.', { name, nickname: one.nickname });
                });
              }}
            >
              {t('Remove {name}', { name: unguarding.name })}
            </Button>
          </Dialog>
        )}
        {removing && (
          <Dialog label={t('Remove {nickname} from the squad?', { nickname: one.nickname })} onClose={() => setRemoving(false)}>
            <p>
              {t(
                'Coaches of this squad see {nickname} no more; what was done stays with the family. It can be undone on this page right after.',
                { nickname: one.nickname },
              )}
            </p>
            <Button
              look="stop"
              className="self-start"
              onClick={() => {
                setRemoving(false);
                act(async () => {
                  await call(squadsApi.removePlayer, at, {});
                  await refresh();
                  return t('{nickname} is out of the squad.', { nickname: one.nickname });
                });
              }}
            >
              {t('Remove {nickname}', { nickname: one.nickname })}
            </Button>
          </Dialog>
        )}
      </td>
    </tr>
  );
}
