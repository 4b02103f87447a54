import { type ReactNode, type Ref, useCallback, useEffect, useImperativeHandle, useRef, useState } from 'react';
import { t } from '../../core/text/translate.ts';
import { Notice } from '../../ui/parts/index.ts';
import { type Unplayed, whyUnplayed } from './unplayed.ts';

const WORDS: Record<Unplayed, string> = {
  get 'not there'() {
    return t('This clip is not here any more.');
  },
  get 'no line'() {
    return t('This clip plays when there is a line again.');
  },
  get 'not this kind'() {
    return t('This browser cannot play this format. Look at it in another browser, or on a newer phone. Nothing is wrong with the clip.');
  },
};

/** What stands where a clip should play. */
export const unplayedWords = (why: Unplayed): string => WORDS[why];

interface Props {
  src: string;
  label: string;
  className: string;
  ref?: Ref<HTMLVideoElement>;
  preload?: 'none' | 'metadata';
  /** It begins by itself, without sound. */
  playsItself?: boolean;
  children?: ReactNode;
}

/** A clip with the browser's own controls; where it does not play, the reason and what to do. */
export function ClipVideo({ src, label, className, ref, preload, playsItself = false, children }: Props) {
  const [unplayed, setUnplayed] = useState<{ src: string; why: Unplayed } | null>(null);
  const video = useRef<HTMLVideoElement>(null);
  useImperativeHandle(ref, () => video.current as HTMLVideoElement);
  const ask = useCallback(() => void whyUnplayed(src).then((why) => setUnplayed({ src, why })), [src]);
  useEffect(() => {
    // It may have failed before anybody listened.
    if (video.current?.error) ask();
  }, [ask]);
  if (unplayed?.src === src) return <Notice tone="look">{unplayedWords(unplayed.why)}</Notice>;
  return (
    <video
      ref={video}
      src={src}
      controls
      playsInline
      {...(playsItself ? { autoPlay: true, muted: true } : {})}
      {...(preload ? { preload } : {})}
      className={`${className} bg-ink`}
      aria-label={label}
      onError={ask}
    >
      {children}
    </video>
  );
}
