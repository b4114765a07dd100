import { Key } from '../../ui/Key.tsx';
import { useEffect, useState } from 'react';
import { Trash2 } from 'lucide-react';
import { FILMS, type FilmKind, isFilmKind } from '../../core/delivery/films.ts';
import { PUBLICATION_LIMITS, type Publication, standing } from '../../core/delivery/publication.ts';
import { IconButton } from '../../ui/IconButton.tsx';
import { ApiError } from '../shared/api.ts';
import { asking, call } from '../shared/call.ts';
import { Notice } from '../../ui/Notice.tsx';
import { newId } from '../workbench/saving/new-id.ts';
import type { RenderOfPage } from '../../contract/wire.ts';
import type { Renders } from '../shared/use-renders.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useWorkbench } from '../workbench/workbench-context.tsx';

/** What of the class went out, when and where, and whether it is behind the class as it is now. */
export function Published({ of }: { readonly of: Renders }) {
  const { workbench } = useWorkbench();
  const id = workbench((s) => s.id);
  const revision = workbench((s) => s.revision);
  // A step taken back or done again changes what the server holds, too.
  const steps = workbench((s) => s.undo.length);
  const [all, setAll] = useState<readonly Publication[]>([]);
  const [isOpen, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    let gone = false;
    void workbench
      .flush()
      .then(() => call('publications', { id }))
      .then((list) => {
        if (gone) return;
        setAll(list);
        setTrouble(null);
      })
      .catch((e: unknown) => {
        if (!gone) setTrouble(e instanceof ApiError ? e.message : 'What went out could not be read.');
      });
    return () => void (gone = true);
  }, [id, steps, workbench]);
  const put = (before: Publication | null, after: Publication | null) =>
    asking('changePublication', { id }, { body: { before, after } });
  const change = (label: string, before: Publication | null, after: Publication | null) =>
    workbench.getState().ask(label, { after: put(before, after), before: put(after, before) });
  const films = of.renders.filter(
    (r) => r.state === 'done' && isFilmKind(r.kind) && r.kind !== 'stretch' && r.kind !== 'kit',
  );
  const open = () => setOpen(films.length > 0);
  useLetterCommands([{ label: 'Note that a film went out', letter: 'n', run: open }]);
  const now = new Set(standing(all).map((p) => p.id));
  return (
    <section aria-label="Published">
      <h2 className="text-2xl">Published</h2>
      {trouble !== null && <Notice alarm>{trouble}</Notice>}
      {all.length === 0 && !isOpen && (
        <p className="mt-1 text-soft">
          {films.length === 0
            ? 'When a film is made, note here when and where it went out.'
            : 'Nothing is noted yet. What stands where, and how far behind the class it is, is shown here.'}
        </p>
      )}
      <ol className="mt-2">
        {all.map((p) => (
          <li key={p.id} className="flex items-start gap-3 border-t py-2">
            <span className="figures pt-0.5">{p.on}</span>
            <span className="min-w-0 flex-1">
              <span className={now.has(p.id) ? 'font-semibold' : ''}>{p.where}</span>
              <span className="block text-[13px] text-soft">
                {FILMS[p.film].title}, revision <span className="figures">{p.revision}</span>
                {p.corrects && ', in the place of what was there'}
                {now.has(p.id) ? behindInWords(revision - p.revision) : '; replaced since'}
              </span>
              {p.note !== '' && <span className="block">{p.note}</span>}
            </span>
            <IconButton
              label={`Take out: ${p.where}, ${p.on}`}
              onClick={() => change('Take out what went out', p, null)}
            >
              <Trash2 size={14} />
            </IconButton>
          </li>
        ))}
      </ol>
      {isOpen ? (
        <Entry
          films={films}
          places={[...new Set(all.map((p) => p.where))]}
          done={(entry) => {
            setOpen(false);
            if (entry !== null) change('Note what went out', null, entry);
          }}
        />
      ) : (
        <button className="btn mt-2" disabled={films.length === 0} onClick={open}>
          Note that a film went out <Key>N</Key>
        </button>
      )}
    </section>
  );
}

const behindInWords = (changes: number) =>
  changes <= 0 ? '; the class as it is now' : `; ${changes} ${changes === 1 ? 'change' : 'changes'} to the class since`;

interface EntryOf {
  readonly films: readonly RenderOfPage[];
  readonly places: readonly string[];
  readonly done: (entry: Publication | null) => void;
}

/** A form for one entry; Escape leaves it. */
function Entry({ films, places, done }: EntryOf) {
  const [on, setOn] = useState(() => new Date().toLocaleDateString('sv-SE'));
  const [where, setWhere] = useState('');
  const [film, setFilm] = useState(films[0]?.id ?? '');
  const [corrects, setCorrects] = useState(false);
  const [note, setNote] = useState('');
  const chosen = films.find((r) => r.id === film);
  const submit = (e: React.FormEvent) => {
    e.preventDefault();
    if (chosen?.sha256 == null || where.trim() === '' || on === '') return;
    const { kind, revision, sha256 } = chosen;
    done({
      ...{ id: newId(), on, where: where.trim(), film: kind as FilmKind },
      ...{ revision, sha256, corrects, note: note.trim() },
    });
  };
  return (
    <form
      className="mt-2 flex flex-col gap-2 border-t pt-3"
      aria-label="What went out"
      onSubmit={submit}
      onKeyDown={(e) => e.key === 'Escape' && done(null)}
    >
      <div className="flex flex-wrap gap-3">
        <label className="flex flex-col">
          On
          <input type="date" className="field-box" required value={on} onChange={(e) => setOn(e.target.value)} />
        </label>
        <label className="flex min-w-40 flex-1 flex-col">
          Where
          <input
            className="field-box"
            required
            autoFocus
            pattern=".*\S.*"
            title="A place: a site, an app, a letter"
            maxLength={PUBLICATION_LIMITS.places}
            list="published-places"
            value={where}
            onChange={(e) => setWhere(e.target.value)}
          />
          <datalist id="published-places">
            {places.map((p) => (
              <option key={p} value={p} />
            ))}
          </datalist>
        </label>
      </div>
      <label className="flex flex-col">
        Which film
        <select className="field-box" value={film} onChange={(e) => setFilm(e.target.value)}>
          {films.map((r) => (
            <option key={r.id} value={r.id}>
              {FILMS[r.kind as FilmKind].title}, revision {r.revision}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={corrects} onChange={(e) => setCorrects(e.target.checked)} />
        it takes the place of what was there
      </label>
      <label className="flex flex-col">
        Note
        <input
          className="field-box"
          maxLength={PUBLICATION_LIMITS.note}
          value={note}
          onChange={(e) => setNote(e.target.value)}
        />
      </label>
      <div className="flex gap-3">
        <button className="btn btn-main" type="submit">
          Note it
        </button>
        <button className="btn" type="button" onClick={() => done(null)}>
          Leave it
        </button>
      </div>
    </form>
  );
}
