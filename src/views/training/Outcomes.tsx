import { footInWords } from '../../client/words.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import type { Outcome } from './score-form.ts';

/** What the last go came to, a line for each foot, and the way to put it right. */
export function Outcomes({ outcomes, onMend }: { outcomes: readonly Outcome[]; onMend: (() => void) | null }) {
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-col gap-2" aria-live="polite">
        {outcomes.map((one) => (
          <div key={one.foot} className={`shown-once ${one.kind === 'record' ? 'border-lace border-l-8' : ''} slab p-3`}>
            {one.foot !== 'both' && <span>{footInWords(one.foot)} · </span>}
            <span className={`font-semibold ${one.kind === 'record' ? 'text-lace' : ''}`}>{one.sentence}</span>
          </div>
        ))}
      </div>
      {onMend && (
        <Button className="min-h-12!" onClick={onMend}>
          {t('That is not right: mend it')}
        </Button>
      )}
    </div>
  );
}
