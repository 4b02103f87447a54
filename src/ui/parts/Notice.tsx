import { CircleAlert, CircleCheck, Info } from 'lucide-react';
import type { ReactNode } from 'react';

const TONES = {
  say: { look: 'border-joint bg-slab text-ink', Icon: Info },
  done: { look: 'border-moss bg-slab text-moss', Icon: CircleCheck },
  look: { look: 'border-mustard bg-mustard-slab text-mustard', Icon: CircleAlert },
  stop: { look: 'border-stop bg-slab text-stop', Icon: CircleAlert },
} as const;

/** A sentence that says what happened, and what to do next. Problems are announced, the rest is said politely. */
export function Notice({ tone = 'say', children }: { tone?: keyof typeof TONES; children: ReactNode }) {
  const { look, Icon } = TONES[tone];
  return (
    <div role={tone === 'stop' ? 'alert' : 'status'} className={`flex items-start gap-2 rounded-sm border px-3 py-2 ${look}`}>
      <Icon aria-hidden className="mt-0.5 size-5 shrink-0" />
      <div className="min-w-0">{children}</div>
    </div>
  );
}
