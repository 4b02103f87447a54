import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords, dayInWords, footInWords, number } from '../../client/words.ts';
import { type PauseView, type PlayerPage, progressApi } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Fold, Notice } from '../../ui/parts/index.ts';

/** Notes of the squad's coaches on a player. They are on no child's screen and in no letter. */
export function Notes({ player }: { player: PlayerPage }) {
  const [notes, setNotes] = useState(player.notes);
  const [text, setText] = useState('');
  const { problem, attempt } = useAttempt();
  const of = { squad: player.squadId, player: player.playerId };
  const add = () =>
    attempt(async () => {
      const note = await call(progressApi.note, of, { id: uuid(), text });
      setNotes((all) => [note, ...all]);
      setText('');
    });
  const drop = (note: string) =>
    attempt(async () => {
      await call(progressApi.dropNote, { ...of, note });
      setNotes((all) => all.filter((one) => one.id !== note));
    });
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Notes of the coaches')}>
      <h2>{t('Notes of the coaches')}</h2>
      <p className="text-dust text-sm">
        {t('For this squad’s coaches only: never on {nickname}’s screen, nor the family’s.', { nickname: player.nickname })}
      </p>
      <label className="flex flex-col gap-1">
        <span className="sr-only">{t('A new note')}</span>
        <textarea className="field min-h-16 w-full" maxLength={1000} value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      <Button size="small" className="self-start" disabled={text.trim() === ''} onClick={() => void add()}>
        {t('Keep the note')}
      </Button>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <ul className="flex flex-col divide-y divide-joint">
        {notes.map((note) => (
          <li key={note.id} className="flex items-start justify-between gap-3 py-2">
            <span className="min-w-0 whitespace-pre-wrap break-words">
              {note.text}
              <span className="block text-dust text-sm">
                {note.coach}, {dateInWords(note.at, player.timeZone)}
              </span>
            </span>
            {note.mine && (
              <Button
                size="tight"
                look="stop"
                aria-label={t('Take away the note “{text}”', { text: note.text.slice(0, 30) })}
                onClick={() => void drop(note.id)}
              >
                <Trash2 aria-hidden className="size-4" />
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a player did alone, outside any week; nothing to decide. */
export function FreePractice({ player }: { player: PlayerPage }) {
  if (player.practice.length === 0) return null;
  return (
    <section className="slab flex flex-col gap-2 p-4" aria-label={t('Free practice')}>
      <h2>{t('Free practice')}</h2>
      <ul className="flex flex-col divide-y divide-joint">
        {player.practice.map((one) => (
          <li key={one.id} className="flex flex-wrap justify-between gap-x-3 py-1">
            <span>
              {one.drillName}
              {one.foot !== 'both' && `, ${footInWords(one.foot)}`}:{' '}
              {one.value === null ? t('lost count') : `${number(one.value)} ${one.unit}`}
            </span>
            <span className="text-dust text-sm">
              {one.doseWords} · {dateInWords(one.doneAt, player.timeZone)}
              {one.counts && t(' · counts')}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Pauses of a player: ill, hurt, away. Nothing in them breaks a streak, and nothing counts against anybody. */
export function Pauses({ player }: { player: PlayerPage }) {
  const [pauses, setPauses] = useState(player.pauses);
  const [from, setFrom] = useState(player.today);
  const [to, setTo] = useState('');
  const { problem, attempt } = useAttempt();
  const of = { squad: player.squadId, player: player.playerId };
  const put = (pause: PauseView) =>
    attempt(async () => {
      const kept = await call(progressApi.pause, { ...of, pause: pause.id }, { from: pause.from, to: pause.to });
      setPauses((all) => [...all.filter((one) => one.id !== kept.id), kept].sort((a, b) => a.from.localeCompare(b.from)));
    });
  const drop = (id: string) =>
    attempt(async () => {
      await call(progressApi.dropPause, { ...of, pause: id });
      setPauses((all) => all.filter((one) => one.id !== id));
    });
  const now = pauses.find((one) => one.from <= player.today && (one.to === null || one.to >= player.today));
  return (
    <Fold
      level={2}
      heading={t('Pauses')}
      says={now ? t('until {to}', { to: now.to ? dayInWords(now.to) : t('it is ended') }) : t('none now')}
      open={now !== undefined}
    >
      <p className="text-dust text-sm">
        {t('Ill, hurt or away: the streak waits. No reason is kept. It shows when this page is opened next.')}
      </p>
      <ul className="flex flex-col gap-1">
        {pauses.map((pause) => (
          <li key={pause.id} className="flex flex-wrap items-center justify-between gap-2">
            <span>
              {t('from {dayInWords} {to}', {
                dayInWords: dayInWords(pause.from),
                to: pause.to ? t('to {dayInWords}', { dayInWords: dayInWords(pause.to) }) : t('until it is ended'),
              })}
            </span>
            <span className="flex gap-2">
              {!pause.to && (
                <Button size="tight" onClick={() => void put({ ...pause, to: player.today < pause.from ? pause.from : player.today })}>
                  {t('End it today')}
                </Button>
              )}
              <Button size="tight" look="stop" onClick={() => void drop(pause.id)}>
                {t('Take away')}
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-3">
        <label className="flex flex-col text-sm">
          {t('From')}
          <input type="date" className="field" value={from} onChange={(event) => setFrom(event.target.value)} />
        </label>
        <label className="flex flex-col text-sm">
          {t('To (open when left out)')}
          <input type="date" className="field" value={to} onChange={(event) => setTo(event.target.value)} />
        </label>
        <Button size="small" disabled={from === ''} onClick={() => void put({ id: uuid(), from, to: to === '' ? null : to })}>
          {t('Pause')}
        </Button>
      </div>
      {problem && <Notice tone="stop">{problem}</Notice>}
    </Fold>
  );
}
