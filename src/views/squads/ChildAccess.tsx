import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords } from '../../client/words.ts';
import { accountsApi } from '../../contract/accounts.ts';
import { invitationsApi, Pin } from '../../contract/invitations.ts';
import { type ChildKeys, keysApi } from '../../contract/keys.ts';
import type { GuardianRequestView } from '../../contract/screens.ts';
import { squadsApi } from '../../contract/squads.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog, Field, Fold, Notice } from '../../ui/parts/index.ts';
import { SignInsBox } from '../accounts/SignInsBox.tsx';
import { InvitationCard } from './InvitationCard.tsx';

interface Props {
  playerId: string;
  nickname: string;
  /** The squad’s name; several are told together. */
  squad: string;
  timeZone: string;
  requests: readonly GuardianRequestView[];
}

/** Somebody else with a code: yes or no. */
function Request({
  one,
  nickname,
  timeZone,
  onAnswer,
}: {
  one: GuardianRequestView;
  nickname: string;
  timeZone: string;
  onAnswer(yes: boolean): void;
}) {
  return (
    <Notice tone="look">
      <span className="flex flex-col gap-2">
        <span>
          <strong>{one.name}</strong>{' '}
          {t(
            'has a code from the coach and asks to be a guardian of {nickname} too ({dateInWords}). A guardian sees and decides everything that you do. Say yes only to somebody of your family.',
            { nickname, dateInWords: dateInWords(one.at, timeZone) },
          )}
        </span>
        <span className="flex flex-wrap gap-2">
          <Button onClick={() => onAnswer(true)}>{t('Yes, {name} too', { name: one.name })}</Button>
          <Button look="stop" onClick={() => onAnswer(false)}>
            {t('No')}
          </Button>
        </span>
      </span>
    </Notice>
  );
}

/**
 * Every key to a child: its guardians, links and printed cards, devices, and the PIN; each can be ended, and all links and devices at once.
 * Read when it is opened; who asks to be a guardian is seen at once.
 */
export function ChildAccess({ playerId: player, nickname, squad, timeZone, requests: first }: Props) {
  const [shown, setShown] = useState<ChildKeys | null>(null);
  const [requests, setRequests] = useState(first);
  const [pin, setPin] = useState('');
  const [ending, setEnding] = useState(false);
  const { problem, said, attempt } = useAttempt();
  const take = (found: ChildKeys) => {
    setShown(found);
    setRequests(found.requests);
  };
  const open = () => attempt(async () => take(await call(keysApi.read, { player })));
  const change = () =>
    attempt(async () => {
      const parsed = Pin.safeParse(pin);
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      await call(squadsApi.childPin, { player }, { pin: parsed.data });
      setPin('');
      take(await call(keysApi.read, { player }));
      return t('{nickname} signs in with the new PIN. Every link, card and device of before works no more.', { nickname });
    });
  return (
    <Fold
      heading={t('How {nickname} gets in', { nickname })}
      says={requests.length > 0 ? t('please answer') : undefined}
      open={requests.length > 0}
    >
      {requests.map((one) => (
        <Request
          key={one.id}
          one={one}
          nickname={nickname}
          timeZone={timeZone}
          onAnswer={(yes) =>
            void attempt(async () => {
              take(await call(keysApi.answer, { player, request: one.id }, { yes }));
              return yes ? t('{name} is a guardian now.', { name: one.name }) : t('{name} was refused.', { name: one.name });
            })
          }
        />
      ))}
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      {shown === null ? (
        <Button className="self-start" onClick={() => void open()}>
          {t('Guardians, links, PIN and devices')}
        </Button>
      ) : (
        <>
          <h4 className="font-semibold">{t('Guardians')}</h4>
          <ul className="divide-y divide-joint">
            {shown.guardians.map((one) => (
              <li key={one.userId} className="flex flex-wrap items-center justify-between gap-2 py-2">
                <span>
                  {one.name} {one.me && <strong>{t('(you)')}</strong>}
                  {one.first && <span className="block text-dust text-sm">{t('the first: says yes or no to others')}</span>}
                </span>
                {one.mayEnd && !one.me && (
                  <Button
                    size="small"
                    look="stop"
                    onClick={() =>
                      void attempt(async () => {
                        take(await call(keysApi.removeGuardian, { player, user: one.userId }));
                        return t('{name} is no guardian of {nickname} any more.', { name: one.name, nickname });
                      })
                    }
                  >
                    {t('Remove {name}', { name: one.name })}
                  </Button>
                )}
              </li>
            ))}
          </ul>
          <h4 className="font-semibold">{t('Family links and printed cards')}</h4>
          {shown.links.length === 0 && (
            <p className="text-dust">{t('None now. A link signs {nickname} in on the family’s own phone, without a PIN.', { nickname })}</p>
          )}
          {shown.links.map((one) => (
            <InvitationCard
              key={one.id}
              one={one}
              squad={squad}
              timeZone={timeZone}
              onRevoke={() =>
                void attempt(async () => {
                  await call(invitationsApi.revoke, { invitation: one.id });
                  take(await call(keysApi.read, { player }));
                  return t('Taken back: it works no more.');
                })
              }
            />
          ))}
          <Button
            className="self-start"
            onClick={() =>
              void attempt(async () => {
                await call(invitationsApi.familyLink, { player }, { id: uuid() });
                take(await call(keysApi.read, { player }));
              })
            }
          >
            {t('Make a family link')}
          </Button>
          <h4 className="font-semibold">{t('PIN')}</h4>
          <div className="flex flex-wrap items-end gap-3">
            <Field
              label={t('A new PIN for {nickname}', { nickname })}
              inputMode="numeric"
              autoComplete="off"
              value={pin}
              onChange={(event) => setPin(event.target.value)}
            />
            <Button onClick={() => void change()}>{t('Set it')}</Button>
          </div>
          <h4 className="font-semibold">{t('Where {nickname} is signed in', { nickname })}</h4>
          <SignInsBox
            signIns={shown.signIns}
            onEnd={(signIn) =>
              void attempt(async () => {
                const { signIns } = await call(accountsApi.endChildSignIn, { player, signIn });
                setShown({ ...shown, signIns });
              })
            }
          />
          <Button className="self-start" look="stop" onClick={() => setEnding(true)}>
            {t('End every link and sign-in')}
          </Button>
        </>
      )}
      {ending && (
        <Dialog label={t('End every link and sign-in of {nickname}?', { nickname })} onClose={() => setEnding(false)}>
          <p>
            {t(
              'Family links and printed cards stop working, and {nickname} is signed out everywhere. The PIN stays; change it too if somebody may know it. What {nickname} did and has not sent yet waits on that device until the next sign-in there.',
              { nickname },
            )}
          </p>
          <Button
            look="stop"
            className="self-start"
            onClick={() => {
              setEnding(false);
              void attempt(async () => {
                take(await call(keysApi.endAll, { player }));
                return t('Nothing but {nickname}’s PIN opens the account now.', { nickname });
              });
            }}
          >
            {t('End them all')}
          </Button>
        </Dialog>
      )}
    </Fold>
  );
}
