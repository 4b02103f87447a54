import type { z } from 'zod';
import type { ActName } from './acts.ts';

/** One address of the HTTP interface: what goes in, what comes out, and the act it is. */
export interface Endpoint<P extends z.ZodType = z.ZodType, B extends z.ZodType = z.ZodType, R extends z.ZodType = z.ZodType> {
  method: 'GET' | 'POST' | 'PUT' | 'DELETE';
  /** Path under /api/v1, with parameters in braces. */
  path: string;
  act: ActName;
  summary: string;
  /** Path and query parameters together. */
  params: P;
  body: B;
  response: R;
  /** What the answer is when it is not JSON: its media type and the name a browser saves it under. */
  file?: { mediaType: string; name: string };
}

/** Keeps the exact types of an endpoint's schemas. */
export function endpoint<P extends z.ZodType, B extends z.ZodType, R extends z.ZodType>(given: Endpoint<P, B, R>): Endpoint<P, B, R> {
  return given;
}
