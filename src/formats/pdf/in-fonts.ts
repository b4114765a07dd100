import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

/** The font that has a letter, by its code point; null: none has it. The first of its fonts is the document's own. */
export type FontOf = (code: number) => string | null;

/** Parts of a document's description that hold more of it. */
const HOLDERS = ['text', 'stack', 'columns', 'ul', 'ol', 'body', 'table'] as const;
type Node = Readonly<Record<string, unknown>>;

/**
 * A document of pdfmake with each text in the fonts that have its letters. pdfmake takes one font for a text, and
 * draws a box for each letter that this has not; so texts are cut where the font changes. Letters that no font has are
 * left out, which three dots show, and named in a note at the end.
 */
export function inFonts(document: TDocumentDefinitions, own: string, fontOf: FontOf): TDocumentDefinitions {
  const missing = new Set<string>();
  const cut = (text: string) => runsOf(text, { own, fontOf, missing });
  const content = inNode(document.content, cut) as Content;
  const { footer } = document;
  return {
    ...document,
    defaultStyle: { ...document.defaultStyle, font: own },
    ...(typeof footer === 'function' && {
      footer: (...args) => inNode(footer(...args), cut) as Content,
    }),
    content: missing.size === 0 ? content : [content, noteOn([...missing])],
  };
}

const noteOn = (letters: readonly string[]): Content => ({
  text: `Letters that the fonts of this page lack were left out: ${letters.map(codeOf).join(', ')}.`,
  fontSize: 8.5,
  margin: [0, 12, 0, 0],
});

/** A letter that cannot be drawn, by its number in Unicode: `U+732B`. */
const codeOf = (letter: string) => `U+${letter.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`;

function inNode(node: unknown, cut: (text: string) => string | Content[]): unknown {
  if (typeof node === 'string') {
    const runs = cut(node);
    return typeof runs === 'string' ? runs : { text: runs };
  }
  if (Array.isArray(node)) return node.map((part) => inNode(part, cut));
  if (typeof node !== 'object' || node === null) return node;
  const own: Record<string, unknown> = { ...(node as Node) };
  for (const key of HOLDERS) {
    const held = own[key];
    if (held !== undefined) own[key] = typeof held === 'string' ? cut(held) : inNode(held, cut);
  }
  return own;
}

/** A text in one font as it is; else its runs, each in the font that has it. */
function runsOf(
  text: string,
  { own, fontOf, missing }: { readonly own: string; readonly fontOf: FontOf; readonly missing: Set<string> },
): string | Content[] {
  const runs: { text: string; font: string }[] = [];
  const put = (letter: string, font: string) => {
    const last = runs.at(-1);
    if (last?.font === font) last.text += letter;
    else runs.push({ text: letter, font });
  };
  let isGap = false;
  for (const letter of text.normalize('NFC')) {
    const code = letter.codePointAt(0)!;
    const font = code <= 0x20 ? (runs.at(-1)?.font ?? own) : fontOf(code);
    if (font !== null) put(letter, font);
    else {
      missing.add(letter);
      if (!isGap) put('…', own);
    }
    isGap = font === null;
  }
  return runs.every((r) => r.font === own) ? runs.map((r) => r.text).join('') : runs;
}
