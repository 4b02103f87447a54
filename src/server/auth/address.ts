/** The header in which the server itself tells the socket's address; anything sent from outside is dropped before. */
export const ADDRESS_HEADER = 'x-eager-feet-address';

/** An IPv4 address as it is written, also where the socket speaks IPv6. */
const plain = (address: string): string => address.replace(/^::ffff:/, '');

/**
 * Where a request comes from: the socket's own address, or, when that is a proxy of one's own, the last address that this proxy saw.
 * What stands before the last one came from outside, and anybody could have written it.
 * @param forwarded the header X-Forwarded-For as it came
 */
export function addressOf(socket: string | undefined, forwarded: string | string[] | undefined, proxies: readonly string[]): string {
  const own = plain(socket ?? 'unknown');
  if (!proxies.includes(own)) return own;
  const last = [forwarded].flat().at(-1)?.split(',').at(-1)?.trim();
  return last ? plain(last) : own;
}
