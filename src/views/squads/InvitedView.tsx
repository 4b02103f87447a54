import { useCallback, useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sendJson, sentenceOf } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { endLeft } from '../../client/leaving.ts';
import { useForm, wholeNumber } from '../../client/use-form.ts';
import { useRead } from '../../client/use-read.ts';
import { type Invited, invitationsApi, type RequestState } from '../../contract/invitations.ts';
import { t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Field, Form, Notice, Select } from '../../ui/parts/index.ts';

const PLACE = 'eager-feet.asked-to-join';
const ASK_AGAIN_MS = 15_000;

/** An account for a coach or a guardian, out of an invitation. */
function AccountForm({ code, invited }: { code: string; invited: Invited }) {
  const { field, refusal, busy, send } = useForm({
    first: { name: '', email: '', password: '' },
    schema: invitationsApi.claimChild.body,
    body: (typed) => ({ ...typed, code }),
  });
  const coach = invited.kind === 'coach';
  const accept = async () => {
    const done = await send(async (body) => {
      if (coach) await call(invitationsApi.acceptAsCoach, {}, body);
      else await call(invitationsApi.claimChild, {}, body);
      await endLeft();
      await sendJson('POST', '/api/auth/sign-in/email', { email: body.email, password: body.password });
      return true;
    });
    if (done) window.location.assign('/');
  };
  return (
    <Form onSend={accept}>
      <p>
        {coach
          ? invited.squad
            ? t('You are invited to {name} as {role}.', { name: invited.squad.name, role: invited.role })
            : t('This makes the first coach’s account of this house. You make your squads right after.')
          : t('You are invited as guardian of {nickname} in {name}. You say yes or no to clips, see all that is kept, and can delete it.', {
              nickname: invited.nickname,
              name: invited.squad?.name ?? t('the squad'),
            })}
      </p>
      <Field label={coach ? t('Your name, as players see it') : t('Your name')} autoComplete="name" {...field('name')} />
      <Field
        label={t('E-mail')}
        hint={t('With an account of that address: its own password below.')}
        type="email"
        inputMode="email"
        autoComplete="username"
        {...field('email')}
      />
      <Field label={t('Password')} hint={t('At least 10 letters.')} type="password" autoComplete="new-password" {...field('password')} />
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('A moment…') : coach ? t('Make my account') : t('I am {nickname}’s guardian', { nickname: invited.nickname })}
      </Button>
    </Form>
  );
}

/** A child asks to join: nickname, birth year, stronger foot and an own PIN, nothing else. */
function JoinForm({ code, invited, onAsked }: { code: string; invited: Invited; onAsked(id: string, state: RequestState): void }) {
  const [id] = useState(() => uuid());
  const { field, refusal, busy, send } = useForm({
    first: { nickname: '', birthYear: '', strongerFoot: 'right', pin: '' },
    schema: invitationsApi.askToJoin.body,
    body: (typed) => ({ ...typed, id, code, birthYear: wholeNumber(typed.birthYear) }),
  });
  const ask = async () => {
    const state = await send((body) => call(invitationsApi.askToJoin, {}, body));
    if (state) onAsked(id, state);
  };
  return (
    <Form onSend={ask}>
      <p>
        {t('{name} invites you. Nothing but this is asked; a coach lets you in, and a grown-up of your family gets a code of their own.', {
          name: invited.squad?.name,
        })}
      </p>
      <Field label={t('Nickname')} hint={t('Not your whole name.')} autoComplete="off" {...field('nickname')} />
      <Field label={t('Birth year')} inputMode="numeric" autoComplete="off" {...field('birthYear')} />
      <Select label={t('Stronger foot')} {...field('strongerFoot')}>
        <option value="right">{t('right')}</option>
        <option value="left">{t('left')}</option>
        <option value="both">{t('both the same')}</option>
      </Select>
      <Field
        label={t('Your own PIN')}
        hint={t('4 to 8 digits you will remember.')}
        type="password"
        inputMode="numeric"
        autoComplete="new-password"
        {...field('pin')}
      />
      {refusal && <Notice tone="stop">{refusal}</Notice>}
      <Button type="submit" look="main" size="player" disabled={busy}>
        {busy ? t('Asking…') : t('Ask to join')}
      </Button>
    </Form>
  );
}

