import { Mic, Square, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { type FilmView, filmsApi, SPOKEN_SECONDS_MAX } from '../../contract/clips.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { asBase64, useSpoken } from './use-spoken.ts';

interface Props {
  squad: string;
  drill: string;
  /** The line that players hear now; null for none. */
  kept: FilmView | null;
  /** Reads what is kept anew. */
  onChange(): Promise<void>;
}

/** What the coach says of a drill in the own voice: spoken, heard once more, given to the players, and taken back. */
export function VoiceBox({ squad, drill, kept, onChange }: Props) {
  const { left, made, problem: wrong, start, stop, forget } = useSpoken();
  const { busy, problem, attempt } = useAttempt();
  const [adultsOnly, setAdultsOnly] = useState(false);
  const send = (file: Blob) =>
    attempt(async () => {
      await call(filmsApi.say, { squad }, { id: uuid(), drill, data: await asBase64(file), adultsOnly: true });
      forget();
      await onChange();
    });
  const remove = (film: FilmView) =>
    attempt(async () => {
      await call(filmsApi.remove, { film: film.id });
      await onChange();
    });
  const said = wrong ?? problem;
  return (
    <div className="flex flex-col gap-2">
      {kept && !made && (
        <div className="flex flex-wrap items-center gap-2">
          {/* biome-ignore lint/a11y/useMediaCaption: the coach's own voice, heard by coaches. */}
          <audio
            controls
            preload="none"
            src={`/api/v1/films/${kept.id}/file`}
            aria-label={t('What {coach} says of it', { coach: kept.coach })}
          />
          <Button size="small" look="stop" disabled={busy} onClick={() => void remove(kept)}>
            <Trash2 aria-hidden className="size-4" /> {t('Remove it')}
          </Button>
        </div>
      )}
      {left !== null ? (
        <Button look="stop" className="self-start" onClick={stop}>
          <Square aria-hidden className="size-4" /> {t('Stop, {left} s left', { left })}
        </Button>
      ) : made ? (
        <>
          {/* biome-ignore lint/a11y/useMediaCaption: the own voice, heard before it is sent. */}
          <audio controls src={made.url} aria-label={t('Your spoken line')} />
          <label className="flex min-h-11 items-center gap-2">
            <input
              type="checkbox"
              className="size-5 shrink-0"
              checked={adultsOnly}
              onChange={(event) => setAdultsOnly(event.target.checked)}
            />
            {t('Only an adult coach can be heard in it, no child.')}
          </label>
          <div className="flex flex-wrap gap-2">
            <Button look="main" disabled={busy || !adultsOnly} onClick={() => void send(made.file)}>
              {t('Give it to the players')}
            </Button>
            <Button onClick={forget}>{t('Throw it away')}</Button>
          </div>
        </>
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          <Button
            size="small"
            onClick={() => {
              // Each recording is said anew to be of an adult.
              setAdultsOnly(false);
              void start();
            }}
          >
            <Mic aria-hidden className="size-4" /> {kept ? t('Speak it anew') : t('Speak your cue')}
          </Button>
          <span className="text-dust text-sm">
            {t('Up to {spokenSecondsMax} s. Players hear it when they meet the drill.', { spokenSecondsMax: SPOKEN_SECONDS_MAX })}
          </span>
        </div>
      )}
      {said && <Notice tone="stop">{said}</Notice>}
    </div>
  );
}
