import { Camera, CameraOff, HeartHandshake, Metronome } from 'lucide-react';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';
import { Framing, SwitchCameraButton } from './Framing.tsx';
import type { Filming } from './use-filming.ts';

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
          <HeartHandshake aria-hidden className="size-5 shrink-0" /> {helper ? t('No helper') : t('Helper counts')}
        </Button>
        {beat !== null && (
          <Button size="player" className="flex-1 px-2!" aria-pressed={beat} onClick={() => onBeat(!beat)}>
            <Metronome aria-hidden className="size-5 shrink-0" /> {beat ? t('No beat') : t('Beat to follow')}
          </Button>
        )}
        {filming && !filming.stream && (
          <Button size="player" className="flex-1 px-2!" onClick={() => void filming.switchOn(filming.facing)}>
            <Camera aria-hidden className="size-5 shrink-0" /> {t('Film my goes')}
          </Button>
        )}
        {filming?.stream && (
          <>
            <Button size="player" className="flex-1 px-2!" onClick={filming.switchOff}>
              <CameraOff aria-hidden className="size-5 shrink-0" /> {t('Stop filming')}
            </Button>
            <SwitchCameraButton front={front} onSwitch={() => void filming.switchOn(front ? 'environment' : 'user')} />
          </>
        )}
      </div>
      {filming?.problem && <Notice tone="look">{filming.problem}</Notice>}
    </div>
  );
}
