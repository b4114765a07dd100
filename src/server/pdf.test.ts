import { create } from 'fontkit';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { makePdf } from './pdf.ts';
import { OWN_FONT, PDF_FONTS, fontOf } from './pdf-fonts.ts';

describe('a PDF', () => {
  it('has each letter in a file that holds it: Latin, Greek and Cyrillic, regular and bold', () => {
    for (const letter of 'Squat, größer → Łódź – “Ώση” Кошка ё №5 · ½ × −3') {
      const code = letter.codePointAt(0)!;
      if (code <= 0x20) continue;
      const name = fontOf(code);
      if (name === null) {
        expect('→').toContain(letter);
        continue;
      }
      for (const file of [PDF_FONTS[name]!.normal, PDF_FONTS[name]!.bold]) {
        const font = create(readFileSync(file));
        expect([letter, name, font.characterSet.includes(code)]).toEqual([letter, name, true]);
      }
    }
    expect(fontOf('a'.codePointAt(0)!)).toBe(OWN_FONT);
  });
  it.each(['猫', 'ש', 'ع'])('has no font for %s, which is left out and named', async (letter) => {
    expect(fontOf(letter.codePointAt(0)!)).toBeNull();
    const pdf = await makePdf({ content: [{ text: `Squat ${letter}` }] });
    expect(new TextDecoder('latin1').decode(pdf.slice(0, 5))).toBe('%PDF-');
  });
});
