import type { Span } from '../../core/clips/signals.ts';

/** Where a coach was with one score: kept when going to the next and back, and over a reload. */
export interface BenchPlace {
  at: number | null;
  speed: number;
  loop: Span | null;
  zoom: number;
  line: string;
  /** The line in another language. */
  also: string;
  cues: string[];
  reason: string;
  typed: string;
  remark: string;
  /** Seconds that the score was in front so far. */
  spent: number;
}

export const FRESH: BenchPlace = {
  at: null,
  speed: 1,
  loop: null,
  zoom: 1,
  line: '',
  also: '',
  cues: [],
  reason: '',
  typed: '',
  remark: '',
  spent: 0,
};

const KEPT = 60;

/** The places of one squad's review in this tab. */
export class Places {
  private readonly key: string;
  private places: Record<string, BenchPlace> | null = null;

  constructor(squadId: string) {
    this.key = `review:${squadId}`;
  }

  private all(): Record<string, BenchPlace> {
    if (this.places) return this.places;
    try {
      this.places = JSON.parse(sessionStorage.getItem(this.key) ?? '{}') as Record<string, BenchPlace>;
    } catch {
      this.places = {};
    }
    return this.places;
  }

  get(scoreId: string): BenchPlace {
    return { ...FRESH, ...this.all()[scoreId] };
  }

  put(scoreId: string, change: Partial<BenchPlace>): void {
    const { [scoreId]: mine, ...others } = this.all();
    const rest = Object.entries(others).slice(-KEPT + 1);
    this.write({ ...Object.fromEntries(rest), [scoreId]: { ...FRESH, ...mine, ...change } });
  }

  /** Forgets a score that was decided. */
  drop(scoreId: string): void {
    const { [scoreId]: _, ...others } = this.all();
    this.write(others);
  }

  private write(places: Record<string, BenchPlace>): void {
    this.places = places;
    try {
      sessionStorage.setItem(this.key, JSON.stringify(this.places));
    } catch {
      // A full store keeps the places of this page only.
    }
  }
}
