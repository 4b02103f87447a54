import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { keepRead, keptRead } from '../../client/device-store.ts';
import { guarded } from '../../client/guarded.tsx';
import { deviceNow } from '../../client/now.ts';
import { fresh, sendSoon } from '../../client/send-queue.ts';
import { clockWords, footInWords, number } from '../../client/words.ts';
import { ByHandSent as ByHandSchema, type ByHandSent, type ThisWeek } from '../../contract/training.ts';
import { doseInWords } from '../../core/scores/result.ts';
import { english, t, term } from '../../core/text/translate.ts';
import { feetToScore, roundsOf } from '../../core/training/index.ts';
import type { Item, Session } from '../../core/weeks/schema.ts';
import { Button, ButtonLink, Notice } from '../../ui/parts/index.ts';
import { Choice } from './Choice.tsx';
import { useHere } from './here.ts';
import { playedItems } from './kit.ts';
import { courseMetres } from './LayOut.tsx';
import { ScoreEntry } from './ScoreEntry.tsx';
import { Outbox } from './SendQueue.tsx';

const DAYS = [english('Today'), english('Yesterday'), english('2 days ago'), english('3 days ago')];
const HOURS = [
  { words: english('morning'), hour: 9 },
  { words: english('midday'), hour: 13 },
  { words: english('afternoon'), hour: 16 },
  { words: english('evening'), hour: 19 },
];

type Goes = ByHandSent['goes'];

interface Draft {
  id: string;
  daysAgo: number;
  hour: number;
  done: string[];
  goes: Goes;
}

const valueWords = (item: Item, value: number) => (item.dose.measure === 'course time' ? clockWords(value) : number(value));

/**
 * A session that was done with the printed sheet: when it was, what was done, and the numbers. It is marked as by hand.
 * What is entered stays on the phone until it is sent.
 */
