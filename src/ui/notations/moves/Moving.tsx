import { useEffect, useId, useRef } from 'react';
import { frameAt, type Plan } from '../../../core/moves/index.ts';
import type { aboveShapes } from './above.ts';
import { figureShapes } from './figure.ts';
import { Hatch } from './Hatch.tsx';
import { Painting } from './patch.ts';
import type { Rhythm } from './rhythm.ts';
import { everyTurn } from './turns.ts';

export type Kind = 'figure' | 'above';
export type Above = typeof aboveShapes;

interface Props {
  plan: Plan;
  kinds: readonly Kind[];
  /** How the picture from above is drawn; where that is one of them. */
  above?: Above | null;
  width: number;
  height: number;
  from: number;
  /** How fast it is played, 1 being the movement's own pace; 0 stands. */
  rate: number;
  /** Where it stands, in seconds of the loop; kept by whoever shows it, so that it goes on from there. */
  at: { current: number };
  rhythm?: Rhythm | null;
  /** Only this part of the loop, again and again, standing a moment at its end; in seconds of the loop. Null for all of it. */
  within?: { from: number; until: number } | null;
  /** Told when another beat begins. */
  onBeat?(beat: number): void;
  className?: string;
}

const TILT = 24;
/** How long a part that is shown again and again stands at its end, in seconds as they are looked at. */
const STANDS = 0.7;
/** A tab that was hidden goes on where it was. */
const LONGEST_FRAME = 0.25;

/** A movement that moves: one or two pictures painted from the same moment. */
export function Moving({
  plan,
  kinds,
  above = null,
  width,
  height,
  from,
  rate,
  at,
  rhythm = null,
  within = null,
  onBeat,
  className = '',
}: Props) {
  const id = useId().replace(/:/g, '');
  const groups = useRef(new Map<Kind, SVGGElement>());
  const told = useRef(onBeat);
  told.current = onBeat;
  useEffect(() => {
    const paintings = kinds.flatMap((kind) => {
      const group = groups.current.get(kind);
      if (!group) return [];
      group.replaceChildren();
      return [{ kind, painting: new Painting(group) }];
    });
    let beat = -1;
    const show = () => {
      const frame = frameAt(plan, within ? Math.min(at.current, within.until) : at.current);
      for (const { kind, painting } of paintings)
        painting.paint(
          kind === 'above' && above
            ? above(plan, frame, width, height, id)
            : figureShapes(plan, frame, { width, height, from, tilt: TILT }, id),
        );
      if (frame.beat !== beat) {
        beat = frame.beat;
        told.current?.(beat);
      }
    };
    if (within) at.current = within.from;
    show();
    if (rate === 0) return;
    let [last, seen] = [performance.now(), true];
    // Nobody looks at what is scrolled away; whoever listens goes on.
    const looking = new IntersectionObserver((entries) => {
      seen = entries.some((entry) => entry.isIntersecting);
    });
    for (const group of groups.current.values()) if (group.ownerSVGElement) looking.observe(group.ownerSVGElement);
    const stop = everyTurn((now) => {
      const passed = Math.min(LONGEST_FRAME, (now - last) / 1000);
      last = now;
      if (!seen && !rhythm) return;
      at.current += passed * rate;
      if (within && at.current > within.until + STANDS * rate) at.current = within.from;
      show();
      rhythm?.lay(plan, at.current, rate);
    });
    return () => {
      stop();
      looking.disconnect();
      rhythm?.forget();
    };
  }, [plan, kinds, above, width, height, from, rate, at, rhythm, within, id]);
  return kinds.map((kind) => (
    <svg key={kind} viewBox={`0 0 ${width} ${height}`} className={`will-change-transform ${className}`} aria-hidden="true">
      <Hatch id={id} />
      <g
        ref={(group) => {
          if (group) groups.current.set(kind, group);
          else groups.current.delete(kind);
        }}
      />
    </svg>
  ));
}
