import { type ReactNode, useEffect, useRef } from 'react';
import { t } from '../../core/text/translate.ts';
import { Button } from './Button.tsx';

interface Props {
  label: string;
  onClose(): void;
  /** Width and ground, where they differ. */
  className?: string;
  /** False where the content brings its own head with a way to close it. */
  head?: boolean;
  children: ReactNode;
}

/** A window over the page, open as long as it is there; Escape closes it. */
export function Dialog({ label, onClose, className = 'max-w-2xl bg-slab', head = true, children }: Props) {
  const dialog = useRef<HTMLDialogElement>(null);
  useEffect(() => dialog.current?.showModal(), []);
  return (
    <dialog
      ref={dialog}
      onClose={onClose}
      className={`m-auto max-h-[94dvh] w-full overflow-y-auto border border-ink p-4 text-ink backdrop:bg-ink/40 ${className}`}
      aria-label={label}
    >
      {head ? (
        <div className="flex flex-col gap-4">
          <div className="flex items-center justify-between gap-3">
            <h2>{label}</h2>
            <Button className="min-h-12" onClick={onClose}>
              {t('Close')}
            </Button>
          </div>
          {children}
        </div>
      ) : (
        children
      )}
    </dialog>
  );
}
