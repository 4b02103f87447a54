import { GlobalRegistrator } from '@happy-dom/global-registrator';

/** What goes on ticking when a page is closed: the interface library takes hold of these once, for all pages of a run. */
const OF_NODE = ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'setImmediate', 'clearImmediate', 'queueMicrotask'] as const;

/** A page for the tests of a file: hooks run in it as in a browser. To be called in `before`; gives what takes it away again. */
export function openPage(): () => Promise<void> {
  const ofNode = Object.fromEntries([...OF_NODE, 'MessageChannel' as const].map((name) => [name, globalThis[name]]));
  GlobalRegistrator.register({ url: 'http://localhost/' });
  Object.assign(globalThis, ofNode);
  return () => GlobalRegistrator.unregister();
}