export const ByHandView = guarded(function ByHandView({
  visit,
  session,
  kept = false,
}: {
  visit: ThisWeek;
  session: Session;
  kept?: boolean;
}) {
  const key = `by-hand:${visit.playerId}:${session.id}`;
  const [draft, setDraft] = useState<Draft>({ id: uuid(), daysAgo: 0, hour: 16, done: [], goes: [] });
  const [open, setOpen] = useState<{ item: Item; round: number } | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [given, setGiven] = useState(false);
  useHere(visit, kept);
  useEffect(() => {
    void keptRead<Draft>(key)
      .then((kept) => kept && setDraft(kept.value))
      .catch(() => {});
  }, [key]);
  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part };
    setDraft(next);
    void keepRead(key, next, deviceNow()).catch(() => {});
  };
  const items = playedItems(session);
  const nameOf = (item: Item) => visit.week?.content.drills[item.drillId]?.name ?? '';

  const send = async () => {
    const now = Math.round(deviceNow());
    const body = {
      ...draft,
      playerId: visit.playerId,
      revisionId: visit.week?.revisionId ?? '',
      sessionId: session.id,
      enteredAt: now,
      sentAt: now,
    };
    const parsed = ByHandSchema.safeParse(body);
    setProblem(parsed.error?.issues[0]?.message ?? null);
    if (!parsed.success) return;
    try {
      await sendSoon({ ...fresh(draft.id, t('{name}, by hand', { name: session.name })), kind: 'by hand', body: parsed.data });
      await keepRead(key, { ...draft, id: uuid(), done: [], goes: [] }, deviceNow());
      setGiven(true);
    } catch {
      setProblem(t('This phone has no room left. Free some, and send it again; what you typed is still here.'));
    }
  };

  if (given) {
    return (
      <main className="mx-auto flex max-w-lg flex-col gap-4 p-4">
        <h1>{t('Written down')}</h1>
        <p>
          {t('“{name}” goes to your coach, marked as by hand. A record by hand waits until the coach has looked at it.', {
            name: session.name,
          })}
        </p>
        <Outbox />
        <ButtonLink href="/week" look="main" size="player">
          {t('To This week')}
        </ButtonLink>
      </main>
    );
  }

  const drill = open ? visit.week?.content.drills[open.item.drillId] : undefined;
  if (open && drill) {
    const { item, round } = open;
    const mine = (go: Goes[number]) => go.itemId === item.id && go.round === round;
    const feet = feetToScore(item, visit.runner.strongerFoot);
    return (
      <main className="mx-auto flex max-w-lg flex-col gap-4 p-4">
        <h1>{drill.name}</h1>
        <p className="text-dust">
          {doseInWords(item.dose)}
          {roundsOf(item) > 1 ? t(', go {round} of {roundsOf}', { round: round + 1, roundsOf: roundsOf(item) }) : ''}
        </p>
        <ScoreEntry
          key={`${item.id}|${round}`}
          item={item}
          drill={drill}
          feet={feet}
          work={[]}
          numbers={visit.numbers.filter((one) => one.itemId === item.id)}
          courseMetres={courseMetres(visit, drill)}
          onGive={(scores) => {
            // No clock ran: the time that was told is that of the dose.
            const seconds = 'seconds' in item.dose ? item.dose.seconds : 0;
            const byHand = scores.map((score) => ({ ...score, seconds }));
            const go = { goId: uuid(), itemId: item.id, drillId: item.drillId, round, scores: byHand };
            change({ goes: [...draft.goes.filter((one) => !mine(one)), go], done: [...new Set([...draft.done, item.id])] });
            setOpen(null);
          }}
        />
        <Button size="player" onClick={() => setOpen(null)}>
          {t('Back without a number')}
        </Button>
      </main>
    );
  }

  return (
    <main className="mx-auto flex max-w-lg flex-col gap-4 p-4">
      <h1>{t('{name}, with the paper sheet', { name: session.name })}</h1>
      <p>{t('For what you did in the last 72 hours without this clock.')}</p>
      <fieldset className="slab flex flex-col gap-3 p-4">
        <legend className="px-1 font-bold font-display text-lg">{t('When was it?')}</legend>
        <div className="grid grid-cols-2 gap-2">
          {DAYS.map((words, daysAgo) => (
            <Choice key={words} words={term(words)} on={draft.daysAgo === daysAgo} onPick={() => change({ daysAgo })} />
          ))}
          {HOURS.map(({ words, hour }) => (
            <Choice key={words} words={term(words)} on={draft.hour === hour} onPick={() => change({ hour })} />
          ))}
        </div>
      </fieldset>
      <fieldset className="slab flex flex-col p-4">
        <legend className="px-1 font-bold font-display text-lg">{t('What did you do?')}</legend>
        {items.map((item) => (
          <div key={item.id} className="flex flex-col gap-1 border-joint border-b py-2 last:border-0">
            <label className="flex min-h-12 items-center gap-3">
              <input
                type="checkbox"
                className="size-7 shrink-0"
                checked={draft.done.includes(item.id)}
                onChange={(event) =>
                  change({
                    done: event.target.checked ? [...draft.done, item.id] : draft.done.filter((id) => id !== item.id),
                    goes: event.target.checked ? draft.goes : draft.goes.filter((go) => go.itemId !== item.id),
                  })
                }
              />
              <span>
                {nameOf(item)} <span className="text-dust text-sm">{doseInWords(item.dose)}</span>
              </span>
            </label>
            {item.scored &&
              Array.from({ length: roundsOf(item) }, (_, round) => {
                const go = draft.goes.find((one) => one.itemId === item.id && one.round === round);
                const said = go?.scores
                  .map(
                    (score) =>
                      `${score.foot === 'both' ? '' : `${footInWords(score.foot)} `}${score.value === null ? t('lost count') : valueWords(item, score.value)}`,
                  )
                  .join(', ');
                return (
                  // biome-ignore lint/suspicious/noArrayIndexKey: rounds have no name but their place.
                  <Button key={round} size="player" onClick={() => setOpen({ item, round })}>
                    {said ?? (roundsOf(item) > 1 ? t('Number of go {round}', { round: round + 1 }) : t('Give the number'))}
                  </Button>
                );
              })}
          </div>
        ))}
      </fieldset>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <Button look="main" size="player" onClick={() => void send()}>
        {t('Send it, by hand')}
      </Button>
      <ButtonLink href="/week" size="player">
        {t('Back to This week')}
      </ButtonLink>
    </main>
  );
});
