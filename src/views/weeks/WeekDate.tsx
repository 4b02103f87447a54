import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import { dayInWords } from '../../client/words.ts';
import { type WeekDetail, weeksApi } from '../../contract/weeks.ts';
import { t } from '../../core/text/translate.ts';
import { Field } from '../../ui/parts/index.ts';

/** The Monday a week begins with; it can be moved until the week is released. */
export function WeekDate({ week, onMoved }: { week: WeekDetail; onMoved(week: WeekDetail): void }) {
  const [problem, setProblem] = useState<string | undefined>();
  const [typed, setTyped] = useState(week.startsOn);
  if (week.state !== 'draft') {
    return <p className="self-end pb-2 text-dust">{t('Begins Monday, {dayInWords}', { dayInWords: dayInWords(week.startsOn) })}</p>;
  }
  const move = async (startsOn: string) => {
    setTyped(startsOn);
    setProblem(undefined);
    if (!/^\d{4}-\d{2}-\d{2}$/.test(startsOn)) return;
    try {
      onMoved(await call(weeksApi.move, { week: week.id }, { startsOn }));
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <Field
      label={t('Begins on a Monday')}
      type="date"
      value={typed}
      problem={problem}
      onChange={(event) => void move(event.target.value)}
    />
  );
}
