import { useRef } from 'react';
import type { LineView } from '../../contract/parts.ts';
import { language, t } from '../../core/text/translate.ts';
import { ClipVideo } from '../clips/ClipVideo.tsx';

/** A remark stands a moment before its instant, so that nothing is missed. */
const BEFORE_SECONDS = 0.3;

/** The own clip with the coach's remarks on it: shown on the picture while it plays, and each a way to its instant. */
export function AnswerClip({ line }: { line: LineView }) {
  const video = useRef<HTMLVideoElement>(null);
  const { clip, remarks } = line;
  if (!clip || remarks.length === 0) return null;
  const goTo = (at: number) => {
    if (!video.current) return;
    video.current.currentTime = Math.max(0, at - BEFORE_SECONDS);
    void video.current.play().catch(() => {});
  };
  return (
    <div className="flex flex-col gap-2 pt-1">
      <ClipVideo
        ref={video}
        src={`/api/v1/clips/${clip.id}/file`}
        preload="metadata"
        className="max-h-64 w-full"
        label={t('Clip of {drillName} with the coach’s remarks', { drillName: line.drillName })}
      >
        <track kind="captions" default srcLang={language()} label={t('Your coach')} src={`/api/v1/clips/${clip.id}/remarks.vtt`} />
      </ClipVideo>
      <ul className="flex flex-col gap-1">
        {remarks.map((remark) => (
          <li key={remark.id}>
            <button
              type="button"
              className="inline-flex min-h-12 w-full items-center gap-2 rounded-sm border border-joint px-3 text-start"
              onClick={() => goTo(remark.at)}
            >
              <span className="shrink-0 font-semibold text-lace">
                {Math.floor(remark.at / 60)}:{String(Math.floor(remark.at % 60)).padStart(2, '0')}
              </span>
              {remark.text}
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}
