import { GlobalRegistrator } from '@happy-dom/global-registrator';

/** A page for the tests of a file: hooks run in it as in a browser. To be called in `before`; gives what takes it away again. */
export function openPage(): () => Promise<void> {
  GlobalRegistrator.register({ url: 'http://localhost/' });
  return () => GlobalRegistrator.unregister();
}
