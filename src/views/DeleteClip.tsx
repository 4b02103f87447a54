import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../ui/parts/index.ts';

/** Deletes a clip for good, after asking once. The same for the player and the guardian. */
export function DeleteClip({ size = 'usual', onDelete }: { size?: 'usual' | 'player'; onDelete(): void }) {
  const [asked, setAsked] = useState(false);
  if (!asked) {
    return (
      <Button size={size} onClick={() => setAsked(true)}>
        <Trash2 aria-hidden className="size-5" /> Delete this clip
      </Button>
    );
  }
  return (
    <div className="flex flex-wrap gap-2">
      <Button size={size} look="stop" onClick={onDelete}>
        Yes, delete it for good
      </Button>
      <Button size={size} onClick={() => setAsked(false)}>
        Keep it
      </Button>
    </div>
  );
}
