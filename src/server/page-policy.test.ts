import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { pagePolicy } from './page-policy.ts';

const hash = (text: string) => `'sha256-${createHash('sha256').update(text).digest('base64')}'`;

// W3C Content Security Policy Level 3 (from memory): hashes are base64 of the digest of the script's text.
describe('the policy of a page', () => {
  it('lets the scripts run that stand in it, each by its hash, and no other', () => {
    const policy = pagePolicy('<p>x</p><script>go()</script><script type="module" src="/a.js"></script>');
    expect(policy).toContain(hash('go()'));
    expect(policy.match(/sha256-/g)).toHaveLength(1);
    expect(/script-src[^;]*unsafe-inline/.test(policy)).toBe(false);
  });
  it('never names data as a script, and nobody may frame the page', () => {
    expect(pagePolicy('<script type="application/json">{"a":1}</script>')).not.toContain('sha256');
    expect(pagePolicy('')).toContain("frame-ancestors 'none'");
  });
});
