import { createHash } from 'node:crypto';

const INLINE = /<script(?![^>]*\ssrc\s*=)([^>]*)>([\s\S]*?)<\/script>/gi;
/** Data in a page is no script: it is never run. */
const IS_DATA = /\btype\s*=\s*["']?application\/(?:json|ld\+json)/i;

/**
 * The Content-Security-Policy of one page: scripts are our own files and the few starters that the framework writes
 * into the page, each by its hash. What somebody managed to write into a page has none and does not run.
 */
export function pagePolicy(html: string): string {
  const hashes = new Set<string>();
  for (const [, attributes, script] of html.matchAll(INLINE))
    if (!IS_DATA.test(attributes ?? ''))
      hashes.add(
        `'sha256-${createHash('sha256')
          .update(script ?? '', 'utf8')
          .digest('base64')}'`,
      );
  return [
    "default-src 'self'",
    // WebAssembly draws the overlay.
    `script-src 'self' 'wasm-unsafe-eval' ${[...hashes].join(' ')}`.trim(),
    // Widths and places of bars are style attributes.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "media-src 'self' blob:",
    "worker-src 'self' blob:",
    "connect-src 'self' blob: data:",
    "font-src 'self' data: blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
}
