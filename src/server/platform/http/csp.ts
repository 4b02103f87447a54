const STYLES = /style-src [^;"]*/;
const DRAWN = "style-src 'self' 'unsafe-inline'";
const META = /<meta http-equiv="content-security-policy" content="[^"]*"/;

/** A policy that the framework made, with what drawings need: widths and places are style attributes, which no hash can name. */
const mended = (policy: string): string => policy.replace(STYLES, DRAWN);

/**
 * A page's answer with the policy for styles that it needs. The framework writes the policy into a header, or into the head of a page that
 * is made at the build; there only the first one is touched, which stands before anything that people typed.
 */
export async function withDrawnStyles(response: Response): Promise<Response> {
  if (!response.headers.get('content-type')?.startsWith('text/html')) return response;
  const policy = response.headers.get('content-security-policy');
  if (policy) {
    response.headers.set('content-security-policy', `${mended(policy)} frame-ancestors 'none'`);
    return response;
  }
  const html = await response.text();
  return new Response(html.replace(META, mended), response);
}
