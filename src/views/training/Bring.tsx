import { useState } from 'react';
import { sendJson } from '../../client/client.ts';
import { type PlayerHere, playersHere } from '../../client/players-here.ts';
import { useForm } from '../../client/use-form.ts';
import { SquadSignIn } from '../../contract/accounts.ts';
import { t } from '../../core/text/translate.ts';
import { PlayerMark } from '../../ui/notations/PlayerMark.tsx';
import { Button, Dialog, Field, Form, Notice } from '../../ui/parts/index.ts';
import type { Visiting } from './visiting.ts';

/** How somebody comes along. */
export interface ComingAlong {
  /** How several share the phone, in a sentence. */
  rule: string;
  /** What is said where there is nothing here for who came. */
  nothing: string;
  /** The visit of who has just signed in; null for none. @throws ServerProblem */
  visitOf(playerId: string): Promise<Visiting | null>;
}

interface Props extends Pick<Visiting, 'visit'> {
  others: readonly Visiting[];
  along: ComingAlong;
  onCome(player: Visiting): void;
  onClose(): void;
}

/** Lets somebody else in with the own PIN. */
export function Bring({ visit, others, along, onCome, onClose }: Props) {
  const taken = [visit, ...others.map((one) => one.visit)].map((one) => one.nickname.toLowerCase());
  const here = playersHere();
  const players = here.filter((one) => !taken.includes(one.nickname.toLowerCase()));
  const own = here.find((one) => one.nickname.toLowerCase() === visit.nickname.toLowerCase());
  const { field, refusal, busy, send, setValue } = useForm({
    first: { code: own?.code ?? '', nickname: '', pin: '' },
    schema: SquadSignIn,
  });
  const [nothing, setNothing] = useState<string | null>(null);
  const pick = ({ code, nickname }: PlayerHere) => {
    setValue('code', code);
    setValue('nickname', nickname);
    document.querySelector<HTMLInputElement>('dialog input[name=pin]')?.focus();
  };
  const enter = async () => {
    setNothing(null);
    const came = await send(async (body) => {
      const answer = (await sendJson('POST', '/api/auth/sign-in/beside', body)) as { playerId: string };
      return { found: await along.visitOf(answer.playerId) };
    });
    if (!came) return;
    if (came.found) onCome(came.found);
    else setNothing(along.nothing);
  };
  return (
    <Dialog label={t('Who plays with you?')} onClose={onClose} className="max-w-md bg-slab">
      <p>{along.rule}</p>
      {players.length > 0 && (
        <ul className="flex flex-col gap-2" aria-label={t('Known on this phone')}>
          {players.map((player) => (
            <li key={`${player.code}/${player.nickname}`}>
              <Button size="player" className="w-full" onClick={() => pick(player)}>
                <PlayerMark name={player.nickname} className="size-8 shrink-0" /> {player.nickname}
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Form onSend={enter}>
        <Field label={t('Squad code')} autoComplete="off" autoCapitalize="characters" {...field('code')} />
        <Field label={t('Nickname')} autoComplete="off" autoCapitalize="none" {...field('nickname')} />
        <Field label={t('PIN')} type="password" inputMode="numeric" autoComplete="off" {...field('pin')} />
        {(refusal ?? nothing) && <Notice tone="stop">{refusal ?? nothing}</Notice>}
        <Button type="submit" look="main" size="player" disabled={busy}>
          {busy ? t('A moment…') : t('Play along')}
        </Button>
      </Form>
    </Dialog>
  );
}
