import { Trash2, Upload } from 'lucide-react';
import { useId, useState } from 'react';
import { CLIP_BYTES_MAX } from '../../contract/go.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { footInWords } from '../words.ts';
import type { Take } from './use-filming.ts';

interface Props {
  feet: readonly Foot[];
  keyOf(foot: Foot): string;
  takes: readonly Take[];
  onPick(key: string, file: Blob): void;
  onDrop(key: string): void;
}

/** The clips of a go before they are sent: seen, deleted, or picked from the device instead. */
export function Takes({ feet, keyOf, takes, onPick, onDrop }: Props) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const pick = (key: string, file: File | undefined) => {
    if (!file) return;
    if (file.size > CLIP_BYTES_MAX) setProblem('This file is over 300 MB. Pick a shorter clip.');
    else if (file.type && !file.type.startsWith('video/')) setProblem('This file is not a video. Pick a clip.');
    else {
      setProblem(null);
      onPick(key, file);
    }
  };
  return (
    <section className="flex flex-col gap-3" aria-label="Clips of this go">
      {feet.map((foot) => {
        const key = keyOf(foot);
        const take = takes.find((one) => one.key === key);
        const name = feet.length === 2 ? `, ${footInWords(foot)}` : '';
        if (take) {
          return (
            <div key={key} className="slab flex flex-col gap-2 p-3">
              <h3>Clip{name}: goes along with the numbers</h3>
              {/* biome-ignore lint/a11y/useMediaCaption: a child's own clip of feet has no words to caption. */}
              <video src={take.address} controls playsInline className="max-h-56 w-full bg-ink" aria-label={`Your clip${name}`} />
              <Button size="player" look="stop" onClick={() => onDrop(key)}>
                <Trash2 aria-hidden className="size-5" /> Delete this clip
              </Button>
            </div>
          );
        }
        return (
          <div key={key}>
            <label htmlFor={`${id}-${foot}`} className="inline-flex min-h-12 items-center gap-2 font-semibold underline">
              <Upload aria-hidden className="size-5" /> Pick a clip from this device{name}
            </label>
            <input
              id={`${id}-${foot}`}
              type="file"
              accept="video/*"
              className="sr-only"
              onChange={(event) => pick(key, event.target.files?.[0])}
            />
          </div>
        );
      })}
      {problem && <Notice tone="stop">{problem}</Notice>}
    </section>
  );
}
