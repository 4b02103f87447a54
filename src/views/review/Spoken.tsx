import { Mic, Square } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract } from '../../contract/bench.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { asBase64, useSpoken } from '../clips/use-spoken.ts';

interface Props {
  bench: BenchItem;
  onBench(bench: BenchItem): void;
}

/** A spoken line of up to 20 seconds: recorded, heard once more, and then sent or thrown away. */
export function Spoken({ bench, onBench }: Props) {
  const { item } = bench;
  const { left, made, problem: wrong, start, stop, forget } = useSpoken();
  const [busy, setBusy] = useState(false);
  const [refusal, setRefusal] = useState<string | null>(null);
  const problem = wrong ?? refusal;
  const send = async () => {
    if (!made) return;
    setBusy(true);
    setRefusal(null);
    try {
      onBench(await call(benchContract.speak, { score: item.scoreId }, { id: uuid(), data: await asBase64(made.file) }));
      forget();
    } catch (error) {
      setRefusal(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <div className="flex flex-col gap-2">
      {problem && <Notice tone="stop">{problem}</Notice>}
      {bench.spoken.map((one) => (
        // biome-ignore lint/a11y/useMediaCaption: a coach's spoken line is heard by its speaker here.
        <audio
          key={one.id}
          controls
          preload="none"
          src={`/api/v1/spoken/${one.id}/file`}
          aria-label={t('Spoken line of {coach}', { coach: one.coach })}
        />
      ))}
      {left !== null ? (
        <Button look="stop" onClick={stop}>
          <Square aria-hidden className="size-4" /> {t('Stop, {left} s left', { left })}
        </Button>
      ) : made ? (
        <div className="flex flex-wrap items-center gap-2">
          {/* biome-ignore lint/a11y/useMediaCaption: the own voice, heard before it is sent. */}
          <audio controls src={made.url} aria-label={t('Your spoken line')} />
          <Button size="small" look="main" disabled={busy} onClick={() => void send()}>
            {t('Send it to {nickname}', { nickname: item.player.nickname })}
          </Button>
          <Button size="small" onClick={forget}>
            {t('Throw it away')}
          </Button>
        </div>
      ) : (
        <Button
          size="small"
          className="self-start"
          disabled={!item.mayFilm}
          title={item.mayFilm ? undefined : t('This family has said no to clips; a spoken line needs the same yes.')}
          onClick={() => void start()}
        >
          <Mic aria-hidden className="size-4" /> {t('Speak a line (20 s)')}
        </Button>
      )}
    </div>
  );
}
