import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { useRead } from '../../client/use-read.ts';
import { numbersApi, type OwnNumberSent, type SquadNumbers } from '../../contract/numbers.ts';
import type { NumberToBeat } from '../../contract/training.ts';
import { BETTER, resultUnit } from '../../core/drills/terms.ts';
import { t, term } from '../../core/text/translate.ts';
import { Button, Dialog, Empty, Notice } from '../../ui/parts/index.ts';
import { NumbersSheet } from './NumbersSheet.tsx';

interface Props {
  weekId: string;
  saveNow(): Promise<boolean>;
  onClose(): void;
}

type Player = SquadNumbers['players'][number];
type Item = SquadNumbers['items'][number];

interface Change {
  player: string;
  foot: NumberToBeat['foot'];
  text: string;
}

/** One player's numbers for an item: each with its reason, and a way to set another one. */
function Cell({
  player,
  item,
  change,
  onChange,
  onSet,
}: {
  player: Player;
  item: Item;
  change: Change | null;
  onChange(change: Change | null): void;
  onSet(sent: Omit<OwnNumberSent, 'id' | 'item'>): void;
}) {
  const less = BETTER[item.measure] === 'less';
  const mine = player.numbers.filter((one) => one.itemId === item.itemId);
  const instead = player.instead.find((one) => one.itemId === item.itemId);
  return (
    <tr className="border-joint border-t align-top">
      <th scope="row" className="py-1.5 pe-3 text-start font-normal">
        {player.nickname}
        {player.catchUps.length > 0 && (
          <span className="block text-dust text-sm">{t('catch-up: {catchUps}', { catchUps: player.catchUps.join('; ') })}</span>
        )}
      </th>
      <td className="w-full py-1.5">
        {mine.length === 0 && <span className="text-dust">{t('left out: a week without it')}</span>}
        {instead && <span className="block text-sm">{t('does “{drillName}” instead', { drillName: instead.drillName })}</span>}
        {mine.map((one) => {
          const open = change?.player === player.playerId && change.foot === one.foot;
          const sent = { player: player.playerId, foot: one.foot };
          const about = `${player.nickname}${one.foot === 'both' ? '' : t(', {foot} foot', { foot: one.foot })}`;
          return (
            <div key={one.foot} className="flex flex-wrap items-baseline gap-x-3 gap-y-1">
              {one.foot !== 'both' && (
                <span className={`w-10 text-sm ${one.foot === 'left' ? 'text-foot-left' : 'text-foot-right'}`}>{term(one.foot)}</span>
              )}
              <b className="w-16 text-end">
                {one.target.number ?? '–'}
                {one.target.number !== null && <span className="font-normal text-dust text-sm">{less ? t(' or less') : ''}</span>}
              </b>
              <span className={`min-w-0 flex-1 text-sm ${one.target.byCoach ? 'font-semibold text-lace' : 'text-dust'}`}>
                {one.target.byCoach ? t('Set by a coach for this player.') : one.target.reason}
                {one.target.estimated ? t(' (an estimate)') : ''} {one.tuning}
              </span>
              {open ? (
                <form
                  className="flex flex-wrap items-center gap-2"
                  onSubmit={(event) => {
                    event.preventDefault();
                    const n = Number(change.text.replace(',', '.'));
                    onSet({ ...sent, kind: 'number', number: change.text.trim() === '' || Number.isNaN(n) ? null : n });
                  }}
                >
                  <input
                    className="field w-20"
                    inputMode="decimal"
                    // biome-ignore lint/a11y/noAutofocus: it is there because somebody has just asked to type a number.
                    autoFocus
                    aria-label={t('Number for {about}', { about })}
                    value={change.text}
                    onChange={(event) => onChange({ ...change, text: event.target.value })}
                  />
                  <Button size="tight" type="submit" look="main">
                    {t('Set')}
                  </Button>
                  <Button size="tight" onClick={() => onSet({ ...sent, kind: 'no number', number: null })}>
                    {t('No number')}
                  </Button>
                  <Button size="tight" onClick={() => onChange(null)}>
                    {t('Leave it')}
                  </Button>
                </form>
              ) : one.target.byCoach ? (
                <Button
                  size="tight"
                  onClick={() => onSet({ ...sent, kind: 'rule', number: null })}
                  aria-label={t('Back to the rule for {about}', { about })}
                >
                  {t('Back to the rule')}
                </Button>
              ) : (
                <Button
                  size="tight"
                  aria-label={t('Set another number for {about}', { about })}
                  onClick={() => onChange({ player: player.playerId, foot: one.foot, text: String(one.target.number ?? '') })}
                >
                  {t('Another')}
                </Button>
              )}
            </div>
          );
        })}
      </td>
    </tr>
  );
}

/** Who gets which number, an item at a time, with the reasons, before the week is released; each can be set for one player. */
export function NumbersDialog({ weekId, saveNow, onClose }: Props) {
  const { found, problem: unread, put } = useRead(numbersApi.squad, { week: weekId }, { before: saveNow });
  const [itemId, setItemId] = useState<string | null>(null);
  const [sheet, setSheet] = useState(false);
  const [change, setChange] = useState<Change | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const problem = refused ?? unread;
  const item = found?.items.find((one) => one.itemId === itemId) ?? found?.items[0];
  const set = async (of: string, sent: Omit<OwnNumberSent, 'id' | 'item'>) => {
    setRefused(null);
    try {
      put(await call(numbersApi.setOwn, { week: weekId }, { ...sent, id: uuid(), item: of }));
      setChange(null);
    } catch (error) {
      setRefused(sentenceOf(error));
    }
  };
  return (
    <Dialog label={t('Everybody’s numbers')} onClose={onClose} className={sheet ? 'max-w-7xl bg-slab' : 'max-w-5xl bg-slab'}>
      {problem && <Notice tone="stop">{problem}</Notice>}
      {!found && !problem && <p className="text-dust">{t('Working out everybody’s numbers…')}</p>}
      {found && found.items.length === 0 && <Empty scene="blank">{t('Nothing in this week is scored, so nobody gets a number.')}</Empty>}
      {found && item && (
        <fieldset className="flex gap-2">
          <legend className="sr-only">{t('How they are shown')}</legend>
          {[false, true].map((one) => (
            <Button
              key={String(one)}
              size="small"
              look={sheet === one ? 'main' : 'plain'}
              aria-pressed={sheet === one}
              onClick={() => setSheet(one)}
            >
              {one ? t('All on one sheet') : t('A drill at a time')}
            </Button>
          ))}
        </fieldset>
      )}
      {found && item && sheet && <NumbersSheet numbers={found} onSet={(of, sent) => void set(of, sent)} />}
      {found && item && !sheet && (
        <>
          <label className="flex flex-wrap items-center gap-2">
            {t('Drill')}
            <select
              className="field max-w-full"
              value={item.itemId}
              onChange={(event) => {
                setItemId(event.target.value);
                setChange(null);
              }}
            >
              {found.items.map((one) => (
                <option key={one.itemId} value={one.itemId}>
                  {one.drillName}, {one.doseWords}: {one.rule}
                </option>
              ))}
            </select>
            <span className="text-dust">{t('numbers in {resultUnit}', { resultUnit: resultUnit(item.measure) })}</span>
          </label>
          <table className="w-full">
            <tbody>
              {found.players.map((player) => (
                <Cell
                  key={player.playerId}
                  player={player}
                  item={item}
                  change={change}
                  onChange={setChange}
                  onSet={(sent) => void set(item.itemId, sent)}
                />
              ))}
            </tbody>
          </table>
        </>
      )}
    </Dialog>
  );
}
