import { useEffect, useMemo, useSyncExternalStore } from 'react';
import { type Heard, SquadLine } from '../../client/squad-line.ts';
import type { Board, TogetherScene } from '../../contract/together.ts';
import type { Command } from '../../core/together/squad-clock.ts';

interface Evening {
  id: string;
  commands: readonly Command[];
}

/** This page's line to a live evening, and what was heard over it. */
export function useSquadLine(
  { id, commands }: Evening,
  first: { scene?: TogetherScene; board?: Board },
): { line: SquadLine; heard: Heard } {
  // biome-ignore lint/correctness/useExhaustiveDependencies: what the page came with is where it begins.
  const line = useMemo(() => new SquadLine(id, { commands, scene: first.scene ?? null, board: first.board ?? null }), [id]);
  useEffect(() => line.open(), [line]);
  const heard = useSyncExternalStore(line.subscribe, line.now, line.now);
  return { line, heard };
}
