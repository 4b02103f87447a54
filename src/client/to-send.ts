import { v7 as uuid } from 'uuid';
import type { ScoreSent, ThisWeek } from '../contract/training.ts';
import { t } from '../core/text/translate.ts';
import type { ClockEvent } from '../core/training/clock.ts';
import type { Item } from '../core/weeks/schema.ts';
import type { KeptRun, KeptTake, Outgoing } from './device-store.ts';
import { deviceNow } from './now.ts';
import { fresh } from './send-queue.ts';
import { footInWords, number } from './words.ts';

/**
 * A run's log as it is sent.
 * @param now the time on the log's clock
 */
export function runToSend(run: KeptRun, log: readonly ClockEvent[], now: number): Outgoing {
  const { id, revisionId, sessionId, playerId, togetherId } = run;
  const evening = togetherId === undefined ? {} : { togetherId };
  const body = { id, revisionId, sessionId, ...evening, startedAt: Math.round(run.startedAt), sentAt: Math.round(now), events: [...log] };
  return {
    ...fresh(run.id, t('The log of {sessionName}', { sessionName: run.sessionName }), run.id, playerId || undefined),
    kind: 'run',
    body: playerId ? { ...body, playerId } : body,
  };
}

interface Given {
  goId: string;
  visit: ThisWeek & { squad: NonNullable<ThisWeek['squad']> };
  run: KeptRun;
  item: Item;
  round: number;
  scores: ScoreSent[];
  drillName: string;
  takeOf(score: ScoreSent): KeptTake | undefined;
}

/** The numbers of a go in words: “Sole taps: left 30, right lost count”. */
export const goWords = (drillName: string, scores: readonly Pick<ScoreSent, 'foot' | 'value'>[]): string =>
  `${drillName}: ${scores
    .map(({ foot, value }) => `${foot === 'both' ? '' : `${foot} `}${value === null ? t('lost count') : number(value)}`)
    .join(', ')}`;

/** A number put right, as it is sent. */
export function mendToSend(
  playerId: string,
  runId: string | null,
  drillName: string,
  score: Pick<ScoreSent, 'id' | 'foot' | 'value' | 'faults' | 'parts'>,
): Outgoing {
  const { id: scoreId, value, faults, parts } = score;
  const id = uuid();
  const body = { playerId, id, score: scoreId, value, faults, parts, saidAt: Math.round(deviceNow()) };
  return {
    ...fresh(id, t('Mended: {goWords}', { goWords: goWords(drillName, [score]) }), runId, runId === null ? undefined : playerId),
    kind: 'mend',
    body,
  };
}

/** The numbers of one go in free practice, as they are sent: no log goes along, and no clip. */
export function practiceToSend({ goId, visit, run, item, scores, drillName }: Omit<Given, 'round' | 'takeOf'>): Outgoing {
  const { playerId } = visit;
  const body = { playerId, goId, squadId: visit.squad.id, drillId: item.drillId, doneAt: Math.round(deviceNow()), scores };
  return { ...fresh(goId, goWords(drillName, scores), run.id, playerId), kind: 'practice', body };
}

/** The numbers of one go and the clips that belong to them, as they are sent. */
export function goToSend({ goId, visit, run, item, round, scores, drillName, takeOf }: Given): Outgoing[] {
  const { playerId } = visit;
  const go: Outgoing = {
    ...fresh(goId, goWords(drillName, scores), run.id, playerId),
    kind: 'go',
    body: {
      playerId,
      goId,
      revisionId: run.revisionId,
      sessionId: run.sessionId,
      itemId: item.id,
      drillId: item.drillId,
      round,
      runId: run.id,
      ...(run.togetherId === undefined ? {} : { togetherId: run.togetherId }),
      doneAt: Math.round(deviceNow()),
      scores,
    },
  };
  const clips = scores.flatMap((score): Outgoing[] => {
    const take = takeOf(score);
    if (!take) return [];
    const id = uuid();
    const label = t('Clip of {drillName}{foot}', { drillName, foot: score.foot === 'both' ? '' : `, ${footInWords(score.foot)}` });
    return [
      {
        ...fresh(id, label, run.id, playerId),
        kind: 'clip',
        body: { playerId, id, scoreId: score.id, squadId: visit.squad.id, workAt: take.workAt ?? 0 },
        file: take.file,
        trim: take.trim,
        prepared: false,
        uploadUrl: null,
      },
    ];
  });
  return [go, ...clips];
}
