import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords, hourInWords } from '../../client/words.ts';
import { type Feed, weeksApi } from '../../contract/weeks.ts';
import { plural, t } from '../../core/text/translate.ts';
import { Button, ButtonLink, Fold, Notice } from '../../ui/parts/index.ts';

/** Hours at which a family may want to be reminded: before school, after it, before supper. */
const REMIND_HOURS = [7, 8, 14, 15, 16, 17, 18, 19];

interface Props {
  squad: string;
  timeZone: string;
  /** Whose calendar; null for the squad's. */
  player: { id: string; nickname: string } | null;
  first: readonly Feed[];
}

/** Calendar addresses: made, shown once, and taken back. */
export function Feeds({ squad, timeZone, player, first }: Props) {
  const [feeds, setFeeds] = useState(first.filter((feed) => feed.playerId === (player?.id ?? null)));
  const [address, setAddress] = useState<string | null>(null);
  const [remind, setRemind] = useState('');
  const whole = address && remind !== '' ? `${address}?remind=${remind}` : address;
  const { problem, attempt } = useAttempt();
  const make = () =>
    attempt(async () => {
      const made = await call(weeksApi.makeFeed, { squad }, { id: uuid(), player: player?.id ?? null });
      setFeeds((all) => [made.feed, ...all]);
      setAddress(made.address);
    });
  const revoke = (feed: Feed) =>
    attempt(async () => {
      await call(weeksApi.revokeFeed, { feed: feed.id });
      setFeeds((all) => all.filter((one) => one.id !== feed.id));
      setAddress(null);
    });
  return (
    <Fold
      heading={t('Calendar')}
      level={player ? 3 : 2}
      says={feeds.length > 0 ? plural(feeds.length, 'address', 'addresses') : undefined}
      open={player === null}
    >
      <p>
        {t(
          'An address that calendar programs read the {player} from. Whoever has the address can read it, without a sign-in; a surprise shows up only once it is open.',
          { player: player ? t('sessions of {nickname}', { nickname: player.nickname }) : t('squad’s sessions') },
        )}
      </p>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {whole && (
        <Notice tone="done">
          {t('Copy it now, it is shown this once:')}
          <input
            readOnly
            className="field mt-1 w-full"
            aria-label={t('Calendar address')}
            value={whole}
            onFocus={(event) => event.target.select()}
          />
          <div className="mt-2 flex flex-wrap items-end gap-3">
            <label className="flex flex-col gap-1">
              <span>{t('Reminds on the day')}</span>
              <select className="field" value={remind} onChange={(event) => setRemind(event.target.value)}>
                <option value="">{t('never')}</option>
                {REMIND_HOURS.map((hour) => (
                  <option key={hour} value={hour}>
                    {t('at {hour}', { hour: hourInWords(hour) })}
                  </option>
                ))}
              </select>
            </label>
            <ButtonLink href={whole.replace(/^https?:/, 'webcal:')}>{t('Open in this device’s calendar')}</ButtonLink>
          </div>
        </Notice>
      )}
      <ul>
        {feeds.map((feed) => (
          <li key={feed.id} className="flex flex-wrap items-center justify-between gap-2 border-joint border-t py-1">
            <span>{t('made on {dateInWords} by {madeBy}', { dateInWords: dateInWords(feed.madeAt, timeZone), madeBy: feed.madeBy })}</span>
            <Button size="small" look="stop" onClick={() => void revoke(feed)}>
              {t('Take it back')}
            </Button>
          </li>
        ))}
      </ul>
      <Button className="self-start" onClick={() => void make()}>
        {t('Make a calendar address')}
      </Button>
    </Fold>
  );
}
