import { useCallback, useEffect, useState } from 'react';
import { call } from '../../client/client.ts';
import { guarded } from '../../client/guarded.tsx';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords } from '../../client/words.ts';
import { type Card, type InvitationView, invitationsApi } from '../../contract/invitations.ts';
import { invitationWords } from '../../core/letters/invitation-words.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Empty, Notice, Qr } from '../../ui/parts/index.ts';

interface Props {
  squad: { id: string; name: string; code: string; timeZone: string };
  address: string;
}

/** A card for each player, to cut out: how the child gets in, and the code with which a grown-up claims it. */
export const CardsView = guarded(function CardsView({ squad, address }: Props) {
  const [cards, setCards] = useState<Card[] | null>(null);
  const [copied, setCopied] = useState<string | null>(null);
  const { problem, attempt } = useAttempt();
  const make = useCallback(
    () => void attempt(async () => setCards((await call(invitationsApi.cards, { squad: squad.id }, {})).cards)),
    [attempt, squad.id],
  );
  // Whoever opens this page came for the cards; what still works is printed again, so nothing is made twice.
  useEffect(make, [make]);
  const messageOf = (link: InvitationView) =>
    invitationWords({ ...link, squad: squad.name, until: dateInWords(link.endsAt, squad.timeZone) });
  if (!cards)
    return problem ? (
      <div className="flex flex-col gap-3 print:hidden">
        <Notice tone="stop">{problem}</Notice>
        <Button className="self-start" onClick={make}>
          {t('Try again')}
        </Button>
      </div>
    ) : (
      <p role="status">{t('Making them…')}</p>
    );
  if (cards.length === 0) return <Empty scene="nobody">{t('The squad has no players yet.')}</Empty>;
  return (
    <>
      <p className="mb-4 max-w-3xl print:hidden">
        {t(
          'A card for each player, to print and cut out: a family link as a QR code, and a code for the guardian where nobody has claimed the child. Links and codes that still work are printed again. Who finds a card can use it, so hand them over by hand. Instead of a card, a message for each family can be copied; when the family opens the link for the first time, it chooses the PIN.',
        )}
      </p>
      <div className="grid grid-cols-1 gap-3 sm:grid-cols-2 print:block">
        {cards.map(({ playerId, nickname, familyLink, guardian }) => (
          <article
            key={playerId}
            className="slab flex break-inside-avoid flex-col gap-2 border-dashed p-4 print:me-1 print:mb-2 print:inline-flex print:w-[48%] print:gap-1 print:p-3 print:align-top"
            aria-label={t('Card of {nickname}', { nickname })}
          >
            <h2>{nickname}</h2>
            <p className="text-sm">{t('{name} · Eager Feet', { name: squad.name })}</p>
            <div className="flex items-center gap-3">
              <Qr qr={familyLink.qr} label={t('Family link of {nickname}', { nickname })} className="size-36 shrink-0 print:size-28" />
              <p className="min-w-0 text-sm wrap-anywhere">
                {t('Scan this on the family’s own phone: it signs {nickname} in, until {dateInWords}. Or go to', {
                  nickname,
                  dateInWords: dateInWords(familyLink.endsAt, squad.timeZone),
                })}{' '}
                <strong>{address}/join</strong> {t('with squad code')} <strong>{squad.code}</strong>
                {t(', the nickname and the PIN.')}
              </p>
            </div>
            <Button
              size="small"
              className="self-start print:hidden"
              onClick={() =>
                void navigator.clipboard.writeText(messageOf(familyLink)).then(
                  () => setCopied(playerId),
                  () => setCopied(null),
                )
              }
            >
              {copied === playerId ? t('Copied') : t('Copy a message for {nickname}’s family', { nickname })}
            </Button>
            {guardian && (
              <p className="border-joint border-t pt-2 text-sm">
                {t('For a grown-up, once:')} <strong>{address}/invited</strong>
                {t(', code')} <strong className="font-display text-lg tabular-nums">{guardian.code}</strong>{' '}
                {t('(until {dateInWords}). You say yes or no to clips, see all that is kept, and can delete it.', {
                  dateInWords: dateInWords(guardian.endsAt, squad.timeZone),
                })}
              </p>
            )}
          </article>
        ))}
      </div>
    </>
  );
});
