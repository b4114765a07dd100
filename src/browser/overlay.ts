// prettier-ignore
import text400 from
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url';
// prettier-ignore
import text700 from
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2?url';
import figures700 from '@fontsource/martian-mono/files/martian-mono-latin-700-normal.woff2?url';
// prettier-ignore
import textExt400 from
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-400-normal.woff2?url';
// prettier-ignore
import textExt700 from
  '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-700-normal.woff2?url';
import display800 from '@fontsource/bricolage-grotesque/files/bricolage-grotesque-latin-800-normal.woff2?url';
import cyrillic400 from '@fontsource/noto-sans/files/noto-sans-cyrillic-400-normal.woff2?url';
import cyrillic700 from '@fontsource/noto-sans/files/noto-sans-cyrillic-700-normal.woff2?url';
import greek400 from '@fontsource/noto-sans/files/noto-sans-greek-400-normal.woff2?url';
import greek700 from '@fontsource/noto-sans/files/noto-sans-greek-700-normal.woff2?url';
import plain400 from '@fontsource/noto-sans/files/noto-sans-latin-400-normal.woff2?url';
import plain700 from '@fontsource/noto-sans/files/noto-sans-latin-700-normal.woff2?url';
import plainExt400 from '@fontsource/noto-sans/files/noto-sans-latin-ext-400-normal.woff2?url';
import plainExt700 from '@fontsource/noto-sans/files/noto-sans-latin-ext-700-normal.woff2?url';
import type JASSUB from 'jassub';

/** The overlay drawn by the rasteriser that the renderer uses too: the same script, the same faces. */
export interface Overlay {
  /** Replaces the script. */
  show(ass: string): Promise<void>;
  /** Draws what the script has at a time, in seconds. */
  draw(seconds: number): void;
  destroy(): void;
}

/** The fonts of `scripts/lib/overlay-fonts.mjs`, as the page has them. */
const FONTS = [
  ...[text400, text700, textExt400, textExt700, figures700, display800],
  ...[plain400, plain700, plainExt400, plainExt700, greek400, greek700, cyrillic400, cyrillic700],
];

/** `canvas` lies over the picture and has its shape; `size` is the programme's, in pixels. */
export async function openOverlay(
  canvas: HTMLCanvasElement,
  size: { readonly width: number; readonly height: number },
  ass: string,
): Promise<Overlay> {
  const { default: Rasteriser } = await import('jassub');
  const raster: JASSUB = new Rasteriser({
    canvas,
    subContent: ass,
    fonts: FONTS,
    queryFonts: false,
  });
  await raster.ready;
  let last = 0;
  const draw = (seconds: number, repaint = false) => {
    last = seconds;
    const frame = { mediaTime: seconds, ...size } as VideoFrameCallbackMetadata;
    void raster.manualRender(frame, repaint).catch(() => undefined);
  };
  draw(0);
  return {
    async show(next) {
      await raster.renderer.setTrack(next);
      draw(last, true);
    },
    draw,
    destroy: () => void raster.destroy().catch(() => undefined),
  };
}
