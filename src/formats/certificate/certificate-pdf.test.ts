import { describe, expect, it } from 'vitest';
import { type Certificate, PROOF_KINDS } from '../../core/proof/certificate.ts';
import { micros } from '../../core/time/micros.ts';
import { certificateDocument } from './certificate-pdf.ts';

const film = (certificate: Certificate) => ({
  ...{ title: 'Broomstick Strong', revision: 12, madeAt: new Date('2026-11-28T14:05:00Z'), sha256: 'ab'.repeat(32) },
  certificate,
});
const line = (what: (typeof PROOF_KINDS)[number], right = true) => ({
  ...{ what, right, found: `${what} as found`, wanted: `${what} as wanted` },
  at: right ? [] : [micros(61_500_000)],
});

describe('the certificate on paper', () => {
  it('has every line, what was found and what was wanted, and the film it is of', () => {
    const text = JSON.stringify(certificateDocument(film({ lines: PROOF_KINDS.map((k) => line(k)) })));
    for (const kind of PROOF_KINDS) expect(text).toContain(`${kind} as wanted`);
    for (const part of ['The file is as it was meant.', 'Revision 12', '2026-11-28 14:05 UTC', 'ab'.repeat(32)])
      expect(text).toContain(part);
    expect(text).not.toContain('NOT as meant');
  });
  it('says plainly what is wrong, and where first', () => {
    const lines = [line('timer', false), line('chapters')];
    const text = JSON.stringify(certificateDocument(film({ lines })));
    expect(text).toContain('Not as it was meant: 1 line.');
    expect(text).toContain('first at 1:01.50');
    expect(text.match(/NOT as meant/g)).toHaveLength(1);
  });
});
