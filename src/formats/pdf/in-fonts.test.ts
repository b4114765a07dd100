import { describe, expect, it } from 'vitest';
import { inFonts } from './in-fonts.ts';

/** Latin letters are in one font, Greek ones in another, others in none. */
const fontOf = (code: number) =>
  code < 0x250 || (code >= 0x2000 && code < 0x2070) ? 'Latin' : code >= 0x370 && code < 0x400 ? 'Greek' : null;

describe('a document in the fonts that have its letters', () => {
  it('keeps a text that one font holds, and cuts another where the font changes', () => {
    const made = inFonts({ content: [{ text: 'Squat', bold: true }, { text: 'Squat Ώση, left' }] }, 'Latin', fontOf);
    expect(made.content).toEqual([
      { text: 'Squat', bold: true },
      {
        text: [
          { text: 'Squat ', font: 'Latin' },
          { text: 'Ώση', font: 'Greek' },
          { text: ', left', font: 'Latin' },
        ],
      },
    ]);
    expect(made.defaultStyle).toEqual({ font: 'Latin' });
  });
  it('reaches every part: plain texts, lists of texts, stacks, columns, tables and the footer', () => {
    const greek = { text: [{ text: 'Ώση', font: 'Greek' }] };
    const made = inFonts(
      {
        footer: (page) => ({ text: `Ώση ${page}`, fontSize: 8 }),
        content: [
          'Ώση',
          { text: ['Lay out: ', 'Ώση'] },
          { stack: [{ columns: [{ text: 'Ώση' }] }] },
          { table: { body: [[{ text: 'Ώση', colSpan: 2 }, {}]] } },
        ],
      },
      'Latin',
      fontOf,
    );
    expect(made.content).toEqual([
      greek,
      { text: ['Lay out: ', greek] },
      { stack: [{ columns: [greek] }] },
      { table: { body: [[{ ...greek, colSpan: 2 }, {}]] } },
    ]);
    const { footer } = made;
    if (typeof footer !== 'function') throw new Error('the footer is made page by page');
    expect(footer(3, 4, { width: 1, height: 1, orientation: 'portrait' })).toEqual({
      fontSize: 8,
      text: [
        { text: 'Ώση ', font: 'Greek' },
        { text: '3', font: 'Latin' },
      ],
    });
  });
  it('leaves out letters that no font has, and names each once at the end', () => {
    const made = inFonts({ content: ['Cat 猫 and 猫犬 or 犬'] }, 'Latin', fontOf);
    expect(made.content).toEqual([
      ['Cat … and … or …'],
      expect.objectContaining({ text: 'Letters that the fonts of this page lack were left out: U+732B, U+72AC.' }),
    ]);
  });
});
