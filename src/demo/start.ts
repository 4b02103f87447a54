/** What server.mjs needs of the sources, in one bundle. */
export { loadDemo } from './load.ts';
export { openFrom, SettingError, serve } from '../server/main.ts';
