import { hear, levelOf, pitchOf, QUIET_EAR } from '../src/core/training/index.ts';
import { IS_READY, YARD_KINDS, YARD_RATE, type YardKind, yardSound } from '../src/testkit/yard-sounds.ts';

/**
 * How often a clap or knocks are heard, and how often something else is taken for them: `npm run bench:knocks -- [goes] [first seed]`.
 * Limits were chosen on seeds below 10,000; what is reported begins there.
 */
const goes = Number(process.argv[2] ?? 400);
const first = Number(process.argv[3] ?? 10_000);
const FRAME = Math.round(0.008 * YARD_RATE);

function heardIn(kind: YardKind, seed: number): number {
  const samples = yardSound(kind, seed);
  let ear = QUIET_EAR;
  let heard = 0;
  for (let i = 0; i + FRAME <= samples.length; i += FRAME) {
    const frame = samples.subarray(i, i + FRAME);
    const next = hear(ear, { level: levelOf(frame), pitch: pitchOf(frame, YARD_RATE) }, (1000 * i) / YARD_RATE);
    ear = next.ear;
    if (next.knocked) heard++;
  }
  return heard;
}

console.log(`${goes} yards of six seconds each, seeds from ${first}`);
for (const kind of YARD_KINDS) {
  let heard = 0;
  for (let seed = first; seed < first + goes; seed++) if (heardIn(kind, seed) > 0) heard++;
  const wrong = IS_READY[kind] ? goes - heard : heard;
  console.log(`${kind.padEnd(26)} ${IS_READY[kind] ? 'missed' : 'false '} ${wrong} of ${goes} (${((100 * wrong) / goes).toFixed(1)} %)`);
}
