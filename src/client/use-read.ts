import { QueryClient, useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import type { z } from 'zod';
import type { Endpoint } from '../contract/endpoint.ts';
import { endpointAddress, NoAnswer, sendJson, sentenceOf } from './client.ts';

const FRESH_MS = 30_000;
const FIRST_RETRY_MS = 500;

const openReads = () =>
  new QueryClient({
    defaultOptions: {
      queries: {
        staleTime: FRESH_MS,
        // A line that is down comes back; what the server refused it refuses again.
        retry: (tries, error) => error instanceof NoAnswer && tries < 2,
        retryDelay: (tries) => FIRST_RETRY_MS * 2 ** tries,
      },
    },
  });

/** What the islands of a page have read, once for all of them. */
const reads = openReads();
/** On the server a page keeps nothing: the next one may be somebody else's. */
const readsHere = () => (typeof window === 'undefined' ? openReads() : reads);

/** Tells apart what may not be shared. */
let openings = 0;

interface Reading<R> {
  /** What came with the page. */
  first?: R;
  /** Asks again by itself as long as the page is looked at; milliseconds. */
  everyMs?: number | false;
  /** What has to be done first; what is read is then never taken from what was read before. */
  before?: () => Promise<unknown>;
  /** Nothing is asked yet. */
  idle?: boolean;
}

/** What the server says at an endpoint: read when a view needs it, and again when the page is looked at after a while. */
export function useRead<P extends z.ZodType, R extends z.ZodType>(
  endpoint: Endpoint<P, z.ZodType, R>,
  params: z.input<P>,
  { first, everyMs = false, before, idle = false }: Reading<z.output<R>> = {},
): {
  found: z.output<R> | null;
  problem: string | null;
  /** Puts what an act has brought in its place. */
  put(found: z.output<R>): void;
  /** Asks now. @throws what kept the answer away */
  again(): Promise<z.output<R>>;
} {
  const address = endpointAddress(endpoint, params as Record<string, string>);
  const client = readsHere();
  const [opened] = useState(() => (before ? ++openings : 0));
  const key = useMemo(() => [address, opened], [address, opened]);
  const query = useQuery<unknown>(
    {
      queryKey: key,
      queryFn: async () => {
        await before?.();
        return sendJson(endpoint.method, address);
      },
      enabled: !idle,
      refetchInterval: everyMs,
      ...(before ? { staleTime: Number.POSITIVE_INFINITY, gcTime: 0 } : {}),
      ...(first === undefined ? {} : { initialData: first }),
    },
    client,
  );
  const { refetch } = query;
  return {
    found: (query.data ?? null) as z.output<R> | null,
    problem: query.data === undefined && query.error ? sentenceOf(query.error) : null,
    put: useCallback((found: z.output<R>) => void client.setQueryData(key, found), [client, key]),
    again: useCallback(async () => (await refetch({ throwOnError: true })).data as z.output<R>, [refetch]),
  };
}
