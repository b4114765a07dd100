import { addressOf } from '../shared/call.ts';
import { Download } from 'lucide-react';
import { EXPORTS, type ExportFormat } from '../../formats/exports.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';

/** What files are for, in the order in which they are asked for. */
const GROUPS: readonly (readonly [title: string, names: readonly string[]])[] = [
  ['For viewers', ['speech-vtt', 'speech-srt', 'speech-ttml', 'captions-vtt', 'captions-srt', 'captions-ttml']],
  ['Chapters', ['chapters-vtt', 'chapters-json', 'chapters-matroska', 'chapters-ffmetadata']],
  ['To publish', ['title-tags-txt', 'description-txt']],
  ['For programs', ['class-json']],
  ['For another editor', ['timeline-otio', 'cutlist-edl', 'markers-csv', 'overlay-ass']],
  ['For the records', ['card-txt', 'cue-sheet-csv', 'tones-csv']],
];

/** Every file that goes with the film, by what it is for; all of them at once. */
export function Files({ isFilmed }: { readonly isFilmed: boolean }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const fetchSaved = (e: React.MouseEvent<HTMLAnchorElement>) => {
    const { href } = e.currentTarget;
    e.preventDefault();
    void workbench.flush().then(() => window.location.assign(href));
  };
  const known = new Map(EXPORTS.map((f) => [f.name, f]));
  const grouped = new Set(GROUPS.flatMap(([, names]) => names));
  const others = EXPORTS.filter((f) => !grouped.has(f.name)).map((f) => f.name);
  const groups = others.length === 0 ? GROUPS : [...GROUPS, ['More', others] as const];
  return (
    <section>
      <div className="flex flex-wrap items-baseline justify-between gap-3">
        <h2 className="text-2xl">Files</h2>
        <a className="btn" href={addressOf('exportFiles', { id })} download onClick={fetchSaved}>
          <Download size={13} /> All files in one ZIP
        </a>
      </div>
      <p className="mt-1 text-soft">
        {isFilmed
          ? 'Made from the programme as it stands now. They are in the kit, too.'
          : 'Made from the plan, as there is no take yet.'}
      </p>
      {groups.map(([title, names]) => {
        const formats = names.flatMap((n) => known.get(n) ?? []).filter((f) => isFilmed || f.needs === undefined);
        if (formats.length === 0) return null;
        return (
          <div key={title} className="mt-4">
            <h3 className="text-lg">{title}</h3>
            <ul>
              {formats.map((format) => (
                <FileRow
                  key={format.name}
                  format={format}
                  href={addressOf('exportFile', { id, format: format.name })}
                  fetch={fetchSaved}
                />
              ))}
            </ul>
          </div>
        );
      })}
    </section>
  );
}

interface RowOf {
  readonly format: ExportFormat;
  readonly href: string;
  readonly fetch: (e: React.MouseEvent<HTMLAnchorElement>) => void;
}

function FileRow({ format, href, fetch }: RowOf) {
  return (
    <li className="flex items-center justify-between gap-3 border-t py-1.5">
      <span>{format.title}</span>
      <a className="btn" href={href} download onClick={fetch}>
        <Download size={13} />
        <span className="figures">{format.file}</span>
      </a>
    </li>
  );
}
