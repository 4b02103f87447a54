import { Button } from '../../ui/parts/index.ts';

/** One of a few answers, as a big button that stays pressed. */
export function Choice({ on, words, onPick }: { on: boolean; words: string; onPick(): void }) {
  return (
    <Button size="player" look={on ? 'main' : 'plain'} className="justify-start text-start" aria-pressed={on} onClick={onPick}>
      {words}
    </Button>
  );
}
