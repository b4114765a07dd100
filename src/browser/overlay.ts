import text400 from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff2?url';
import text700 from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff2?url';
import figures700 from '@fontsource/martian-mono/files/martian-mono-latin-700-normal.woff2?url';
import type JASSUB from 'jassub';

/** The overlay drawn over a video by the rasteriser that the renderer uses too: the same script, the same faces. */
export interface Overlay {
  /** Replaces the script. */
  show(ass: string): Promise<void>;
  /** Seconds to add to the video's clock to be on the script's. */
  offset(seconds: number): void;
  destroy(): void;
}

export async function openOverlay(video: HTMLVideoElement, ass: string): Promise<Overlay> {
  const { default: Rasteriser } = await import('jassub');
  const raster: JASSUB = new Rasteriser({
    video,
    subContent: ass,
    fonts: [text400, text700, figures700],
    queryFonts: false,
  });
  await raster.ready;
  const redraw = () => void raster.resize(true);
  return {
    async show(next) {
      await raster.renderer.setTrack(next);
      redraw();
    },
    offset(seconds) {
      if (raster.timeOffset === seconds) return;
      raster.timeOffset = seconds;
      redraw();
    },
    destroy: () => void raster.destroy().catch(() => undefined),
  };
}
