import { useState } from 'react';
import type { OwnNumberSent, SquadNumbers } from '../../contract/numbers.ts';
import type { NumberToBeat } from '../../contract/training.ts';
import { BETTER, resultUnit } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';

type Item = SquadNumbers['items'][number];

interface Props {
  numbers: SquadNumbers;
  /** Sets a number for one player and foot of an item. */
  onSet(item: string, sent: Omit<OwnNumberSent, 'id' | 'item'>): void;
}

/** The number that somebody typed, or null where it is none. */
const typedNumber = (text: string): number | null => {
  const n = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || Number.isNaN(n) ? null : n;
};

/** Everybody's numbers on one sheet, players by drills: typed over in place, each with its reason while it has the focus. */
export function NumbersSheet({ numbers, onSet }: Props) {
  const { items, players } = numbers;
  const [reason, setReason] = useState<string | null>(null);
  const field = (nickname: string, playerId: string, item: Item, one: NumberToBeat) => {
    const { number, byCoach } = one.target;
    const foot = one.foot === 'both' ? '' : t(', {foot} foot', { foot: one.foot });
    const why = byCoach ? t('Set by a coach for this player; empty it to go back to the rule.') : one.target.reason;
    const commit = (text: string) => {
      const typed = typedNumber(text);
      if (text.trim() === '') {
        if (byCoach) onSet(item.itemId, { player: playerId, foot: one.foot, kind: 'rule', number: null });
      } else if (typed !== number) onSet(item.itemId, { player: playerId, foot: one.foot, kind: 'number', number: typed });
    };
    return (
      <label key={one.foot} className="flex items-center gap-1">
        {one.foot !== 'both' && (
          <span aria-hidden className={`w-3 text-xs ${one.foot === 'left' ? 'text-foot-left' : 'text-foot-right'}`}>
            {one.foot === 'left' ? 'L' : 'R'}
          </span>
        )}
        <span className="sr-only">
          {nickname}, {item.drillName}
          {foot}
        </span>
        <input
          // A number that came from the server takes the place of what was typed.
          key={`${number} ${byCoach}`}
          className={`field min-h-9 w-16 px-1 text-end ${byCoach ? 'font-bold text-lace' : ''}`}
          inputMode="decimal"
          defaultValue={number ?? ''}
          onFocus={() => setReason(`${nickname}, ${item.drillName}${foot}: ${why}${one.target.estimated ? t(' (an estimate)') : ''}`)}
          onBlur={(event) => commit(event.target.value)}
          onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        />
      </label>
    );
  };
  return (
    <div className="flex flex-col gap-2">
      <p className="min-h-6 text-dust text-sm" role="status">
        {reason ?? t('Type over a number to set it for one player. What has the focus says why it is what it is.')}
      </p>
      <div className="max-h-[65dvh] overflow-auto">
        <table className="border-collapse text-sm">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="sticky start-0 top-0 z-20 bg-slab p-1 text-start">
                {t('Player')}
              </th>
              {items.map((item) => (
                <th
                  key={item.itemId}
                  scope="col"
                  className="sticky top-0 z-10 w-28 min-w-28 bg-slab p-1 text-start font-semibold leading-tight"
                >
                  {item.drillName}
                  <span className="block font-normal text-dust">
                    {item.doseWords}, {resultUnit(item.measure)}
                    {BETTER[item.measure] === 'less' ? t(' or less') : ''}
                  </span>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {players.map(({ playerId, nickname, numbers: mine }) => (
              <tr key={playerId} className="border-joint border-t">
                <th scope="row" className="sticky start-0 z-10 bg-slab p-1 text-start font-normal">
                  {nickname}
                </th>
                {items.map((item) => (
                  <td key={item.itemId} className="p-1 align-top">
                    <div className="flex flex-col gap-1">
                      {mine.filter((one) => one.itemId === item.itemId).map((one) => field(nickname, playerId, item, one))}
                    </div>
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
