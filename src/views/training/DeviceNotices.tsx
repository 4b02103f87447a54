import { useEffect, useState } from 'react';
import { keepForGood, lookForRoom, type Room } from '../../client/room.ts';
import type { ThisCan } from '../../client/what-this-can.ts';
import { t } from '../../core/text/translate.ts';
import { Button, Notice } from '../../ui/parts/index.ts';

interface Props {
  mayFilm: boolean;
}

/** Whether this device keeps what is done, and has room for it. */
export function RoomNotices({ mayFilm }: Props) {
  const [room, setRoom] = useState<Room | null>(null);
  useEffect(() => void lookForRoom().then(setRoom), []);
  return (
    <>
      {room?.denied && (
        <Notice tone="stop">
          {t(
            'This browser keeps nothing on this device, so a reload would lose what you do. Use a normal window instead of a private one.',
          )}
        </Notice>
      )}
      {room?.asks && (
        <Notice>
          {t('Your browser asks whether it may keep things here. With a yes, nothing you did is thrown away when the phone gets full.')}{' '}
          <Button className="min-h-12" onClick={() => void keepForGood().then(() => setRoom({ ...room, asks: false }))}>
            {t('Let it ask')}
          </Button>
        </Notice>
      )}
      {room && !room.denied && room.scarce && mayFilm && (
        <Notice tone="look">{t('This phone is nearly full. Numbers fit; clips may not.')}</Notice>
      )}
    </>
  );
}

/** What this browser cannot do in a session. */
export function PhoneNotices({ mayFilm, can }: Props & { can: ThisCan }) {
  return (
    <>
      {!can.keepScreenOn && (
        <Notice>{t('This browser cannot keep the screen on. Set the phone so that it stays on for some minutes.')}</Notice>
      )}
      {mayFilm && !can.film && <Notice>{t('This browser cannot film. Your numbers count without a clip.')}</Notice>}
    </>
  );
}
