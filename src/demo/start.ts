/** What server.mjs needs of the sources, in one bundle. */

export { openFrom, SettingError, serve } from '../server/main.ts';
export { command } from '../server/operations/cli.ts';
export { founderAddress } from '../server/squads/founder.ts';
export { loadDemo } from './load.ts';
