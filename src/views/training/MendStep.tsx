import type { NumberToBeat, ScoreSent } from '../../contract/training.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import type { Give } from './gives.ts';
import { ScoreEntry } from './ScoreEntry.tsx';

interface Props {
  give: Give;
  numbers: readonly NumberToBeat[];
  onMend(scores: ScoreSent[]): void;
  onBack(): void;
}

/** Puts a number right that was given before, or says “I lost count” after all. */
export function MendStep({ give, numbers, onMend, onBack }: Props) {
  return (
    <>
      <h2 className="text-2xl">{t('Mend {name}', { name: give.drill.name })}</h2>
      <p>{t('Fingers slip. Put it right; your coach sees both numbers, and only this one counts.')}</p>
      <ScoreEntry
        item={give.item}
        drill={give.drill}
        feet={give.scores.map((one) => one.foot)}
        work={give.work}
        numbers={numbers.filter((one) => one.itemId === give.item.id)}
        said={give.scores}
        courseMetres={give.courseMetres}
        onGive={onMend}
      />
      <Button size="player" onClick={onBack}>
        {t('Leave it as it was')}
      </Button>
    </>
  );
}
