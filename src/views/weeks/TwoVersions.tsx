import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

/** The choice between two versions; nothing is lost whichever is kept. */
export function TwoVersions({ onSettle }: { onSettle(choice: 'mine' | 'theirs'): void }) {
  return (
    <span className="flex flex-wrap gap-2">
      <Button look="main" onClick={() => onSettle('mine')}>
        {t('Keep mine')}
      </Button>
      <Button onClick={() => onSettle('theirs')}>{t('Take theirs')}</Button>
      <span className="self-center text-sm">{t('Whichever you choose, Undo brings the other one back.')}</span>
    </span>
  );
}
