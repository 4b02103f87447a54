/**
 * How far two devices are apart on a live evening: `npm run bench:together`. Clocks off by up to an hour and 300 millionths, four kinds of line, lost
 * and late answers; nothing is fitted to these seeds.
 */
import { chance } from '../src/core/chance.ts';
import { LINES, twoDevices } from '../src/testkit/two-devices.ts';

const RUNS = 400;
const at = (sorted: readonly number[], share: number) =>
  (sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN).toFixed(0);
const three = (values: readonly number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  return `${at(sorted, 0.5)} · ${at(sorted, 0.95)} · ${at(sorted, 1)}`;
};
console.log('| line | round trip, ms | first “go” | at the worst in 20 min | from the server’s clock |');
console.log('|---|---|---|---|---|');
for (const [name, line] of Object.entries(LINES)) {
  const random = chance(20261130 + Object.keys(LINES).indexOf(name));
  const runs = Array.from({ length: RUNS }, () => twoDevices(line, random));
  const trip = `${line.quickestMs}–${line.quickestMs + 2 * line.variesMs}`;
  console.log(
    `| ${name} | ${trip} | ${three(runs.map((one) => one.atFirstGo))} | ${three(runs.map((one) => one.atMost))} | ${three(runs.map((one) => one.fromServer))} |`,
  );
}
console.log(`\nMilliseconds apart: the middle of ${RUNS} pairs of devices, 95 of 100, the worst.`);
