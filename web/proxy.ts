import { type NextRequest, NextResponse } from 'next/server';
import { FOREIGN_HOST, isOurHost } from './server/http/admit';

/**
 * Stands before every page: a foreign host name gets nothing (a page elsewhere could point a name of its own at this machine and read what
 * a customer's page says), and every page gets a content policy with a nonce of its own. Routes look for themselves: in front of them Next
 * would hold bodies in memory and cut large ones.
 */
export function proxy(request: NextRequest): NextResponse {
  if (!isOurHost(request.headers.get('host') ?? '')) return new NextResponse(`${FOREIGN_HOST}\n`, { status: 403 });
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const policy = contentPolicy(nonce);
  const headers = new Headers(request.headers);
  // Next reads the nonce from here and puts it on its own scripts.
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  return response;
}

export const config = { matcher: ['/((?!_next/static|_next/image|api/).*)'] };

/** Everything from this server alone. Styles may stand in attributes: charts and the fan set widths so. */
function contentPolicy(nonce: string): string {
  // The development server runs its modules from text.
  const scripts = process.env.NODE_ENV === 'development' ? "'unsafe-eval'" : "'strict-dynamic'";
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' ${scripts}`,
    "worker-src 'self'",
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}
