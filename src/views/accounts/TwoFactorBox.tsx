import { useState } from 'react';
import { z } from 'zod';
import { sendJson } from '../../client/client.ts';
import { useForm } from '../../client/use-form.ts';
import { AppCode } from '../../contract/accounts.ts';
import { says, t } from '../../core/text/translate.ts';
import { Button, Field, Form, Notice, Qr } from '../../ui/parts/index.ts';

const Password = z.object({ password: z.string().min(1, says('Type your password.')) });

/** What the server gives to set an authenticator app up with. */
interface Begun {
  totpURI: string;
  qr: { path: string; size: number };
  backupCodes: string[];
}

const wrongPassword = (sentence: string) => (/invalid password/i.test(sentence) ? t('The password is not right.') : sentence);

/** The key of an authenticator app, in fours, as it is typed where nothing can be scanned. */
const keyOf = (uri: string) => (new URL(uri).searchParams.get('secret') ?? '').replaceAll(/.{4}(?=.)/g, '$& ');

function Codes({ codes }: { codes: readonly string[] }) {
  return (
    <div className="flex flex-col gap-2">
      <p>
        <strong>{t('Recovery codes.')}</strong>{' '}
        {t('Each signs you in once when your phone is lost. They are shown this once: print them or write them down, away from the phone.')}
      </p>
      <ul className="grid max-w-md grid-cols-2 gap-1 font-display text-lg tabular-nums">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
    </div>
  );
}

/** A code of an authenticator app beside the password: set up, taken off, and new recovery codes. */
export function TwoFactorBox({ first, needed }: { first: boolean; needed: boolean }) {
  const [on, setOn] = useState(first);
  const [begun, setBegun] = useState<Begun | null>(null);
  const [fresh, setFresh] = useState<string[] | null>(null);
  const password = useForm({ first: { password: '' }, schema: Password });
  const code = useForm({ first: { code: '' }, schema: AppCode });
  const withPassword = async (path: string) => {
    const answer = await password.send((body) => sendJson('POST', `/api/auth/two-factor/${path}`, body));
    if (answer) password.clear();
    return answer;
  };
  const confirm = async () => {
    const done = await code.send((body) => sendJson('POST', '/api/auth/two-factor/verify-totp', body));
    if (!done || !begun) return;
    setOn(true);
    setFresh(begun.backupCodes);
    setBegun(null);
    code.clear();
  };
  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label={t('Authenticator app')}>
      <h2>{t('Authenticator app')}</h2>
      <p>
        {on
          ? t('Signing in with your password asks for a code of your app too.')
          : t('An app on your phone shows a new code every half minute. With it, your password alone opens nothing.')}
      </p>
      {fresh && (
        <>
          <Notice tone="done">{t('It is on.')}</Notice>
          <Codes codes={fresh} />
          {needed && <a href="/">{t('Go on to your squads')}</a>}
        </>
      )}
      {begun ? (
        <Form className="flex max-w-md flex-col gap-3" onSend={confirm}>
          <p>
            {t('1. Scan this with the app, or type this key into it:')} <code className="break-words">{keyOf(begun.totpURI)}</code>
          </p>
          <Qr qr={begun.qr} label={t('QR code for the authenticator app')} />
          <Field label={t('2. The code that the app shows now')} inputMode="numeric" autoComplete="one-time-code" {...code.field('code')} />
          {code.refusal && <Notice tone="stop">{t('That code is not right. Type the one that is shown now.')}</Notice>}
          <Button type="submit" className="self-start" disabled={code.busy}>
            {t('Switch it on')}
          </Button>
        </Form>
      ) : (
        <Form
          className="flex max-w-md flex-col gap-3"
          onSend={async () => {
            const answer = (await withPassword(on ? 'generate-backup-codes' : 'enable')) as Begun | null;
            if (answer && on) setFresh(answer.backupCodes);
            else if (answer) setBegun(answer);
          }}
        >
          <Field label={t('Your password')} type="password" autoComplete="current-password" {...password.field('password')} />
          {password.refusal && <Notice tone="stop">{wrongPassword(password.refusal)}</Notice>}
          <span className="flex flex-wrap gap-2">
            <Button type="submit" disabled={password.busy}>
              {on ? t('New recovery codes') : t('Set it up')}
            </Button>
            {on && !needed && (
              <Button
                look="stop"
                disabled={password.busy}
                onClick={() =>
                  void withPassword('disable').then((answer) => {
                    if (!answer) return;
                    setOn(false);
                    setFresh(null);
                  })
                }
              >
                {t('Switch it off')}
              </Button>
            )}
          </span>
        </Form>
      )}
    </section>
  );
}
