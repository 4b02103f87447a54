import { useState } from 'react';
import { call, sentenceOf } from '../../client/client.ts';
import type { PlayerPage } from '../../contract/progress.ts';
import { screensApi } from '../../contract/screens.ts';
import { CONTACT_SCHOOLS, CONTACT_WORDS, type ContactSchool } from '../../core/drills/terms.ts';
import { Notice } from '../../ui/parts/index.ts';

/** The school of juggling contact a player learns by: the squad's, or the own. */
export function PlayerSchool({ player }: { player: PlayerPage }) {
  const [school, setSchool] = useState(player.contactSchool);
  const [problem, setProblem] = useState<string | null>(null);
  const set = async (next: ContactSchool | null) => {
    setSchool(next);
    setProblem(null);
    try {
      await call(screensApi.playerSchool, { squad: player.squadId, player: player.playerId }, { contactSchool: next });
    } catch (error) {
      setSchool(school);
      setProblem(sentenceOf(error));
    }
  };
  return (
    <div className="pt-2">
      <label className="flex flex-wrap items-center gap-2 text-sm">
        Juggling contact
        <select
          className="field min-h-9 max-w-full"
          value={school ?? ''}
          onChange={(event) => void set((event.target.value || null) as ContactSchool | null)}
        >
          <option value="">as the squad: {CONTACT_WORDS[player.squadSchool]}</option>
          {CONTACT_SCHOOLS.map((one) => (
            <option key={one} value={one}>
              {CONTACT_WORDS[one]}
            </option>
          ))}
        </select>
      </label>
      {problem && <Notice tone="stop">{problem}</Notice>}
    </div>
  );
}
