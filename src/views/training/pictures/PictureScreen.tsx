import { type LucideIcon, Volume2 } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { readAloud } from '../../../client/read-aloud.ts';
import { t } from '../../../core/text/translate.ts';

const LOOKS = {
  main: 'bg-lace text-on-lace border-lace',
  plain: 'bg-slab text-ink border-ink',
  stop: 'bg-slab text-stop border-stop',
} as const;

/** A big button without words on it; what it does is its name for those who listen. */
export interface Press {
  icon: LucideIcon;
  words: string;
  look?: keyof typeof LOOKS;
  /** Where it leads, instead of what it does. */
  href?: string;
  isOff?: boolean;
  onPress?(): void;
}

function BigButton({ icon: Icon, words, look = 'plain', href, isOff = false, onPress }: Press) {
  const shape = `grid h-[clamp(84px,15dvh,132px)] place-items-center rounded-sm border-2 no-underline disabled:opacity-40 ${LOOKS[look]}`;
  const icon = <Icon aria-hidden className="size-14" strokeWidth={2.25} />;
  if (href)
    return (
      <a href={href} aria-label={words} className={shape}>
        {icon}
      </a>
    );
  return (
    <button type="button" aria-label={words} className={shape} disabled={isOff} onClick={onPress}>
      {icon}
    </button>
  );
}

interface Props {
  /** What the ear reads out: what is seen, and what can be pressed. */
  words: string;
  presses: readonly Press[];
  /** What a grown-up may want, small, beside the ear. */
  corner?: ReactNode;
  children: ReactNode;
}

/** A screen for who does not read yet: a picture, an ear that reads everything out, and three big buttons at most. */
export function PictureScreen({ words, presses, corner, children }: Props) {
  /** Where the device has no voice, a grown-up reads what the ear would say. */
  const [written, setWritten] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: other words are to be asked for anew.
  useEffect(() => setWritten(false), [words]);
  return (
    <div className="flex min-h-0 flex-1 flex-col gap-3">
      <div className="flex min-h-14 items-start justify-end gap-2">
        {corner}
        <button
          type="button"
          aria-label={t('Read it to me')}
          className="grid size-16 place-items-center rounded-full border-2 border-ink bg-slab"
          onClick={() => setWritten(!readAloud(words))}
        >
          <Volume2 aria-hidden className="size-9" />
        </button>
      </div>
      <section
        aria-label={t('Picture')}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls can be scrolled by keys.
        tabIndex={0}
        className="flex min-h-0 flex-1 flex-col items-center justify-center-safe gap-3 overflow-y-auto"
      >
        {children}
      </section>
      {written && (
        <p role="status" className="slab p-3 text-xl" data-testid="written">
          {words}
        </p>
      )}
      <div className="grid auto-cols-fr grid-flow-col gap-3">
        {presses.map((press) => (
          <BigButton key={press.words} {...press} />
        ))}
      </div>
    </div>
  );
}

/** A page of its own in pictures; its name is heard, not seen. */
export function PicturePage({ title, ...screen }: Props & { title: string }) {
  return (
    <main className="wrap-anywhere mx-auto flex min-h-dvh max-w-lg flex-col p-3 [@media(min-height:560px)]:h-dvh">
      <h1 className="sr-only">{title}</h1>
      <PictureScreen {...screen} />
    </main>
  );
}