/** After asking: waits for the coach, and says how to get in. */
function Asked({ id, first, onForget }: { id: string; first: RequestState; onForget(): void }) {
  const [waits, setWaits] = useState(first.state === 'waiting');
  // Without a line it is asked again in a moment.
  const { found, again } = useRead(invitationsApi.request, { request: id }, { first, everyMs: waits && ASK_AGAIN_MS });
  const state = found ?? first;
  useEffect(() => setWaits(state.state === 'waiting'), [state.state]);
  if (state.state === 'waiting')
    return (
      <div className="flex flex-col gap-4">
        <Notice>
          {t('{nickname}, your coach has been asked. Come back to this page on this phone; it looks by itself as long as it is open.', {
            nickname: state.nickname,
          })}
        </Notice>
        <Button size="player" onClick={() => void again().catch(() => {})}>
          {t('Look now')}
        </Button>
      </div>
    );
  if (state.state === 'refused')
    return (
      <div className="flex flex-col gap-4">
        <Notice tone="look">{t('The coach did not let you in. What you typed is deleted. If that is a mistake, ask the coach.')}</Notice>
        <Button size="player" onClick={onForget}>
          {t('Ask anew')}
        </Button>
      </div>
    );
  return (
    <div className="flex flex-col gap-4">
      <Notice tone="done">{t('You are in {name}, {nickname}.', { name: state.squad?.name, nickname: state.nickname })}</Notice>
      <p>
        {t('You sign in with the squad code')} <strong className="font-display text-2xl">{state.squad?.code}</strong>
        {t(', your nickname')} <strong>{state.nickname}</strong> {t('and the PIN you chose.')}
      </p>
      <ButtonLink href={`/join#${state.squad?.code}/${encodeURIComponent(state.nickname)}`} look="main" size="player">
        {t('Sign in now')}
      </ButtonLink>
    </div>
  );
}

/** The page behind an invitation: finds out what its code opens, and leads on from there. */
export const InvitedView = guarded(function InvitedView() {
  const [code, setCode] = useState('');
  const [invited, setInvited] = useState<Invited | null>(null);
  const [asked, setAsked] = useState<{ id: string; state: RequestState } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const look = useCallback(async (typed: string) => {
    setProblem(null);
    try {
      const parsed = invitationsApi.look.body.safeParse({ code: typed });
      if (!parsed.success) throw new Error(parsed.error.issues[0]?.message);
      setInvited(await call(invitationsApi.look, {}, parsed.data));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  }, []);
  useEffect(() => {
    const take = () => {
      const given = window.location.hash.slice(1);
      if (!given) return false;
      // The code goes out of the address bar, so that nobody sees or shares it by accident.
      window.history.replaceState(null, '', window.location.pathname);
      setCode(given);
      void look(given);
      return true;
    };
    const id = window.localStorage.getItem(PLACE);
    if (!take() && id) {
      call(invitationsApi.request, { request: id }).then(
        (state) => setAsked({ id, state }),
        () => window.localStorage.removeItem(PLACE),
      );
    }
    window.addEventListener('hashchange', take);
    return () => window.removeEventListener('hashchange', take);
  }, [look]);
  const forget = () => {
    window.localStorage.removeItem(PLACE);
    setAsked(null);
    setInvited(null);
  };
  if (asked) return <Asked id={asked.id} first={asked.state} onForget={forget} />;
  if (invited?.kind === 'players')
    return (
      <JoinForm
        code={code}
        invited={invited}
        onAsked={(id, state) => {
          window.localStorage.setItem(PLACE, id);
          setAsked({ id, state });
        }}
      />
    );
  if (invited?.kind === 'coach' || invited?.kind === 'guardian') return <AccountForm code={code} invited={invited} />;
  return (
    <Form onSend={() => look(code)}>
      {invited && <Notice>{t('This is a family link. Open it as a link, or scan its QR code, on the child’s device.')}</Notice>}
      <Field
        label={t('Code from your coach')}
        value={code}
        autoCapitalize="characters"
        autoComplete="off"
        problem={problem ?? undefined}
        onChange={(event) => setCode(event.target.value)}
      />
      <Button type="submit" look="main" size="player">
        {t('Go on')}
      </Button>
    </Form>
  );
});
