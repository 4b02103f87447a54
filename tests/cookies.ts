/** What a browser would send back of the cookies that an answer sets. */
export const cookieOf = ({ headers }: Response): string =>
  headers
    .getSetCookie()
    .map((cookie) => cookie.split(';')[0])
    .join('; ');
