import { Printer } from 'lucide-react';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

export function PrintButton() {
  return (
    <Button look="main" className="print:hidden" onClick={() => window.print()}>
      <Printer aria-hidden className="size-5" /> {t('Print')}
    </Button>
  );
}
