import { useState } from 'react';
import { sendSoon } from '../../client/send-queue.ts';
import { mendToSend } from '../../client/to-send.ts';
import { number } from '../../client/words.ts';
import { MendSent } from '../../contract/training.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import { Stepper } from './Stepper.tsx';

interface Props {
  playerId: string;
  score: { scoreId: string; drillName: string; foot: Foot; value: number; faults?: number | undefined };
  /** Closes it; with the number that was said instead, null for "I lost count". */
  onDone(said: { value: number | null } | null): void;
}

/** A number that waits for the coach, put right by who gave it. */
export function MendWaiting({ playerId, score, onDone }: Props) {
  const [typed, setTyped] = useState(number(score.value));
  const [problem, setProblem] = useState<string | null>(null);
  const say = async (value: number | null) => {
    const parsed = MendSent.shape.value.safeParse(value);
    if (!parsed.success) return setProblem(parsed.error.issues[0]?.message ?? t('This is no number.'));
    try {
      await sendSoon(
        mendToSend(playerId, null, score.drillName, { ...score, id: score.scoreId, value, faults: score.faults ?? 0, parts: null }),
      );
      onDone({ value });
    } catch {
      setProblem(t('This device has no room to keep it. Nothing was changed; try again.'));
    }
  };
  const typedNumber = typed.trim() === '' ? Number.NaN : Number(typed.replace(',', '.'));
  return (
    <div className="flex flex-col gap-2 py-2">
      <Stepper
        label={t('{drillName}: what it really was', { drillName: score.drillName })}
        value={typed}
        onChange={setTyped}
        problem={problem ?? undefined}
      />
      <Button look="main" size="player" onClick={() => void say(typedNumber)}>
        {t('Keep this number')}
      </Button>
      <div className="grid grid-cols-2 gap-2">
        <Button size="player" onClick={() => void say(null)}>
          {t('I lost count')}
        </Button>
        <Button size="player" onClick={() => onDone(null)}>
          {t('Leave it')}
        </Button>
      </div>
    </div>
  );
}
