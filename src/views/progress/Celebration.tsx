import { useOnce } from '../../client/use-once.ts';
import { footInWords, number } from '../../client/words.ts';
import type { NewRecord } from '../../contract/progress.ts';
import { t } from '../../core/text/translate.ts';
import { Logo } from '../../ui/parts/Mark.tsx';

const SEEN = 'eager-feet-record';

/** One small celebration, once for each record: two soles step up. Whoever asked for stillness sees them stand. */
export function Celebration({ record, playerId }: { record: NewRecord; playerId: string }) {
  const fresh = useOnce(`${SEEN}:${playerId}`, record.scoreId);
  return (
    <section className="slab flex items-center gap-4 border-l-4 border-l-lace p-4" aria-label={t('A new best')}>
      <span className={`text-lace ${fresh ? 'shown-once' : ''}`} aria-hidden>
        <Logo size={46} />
      </span>
      <p>
        <span className="block font-bold">{fresh ? t('A new best.') : t('Your newest best')}</span>
        {record.drillName}
        <span className="text-dust text-sm">
          {' '}
          {record.doseWords}
          {record.foot === 'both' ? '' : `, ${footInWords(record.foot)}`}
        </span>
        <span className="block">
          <span className="font-bold font-display text-2xl">{number(record.result)}</span> {record.unit}{' '}
          <span className="text-dust">{t('before {before}', { before: number(record.before) })}</span>
        </span>
      </p>
    </section>
  );
}
