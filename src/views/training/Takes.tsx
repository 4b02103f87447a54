import { Trash2, Upload } from 'lucide-react';
import { useId, useState } from 'react';
import type { Trim } from '../../client/device-store.ts';
import { footInWords } from '../../client/words.ts';
import type { Foot } from '../../core/drills/terms.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { TrimClip } from '../clips/TrimClip.tsx';
import type { Take } from './use-filming.ts';

interface Props {
  feet: readonly Foot[];
  keyOf(foot: Foot): string;
  takes: readonly Take[];
  onPick(key: string, file: Blob): void;
  onDrop(key: string): void;
  onTrim(key: string, trim: Trim | null): void;
  /** A clip was looked at. */
  onSeen(key: string): void;
}

/** The clips of one go: seen, cut or deleted before they leave the phone, or picked from the phone. */
export function Takes({ feet, keyOf, takes, onPick, onDrop, onTrim, onSeen }: Props) {
  const id = useId();
  const [problem, setProblem] = useState<string | null>(null);
  const pick = (key: string, file: File | undefined) => {
    if (!file) return;
    if (!file.type.startsWith('video/')) {
      setProblem(t('This file is not a video. Pick a clip.'));
      return;
    }
    setProblem(null);
    onPick(key, file);
  };
  return (
    <section className="flex flex-col gap-3" aria-label={t('Clips of this go')}>
      {feet.map((foot) => {
        const key = keyOf(foot);
        const take = takes.find((one) => one.key === key);
        const name = feet.length === 2 ? `, ${footInWords(foot)}` : '';
        if (take) {
          return (
            <div key={`${key}${take.address}`} className="slab flex flex-col gap-2 p-3">
              <h3>{t('Clip{name}: goes along with the numbers', { name })}</h3>
              <TrimClip take={take} name={name} onTrim={(trim) => onTrim(key, trim)} onSeen={() => onSeen(key)} />
              <Button size="player" look="stop" onClick={() => onDrop(key)}>
                <Trash2 aria-hidden className="size-5" /> {t('Delete this clip')}
              </Button>
            </div>
          );
        }
        return (
          <div key={key}>
            <label htmlFor={`${id}-${foot}`} className="inline-flex min-h-12 items-center gap-2 font-semibold underline">
              <Upload aria-hidden className="size-5" /> {t('Pick a clip from this device{name}', { name })}
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
