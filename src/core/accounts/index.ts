export { codeFrom, codeInGroups, normalCode } from './codes.ts';
export { isSimplePin } from './pins.ts';
