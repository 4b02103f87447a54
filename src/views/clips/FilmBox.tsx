import { Camera, Square, Trash2, Upload } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { call } from '../../client/client.ts';
import { closeMedia } from '../../client/media.ts';
import { prepareClip } from '../../client/prepare.ts';
import { uploadFile } from '../../client/upload.ts';
import { useAttempt } from '../../client/use-attempt.ts';
import { dateInWords } from '../../client/words.ts';
import { FILM_LINES, FILM_SECONDS_MAX, type FilmAbout, type FilmView, filmsApi } from '../../contract/clips.ts';
import { t } from '../../core/text/translate.ts';
import { Button, FileButton, Notice } from '../../ui/parts/index.ts';
import { openCamera, type Recording, recordCamera } from './camera.ts';
import { FilmPlayer } from './FilmPlayer.tsx';
import { TrimClip } from './TrimClip.tsx';
import { type ShownFilm, useUnsentFilm } from './use-unsent-film.ts';

interface Props {
  squad: string;
  about: FilmAbout;
  /** What it is of, in words: the drill's name, or "Week 4". */
  name: string;
  /** The film that players get now; null for none. */
  kept: FilmView | null;
  /** Reads what is kept anew. */
  onChange(): Promise<void>;
}

/** The camera, and a film that is being made: at most a minute. */
function useCamera(onFilm: (file: Blob) => void) {
  const [stream, setStream] = useState<MediaStream | null>(null);
  const [left, setLeft] = useState<number | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const recording = useRef<Recording | null>(null);
  useEffect(() => () => closeMedia(stream), [stream]);
  const open = async () => {
    setProblem(null);
    try {
      setStream(await openCamera('environment', FILM_LINES, true));
    } catch {
      setProblem(t('The camera did not open. Allow it for this page, or pick a film from this device.'));
    }
  };
  const stop = async () => {
    const { current } = recording;
    recording.current = null;
    setLeft(null);
    if (!current) return;
    const file = await current.stop();
    setStream(null);
    if (file) onFilm(file);
    else setProblem(t('The camera recorded nothing. Try once more, or pick a film from this device.'));
  };
  const latest = useRef(stop);
  latest.current = stop;
  useEffect(() => {
    if (left === null) return;
    const until = setTimeout(() => (left <= 1 ? void latest.current() : setLeft(left - 1)), 1000);
    return () => clearTimeout(until);
  }, [left]);
  const start = () => {
    if (!stream) return;
    recording.current = recordCamera(stream);
    setLeft(FILM_SECONDS_MAX);
  };
  return { stream, left, problem, open, start, stop, close: () => setStream(null) };
}

type OpenCamera = ReturnType<typeof useCamera>;

function Filming({ camera }: { camera: OpenCamera }) {
  const show = useRef<HTMLVideoElement>(null);
  const { stream, left } = camera;
  useEffect(() => {
    if (show.current) show.current.srcObject = stream;
  }, [stream]);
  return (
    <div className="flex flex-col gap-2">
      <video ref={show} muted autoPlay playsInline className="max-h-64 w-full bg-ink" aria-label={t('What the camera sees')} />
      <div className="flex flex-wrap gap-2">
        {left === null ? (
          <>
            <Button look="main" onClick={camera.start}>
              <Camera aria-hidden className="size-4" /> {t('Begin')}
            </Button>
            <Button onClick={camera.close}>{t('Close the camera')}</Button>
          </>
        ) : (
          <Button look="stop" onClick={() => void camera.stop()}>
            <Square aria-hidden className="size-4" /> {t('Done, {left} s left', { left })}
          </Button>
        )}
      </div>
    </div>
  );
}

interface SendProps extends Pick<Props, 'squad' | 'about' | 'onChange'> {
  film: ShownFilm;
  keep(next: ShownFilm): void;
  forget(): void;
}

