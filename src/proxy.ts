import { type NextRequest, NextResponse } from 'next/server';
import { ownSockets } from '@/server/http/addresses';

/**
 * The policy of every page. Scripts run only with the nonce of their page; styles may be inline, since the component
 * library writes them so. What stands on every answer is set before a request comes here (`server/gate.ts`).
 */
export function proxy(request: NextRequest): NextResponse {
  const nonce = btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(16))));
  const developing = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${developing ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "font-src 'self'",
    `connect-src 'self' ${ownSockets().join(' ')}`,
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  // A route may set a stricter policy of its own, so this is for pages only.
  if (!request.nextUrl.pathname.startsWith('/api/')) response.headers.set('content-security-policy', policy);
  return response;
}

// An upload would be read into memory on its way past here; its answers run nothing and need no policy.
export const config = {
  matcher: [
    '/((?!_next/static|_next/image|icon.svg|pdfjs/|dictionaries/|api/uploads|api/import|api/text-pictures|api/asides/files|api/hand-ins/[^/]+/sound|api/office/rosters|api/classes/[^/]+/cartridge).*)',
  ],
};
