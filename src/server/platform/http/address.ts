import { isIPv6 } from 'node:net';

/** The header in which the server itself tells the socket's address; anything sent from outside is dropped before. */
export const ADDRESS_HEADER = 'x-eager-feet-address';

/** An IPv4 address as it is written, also where the socket speaks IPv6. */
const plain = (address: string): string => address.replace(/^::ffff:(?=\d+\.)/i, '');

/**
 * Where a request comes from: the socket's own address, or, when that is a proxy of one's own, the last address that this proxy saw.
 * What stands before the last one came from outside, and anybody could have written it.
 * @param forwarded the header X-Forwarded-For as it came
 */
export function clientAddress(socket: string | undefined, forwarded: string | string[] | undefined, proxies: readonly string[]): string {
  const own = plain(socket ?? 'unknown');
  if (!proxies.includes(own)) return own;
  const last = [forwarded].flat().at(-1)?.split(',').at(-1)?.trim();
  return last ? plain(last) : own;
}

const GROUPS = 8;
/** The groups of an IPv6 address that name a network; whoever has one has all addresses in it. */
const NETWORK_GROUPS = 4;

/**
 * The network that limits count: an IPv4 address itself; of an IPv6 address the /64, because one household has 2⁶⁴ of them.
 * What is no address counts as it is.
 */
export function networkOf(address: string): string {
  const bare = address.replace(/%.*$/, '');
  if (!isIPv6(bare)) return plain(address);
  const [head = '', tail] = bare.toLowerCase().split('::');
  const groups = (text: string) => (text === '' ? [] : text.split(':'));
  const front = groups(head);
  // An address may end in the dotted form of IPv4, which stands for two groups; only the front ones matter here.
  const back = groups(tail ?? '').flatMap((group) => (group.includes('.') ? ['0', '0'] : [group]));
  const middle = tail === undefined ? [] : Array<string>(Math.max(0, GROUPS - front.length - back.length)).fill('0');
  const whole = [...front, ...middle, ...back].slice(0, NETWORK_GROUPS).map((group) => group.replace(/^0+(?=.)/, ''));
  return `${whole.join(':')}::/64`;
}
