/** What server.mjs needs of the sources, in one bundle. */

export { command } from '../server/keeping/cli.ts';
export { openFrom, SettingError, serve } from '../server/main.ts';
export { founderAddress } from '../server/people/founder.ts';
export { loadDemo } from './load.ts';
