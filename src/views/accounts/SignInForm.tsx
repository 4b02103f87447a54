import { useEffect, useState } from 'react';
import { sendJson, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useForm } from '../../client/use-form.ts';
import { AppCode, EmailSignIn, RecoveryCode, SquadSignIn } from '../../contract/accounts.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';

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
      { name: 'code', label: 'Squad code', hint: 'Your coach gave it to you.', autoComplete: 'organization' },
      { name: 'nickname', label: 'Nickname', autoComplete: 'username' },
      { name: 'pin', label: 'PIN', type: 'password', inputMode: 'numeric', autoComplete: 'current-password' },
    ],
  },
  email: {
    schema: EmailSignIn,
    address: '/api/auth/sign-in/email',
    inputs: [
      { name: 'email', label: 'E-mail', type: 'email', inputMode: 'email', autoComplete: 'username' },
      { name: 'password', label: 'Password', type: 'password', autoComplete: 'current-password' },
    ],
  },
} as const satisfies Record<string, { schema: unknown; address: string; inputs: readonly Input[] }>;

/** The second step: a code of the authenticator app, or a recovery code when the phone is lost. */
function SecondStep() {
  const { typed, field, refusal, busy, send } = useForm({ code: '' });
  const [lost, setLost] = useState(false);
  const enter = async () => {
    const [schema, path] = lost ? ([RecoveryCode, 'verify-backup-code'] as const) : ([AppCode, 'verify-totp'] as const);
    const done = await send(schema, typed, (body) => sendJson('POST', `/api/auth/two-factor/${path}`, body));
    if (done) window.location.assign('/');
  };
  return (
    <Form onSend={enter}>
      <Field
        key={String(lost)}
        label={lost ? 'A recovery code' : 'The code that your authenticator app shows'}
        inputMode={lost ? undefined : 'numeric'}
        autoComplete="one-time-code"
        {...field('code')}
      />
      {refusal && <Notice tone="stop">{/wait/i.test(refusal) ? refusal : 'That code does not fit. Check it and try again.'}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? 'A moment…' : 'Sign in'}
      </Button>
      <Button onClick={() => setLost(!lost)}>{lost ? 'I have the app' : 'I lost my phone: use a recovery code'}</Button>
    </Form>
  );
}

/** Sign-in by squad code, nickname and PIN, or by e-mail and password. What was typed stays when something is wrong. */
export const SignInForm = guarded(function SignInForm({ kind }: { kind: keyof typeof FORMS }) {
  const { schema, address, inputs } = FORMS[kind];
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [step, setStep] = useState<'who' | 'code'>('who');

  // Somebody who was just let in comes with the squad code and the nickname.
  useEffect(() => {
    const [code, nickname] = window.location.hash.slice(1).split('/');
    if (kind !== 'squad' || !code) return;
    window.history.replaceState(null, '', window.location.pathname);
    setTyped((was) => ({ ...was, code, nickname: decodeURIComponent(nickname ?? '') }));
  }, [kind]);

  const send = async () => {
    const parsed = schema.safeParse(Object.fromEntries(inputs.map((input) => [input.name, typed[input.name] ?? ''])));
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [String(issue.path[0]), issue.message])));
    setRefusal(null);
    if (!parsed.success) return;
    setBusy(true);
    try {
      const answer = (await sendJson('POST', address, parsed.data)) as { twoFactorRedirect?: boolean } | null;
      if (answer?.twoFactorRedirect) setStep('code');
      else window.location.assign('/');
    } catch (error) {
      const sentence = sentenceOf(error);
      setRefusal(
        /invalid email or password/i.test(sentence) ? 'E-mail and password do not fit together. Check both and try again.' : sentence,
      );
      setBusy(false);
    }
  };

  if (step === 'code') return <SecondStep />;
  return (
    <Form onSend={send}>
      {(inputs as readonly Input[]).map(({ name, ...input }) => (
        <Field
          key={name}
          {...input}
          name={name}
          value={typed[name] ?? ''}
          problem={problems[name]}
          autoCapitalize={name === 'code' ? 'characters' : 'none'}
          onChange={(event) => setTyped((before) => ({ ...before, [name]: event.target.value }))}
        />
      ))}
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? 'Signing in…' : 'Sign in'}
      </Button>
    </Form>
  );
});
