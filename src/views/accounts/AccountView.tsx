import { useState } from 'react';
import { z } from 'zod';
import { call, sendJson } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { useForm } from '../../client/use-form.ts';
import { type AccountNewsView, accountsApi, type SignIns } from '../../contract/accounts.ts';
import { NewPassword } from '../../contract/invitations.ts';
import { says, t } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';
import { NewsList } from './NewsBox.tsx';
import { SignInsBox } from './SignInsBox.tsx';
import { TwoFactorBox } from './TwoFactorBox.tsx';

const Change = z.object({ currentPassword: z.string().min(1, says('Type your password of now.')), newPassword: NewPassword });

function PasswordBox() {
  const { field, refusal, busy, send, clear } = useForm({ first: { currentPassword: '', newPassword: '' }, schema: Change });
  const [done, setDone] = useState(false);
  const change = async () => {
    setDone(false);
    const answer = await send((body) => sendJson('POST', '/api/auth/change-password', { ...body, revokeOtherSessions: true }));
    if (answer === null) return;
    clear();
    setDone(true);
  };
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Password')}>
      <h2>{t('Password')}</h2>
      <Form className="flex max-w-md flex-col gap-3" onSend={change}>
        <Field label={t('The one of now')} type="password" autoComplete="current-password" {...field('currentPassword')} />
        <Field
          label={t('The new one')}
          hint={t('At least 10 letters.')}
          type="password"
          autoComplete="new-password"
          {...field('newPassword')}
        />
        {refusal && <Notice tone="stop">{/invalid password/i.test(refusal) ? t('The password of now is not right.') : refusal}</Notice>}
        {done && <Notice tone="done">{t('Changed. Everywhere else you are signed out.')}</Notice>}
        <Button type="submit" className="self-start" disabled={busy}>
          {busy ? t('Changing…') : t('Change it')}
        </Button>
      </Form>
    </section>
  );
}

/** A person's own account: where it is signed in, and its password. Players have a PIN, which guardian and coach can change. */
export const AccountView = guarded(function AccountView({
  first,
  news,
  name,
  player,
  twoFactor,
}: {
  first: SignIns;
  news: readonly AccountNewsView[];
  name: string;
  player: boolean;
  twoFactor: { on: boolean; needed: boolean };
}) {
  const [signIns, setSignIns] = useState(first.signIns);
  const { problem, attempt } = useAttempt();
  const end = (signIn: string) => attempt(async () => setSignIns((await call(accountsApi.endSignIn, { signIn })).signIns));
  return (
    <div className="flex flex-col gap-4">
      <h1>{name}</h1>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <section className="slab flex flex-col gap-2 p-4" aria-label={t('Where you are signed in')}>
        <h2>{t('Where you are signed in')}</h2>
        <SignInsBox signIns={signIns} onEnd={(id) => void end(id)} />
        {signIns.length > 1 && (
          <Button className="self-start" onClick={() => void end('others')}>
            {t('Sign out everywhere else')}
          </Button>
        )}
      </section>
      {twoFactor.needed && !twoFactor.on && (
        <Notice tone="look">
          {t('This house asks head coaches for an authenticator app. Set it up below; your squads open right after.')}
        </Notice>
      )}
      {player ? (
        <p>{t('Your PIN is changed by your guardian or your coach.')}</p>
      ) : (
        <>
          <PasswordBox />
          <TwoFactorBox first={twoFactor.on} needed={twoFactor.needed} />
        </>
      )}
      <section className="slab flex flex-col gap-2 p-4" aria-label={t('What changed')}>
        <h2>{t('What changed')}</h2>
        <NewsList news={news} />
      </section>
    </div>
  );
});
