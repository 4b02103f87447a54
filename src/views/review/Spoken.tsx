import { Mic, Square } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call, sentenceOf } from '../../client/client.ts';
import { type BenchItem, benchApi as benchContract, SPOKEN_SECONDS_MAX } from '../../contract/bench.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { recordVoice } from './record-voice.ts';

interface Props {
  bench: BenchItem;
  onBench(bench: BenchItem): void;
}

const base64 = (file: Blob): Promise<string> =>
  new Promise((resolve, reject) => {
    const reader = new FileReader();
    reader.onload = () => resolve(String(reader.result).replace(/^[^,]*,/, ''));
    reader.onerror = () => reject(new Error('The recording could not be read. Try once more.'));
    reader.readAsDataURL(file);
  });

/** A spoken line of up to 20 seconds: recorded, heard once more, and then sent or thrown away. */
export function Spoken({ bench, onBench }: Props) {
  const { item } = bench;
  const [left, setLeft] = useState<number | null>(null);
  const [made, setMade] = useState<{ file: Blob; url: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const recording = useRef<{ stop(): void } | null>(null);
  const url = made?.url;
  useEffect(() => () => (url ? URL.revokeObjectURL(url) : undefined), [url]);
  useEffect(() => () => recording.current?.stop(), []);

  const start = async () => {
    setProblem(null);
    setMade(null);
    try {
      const taking = await recordVoice(SPOKEN_SECONDS_MAX, setLeft);
      recording.current = taking;
      const file = await taking.file;
      setMade({ file, url: URL.createObjectURL(file) });
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      recording.current = null;
      setLeft(null);
    }
  };
  const send = async () => {
    if (!made) return;
    setBusy(true);
    setProblem(null);
    try {
      onBench(await call(benchContract.speak, { score: item.scoreId }, { id: uuid(), data: await base64(made.file) }));
      setMade(null);
    } catch (error) {
      setProblem(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };

  return (
    <div className="flex flex-col gap-2">
      {problem && <Notice tone="stop">{problem}</Notice>}
      {bench.spoken.map((one) => (
        // biome-ignore lint/a11y/useMediaCaption: a coach's spoken line is heard by its speaker here.
        <audio key={one.id} controls preload="none" src={`/api/v1/spoken/${one.id}/file`} aria-label={`Spoken line of ${one.coach}`} />
      ))}
      {left !== null ? (
        <Button look="stop" onClick={() => recording.current?.stop()}>
          <Square aria-hidden className="size-4" /> Stop, {left} s left
        </Button>
      ) : made ? (
        <div className="flex flex-wrap items-center gap-2">
          {/* biome-ignore lint/a11y/useMediaCaption: the own voice, heard before it is sent. */}
          <audio controls src={made.url} aria-label="Your spoken line" />
          <Button size="small" look="main" disabled={busy} onClick={() => void send()}>
            Send it to {item.player.nickname}
          </Button>
          <Button size="small" onClick={() => setMade(null)}>
            Throw it away
          </Button>
        </div>
      ) : (
        <Button
          size="small"
          className="self-start"
          disabled={!item.mayFilm}
          title={item.mayFilm ? undefined : 'This family has said no to clips; a spoken line needs the same yes.'}
          onClick={() => void start()}
        >
          <Mic aria-hidden className="size-4" /> Speak a line (20 s)
        </Button>
      )}
    </div>
  );
}
