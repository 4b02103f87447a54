import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { COACH_ROLES, type CoachRole, invitationsApi } from '../../contract/invitations.ts';
import { squadsApi } from '../../contract/squads.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, Select } from '../../ui/parts/index.ts';
import type { PeopleBoxProps } from './shared.ts';

/** Coaches of the squad: roles, one more by an invitation, one less. */
export function CoachesBox({ shown, attempt, refresh, onInvitation }: PeopleBoxProps) {
  const [role, setRole] = useState<CoachRole>('assistant');
  const squad = shown.squad.id;
  const head = shown.me.role === 'head coach';
  const act = (work: () => Promise<unknown>) => void attempt(work);
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Coaches')}>
      <h2>{t('Coaches')}</h2>
      <p className="text-dust text-sm">
        {t('An assistant plans and reviews like a head coach, but does not change rules and takes nobody out.')}
      </p>
      <ul className="divide-y divide-joint">
        {shown.coaches.map((one) => (
          <li key={one.userId} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              {one.name} {one.userId === shown.me.userId && <span className="text-dust">{t('(you)')}</span>}
            </span>
            <span className="flex items-center gap-2">
              {head ? (
                <select
                  className="field"
                  aria-label={t('Role of {name}', { name: one.name })}
                  value={one.role}
                  onChange={(event) =>
                    act(async () => {
                      await call(squadsApi.setRole, { squad, user: one.userId }, { role: event.target.value as CoachRole });
                      await refresh();
                      return t('Saved');
                    })
                  }
                >
                  {COACH_ROLES.map((name) => (
                    <option key={name} value={name}>
                      {term(name)}
                    </option>
                  ))}
                </select>
              ) : (
                term(one.role)
              )}
              {head && one.userId !== shown.me.userId && (
                <Button
                  size="small"
                  look="stop"
                  onClick={() =>
                    act(async () => {
                      await call(squadsApi.removeCoach, { squad, user: one.userId });
                      await refresh();
                      return t('{name} coaches this squad no more. To bring a coach back, send a new invitation.', { name: one.name });
                    })
                  }
                >
                  {t('Remove')}
                </Button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {head && (
        <div className="flex flex-wrap items-end gap-3">
          <Select label={t('One more')} value={role} onChange={(event) => setRole(event.target.value as CoachRole)}>
            {COACH_ROLES.map((name) => (
              <option key={name} value={name}>
                {term(name)}
              </option>
            ))}
          </Select>
          <Button
            onClick={() =>
              act(async () => {
                onInvitation(await call(invitationsApi.inviteCoach, { squad }, { id: uuid(), role }));
                await refresh();
              })
            }
          >
            {t('Make an invitation')}
          </Button>
        </div>
      )}
    </section>
  );
}
