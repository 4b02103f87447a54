import { useState } from 'react';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { useRead } from '../../client/use-read.ts';
import type { InvitationView } from '../../contract/invitations.ts';
import { type People, type PersonView, squadsApi } from '../../contract/squads.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog, Notice } from '../../ui/parts/index.ts';
import { SquadNewsBox } from '../accounts/NewsBox.tsx';
import { AddPlayerBox } from './AddPlayerBox.tsx';
import { CoachesBox } from './CoachesBox.tsx';
import { GroupsBox } from './GroupsBox.tsx';
import { InvitationCard } from './InvitationCard.tsx';
import { InviteBox, type Others, OthersBox, RequestsBox } from './JoiningBoxes.tsx';
import { MentionsBox } from './MentionsBox.tsx';
import { PlayerRow } from './PlayerRow.tsx';
import { RosterBox } from './RosterBox.tsx';
import { SquadTabs } from './SquadTabs.tsx';
import type { PeopleBoxProps } from './shared.ts';

const LOOK_AGAIN_MS = 20_000;

/** People of a squad: who asked to join, players and their families, coaches, invitations, a list to read in. */
export const PeopleView = guarded(function PeopleView({ first, others }: { first: People; others: Others }) {
  const [invitation, setInvitation] = useState<InvitationView | null>(null);
  const [pin, setPin] = useState<{ nickname: string; pin: string } | null>(null);
  const [gone, setGone] = useState<PersonView | null>(null);
  const { problem, said, attempt } = useAttempt();
  const squad = first.squad.id;
  // Who asks to join is there without opening the page again.
  const { found, again } = useRead(squadsApi.list, { squad }, { first, everyMs: LOOK_AGAIN_MS });
  const shown = found ?? first;
  const refresh = async () => {
    const next = await again();
    setGone(shown.players.find((one) => !next.players.some((other) => other.playerId === one.playerId)) ?? null);
  };
  const shared: PeopleBoxProps = { shown, attempt, refresh, onInvitation: setInvitation };
  return (
    <div className="flex flex-col gap-4">
      <h1>{t('Squad')}</h1>
      <SquadTabs squad={squad} here="/people" />
      <p>
        {t('Players sign in with the squad code')} <strong className="font-display text-xl">{shown.squad.code}</strong>
        {t(', their nickname and their PIN.')}
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && (
        <Notice tone="done">
          {said}{' '}
          {gone && (
            <Button
              size="small"
              onClick={() =>
                void attempt(async () => {
                  await call(squadsApi.bringBack, { squad, player: gone.playerId }, {});
                  await refresh();
                  return t('{nickname} is back.', { nickname: gone.nickname });
                })
              }
            >
              {t('Undo')}
            </Button>
          )}
        </Notice>
      )}
      {shown.me.role === 'head coach' && <MentionsBox squad={squad} timeZone={shown.squad.timeZone} />}
      <RequestsBox {...shared} />
      <div className="grid items-start gap-4 xl:grid-cols-2">
        <InviteBox {...shared} />
        <CoachesBox {...shared} />
      </div>
      <section className="slab overflow-x-auto p-4" aria-label={t('Players')}>
        <h2>{t('Players ({players})', { players: shown.players.length })}</h2>
        {shown.players.length === 0 && (
          <p className="text-dust">{t('Nobody yet. Add players by a nickname below, read in a list, or invite them.')}</p>
        )}
        {shown.players.length > 0 && (
          <table className="block w-full sm:table">
            <thead className="hidden text-dust text-sm sm:table-header-group">
              <tr>
                <th scope="col" className="text-start">
                  {t('Player')}
                </th>
                <th scope="col" className="text-start">
                  {t('Level')}
                </th>
                {shown.groups.length > 0 && (
                  <th scope="col" className="text-start">
                    {t('Group')}
                  </th>
                )}
                <th scope="col" className="text-start">
                  {t('Guardians')}
                </th>
                <th scope="col" className="text-start">
                  <span className="sr-only">{t('What can be done')}</span>
                </th>
              </tr>
            </thead>
            <tbody className="block sm:table-row-group">
              {shown.players.map((one) => (
                <PlayerRow key={one.playerId} one={one} {...shared} onPin={(nickname, made) => setPin({ nickname, pin: made })} />
              ))}
            </tbody>
          </table>
        )}
      </section>
      {shown.players.length > 0 && <GroupsBox {...shared} />}
      <div className="grid items-start gap-4 xl:grid-cols-2">
        <AddPlayerBox squad={squad} onAdded={refresh} />
        <RosterBox squad={squad} onAdded={() => void refresh()} />
        <OthersBox {...shared} others={others} />
      </div>
      {shown.me.role === 'head coach' && <SquadNewsBox squad={squad} />}
      {invitation && (
        <Dialog label={t('Hand this on')} onClose={() => setInvitation(null)}>
          <InvitationCard one={invitation} squad={shown.squad.name} timeZone={shown.squad.timeZone} />
        </Dialog>
      )}
      {pin && (
        <Dialog label={t('{nickname}’s new PIN', { nickname: pin.nickname })} onClose={() => setPin(null)}>
          <p className="font-display text-5xl tabular-nums">{pin.pin}</p>
          <p>{t('It is shown this once. {nickname} is signed out everywhere and signs in with it.', { nickname: pin.nickname })}</p>
        </Dialog>
      )}
    </div>
  );
});