/** A film before it is sent: seen, cut, said to be of an adult; then made small on this device and sent, from where it stopped. */
function SendFilm({ squad, about, film, keep, forget, onChange }: SendProps) {
  const { busy, problem, stop, attempt } = useAttempt();
  const [progress, setProgress] = useState('');
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  const send = () =>
    attempt(async (stoppable) => {
      const signal = stoppable();
      let { ready } = film;
      if (!ready) {
        const making = prepareClip(film.file, { height: FILM_LINES, sound: true, trim: film.trim }, (share) =>
          setProgress(t('Making it small: {percent}', { percent: percent(share) })),
        );
        signal.addEventListener('abort', making.cancel);
        ready = { file: await making.file, uploadUrl: null };
        keep({ ...film, ready });
      }
      const announce = (id: string) => call(filmsApi.announce, { squad }, { id, about, adultsOnly: true });
      const { file } = ready;
      let { id } = film;
      let known = await announce(id);
      if (known.state === 'refused' || known.state === 'removed') {
        // What was refused once begins anew.
        id = uuid();
        ready = { file, uploadUrl: null };
        keep({ ...film, id, ready });
        known = await announce(id);
      }
      signal.throwIfAborted();
      if (known.state === 'expected') {
        const sending = uploadFile(
          { file, uploadUrl: ready.uploadUrl, notes: { film: id } },
          {
            progress: (share) => setProgress(t('Sending: {percent}', { percent: percent(share) })),
            keepUrl: async (uploadUrl) => keep({ ...film, id, ready: { file, uploadUrl } }),
          },
        );
        signal.addEventListener('abort', sending.cancel);
        await sending.done;
      }
      forget();
      await onChange();
    });
  return (
    <div className="flex flex-col gap-2">
      <TrimClip
        take={{ address: film.address, trim: film.trim, workAt: null }}
        name={t(' for the players')}
        device="device"
        onTrim={(trim) => keep({ ...film, trim, ready: null })}
      />
      <label className="flex min-h-11 items-center gap-2">
        <input
          type="checkbox"
          className="size-5 shrink-0"
          checked={film.adultsOnly}
          onChange={(event) => keep({ ...film, adultsOnly: event.target.checked })}
        />
        {t('Only an adult coach can be seen and heard in it, no child.')}
      </label>
      {problem && <Notice tone="stop">{t('{problem} It is kept here until it is sent.', { problem })}</Notice>}
      <div className="flex flex-wrap items-center gap-2">
        {busy ? (
          <>
            <span role="status">{progress || t('Making it small…')}</span>
            {stop && (
              <Button size="small" onClick={stop}>
                {t('Stop')}
              </Button>
            )}
          </>
        ) : (
          <>
            <Button look="main" disabled={!film.adultsOnly} onClick={() => void send()}>
              <Upload aria-hidden className="size-4" /> {t('Give it to the players')}
            </Button>
            <Button onClick={forget}>{t('Throw it away')}</Button>
          </>
        )}
      </div>
    </div>
  );
}

/** The coach's own film of a drill, or welcome to a week: made or picked, sent, seen as players see it, and removed. */
export function FilmBox({ squad, about, name, kept, onChange }: Props) {
  const unsent = useUnsentFilm(squad, about);
  const [wrong, setWrong] = useState<string | null>(null);
  const camera = useCamera(unsent.begin);
  const { busy, problem, attempt } = useAttempt();
  const remove = (film: FilmView) =>
    attempt(async () => {
      await call(filmsApi.remove, { film: film.id });
      await onChange();
    });
  const pick = (file: File) => {
    if (!file.type.startsWith('video/')) return setWrong(t('This file is not a video. Pick a film.'));
    setWrong(null);
    unsent.begin(file);
  };
  const said = wrong ?? camera.problem ?? problem;
  return (
    <div className="flex flex-col gap-2">
      {kept && (
        <>
          <FilmPlayer
            key={kept.id}
            address={`/api/v1/films/${kept.id}/file`}
            label={t('Film: {name}', { name })}
            spoken={about.kind === 'week'}
          />
          <div className="flex flex-wrap items-center gap-2">
            <span className="text-dust text-sm">
              {t('By {coach}, {dateInWords}. Players get it with the week.', {
                coach: kept.coach,
                dateInWords: dateInWords(kept.at, Intl.DateTimeFormat().resolvedOptions().timeZone),
              })}
            </span>
            <Button size="small" look="stop" disabled={busy} onClick={() => void remove(kept)}>
              <Trash2 aria-hidden className="size-4" /> {t('Remove it')}
            </Button>
          </div>
        </>
      )}
      {unsent.film ? (
        <SendFilm squad={squad} about={about} film={unsent.film} keep={unsent.keep} forget={unsent.forget} onChange={onChange} />
      ) : camera.stream ? (
        <Filming camera={camera} />
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          <Button size="small" onClick={() => void camera.open()}>
            <Camera aria-hidden className="size-4" /> {kept ? t('Film it anew') : t('Film it')}
          </Button>
          <FileButton size="small" label={t('A film of {name}', { name })} accept="video/*" onFile={pick}>
            <Upload aria-hidden className="size-4" /> {t('Pick a film')}
          </FileButton>
          <span className="text-dust text-sm">
            {t('Up to {filmSecondsMax} s. Only you in it, no child.', { filmSecondsMax: FILM_SECONDS_MAX })}
          </span>
        </div>
      )}
      {said && <Notice tone="stop">{said}</Notice>}
    </div>
  );
}
