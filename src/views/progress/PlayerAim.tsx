import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import type { PlayerPage } from '../../contract/progress.ts';
import { screensApi } from '../../contract/screens.ts';
import { AIMS } from '../../core/targets/stretch.ts';
import { Notice } from '../../ui/parts/index.ts';

/** How often a player is meant to reach stretch numbers: as the squad, or more or less often for a while. */
export function PlayerAim({ player }: { player: PlayerPage }) {
  const [aim, setAim] = useState(player.stretchAim);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (next: number | null) => {
    setAim(next);
    setProblem(null);
    try {
      await call(screensApi.playerAim, { squad: player.squadId, player: player.playerId }, { stretchAim: next });
    } catch (error) {
      setAim(aim);
      setProblem(sentenceOf(error));
    }
  };
  return (
    <div className="pt-2">
      <label className="flex flex-wrap items-center gap-2 text-sm">
        Reaches stretch numbers
        <select
          className="field min-h-9 max-w-full"
          value={aim ?? ''}
          onChange={(event) => void set(event.target.value === '' ? null : Number(event.target.value))}
        >
          <option value="">as the squad: {player.squadAim} times in a hundred</option>
          {AIMS.map((one) => (
            <option key={one} value={one}>
              {one} times in a hundred
            </option>
          ))}
        </select>
      </label>
      {problem && <Notice tone="stop">{problem}</Notice>}
    </div>
  );
}
