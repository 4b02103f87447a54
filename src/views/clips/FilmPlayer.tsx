import { FlipHorizontal2, Pause, Play, Repeat, StepBack, StepForward } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { t, term } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

interface Props {
  address: string;
  label: string;
  /** For fingers: everything that is pressed is as large as a player's. */
  player?: boolean;
  /** Somebody speaks, and no movement is to be looked at: the browser's own controls do. */
  spoken?: boolean;
}

const SPEEDS = { quarter: 0.25, half: 0.5, full: 1 } as const;
type Speed = keyof typeof SPEEDS;
/** Films are made with so many pictures a second. */
const PICTURES = 30;

/** A film that shows a movement: at a quarter, half and full speed, picture by picture, again and again, and mirrored. */
export function FilmPlayer({ address, label, player = false, spoken = false }: Props) {
  const video = useRef<HTMLVideoElement>(null);
  const [playing, setPlaying] = useState(false);
  const [speed, setSpeed] = useState<Speed>('full');
  const [loop, setLoop] = useState(false);
  const [mirror, setMirror] = useState(false);
  const [missing, setMissing] = useState(false);
  useEffect(() => {
    if (video.current) video.current.playbackRate = SPEEDS[speed];
  }, [speed]);
  const toggle = () => {
    const { current } = video;
    if (!current) return;
    current.playbackRate = SPEEDS[speed];
    if (current.paused) void current.play().catch(() => {});
    else current.pause();
  };
  const step = (by: 1 | -1) => {
    const { current } = video;
    if (!current) return;
    current.pause();
    current.currentTime = Math.max(0, current.currentTime + by / PICTURES);
  };
  if (missing) return <Notice>{t('This film is played when there is a line again.')}</Notice>;
  return (
    <div className="flex flex-col gap-2">
      {/* biome-ignore lint/a11y/useMediaCaption: the steps that are said in it stand beside it in words. */}
      <video
        ref={video}
        src={address}
        playsInline
        controls={spoken}
        loop={loop}
        preload="metadata"
        className={`max-h-[46vh] w-full bg-ink ${mirror ? '-scale-x-100' : ''}`}
        aria-label={label}
        onClick={spoken ? undefined : toggle}
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onError={() => setMissing(true)}
      />
      {!spoken && (
        <div className={`flex flex-wrap items-center gap-2 ${player ? '[&_button]:min-h-12 [&_button]:min-w-12' : ''}`}>
          <Button size="small" onClick={toggle}>
            {playing ? <Pause aria-hidden className="size-4" /> : <Play aria-hidden className="size-4" />} {playing ? t('Stop') : t('Play')}
          </Button>
          <Button size="small" aria-label={t('Picture before')} onClick={() => step(-1)}>
            <StepBack aria-hidden className="size-4" />
          </Button>
          <Button size="small" aria-label={t('Next picture')} onClick={() => step(1)}>
            <StepForward aria-hidden className="size-4" />
          </Button>
          <fieldset className="flex items-center gap-1">
            <legend className="sr-only">{t('Speed')}</legend>
            {(Object.keys(SPEEDS) as Speed[]).map((one) => (
              <Button
                key={one}
                size="small"
                aria-pressed={one === speed}
                className={one === speed ? 'bg-lace! text-on-lace!' : ''}
                onClick={() => setSpeed(one)}
              >
                {term(one)}
              </Button>
            ))}
          </fieldset>
          <Button size="small" aria-pressed={loop} className={loop ? 'bg-lace! text-on-lace!' : ''} onClick={() => setLoop(!loop)}>
            <Repeat aria-hidden className="size-4" /> {t('Again and again')}
          </Button>
          <Button size="small" aria-pressed={mirror} className={mirror ? 'bg-lace! text-on-lace!' : ''} onClick={() => setMirror(!mirror)}>
            <FlipHorizontal2 aria-hidden className="size-4" /> {t('Mirrored')}
          </Button>
        </div>
      )}
    </div>
  );
}
