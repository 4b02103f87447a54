import { type ComponentProps, useRef } from 'react';
import { Button } from './Button.tsx';

type Props = Omit<ComponentProps<typeof Button>, 'onClick'> & {
  /** What kind of file, for whoever does not see the button. */
  label: string;
  accept: string;
  onFile(file: File): void;
};

/** A button that asks for a file; the same file can be given twice running. */
export function FileButton({ label, accept, onFile, ...rest }: Props) {
  const picker = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onClick={() => picker.current?.click()} {...rest} />
      <input
        ref={picker}
        type="file"
        accept={accept}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
