import { useEffect, useState } from 'react';
import { Button, Notice } from '../../ui/parts/index.ts';
import { plural } from '../words.ts';
import { dropRefused, follow, type OutboxState } from './outbox.ts';

export function useOutbox(): OutboxState {
  const [state, setState] = useState<OutboxState>({ waiting: 0, refused: [], clip: null, offline: false });
  useEffect(() => follow(setState), []);
  return state;
}

/** What waits to be sent, said in a line; nothing when all is sent. */
export function Outbox() {
  const { waiting, refused, clip, offline } = useOutbox();
  if (waiting === 0 && refused.length === 0) return null;
  return (
    <div className="flex flex-col gap-2" data-testid="outbox">
      {waiting > 0 && (
        <Notice tone={offline ? 'look' : 'say'}>
          {plural(waiting, 'thing')} {waiting === 1 ? 'waits' : 'wait'} to be sent.{' '}
          {offline ? 'No connection just now; it goes out by itself later. Nothing is lost.' : ''}
          {clip && (
            <span className="block">
              {clip.doing === 'preparing' ? 'Making the clip ready' : 'Sending the clip'}: {Math.round(clip.share * 100)} %
            </span>
          )}
        </Notice>
      )}
      {refused.map((one) => (
        <Notice key={one.id} tone="stop">
          {one.label} was not taken: {one.sentence}{' '}
          <Button size="small" look="quiet" onClick={() => void dropRefused(one.id)}>
            Remove from this device
          </Button>
        </Notice>
      ))}
    </div>
  );
}
