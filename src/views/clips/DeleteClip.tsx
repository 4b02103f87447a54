import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

/** Deletes a clip (or a spoken line) for good, after asking once. The same for the player and the guardian. */
export function DeleteClip({ size = 'usual', what = t('clip'), onDelete }: { size?: 'usual' | 'player'; what?: string; onDelete(): void }) {
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <Button size={size} onClick={() => setAsked(true)}>
        <Trash2 aria-hidden className="size-5" /> {t('Delete this {what}', { what })}
      </Button>
    );
  }
  return (
    <div className="flex flex-wrap gap-2">
      <Button size={size} look="stop" onClick={onDelete}>
        {t('Yes, delete it for good')}
      </Button>
      <Button size={size} onClick={() => setAsked(false)}>
        {t('Keep it')}
      </Button>
    </div>
  );
}
