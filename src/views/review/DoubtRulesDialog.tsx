import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { DoubtRulesSent, reviewApi } from '../../contract/review.ts';
import { DOUBT_RULES } from '../../core/scores/doubt.ts';
import { Button, Dialog, Field, Notice } from '../../ui/parts/index.ts';

const FIELDS: { name: keyof DoubtRulesSent; label: string; hint: string; percent?: true }[] = [
  { name: 'formDistance', label: 'Far from own form: a leap of', hint: 'times what the player’s numbers usually go up and down' },
  { name: 'formScores', label: 'Far from own form: earlier scores', hint: 'needed before form is judged' },
  { name: 'clipShortShare', label: 'Clip too short: percent', hint: 'of the work that a clip may lack', percent: true },
  { name: 'sameRun', label: 'Same again: times running', hint: 'the same number this often is looked at; a round one (fives) once more' },
  { name: 'recountReps', label: 'Recount differs: reps', hint: 'or the percent, whichever is more' },
  { name: 'recountShare', label: 'Recount differs: percent', hint: 'of the recount', percent: true },
];

const shown = (rules: DoubtRulesSent) =>
  Object.fromEntries(FIELDS.map(({ name, percent }) => [name, String(percent ? Math.round(rules[name] * 1000) / 10 : rules[name])]));

interface Props {
  squad: string;
  rules: DoubtRulesSent;
  onSaved(): void;
  onClose(): void;
}

/** The squad's own figures for when a score is doubted. What waits is read anew by them. */
export function DoubtRulesDialog({ squad, rules, onSaved, onClose }: Props) {
  const [typed, setTyped] = useState<Record<string, string>>(() => shown(rules));
  const [problems, setProblems] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const save = async () => {
    const given = Object.fromEntries(
      FIELDS.map(({ name, percent }) => {
        const value = typed[name]?.trim() === '' ? Number.NaN : Number(typed[name]);
        return [name, percent ? value / 100 : value];
      }),
    );
    const parsed = DoubtRulesSent.safeParse(given);
    setProblems(Object.fromEntries((parsed.error?.issues ?? []).map((issue) => [String(issue.path[0]), issue.message])));
    if (!parsed.success) return;
    try {
      await call(reviewApi.doubtRules, { squad }, parsed.data);
      onSaved();
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <Dialog label="When a score is doubted" onClose={onClose}>
      <p className="text-dust">
        Ceiling and fast pace belong to each drill. These figures are your squad’s. Saving reads everything that waits anew; what is decided
        stays.
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      <div className="grid gap-3 sm:grid-cols-2">
        {FIELDS.map(({ name, label, hint }) => (
          <Field
            key={name}
            label={label}
            hint={hint}
            inputMode="decimal"
            value={typed[name] ?? ''}
            problem={problems[name]}
            onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
          />
        ))}
      </div>
      <div className="flex flex-wrap gap-3">
        <Button look="main" onClick={() => void save()}>
          Save and read anew
        </Button>
        <Button onClick={() => setTyped(shown(DOUBT_RULES))}>The usual figures</Button>
      </div>
    </Dialog>
  );
}
