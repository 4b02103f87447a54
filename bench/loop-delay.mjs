/** Loaded beside the server by `bench/blocking.ts`: tells how long its event loop stood still since it was last asked. */
import { monitorEventLoopDelay } from 'node:perf_hooks';

const RESOLUTION_MS = 5;
const histogram = monitorEventLoopDelay({ resolution: RESOLUTION_MS });
histogram.enable();
process.on('message', (said) => {
  if (said !== 'delay') return;
  // The histogram counts the wait of its own timer too.
  process.send?.({ max: histogram.max / 1e6 - RESOLUTION_MS, p99: histogram.percentile(99) / 1e6 - RESOLUTION_MS });
  histogram.reset();
});
process.channel?.unref();
