import { BESIDE } from '../../contract/beside.ts';
import { contract, type Endpoint } from '../../contract/index.ts';
import { grouped } from '../../core/grouped.ts';

/* Which methods an address takes. The framework answers a method that a page has not with “not found”. */

const READ = ['GET', 'HEAD'] as const;
const PARAMETER = /\{[^}]*\}/g;
/** What answers by itself for each method. */
const BY_ITSELF = /^\/api\/(?:auth|uploads)(?:\/|$)/;

/** What reads is also asked for its headers alone. */
const withHead = (methods: Iterable<string>): string[] =>
  [...new Set([...methods].flatMap((one) => (one === 'GET' ? READ : [one])))].sort();

interface Address {
  pattern: RegExp;
  /** Parts that are words of its own: of two addresses that fit, the one with more of them is meant. */
  literal: number;
  methods: string[];
}

/** All addresses by how many parts they have, those of the contract and those beside it. */
function addresses(): Map<number, Address[]> {
  const taken = new Map<string, Set<string>>();
  const take = (path: string, method: string) => {
    const bare = path.replaceAll(PARAMETER, '{}');
    taken.set(bare, (taken.get(bare) ?? new Set()).add(method.toUpperCase()));
  };
  for (const endpoints of Object.values(contract))
    for (const one of Object.values(endpoints) as Endpoint[]) take(`/api/v1${one.path}`, one.method);
  for (const one of BESIDE) if (!BY_ITSELF.test(one.path)) take(one.path, one.method);
  const all = [...taken].map(([path, methods]) => {
    const parts = path.split('/');
    return {
      parts: parts.length,
      pattern: new RegExp(`^${path.split('{}').map(escaped).join('[^/]+')}$`),
      literal: parts.filter((part) => !part.includes('{}')).length,
      methods: withHead(methods),
    };
  });
  return grouped(
    all.sort((a, b) => b.literal - a.literal),
    (one) => one.parts,
  );
}

const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

let known: ReturnType<typeof addresses> | null = null;

/**
 * The methods that an address takes.
 * @param path without its query
 * @returns null where any may be tried: an address that is not there, sign-ins and uploads, which answer by themselves
 */
export function methodsAt(path: string): readonly string[] | null {
  known ??= addresses();
  const found = known.get(path.split('/').length)?.find((one) => one.pattern.test(path));
  if (found) return found.methods;
  // A page, or a file of the build.
  return /^\/api(?:\/|$)/.test(path) ? null : READ;
}
