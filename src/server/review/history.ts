import type { HistoryFact } from '../../contract/bench.ts';
import { resultUnit } from '../../core/drills/index.ts';
import { decisionInForce, type SaidWord, standingFacts } from '../../core/scores/index.ts';
import { t, term } from '../../core/text/translate.ts';
import type { clips, reviewFacts, spokenLines } from '../platform/db/schema.ts';
import type { DecisionRow, JudgedScore } from '../scores/facts.ts';
import type { KeptRecount } from './recounts.ts';

type FactRow = typeof reviewFacts.$inferSelect;
type SpokenRow = typeof spokenLines.$inferSelect;

export interface Told {
  judged: JudgedScore;
  nickname: string;
  /** Whether the number was made on the clock, as its log proves. */
  clocked: boolean;
  /** Done on a live evening. */
  isLive: boolean;
  clips: readonly (typeof clips.$inferSelect)[];
  facts: readonly FactRow[];
  /** Every word of a mended score, oldest first; empty when it was never mended. */
  words: readonly SaidWord[];
  recounts: readonly { row: KeptRecount; value: number | null }[];
  spoken: readonly SpokenRow[];
  coach(id: string): string;
}

const quoted = (text: string | null) => (text ? `, “${text}”` : '');

function decisionWords(one: DecisionRow): string {
  if (one.verdict === 'undo') return t('took the decision back');
  const value = one.value === null ? '' : t(' to {value}', { value: one.value });
  const how = one.waveId ? t(' in a wave') : '';
  const cues = one.cues.length > 0 ? t(', cues: {cues}', { cues: one.cues.join(' · ') }) : '';
  const reason = one.reason ? t(', because: {reason}', { reason: one.reason }) : '';
  return `${term(one.verdict)}${value}${how}${quoted(one.line)}${cues}${reason}`;
}

function saidWords({ said }: FactRow): string {
  switch (said.kind) {
    case 'doubt cleared':
      return t('cleared the doubt “{reason}”, because: {why}', { reason: said.reason, why: said.why });
    case 'remark':
      return t('put a remark at {at}:{padStart}{quoted}', {
        at: Math.floor(said.at / 60),
        padStart: String(Math.floor(said.at % 60)).padStart(2, '0'),
        quoted: quoted(said.text),
      });
    case 'clip asked for':
      return t('asked for a clip');
    case 'taken back':
      return t('took that back');
  }
}

function clipFacts(clip: Told['clips'][number], nickname: string): HistoryFact[] {
  const came: HistoryFact[] = clip.keptAt
    ? [
        {
          id: `${clip.id}-came`,
          at: clip.keptAt,
          who: nickname,
          words: t('sent a clip of {seconds} s', { seconds: Math.round(clip.seconds ?? 0) }),
          takeBack: null,
        },
      ]
    : [];
  const gone: HistoryFact[] = clip.deletedAt
    ? [{ id: `${clip.id}-gone`, at: clip.deletedAt, who: t('the family'), words: t('deleted the clip'), takeBack: null }]
    : [];
  return [...came, ...gone];
}

/** The history of a score as facts, oldest first: what came in, what was said and decided, and what was taken back. */
export function decisionsOf({ judged, clocked, isLive, nickname, clips, facts, words, recounts, spoken, coach }: Told): HistoryFact[] {
  const { score, history } = judged;
  const inForce = decisionInForce(history)?.id;
  const standing = new Set(standingFacts(facts).map((fact) => fact.id));
  const saidOf = ({ value }: { value: number | null }) => (value === null ? t('lost count') : `${value} ${resultUnit(score.measure)}`);
  const [first = score, ...mended] = words;
  const list: HistoryFact[] = [
    {
      id: `${score.id}-sent`,
      at: score.receivedAt,
      who: nickname,
      words: t('sent {saidOf}, {clocked}', {
        saidOf: saidOf(first),
        clocked: [clocked ? t('on the clock') : t('by hand'), isLive ? t('together, live') : ''].filter(Boolean).join(', '),
      }),
      takeBack: null,
    },
    ...mended.map((one) => ({
      id: one.id,
      at: one.at,
      who: nickname,
      words: t('mended it to {saidOf}', { saidOf: saidOf(one) }),
      takeBack: null,
    })),
    ...clips.flatMap((clip) => clipFacts(clip, nickname)),
    ...recounts.map(({ row, value }) => ({
      id: row.id,
      at: row.savedAt,
      who: coach(row.coachId),
      words: `${t('recounted')}${value === null ? '' : ` ${value}`}${row.whole ? '' : t(', not to the end yet')}`,
      takeBack: null,
    })),
    ...facts.map((fact) => ({
      id: fact.id,
      at: fact.at,
      who: coach(fact.coachId),
      words: saidWords(fact),
      takeBack: standing.has(fact.id) ? ('said' as const) : null,
    })),
    ...spoken.flatMap((one): HistoryFact[] => [
      {
        id: one.id,
        at: one.at,
        who: coach(one.coachId),
        words: t('spoke a line of {seconds} s', { seconds: Math.round(one.seconds) }),
        takeBack: one.deletedAt === null ? 'spoken' : null,
      },
      ...(one.deletedAt === null
        ? []
        : [{ id: `${one.id}-gone`, at: one.deletedAt, who: '', words: t('the spoken line was deleted'), takeBack: null }]),
    ]),
    ...history.map((one) => ({
      id: one.id,
      at: one.at,
      who: coach(one.coachId),
      words: decisionWords(one),
      takeBack: one.id === inForce ? ('decision' as const) : null,
    })),
  ];
  return list.sort((a, b) => a.at - b.at);
}
