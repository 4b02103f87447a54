import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { dateInWords, footInWords, number } from '../../client/words.ts';
import type { LineView } from '../../contract/parts.ts';
import { t } from '../../core/text/translate.ts';
import { InLanguage } from '../../ui/parts/index.ts';
import { DeleteClip } from '../clips/DeleteClip.tsx';
import { AnswerClip } from './AnswerClip.tsx';

/** A correction, kindly: counting while the feet are quick is hard for everybody. */
function correctedInWords({ value, recount, unit, coach }: LineView, claimed: string): string {
  const counted = value === null ? t('another number') : number(value);
  const feet = recount ? t(' ({left} left, {right} right)', { left: recount.left, right: recount.right }) : '';
  const said = claimed === 'no number' ? t('You lost count, and that is fine.') : t('You counted {claimed}.', { claimed });
  return t('{said} {coach} counted {counted} {unit}{feet}. Counting fast feet is hard; {counted} is the number that counts.', {
    said,
    coach,
    counted,
    unit,
    feet,
  });
}

/** What the coach decided, in words for a child. */
export function verdictInWords(line: LineView): string {
  const claimed = line.claimed === null ? 'no number' : number(line.claimed);
  switch (line.verdict) {
    case 'corrected':
      return correctedInWords(line, claimed);
    case 'again please':
      return t('Once more, please.');
    case 'set aside':
      return t('This one does not count. The next one can.');
    default:
      return t('{claimed} counts.', { claimed });
  }
}

/** What the coach said aloud; the family can delete it, as a clip. */
function SpokenLine({ line, spoken }: { line: LineView; spoken: LineView['spoken'][number] }) {
  const [gone, setGone] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  if (gone) return <p className="text-dust text-sm">{t('The spoken line is deleted.')}</p>;
  return (
    <div className="flex flex-col gap-2 pt-1">
      {/* biome-ignore lint/a11y/useMediaCaption: the written line beside it says what matters. */}
      <audio
        controls
        preload="none"
        className="w-full"
        src={`/api/v1/spoken/${spoken.id}/file`}
        aria-label={t('{coach} says, {seconds} s', { coach: line.coach, seconds: Math.round(spoken.seconds) })}
      />
      {problem && <p className="text-stop">{problem}</p>}
      <DeleteClip
        what={t('spoken line')}
        onDelete={() => {
          import('../../contract/answers.ts')
            .then(({ answersApi }) => call(answersApi.deleteSpoken, { spoken: spoken.id }))
            .then(() => setGone(true))
            .catch((error) => setProblem(sentenceOf(error)));
        }}
      />
    </div>
  );
}

/** The lines that went between coach and player on single scores, newest first. */
export function Lines({ lines, timeZone, empty }: { lines: readonly LineView[]; timeZone: string; empty: string }) {
  if (lines.length === 0) return <p className="text-dust">{empty}</p>;
  return (
    <ul className="flex flex-col divide-y divide-joint">
      {lines.map((line) => (
        <li key={line.decisionId} className="py-2">
          <p className="text-dust text-sm">
            {dateInWords(line.at, timeZone)} · {line.coach} · {line.drillName}
            {line.foot === 'both' ? '' : ` · ${footInWords(line.foot)}`}
          </p>
          <p>{verdictInWords(line)}</p>
          {line.line && (
            <p className="font-semibold">
              “<InLanguage language={line.lineLanguage}>{line.line}</InLanguage>”
            </p>
          )}
          {line.cues.length > 0 && <p className="text-sm">{t('Try: {cues}', { cues: line.cues.join(' · ') })}</p>}
          {line.spoken.map((one) => (
            <SpokenLine key={one.id} line={line} spoken={one} />
          ))}
          <AnswerClip line={line} />
        </li>
      ))}
    </ul>
  );
}
