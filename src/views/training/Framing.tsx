import { SwitchCamera } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { t } from '../../core/text/translate.ts';
import { Button } from '../../ui/parts/index.ts';

/** The picture of the camera, with a drawn frame where feet and ball should be. */
export function Framing({ stream, mirrored, large = false }: { stream: MediaStream; mirrored: boolean; large?: boolean }) {
  const video = useRef<HTMLVideoElement>(null);
  useEffect(() => {
    if (video.current) video.current.srcObject = stream;
  }, [stream]);
  return (
    <figure className={`flex gap-3 ${large ? 'flex-col' : 'items-center'}`}>
      <div className={`relative shrink-0 bg-ink ${large ? 'aspect-video w-full' : 'h-28 w-44'}`}>
        <video
          ref={video}
          autoPlay
          muted
          playsInline
          className={`size-full object-cover ${mirrored ? '-scale-x-100' : ''}`}
          aria-label={t('Camera picture')}
        />
        <span
          aria-hidden
          className="absolute inset-x-[22%] top-[45%] bottom-[6%] rounded-sm border-2 border-white border-dashed mix-blend-difference"
        />
      </div>
      <figcaption>{t('Feet and ball inside the frame? Only the work is filmed, with two seconds on both sides.')}</figcaption>
    </figure>
  );
}

/** The other camera of the phone. */
export function SwitchCameraButton({ front, onSwitch }: { front: boolean; onSwitch(): void }) {
  return (
    <Button size="player" aria-label={front ? t('Use the back camera') : t('Use the front camera')} onClick={onSwitch}>
      <SwitchCamera aria-hidden className="size-5 shrink-0" />
    </Button>
  );
}
