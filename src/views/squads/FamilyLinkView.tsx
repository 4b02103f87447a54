import { useEffect, useState } from 'react';
import { call, sendJson, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { endLeft } from '../../client/leaving.ts';
import { useForm } from '../../client/use-form.ts';
import { accountsApi } from '../../contract/accounts.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Form, Notice } from '../../ui/parts/index.ts';

const toTheWeek = () => window.location.assign('/week');

/** The PIN that child and grown-up choose together when they first come in. */
function FirstPin() {
  const { field, refusal, busy, send } = useForm({ first: { pin: '' }, schema: accountsApi.choosePin.body });
  return (
    <Form
      onSend={async () => {
        if (await send((body) => call(accountsApi.choosePin, {}, body))) toTheWeek();
      }}
    >
      <h2>{t('Choose a PIN together')}</h2>
      <p>{t('With the squad code, the nickname and this PIN the player signs in on any other device. Nobody else needs to know it.')}</p>
      <Field label={t('PIN, 4 to 8 digits')} inputMode="numeric" autoComplete="off" maxLength={8} {...field('pin')} />
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('Keeping it…') : t('Take this PIN')}
      </Button>
      <ButtonLink href="/week" size="player" look="quiet">
        {t('Not now')}
      </ButtonLink>
    </Form>
  );
}

/** Signs a child in by a family link, at a press: a look at the link by a messenger's preview signs nobody in. */
export const FamilyLinkView = guarded(function FamilyLinkView() {
  const [code, setCode] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [choosing, setChoosing] = useState(false);
  useEffect(() => {
    setCode(window.location.hash.slice(1));
    window.history.replaceState(null, '', window.location.pathname);
  }, []);
  const signIn = async () => {
    setBusy(true);
    setProblem(null);
    try {
      await endLeft();
      const { choosePin } = (await sendJson('POST', '/api/auth/sign-in/family-link', { code })) as { choosePin?: boolean };
      if (choosePin) setChoosing(true);
      else toTheWeek();
    } catch (error) {
      setProblem(sentenceOf(error));
      setBusy(false);
    }
  };
  if (choosing) return <FirstPin />;
  if (code === '') return <Notice tone="look">{t('This address is not whole. Open the family link again, or scan its QR code.')}</Notice>;
  return (
    <div className="flex flex-col gap-4">
      <p>{t('This signs the player in on this device, without a PIN. Use it on the family’s own phone or tablet only.')}</p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <Button look="main" size="player" disabled={busy || code === null} onClick={() => void signIn()}>
        {busy ? t('Signing in…') : t('Sign in on this device')}
      </Button>
    </div>
  );
});
