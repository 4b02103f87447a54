import { useEffect, useState } from 'react';
import { EmailSignIn, SquadSignIn } from '../../contract/accounts.ts';
import { Button, Field, Form, Notice } from '../../ui/parts/index.ts';
import { sendJson, sentenceOf } from '../client.ts';

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

/** Sign-in by squad code, nickname and PIN, or by e-mail and password. What was typed stays when something is wrong. */
export function SignInForm({ kind }: { kind: keyof typeof FORMS }) {
  const { schema, address, inputs } = FORMS[kind];
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

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
      await sendJson('POST', address, parsed.data);
      window.location.assign('/');
    } catch (error) {
      const sentence = sentenceOf(error);
      setRefusal(
        /invalid email or password/i.test(sentence) ? 'E-mail and password do not fit together. Check both and try again.' : sentence,
      );
      setBusy(false);
    }
  };

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
}
