import type { LineView } from '../../contract/parts.ts';
import { dateInWords, footInWords, number } from '../words.ts';

/** What the coach decided, in words for a child. */
function verdictInWords(line: LineView): string {
  const claimed = line.claimed === null ? 'no number' : number(line.claimed);
  switch (line.verdict) {
    case 'corrected':
      return `You said ${claimed}, the clip shows ${line.value === null ? '–' : number(line.value)}. That one counts.`;
    case 'again please':
      return 'Once more, please.';
    case 'set aside':
      return 'This one does not count. The next one can.';
    default:
      return `${claimed} counts.`;
  }
}

/** The lines that went between coach and player on single scores, newest first. */
export function Lines({ lines, timeZone, empty }: { lines: readonly LineView[]; timeZone: string; empty: string }) {
  if (lines.length === 0) return <p className="text-dust">{empty}</p>;
  return (
    <ul className="flex flex-col divide-y divide-joint">
      {lines.map((line) => (
        <li key={line.decisionId} className="py-2">
          <p className="text-dust text-sm">
            {dateInWords(line.at, timeZone)} · {line.drillName}
            {line.foot === 'both' ? '' : ` · ${footInWords(line.foot)}`}
          </p>
          <p>{verdictInWords(line)}</p>
          {line.line && <p className="font-semibold">“{line.line}”</p>}
          {line.cues.length > 0 && <p className="text-sm">Try: {line.cues.join(' · ')}</p>}
        </li>
      ))}
    </ul>
  );
}
