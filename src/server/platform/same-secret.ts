import { timingSafeEqual } from 'node:crypto';

/** Whether what somebody shows is the secret: how much of it is right takes no longer or shorter to find out. */
export function isSameSecret(shown: string, secret: string): boolean {
  const [a, b] = [Buffer.from(shown), Buffer.from(secret)];
  return a.length === b.length && timingSafeEqual(a, b);
}
