import { useEffect, useState } from 'react';
import { sendJson } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { endLeft } from '../../client/leaving.ts';
import { forgetPlayer, type PlayerHere, playersHere, rememberPlayer } from '../../client/players-here.ts';
import { useForm } from '../../client/use-form.ts';
import { AppCode, EmailSignIn, RecoveryCode, SquadSignIn } from '../../contract/accounts.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';
import { WhoIsHere } from './WhoIsHere.tsx';

interface Input {
  name: string;
  label: string;
  hint?: string;
  type?: string;
  inputMode?: 'numeric' | 'email';
  autoComplete: string;
}

const FORMS = {
  squad: {
    schema: SquadSignIn,
    address: '/api/auth/sign-in/squad',
    inputs: [
      {
        name: 'code',
        get label() {
          return t('Squad code');
        },
        get hint() {
          return t('Your coach gave it to you.');
        },
        autoComplete: 'organization',
      },
      {
        name: 'nickname',
        get label() {
          return t('Nickname');
        },
        autoComplete: 'username',
      },
      { name: 'pin', label: 'PIN', type: 'password', inputMode: 'numeric', autoComplete: 'current-password' },
    ],
  },
  email: {
    schema: EmailSignIn,
    address: '/api/auth/sign-in/email',
    inputs: [
      { name: 'email', label: 'E-mail', type: 'email', inputMode: 'email', autoComplete: 'username' },
      {
        name: 'password',
        get label() {
          return t('Password');
        },
        type: 'password',
        autoComplete: 'current-password',
      },
    ],
  },
} as const satisfies Record<string, { schema: unknown; address: string; inputs: readonly Input[] }>;

/** The second step: a code of the authenticator app, or a recovery code when the phone is lost. */
function SecondStep() {
  const [lost, setLost] = useState(false);
  const [schema, path] = lost ? ([RecoveryCode, 'verify-backup-code'] as const) : ([AppCode, 'verify-totp'] as const);
  const { field, refusal, busy, send } = useForm({ first: { code: '' }, schema });
  const enter = async () => {
    const done = await send((body) => sendJson('POST', `/api/auth/two-factor/${path}`, body));
    if (done) window.location.assign('/');
  };
  return (
    <Form onSend={enter}>
      <Field
        key={String(lost)}
        label={lost ? t('A recovery code') : t('The code that your authenticator app shows')}
        inputMode={lost ? undefined : 'numeric'}
        autoComplete="one-time-code"
        {...field('code')}
      />
      {refusal && <Notice tone="stop">{/wait/i.test(refusal) ? refusal : t('That code does not fit. Check it and try again.')}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('A moment…') : t('Sign in')}
      </Button>
      <Button onClick={() => setLost(!lost)}>{lost ? t('I have the app') : t('I lost my phone: use a recovery code')}</Button>
    </Form>
  );
}

/** Sign-in by squad code, nickname and PIN, or by e-mail and password. What was typed stays when something is wrong. */
export const SignInForm = guarded(function SignInForm({ kind }: { kind: keyof typeof FORMS }) {
  const { schema, address, inputs } = FORMS[kind];
  const first: Record<string, string> = Object.fromEntries(inputs.map((input) => [input.name, '']));
  const { field, refusal, busy, send, setValue } = useForm({ first, schema });
  const [players, setPlayers] = useState<PlayerHere[]>([]);
  const [shared, setShared] = useState(false);
  const [step, setStep] = useState<'who' | 'code' | 'in'>('who');

  // Somebody who was just let in comes with the squad code and the nickname.
  useEffect(() => {
    if (kind !== 'squad') return;
    setPlayers(playersHere());
    setShared(playersHere().length > 0);
  }, [kind]);
  const pick = (player: Pick<PlayerHere, 'code' | 'nickname'>) => {
    setValue('code', player.code);
    setValue('nickname', player.nickname);
    document.querySelector<HTMLInputElement>('input[name=pin]')?.focus();
  };
  useEffect(() => {
    const [code, nickname] = window.location.hash.slice(1).split('/');
    if (kind !== 'squad' || !code) return;
    window.history.replaceState(null, '', window.location.pathname);
    setValue('code', decodeURIComponent(code));
    setValue('nickname', decodeURIComponent(nickname ?? ''));
  }, [kind, setValue]);

  const enter = async () => {
    const answer = (await send(async (body) => {
      await endLeft();
      const done = (await sendJson('POST', address, body)) ?? {};
      if (shared && 'nickname' in body) rememberPlayer({ code: body.code, nickname: body.nickname });
      return done;
    })) as { twoFactorRedirect?: boolean } | null;
    if (answer?.twoFactorRedirect) return setStep('code');
    if (!answer) return;
    setStep('in');
    window.location.assign('/');
  };

  if (step === 'code') return <SecondStep />;
  return (
    <Form onSend={enter}>
      {players.length > 0 && (
        <WhoIsHere
          players={players}
          onPick={pick}
          onForget={(player) => {
            forgetPlayer(player);
            setPlayers(playersHere());
          }}
        />
      )}
      {(inputs as readonly Input[]).map(({ name, ...input }) => (
        <Field key={name} {...input} {...field(name)} autoCapitalize={name === 'code' ? 'characters' : 'none'} />
      ))}
      {kind === 'squad' && (
        <label className="flex min-h-12 items-center gap-3">
          <input type="checkbox" className="size-7 shrink-0" checked={shared} onChange={(event) => setShared(event.target.checked)} />
          <span>{t('Several of us play on this phone: remember me here')}</span>
        </label>
      )}
      {refusal && (
        <Notice tone="stop">
          {/invalid email or password/i.test(refusal) ? t('E-mail and password do not fit together. Check both and try again.') : refusal}
        </Notice>
      )}
      <Button type="submit" look="main" size="player" disabled={busy || step === 'in'}>
        {busy || step === 'in' ? t('Signing in…') : t('Sign in')}
      </Button>
    </Form>
  );
});
