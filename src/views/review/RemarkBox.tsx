import { type RefObject, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';
import type { BenchPlace } from './places.ts';

interface Props {
  bench: BenchItem;
  place: BenchPlace;
  timeOf: { current: (() => number) | null };
  field: RefObject<HTMLInputElement | null>;
  onPlace(change: Partial<BenchPlace>): void;
  attempt(work: () => Promise<void>): void;
  onBench(bench: BenchItem): void;
}

/** A remark at the instant that the clip shows; the player sees it on the own clip. */
export function RemarkBox({ bench, place, timeOf, field, onPlace, attempt, onBench }: Props) {
  const [text, setText] = useState(place.remark);
  const { scoreId } = bench.item;
  const write = (words: string) => {
    setText(words);
    onPlace({ remark: words });
  };
  const send = () =>
    attempt(async () => {
      const words = text.trim();
      if (!words) return;
      const at = Math.round((timeOf.current?.() ?? 0) * 1000) / 1000;
      onBench(await call(benchContract.say, { score: scoreId }, { id: uuid(), say: { kind: 'remark', at, text: words } }));
      write('');
      field.current?.blur();
    });
  return (
    <form
      className="flex flex-col gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="flex items-end gap-2">
        <label className="flex flex-1 flex-col gap-1">
          <span className="font-semibold text-sm">{t('A remark on the clip, where it stands now')}</span>
          <input ref={field} className="field" value={text} maxLength={200} onChange={(event) => write(event.target.value)} />
        </label>
        <Button type="submit" size="small" disabled={text.trim() === ''}>
          {t('Put it there')}
        </Button>
      </div>
      {bench.remarks.length > 0 && (
        <ul className="text-sm" aria-label={t('Remarks on this clip')}>
          {bench.remarks.map((remark) => (
            <li key={remark.id} className="flex items-baseline justify-between gap-2">
              <span>
                <span className="text-dust">{remark.at.toFixed(1)} s</span> “{remark.text}”
              </span>
              <Button
                size="tight"
                look="quiet"
                onClick={() =>
                  attempt(async () => onBench(await call(benchContract.takeBack, { score: scoreId, fact: remark.id }, { id: uuid() })))
                }
              >
                {t('Take back')}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </form>
  );
}
