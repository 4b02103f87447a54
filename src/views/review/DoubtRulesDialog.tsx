import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { DoubtRulesSent, reviewApi } from '../../contract/review.ts';
import { DOUBT_RULES } from '../../core/scores/doubt.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Dialog, Field, Notice } from '../../ui/parts/index.ts';

const FIELDS: { name: keyof DoubtRulesSent; label: string; hint: string; percent?: true }[] = [
  {
    name: 'formDistance',
    get label() {
      return t('Far from own form: a leap of');
    },
    get hint() {
      return t('times what the player’s numbers usually go up and down');
    },
  },
  {
    name: 'formScores',
    get label() {
      return t('Far from own form: earlier scores');
    },
    get hint() {
      return t('needed before form is judged');
    },
  },
  {
    name: 'clipShortShare',
    get label() {
      return t('Clip too short: percent');
    },
    get hint() {
      return t('of the work that a clip may lack');
    },
    percent: true,
  },
  {
    name: 'sameRun',
    get label() {
      return t('Same again: times running');
    },
    get hint() {
      return t('the same number this often is looked at; a round one (fives) once more');
    },
  },
  {
    name: 'recountReps',
    get label() {
      return t('Recount differs: reps');
    },
    get hint() {
      return t('or the percent, whichever is more');
    },
  },
  {
    name: 'recountShare',
    get label() {
      return t('Recount differs: percent');
    },
    get hint() {
      return t('of the recount');
    },
    percent: true,
  },
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
    <Dialog label={t('When a score is doubted')} onClose={onClose}>
      <p className="text-dust">
        {t(
          'Ceiling and fast pace belong to each drill. These figures are your squad’s. Saving reads everything that waits anew; what is decided stays.',
        )}
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
          {t('Save and read anew')}
        </Button>
        <Button onClick={() => setTyped(shown(DOUBT_RULES))}>{t('The usual figures')}</Button>
      </div>
    </Dialog>
  );
}
