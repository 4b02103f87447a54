import type { Context } from '../context.ts';
import type { Inspected } from './inspect.ts';

/** A file as it is kept. */
export interface ReceivedFile {
  name: string;
  mediaType: string;
  bytes: number;
  seconds: number;
}

/** What an uploaded file can be for: a clip of a player, or a film of a coach. */
export interface Receiver {
  /** What its files are called before their id. */
  prefix: string;
  /** Whether the file is still waited for. @throws Problem "not found" */
  isExpected(context: Context, id: string): boolean;
  /** @throws Problem where the file may not be kept (any more), though it is sound */
  check(context: Context, id: string, found: Inspected): void;
  keep(context: Context, id: string, file: ReceivedFile): void;
  /** Called once the file is in its place and written down. */
  settled?(context: Context, id: string): void;
  refuse(context: Context, id: string, sentence: string): void;
}
