import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { accounts, type SignIns } from '../../contract/accounts.ts';
import { type InvitationView, invitations, Pin } from '../../contract/invitations.ts';
import { people } from '../../contract/people.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';
import { call } from '../client.ts';
import { useAttempt } from '../use-attempt.ts';
import { InvitationCard } from './InvitationCard.tsx';
import { SignInsBox } from './SignInsBox.tsx';

interface Props {
  playerId: string;
  nickname: string;
  timeZone: string;
}

/** How a child gets in: family links for the family's devices, another PIN, and where the child is signed in. Read when it is opened. */
export function ChildAccess({ playerId: player, nickname, timeZone }: Props) {
  const [links, setLinks] = useState<InvitationView[] | null>(null);
  const [signIns, setSignIns] = useState<SignIns['signIns']>([]);
  const [pin, setPin] = useState('');
  const { problem, said, attempt } = useAttempt();
  const open = () =>
    attempt(async () => {
      const [found, devices] = await Promise.all([call(invitations.familyLinks, { player }), call(accounts.childSignIns, { player })]);
      setLinks(found.links);
      setSignIns(devices.signIns);
    });
  const change = () =>
    attempt(async () => {
      const parsed = Pin.safeParse(pin);
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      await call(people.childPin, { player }, { pin: parsed.data });
      setPin('');
      setSignIns([]);
      return `${nickname} signs in with the new PIN, and is signed out everywhere.`;
    });
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={`How ${nickname} gets in`}>
      <h3 className="text-lg">How {nickname} gets in</h3>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {said && <Notice tone="done">{said}</Notice>}
      {links === null ? (
        <Button className="self-start" onClick={() => void open()}>
          Links, PIN and devices
        </Button>
      ) : (
        <>
          <h4 className="font-semibold">Family links</h4>
          {links.length === 0 && (
            <p className="text-dust">None yet. A link signs {nickname} in on the family’s own phone, without a PIN.</p>
          )}
          {links.map((one) => (
            <InvitationCard
              key={one.id}
              one={one}
              timeZone={timeZone}
              onRevoke={() =>
                void attempt(async () => {
                  await call(invitations.revoke, { invitation: one.id });
                  setLinks(links.filter((other) => other.id !== one.id));
                  return 'Taken back: it works no more.';
                })
              }
            />
          ))}
          <Button
            className="self-start"
            onClick={() => void attempt(async () => setLinks([await call(invitations.familyLink, { player }, { id: uuid() }), ...links]))}
          >
            Make a family link
          </Button>
          <h4 className="font-semibold">PIN</h4>
          <div className="flex flex-wrap items-end gap-3">
            <Field
              label={`A new PIN for ${nickname}`}
              inputMode="numeric"
              autoComplete="off"
              value={pin}
              onChange={(event) => setPin(event.target.value)}
            />
            <Button onClick={() => void change()}>Set it</Button>
          </div>
          <h4 className="font-semibold">Where {nickname} is signed in</h4>
          <SignInsBox
            signIns={signIns}
            onEnd={(signIn) => void attempt(async () => setSignIns((await call(accounts.endChildSignIn, { player, signIn })).signIns))}
          />
        </>
      )}
    </section>
  );
}
