import { Camera, CameraOff, HeartHandshake, Metronome, SwitchCamera } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Button, Notice } from '../../ui/parts/index.ts';
import type { Filming } from './use-filming.ts';

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
          aria-label="Camera picture"
        />
        <span
          aria-hidden
          className="absolute inset-x-[22%] top-[45%] bottom-[6%] rounded-sm border-2 border-white border-dashed mix-blend-difference"
        />
      </div>
      <figcaption>Feet and ball inside the frame? Only the work is filmed, with two seconds on both sides.</figcaption>
    </figure>
  );
}

/** The other camera of the phone. */
export function SwitchCameraButton({ front, onSwitch }: { front: boolean; onSwitch(): void }) {
  return (
    <Button size="player" aria-label={front ? 'Use the back camera' : 'Use the front camera'} onClick={onSwitch}>
      <SwitchCamera aria-hidden className="size-5 shrink-0" />
    </Button>
  );
}

interface Props {
  /** Null where no guardian has said yes. */
  filming: Filming | null;
  helper: boolean;
  onHelper(on: boolean): void;
  /** Whether a beat is heard at slow paces; null where the session has none. */
  beat: boolean | null;
  onBeat(on: boolean): void;
}

/** What can be switched between the work: a helper who counts along, and the camera. */
export function GoTools({ filming, helper, onHelper, beat, onBeat }: Props) {
  const front = filming?.facing === 'user';
  return (
    <div className="flex flex-col gap-2">
      {filming?.stream && <Framing stream={filming.stream} mirrored={front} />}
      <div className="flex flex-wrap gap-2">
        <Button size="player" className="flex-1 px-2!" aria-pressed={helper} onClick={() => onHelper(!helper)}>
          <HeartHandshake aria-hidden className="size-5 shrink-0" /> {helper ? 'No helper' : 'Helper counts'}
        </Button>
        {beat !== null && (
          <Button size="player" className="flex-1 px-2!" aria-pressed={beat} onClick={() => onBeat(!beat)}>
            <Metronome aria-hidden className="size-5 shrink-0" /> {beat ? 'No beat' : 'Beat to follow'}
          </Button>
        )}
        {filming && !filming.stream && (
          <Button size="player" className="flex-1 px-2!" onClick={() => void filming.switchOn(filming.facing)}>
            <Camera aria-hidden className="size-5 shrink-0" /> Film my goes
          </Button>
        )}
        {filming?.stream && (
          <>
            <Button size="player" className="flex-1 px-2!" onClick={filming.switchOff}>
              <CameraOff aria-hidden className="size-5 shrink-0" /> Stop filming
            </Button>
            <SwitchCameraButton front={front} onSwitch={() => void filming.switchOn(front ? 'environment' : 'user')} />
          </>
        )}
      </div>
      {filming?.problem && <Notice tone="look">{filming.problem}</Notice>}
    </div>
  );
}
