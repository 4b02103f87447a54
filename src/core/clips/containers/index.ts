export { strangerInIso } from './isobmff.ts';
export { strangerInMatroska } from './matroska.ts';
export { type ByteSource, type Finding, sourceOf } from './source.ts';
