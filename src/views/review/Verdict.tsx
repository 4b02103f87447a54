import { useId, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Decide, type ReviewItem } from '../../contract/review.ts';
import type { Verdict as VerdictName } from '../../core/counts/standing.ts';
import { Button, Field, Notice } from '../../ui/parts/index.ts';

interface Props {
  item: ReviewItem;
  busy: boolean;
  onDecide(decision: Decide): void;
}

const CHIPS_MAX = 3;

/** What the coach decides of a score: one of four verdicts, with a line and up to three cues for the player. */
export function Verdict({ item, busy, onDecide }: Props) {
  const id = useId();
  const [line, setLine] = useState('');
  const [cues, setCues] = useState<string[]>([]);
  const [recount, setRecount] = useState('');
  const [reason, setReason] = useState('');
  const [problems, setProblems] = useState<Record<string, string>>({});

  const toggle = (cue: string) =>
    setCues((now) => (now.includes(cue) ? now.filter((one) => one !== cue) : now.length < CHIPS_MAX ? [...now, cue] : now));

  const decide = (verdict: VerdictName) => {
    const parsed = Decide.safeParse({
      id: uuid(),
      verdict,
      value: verdict === 'corrected' ? (recount.trim() === '' ? null : Number(recount)) : null,
      reason: verdict === 'set aside' ? reason.trim() || null : null,
      line: line.trim() || null,
      cues,
    });
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [String(issue.path[0]), issue.message])));
    if (parsed.success) onDecide(parsed.data);
  };

  return (
    <section className="slab flex flex-col gap-3 p-4" aria-label="Your decision">
      <fieldset className="flex flex-col gap-2">
        <legend className="mb-2 font-semibold">Cues to send back (up to three)</legend>
        <div className="flex flex-wrap gap-2">
          {item.drill.chips.map((cue) => (
            <Button
              key={cue}
              size="small"
              aria-pressed={cues.includes(cue)}
              look={cues.includes(cue) ? 'main' : 'plain'}
              onClick={() => toggle(cue)}
            >
              {cue}
            </Button>
          ))}
        </div>
        {problems.cues && <span className="text-sm text-stop">{problems.cues}</span>}
      </fieldset>
      <div className="flex flex-col gap-1">
        <label htmlFor={`${id}-line`} className="font-semibold">
          A line to {item.player.nickname}
        </label>
        <textarea
          id={`${id}-line`}
          className="field min-h-16"
          value={line}
          maxLength={400}
          onChange={(event) => setLine(event.target.value)}
        />
      </div>
      {problems.verdict && <Notice tone="stop">{problems.verdict}</Notice>}
      <div className="flex flex-wrap items-end gap-2">
        <Button look="main" disabled={busy || item.value === null} onClick={() => decide('counted')}>
          Counted
        </Button>
        <Button disabled={busy} onClick={() => decide('again please')}>
          Again please
        </Button>
      </div>
      <div className="grid gap-3 sm:grid-cols-2">
        <div className="flex flex-col gap-2">
          <Field
            label="Recount"
            inputMode="decimal"
            value={recount}
            problem={problems.value}
            onChange={(event) => setRecount(event.target.value)}
          />
          <Button disabled={busy} onClick={() => decide('corrected')}>
            Corrected to the recount
          </Button>
        </div>
        <div className="flex flex-col gap-2">
          <Field label="Reason to set aside" value={reason} problem={problems.reason} onChange={(event) => setReason(event.target.value)} />
          <Button disabled={busy} onClick={() => decide('set aside')}>
            Set aside
          </Button>
        </div>
      </div>
    </section>
  );
}
