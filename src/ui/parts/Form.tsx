import type { ReactNode } from 'react';

/** A form that is sent by our own hand: what is wrong is said in our own words, and nothing typed is lost. */
export function Form({
  onSend,
  className = 'flex flex-col gap-4',
  children,
}: {
  onSend(): unknown;
  className?: string;
  children: ReactNode;
}) {
  return (
    <form
      noValidate
      className={className}
      onSubmit={(event) => {
        event.preventDefault();
        void onSend();
      }}
    >
      {children}
    </form>
  );
}
