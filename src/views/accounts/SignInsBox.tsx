import type { SignIns } from '../../contract/accounts.ts';
import { momentInWords, t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

/** "Nov 29, 7:05 PM" on this device's clock: it is about devices, not about a squad. */
const moment = (at: number) => momentInWords(at, { month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit' });

/** Where somebody is signed in, with a button that ends each. */
export function SignInsBox({ signIns, onEnd }: { signIns: SignIns['signIns']; onEnd(id: string): void }) {
  if (signIns.length === 0) return <p className="text-dust">{t('Signed in nowhere.')}</p>;
  return (
    <ul className="divide-y divide-joint">
      {signIns.map((one) => (
        <li key={one.id} className="flex flex-wrap items-center justify-between gap-2 py-2">
          <span>
            {one.device} {one.here && <strong>{t('(here)')}</strong>}
            <span className="block text-dust text-sm" suppressHydrationWarning>
              {t('since {moment}, last seen {moment2}', { moment: moment(one.since), moment2: moment(one.lastSeen) })}
            </span>
          </span>
          {!one.here && (
            <Button size="small" look="stop" onClick={() => onEnd(one.id)}>
              {t('Sign out there')}
            </Button>
          )}
        </li>
      ))}
    </ul>
  );
}
