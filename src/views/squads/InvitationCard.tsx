import { Copy, MessageSquare } from 'lucide-react';
import { useState } from 'react';
import { dateInWords } from '../../client/words.ts';
import type { InvitationView } from '../../contract/invitations.ts';
import { invitationWords } from '../../core/letters/invitation-words.ts';
import { plural } from '../../core/text/plural.ts';
import { Button, Qr } from '../../ui/parts/index.ts';

const WHAT: Record<InvitationView['kind'], string> = {
  players: 'Players ask to join with this',
  coach: 'One more coach',
  guardian: 'A guardian claims',
  'family link': 'Signs in on the family’s device:',
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
      <Qr qr={one.qr} label={`QR code: ${title}`} className="size-32 shrink-0" />
      <div className="flex min-w-0 flex-1 flex-col gap-1">
        <h3 className="font-semibold">{title}</h3>
        {typed && <p className="font-display text-2xl tabular-nums">{one.code}</p>}
        <p className="break-all text-dust text-sm">{one.address}</p>
        <p className="text-dust text-sm">
          works until {dateInWords(one.endsAt, timeZone)}
          {one.usesLeft !== null && `, ${plural(one.usesLeft, 'use')} left`}
          {one.madeBy && `, made by ${one.madeBy}`}
        </p>
        <div className="flex flex-wrap gap-2">
          <Button size="small" onClick={() => void copy('link', one.address)}>
            <Copy aria-hidden className="size-4" /> {copied === 'link' ? 'Copied' : 'Copy the link'}
          </Button>
          <Button size="small" onClick={() => void copy('words', words)}>
            <MessageSquare aria-hidden className="size-4" /> {copied === 'words' ? 'Copied' : 'Copy a message'}
          </Button>
          {onRevoke && (
            <Button size="small" look="stop" onClick={onRevoke}>
              Take it back
            </Button>
          )}
        </div>
        <details className="text-sm" onToggle={(event) => setReading(event.currentTarget.open)}>
          <summary>The message</summary>
          {reading && <p className="whitespace-pre-line break-words pt-1">{words}</p>}
        </details>
      </div>
    </article>
  );
}
