import { escapeHtml } from './escape-html.ts';
import { counted, filled } from '../../core/language/viewer-word.ts';
import type { ViewerClass } from '../../core/delivery/viewer-class.ts';

/** What the page is made of besides the class: its own script and style, and the name of the film beside it. */
interface PageParts {
  readonly script: string;
  readonly style: string;
  readonly film: string;
  /** The voice, and all else that is heard, beside it; null: only together in the film. */
  readonly stems: { readonly voice: string; readonly rest: string } | null;
}

/** Nothing from elsewhere; its own script and style stand in the page. */
const POLICY = "default-src 'none'; script-src 'unsafe-inline'; style-src 'unsafe-inline'; media-src 'self' file:";

/**
 * A page for viewers: one HTML file beside the film that opens from a folder, a stick or a web server, and fetches
 * nothing from anywhere else. Without scripts it still plays the film and shows the list of moves.
 */
export function writeViewersPage(shown: ViewerClass, { script, style, film, stems }: PageParts): string {
  const { words } = shown;
  const { ink, paper, accent } = shown.colours;
  // The data is read by the script, never run; `<` would end the element.
  const data = JSON.stringify(shown).replaceAll('<', '\\u003c');
  return `<!doctype html>
<html lang="${shown.language}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="${POLICY}">
<title>${escapeHtml(shown.title)}</title>
<style>:root{--ink:#${ink};--paper:#${paper};--accent:#${accent}}
${style}</style>
</head>
<body>
<header>
<h1>${escapeHtml(shown.title)}</h1>
<p>${escapeHtml(introduction(shown))}</p>
</header>
<main>
<section class="film" aria-label="${escapeHtml(words.film)}">
<div class="picture"><video src="${escapeHtml(film)}" controls playsinline preload="metadata"></video></div>
${stems === null ? '' : `${stem('voice', stems.voice)}${stem('rest', stems.rest)}`}<div id="now" hidden></div>
</section>
<section class="moves" aria-label="${escapeHtml(words.moves)}">
<h2>${escapeHtml(words.class)}</h2>
<ol id="moves">
${shown.segments.map(({ label, dose }) => `<li>${escapeHtml(label)} <span>${escapeHtml(dose)}</span></li>`).join('\n')}
</ol>
</section>
</main>
<footer><p>${escapeHtml(shown.notice)}</p></footer>
<script type="application/json" id="class">${data}</script>
<script>${script.replaceAll('</script', '<\\/script')}</script>
</body>
</html>
`;
}

const stem = (id: string, file: string) => `<audio id="${id}" src="${escapeHtml(file)}" preload="auto"></audio>\n`;

function introduction({ instructor, length, equipment, words }: ViewerClass): string {
  const minutes = Math.max(1, Math.round(length / 60));
  return [
    counted(minutes, words.minute, words.minutes),
    ...(instructor === null ? [] : [filled(words.with, { what: instructor })]),
    equipment.length === 0 ? words.noEquipment : filled(words.with, { what: equipment.join(', ') }),
  ].join(' · ');
}
