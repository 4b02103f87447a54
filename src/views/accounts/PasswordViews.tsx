import { useEffect, useState } from 'react';
import { z } from 'zod';
import { sendJson } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useForm } from '../../client/use-form.ts';
import { EmailText, NewPassword } from '../../contract/invitations.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Form, Notice } from '../../ui/parts/index.ts';

/** Asks for a mail with a link to a new password. The answer is the same whether there is such an account. */
export const ForgotView = guarded(function ForgotView() {
  const { field, refusal, busy, send } = useForm({ first: { email: '' }, schema: z.object({ email: EmailText }) });
  const [asked, setAsked] = useState(false);
  const ask = async () => {
    const done = await send(async (body) => {
      await sendJson('POST', '/api/auth/request-password-reset', body);
      return true;
    });
    if (done) setAsked(true);
  };
  if (asked)
    return (
      <Notice tone="done">
        {t(
          'If there is an account with that address, a mail is on its way. Its link works for an hour. Nothing there? Look among the unwanted mail, or ask whoever runs this server.',
        )}
      </Notice>
    );
  return (
    <Form onSend={ask}>
      <Field label={t('E-mail')} type="email" inputMode="email" autoComplete="username" {...field('email')} />
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('Asking…') : t('Send me a link')}
      </Button>
      <p className="text-dust">{t('Players: your guardian or your coach gives you a new PIN.')}</p>
    </Form>
  );
});

/** Sets a new password with the link from the mail. */
export const NewPasswordView = guarded(function NewPasswordView() {
  const { field, refusal, busy, send } = useForm({ first: { newPassword: '' }, schema: z.object({ newPassword: NewPassword }) });
  const [token, setToken] = useState<string | null>(null);
  const [done, setDone] = useState(false);
  useEffect(() => {
    setToken(window.location.hash.slice(1));
    window.history.replaceState(null, '', window.location.pathname);
  }, []);
  const set = async () => {
    const ok = await send(async (body) => {
      await sendJson('POST', '/api/auth/reset-password', { ...body, token });
      return true;
    });
    if (ok) setDone(true);
  };
  if (done)
    return (
      <div className="flex flex-col gap-4">
        <Notice tone="done">{t('Your new password holds. Everywhere you were signed in, you are signed out.')}</Notice>
        <ButtonLink href="/sign-in" look="main" size="player">
          {t('Sign in')}
        </ButtonLink>
      </div>
    );
  if (token === '')
    return <Notice tone="look">{t('This address is not whole. Open the link of the mail again, or ask for another.')}</Notice>;
  return (
    <Form onSend={set}>
      <Field
        label={t('New password')}
        hint={t('At least 10 letters.')}
        type="password"
        autoComplete="new-password"
        {...field('newPassword')}
      />
      {refusal && (
        <Notice tone="stop">
          {/token/i.test(refusal) ? t('This link was used already, or is older than an hour. Ask for another one.') : refusal}
        </Notice>
      )}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('Setting…') : t('Set it')}
      </Button>
    </Form>
  );
});
