// The fonts that the overlay is drawn in, by the page and by the renderer alike: for each, the family as the file names
// it, the weight, and its files by the letters they hold.
export const OVERLAY_FONTS = [
  font('atkinson-hyperlegible-next', 'Atkinson Hyperlegible Next', 400, ['latin', 'latin-ext']),
  font('atkinson-hyperlegible-next', 'Atkinson Hyperlegible Next', 700, ['latin', 'latin-ext']),
  font('noto-sans', 'Noto Sans', 400, ['latin', 'latin-ext', 'greek', 'cyrillic']),
  font('noto-sans', 'Noto Sans', 700, ['latin', 'latin-ext', 'greek', 'cyrillic']),
  font('martian-mono', 'Martian Mono SemiExpanded', 700, ['latin']),
  font('bricolage-grotesque', 'Bricolage Grotesque 96pt ExtraBold ExtraBold', 800, ['latin']),
];

function font(pack, family, weight, scripts) {
  const file = (script) => `@fontsource/${pack}/files/${pack}-${script}-${weight}-normal.woff2`;
  return { family, weight, files: scripts.map(file) };
}
