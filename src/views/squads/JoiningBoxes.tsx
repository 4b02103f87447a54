import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { dateInWords } from '../../client/words.ts';
import { invitationsApi, type JoinRequestView } from '../../contract/invitations.ts';
import { squadsApi } from '../../contract/squads.ts';
import { LEVELS, type Level } from '../../core/squads/terms.ts';
import { plural, t, term } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Select } from '../../ui/parts/index.ts';
import { InvitationCard } from './InvitationCard.tsx';
import type { PeopleBoxProps } from './shared.ts';

function Request({ one, shown, attempt, refresh, onInvitation }: PeopleBoxProps & { one: JoinRequestView }) {
  const [level, setLevel] = useState<Level>('steady');
  const [nickname, setNickname] = useState(one.nickname);
  const squad = shown.squad.id;
  const admit = () =>
    attempt(async () => {
      const { guardianCode } = await call(invitationsApi.admit, { squad, request: one.id }, { level, nickname });
      await refresh();
      if (!guardianCode) return t('{nickname} is in. A head coach makes the code for a grown-up of the family.', { nickname });
      onInvitation(guardianCode);
      return t('{nickname} is in. Give the code to a grown-up of the family.', { nickname });
    });
  const refuse = () =>
    attempt(async () => {
      await call(invitationsApi.refuse, { squad, request: one.id }, {});
      await refresh();
      return t('{nickname} was not let in; what was typed is deleted.', { nickname: one.nickname });
    });
  return (
    <li className="flex flex-wrap items-end gap-3 py-3">
      <Field label={t('Nickname')} className="w-40" value={nickname} onChange={(event) => setNickname(event.target.value)} />
      <span className="min-h-11 content-center">
        {t('born {birthYear}, stronger foot {strongerFoot}', { birthYear: one.birthYear, strongerFoot: one.strongerFoot })}
        <span className="block text-dust text-sm">
          {t('asked {dateInWords}', { dateInWords: dateInWords(one.at, shown.squad.timeZone) })}
        </span>
      </span>
      <Select label={t('Level')} value={level} onChange={(event) => setLevel(event.target.value as Level)}>
        {LEVELS.map((name) => (
          <option key={name} value={name}>
            {term(name)}
          </option>
        ))}
      </Select>
      <Button look="main" onClick={() => void admit()}>
        {t('Let in')}
      </Button>
      <Button look="stop" onClick={() => void refuse()}>
        {t('Say no')}
      </Button>
    </li>
  );
}

/** Who asked to join, to be let in or not. */
export function RequestsBox(shared: PeopleBoxProps) {
  const { requests } = shared.shown;
  if (requests.length === 0) return null;
  return (
    <section className="slab border-l-4 border-l-mustard p-4" aria-label={t('Asked to join')}>
      <h2>{t('Asked to join ({requests})', { requests: requests.length })}</h2>
      <ul className="divide-y divide-joint">
        {requests.map((one) => (
          <Request key={one.id} one={one} {...shared} />
        ))}
      </ul>
    </section>
  );
}

/** A code for players to ask with, cards, and every invitation that works. */
export function InviteBox({ shown, attempt, refresh, onInvitation }: PeopleBoxProps) {
  const [days, setDays] = useState('30');
  const [uses, setUses] = useState('30');
  const squad = shown.squad.id;
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Invitations')}>
      <h2>{t('Invitations')}</h2>
      <p className="text-dust text-sm">
        {t(
          'With a code, link or QR families ask to join; you let each one in. A guardian claims a child with a code of its own, which works once.',
        )}
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Field
          label={t('Works for days')}
          className="w-36"
          inputMode="numeric"
          value={days}
          onChange={(event) => setDays(event.target.value)}
        />
        <Field
          label={t('For players')}
          className="w-36"
          inputMode="numeric"
          value={uses}
          onChange={(event) => setUses(event.target.value)}
        />
        <Button
          look="main"
          onClick={() =>
            void attempt(async () => {
              const body = invitationsApi.invitePlayers.body.safeParse({
                id: uuid(),
                days: Number(days || Number.NaN),
                uses: Number(uses || Number.NaN),
              });
              if (!body.success) throw new Error(body.error.issues[0]?.message);
              onInvitation(await call(invitationsApi.invitePlayers, { squad }, body.data));
              await refresh();
            })
          }
        >
          {t('Invite players')}
        </Button>
        <ButtonLink href={`/coach/${squad}/squad/cards`}>{t('Cards for the whole squad')}</ButtonLink>
      </div>
      {shown.invitations.length > 0 && (
        <details>
          <summary>{t('{invitations} that work now', { invitations: plural(shown.invitations.length, 'invitation') })}</summary>
          <div className="flex flex-col gap-2 pt-2">
            {shown.invitations.map((one) => (
              <InvitationCard
                key={one.id}
                one={one}
                squad={shown.squad.name}
                timeZone={shown.squad.timeZone}
                onRevoke={() =>
                  void attempt(async () => {
                    await call(invitationsApi.revoke, { invitation: one.id });
                    await refresh();
                    return t('Taken back: it works no more.');
                  })
                }
              />
            ))}
          </div>
        </details>
      )}
    </section>
  );
}

/** Players of the coach's other squads who could be in this one too. */
export function OthersBox({ shown, others, attempt, refresh }: PeopleBoxProps & { others: Others }) {
  const [picked, setPicked] = useState(others[0]?.playerId ?? '');
  if (others.length === 0) return null;
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('From another squad of yours')}>
      <h2>{t('From another squad of yours')}</h2>
      <div className="flex flex-wrap items-end gap-3">
        <Select label={t('Player')} value={picked} onChange={(event) => setPicked(event.target.value)}>
          {others.map((one) => (
            <option key={one.playerId} value={one.playerId}>
              {one.nickname} ({one.squad})
            </option>
          ))}
        </Select>
        <Button
          onClick={() =>
            void attempt(async () => {
              await call(squadsApi.addExisting, { squad: shown.squad.id }, { player: picked, level: 'steady' });
              await refresh();
              return t('In this squad too, with the same PIN and family.');
            })
          }
        >
          {t('Take into this squad too')}
        </Button>
      </div>
    </section>
  );
}
export type Others = { playerId: string; nickname: string; squad: string }[];
