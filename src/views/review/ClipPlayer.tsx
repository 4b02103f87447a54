import { useEffect, useRef, useState } from 'react';
import { Button } from '../../ui/parts/index.ts';

const SPEEDS = [0.25, 0.5, 1, 2] as const;
const FRAME_SECONDS = 1 / 30;

/** A clip with slow motion, frame steps and a way to the start of the work. */
export function ClipPlayer({ clip, label }: { clip: { id: string; seconds: number; workAt: number }; label: string }) {
  const video = useRef<HTMLVideoElement>(null);
  const [speed, setSpeed] = useState<number>(1);
  const [missing, setMissing] = useState(false);

  useEffect(() => {
    if (video.current) video.current.playbackRate = speed;
  }, [speed]);

  const seek = (to: number) => {
    if (video.current) video.current.currentTime = Math.max(0, Math.min(clip.seconds, to));
  };
  const step = (frames: number) => {
    video.current?.pause();
    seek((video.current?.currentTime ?? 0) + frames * FRAME_SECONDS);
  };

  return (
    <div className="flex flex-col gap-2">
      {missing ? (
        <p className="slab grid h-56 place-items-center text-dust">This clip is not here any more.</p>
      ) : (
        // biome-ignore lint/a11y/useMediaCaption: clips of feet have no words to caption.
        <video
          key={clip.id}
          ref={video}
          src={`/api/v1/clips/${clip.id}/file`}
          controls
          playsInline
          preload="metadata"
          className="aspect-video max-h-[46vh] w-full bg-ink"
          aria-label={label}
          onError={() => setMissing(true)}
          onLoadedMetadata={() => {
            if (video.current) video.current.playbackRate = speed;
          }}
        />
      )}
      <fieldset className="flex flex-wrap items-center gap-2">
        <legend className="sr-only">Clip speed and steps</legend>
        {SPEEDS.map((one) => (
          <Button key={one} size="small" aria-pressed={speed === one} look={speed === one ? 'main' : 'plain'} onClick={() => setSpeed(one)}>
            {one}×
          </Button>
        ))}
        <Button size="small" onClick={() => step(-1)}>
          Frame back
        </Button>
        <Button size="small" onClick={() => step(1)}>
          Frame on
        </Button>
        <Button size="small" onClick={() => seek(clip.workAt)}>
          Work start
        </Button>
      </fieldset>
    </div>
  );
}
