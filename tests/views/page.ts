import { GlobalRegistrator } from '@happy-dom/global-registrator';

/** What goes on ticking when a page is closed: the interface library takes hold of these once, for all pages of a run. */
const OF_NODE = ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'setImmediate', 'clearImmediate', 'queueMicrotask'] as const;

/** Timers of a page that is read for long, such as what forgets what was read: no run of tests waits for those. */
const LONG_MS = 30_000;

/** Node’s own timer; one that would go off after the tests are over keeps no run alive. */
const timerOfNode =
  (ofNode: typeof setTimeout) =>
  (then: (...given: unknown[]) => void, ms: number, ...given: unknown[]) => {
    const timer = ofNode(then, ms, ...given);
    return ms >= LONG_MS ? timer.unref() : timer;
  };

/** A page for the tests of a file: hooks run in it as in a browser. To be called in `before`; gives what takes it away again. */
export function openPage(): () => Promise<void> {
  const ofNode = Object.fromEntries([...OF_NODE, 'MessageChannel' as const].map((name) => [name, globalThis[name]]));
  GlobalRegistrator.register({ url: 'http://localhost/' });
  Object.assign(globalThis, ofNode, { setTimeout: timerOfNode(ofNode.setTimeout as typeof setTimeout) });
  return () => GlobalRegistrator.unregister();
}
