import { Copy, MessageSquare } from 'lucide-react';
import { useState } from 'react';
import { dateInWords } from '../../client/words.ts';
import type { InvitationView } from '../../contract/invitations.ts';
import { invitationWords } from '../../core/letters/invitation-words.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, Qr } from '../../ui/parts/index.ts';

const WHAT: Record<InvitationView['kind'], string> = {
  get players() {
    return t('Players ask to join with this');
  },
  get coach() {
    return t('One more coach');
  },
  guardian: 'A guardian claims',
  get 'family link'() {
    return t('Signs in on the family’s device:');
  },
};

/** An invitation as it is handed on: code, link and QR, how long it works, and the button that ends it. */
export function InvitationCard({
  one,
  squad,
  timeZone,
  onRevoke,
}: {
  one: InvitationView;
  /** The squad’s name. */
  squad: string;
  timeZone: string;
  onRevoke?: (() => void) | undefined;
}) {
  const [reading, setReading] = useState(false);
  const [copied, setCopied] = useState<'link' | 'words' | null>(null);
  const words = invitationWords({ ...one, squad, until: dateInWords(one.endsAt, timeZone) });
  const copy = (what: 'link' | 'words', text: string) =>
    navigator.clipboard.writeText(text).then(
      () => setCopied(what),
      () => setCopied(null),
    );
  const title = `${WHAT[one.kind]}${one.nickname ? ` ${one.nickname}` : ''}${one.role ? ` (${one.role})` : ''}`;
  const typed = one.kind === 'players' || one.kind === 'guardian';
  return (
    <article className="flex flex-wrap items-center gap-4 border border-joint p-3" aria-label={title}>
      <Qr qr={one.qr} label={t('QR code: {title}', { title })} className="size-32 shrink-0" />
      <div className="flex min-w-0 flex-1 flex-col gap-1">
        <h3 className="font-semibold">{title}</h3>
        {typed && <p className="font-display text-2xl tabular-nums">{one.code}</p>}
        <p className="break-all text-dust text-sm">{one.address}</p>
        <p className="text-dust text-sm">
          {t('works until {dateInWords}', { dateInWords: dateInWords(one.endsAt, timeZone) })}
          {one.usesLeft !== null && t(', {uses} left', { uses: plural(one.usesLeft, 'use') })}
          {one.madeBy && t(', made by {madeBy}', { madeBy: one.madeBy })}
        </p>
        <div className="flex flex-wrap gap-2">
          <Button size="small" onClick={() => void copy('link', one.address)}>
            <Copy aria-hidden className="size-4" /> {copied === 'link' ? t('Copied') : t('Copy the link')}
          </Button>
          <Button size="small" onClick={() => void copy('words', words)}>
            <MessageSquare aria-hidden className="size-4" /> {copied === 'words' ? t('Copied') : t('Copy a message')}
          </Button>
          {onRevoke && (
            <Button size="small" look="stop" onClick={onRevoke}>
              {t('Take it back')}
            </Button>
          )}
        </div>
        <details className="text-sm" onToggle={(event) => setReading(event.currentTarget.open)}>
          <summary>{t('The message')}</summary>
          {reading && <p className="whitespace-pre-line break-words pt-1">{words}</p>}
        </details>
      </div>
    </article>
  );
}
