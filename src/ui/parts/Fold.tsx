import { type ReactNode, useState } from 'react';

interface Props {
  /** Names the section; the heading where left out. */
  label?: string;
  heading: string;
  /** What the section comes to, beside its heading: enough for most who look. */
  says?: ReactNode;
  /** Open from the start; afterwards as the reader leaves it. */
  open?: boolean;
  level?: 2 | 3;
  children: ReactNode;
}

/** A section that its heading opens. */
export function Fold({ label, heading, says, open = false, level = 3, children }: Props) {
  const [atFirst] = useState(open);
  const Heading = `h${level}` as const;
  return (
    <section className="slab" aria-label={label ?? heading}>
      <details open={atFirst}>
        <summary className="flex min-h-11 cursor-pointer flex-wrap items-center gap-x-3 gap-y-1 px-4 py-2.5">
          <span aria-hidden="true" className="fold-mark shrink-0" />
          <Heading className="wrap-anywhere max-w-[calc(100%-1.5rem)] text-lg">{heading}</Heading>
          {says && <span className="wrap-anywhere ml-auto max-w-full text-right text-dust text-sm">{says}</span>}
        </summary>
        <div className="flex flex-col gap-3 px-4 pt-1 pb-4">{children}</div>
      </details>
    </section>
  );
}
