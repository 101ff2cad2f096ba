import type { IncomingMessage, ServerResponse } from 'node:http';
import { wordsIn } from '@/i18n/catalogues';
import { LOCALE_COOKIE, LOCALES, type Locale, localeFrom, localeOf } from '@/i18n/locales';
import type { Stopped } from './gate';
import { cookieOf } from './origin';

// Made once: this answers when very many ask.
const WORDS = { en: wordsIn('en', 'stopped'), ar: wordsIn('ar', 'stopped') };

/** The language of whoever asks, as far as it is known before anything is looked up. */
function languageOf({ headers }: IncomingMessage): Locale {
  return localeOf(cookieOf(headers.cookie, LOCALE_COOKIE) ?? localeFrom(headers['accept-language'] ?? null));
}

/** Answers a request that was stopped: a code for our own pages, a sentence for whoever looks at a page. */
export function answerStopped(request: IncomingMessage, response: ServerResponse, { status, code, seconds }: Stopped) {
  if (seconds > 0) response.setHeader('retry-after', String(seconds));
  // What has not been read of a body will not be.
  if (status === 413 || status === 411) response.setHeader('connection', 'close');
  response.statusCode = status;
  response.setHeader('cache-control', 'no-store');
  if (request.url?.startsWith('/api/')) {
    response.setHeader('content-type', 'application/json');
    response.end(JSON.stringify({ ok: false, code, ...(seconds > 0 ? { seconds } : {}) }));
    return;
  }
  const language = languageOf(request);
  const t = WORDS[language];
  const says = t(code as 'too-fast', { seconds });
  const again = seconds > 0 ? `<meta http-equiv="refresh" content="${seconds}">` : '';
  response.setHeader('content-type', 'text/html; charset=utf-8');
  response.setHeader('content-security-policy', "default-src 'none'; style-src 'unsafe-inline'");
  response.end(
    `<!doctype html><html lang="${language}" dir="${LOCALES[language].direction}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">${again}<title>Kite String</title><style>body{font:17px/1.6 sans-serif;max-width:36em;margin:12vh auto;padding:0 24px;background:#e9f1f5;color:#13243a}a{color:inherit}@media (prefers-color-scheme:dark){body{background:#0e1a29;color:#eaf2f8}}</style></head><body><main><h1>Kite String</h1><p>${says}</p><p><a href="/">${t('first')}</a></p></main></body></html>`,
  );
}
