import { useEffect } from 'react';
import { keepRead } from '../../client/device-store.ts';
import { deviceNow } from '../../client/now.ts';
import type { MyFeet } from '../../contract/progress.ts';

/** Keeps My feet on the device for when there is no line; not what was made from what is kept. */
export function useKeptFeet(feet: MyFeet, kept: boolean): void {
  useEffect(() => {
    if (!kept) void keepRead(`feet:${feet.playerId}`, feet, deviceNow()).catch(() => {});
  }, [feet, kept]);
}
