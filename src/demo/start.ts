/** What server.mjs needs of the sources, in one bundle. */

export { openFrom, SettingError, serve } from '../server/main.ts';
export { loadDemo } from './load.ts';
