/**
 * Where a device notes that somebody signed out without a line: the shell's worker reads it, and no page is asked for in that name before
 * the server has heard of it.
 */
export const LEAVING = { cache: 'eager-feet-leaving', key: '/leaving', address: '/api/auth/sign-out' } as const;
