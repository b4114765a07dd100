import { wordsOf } from '../../core/findings/finding.ts';
import { useRef, useState } from 'react';
import { LICENCE_STATES, type LicenceState, type Rights } from '../../core/music/track.ts';
import { creditLines } from '../../core/music/rights.ts';
import { useDocument } from '../workbench/workbench-context.tsx';
import type { LibraryTrack } from '../../core/music/library.ts';
import type { Laid } from './use-laid.ts';
import type { Library } from './use-tracks.ts';

const STATE_WORDS: Readonly<Record<LicenceState, string>> = {
  none: 'none',
  licensed: 'licensed',
  own: 'the studio’s own',
  free: 'free to use',
};
const words = (list: readonly string[]) => list.join(', ');
const listOf = (text: string) =>
  text
    .split(',')
    .map((t) => t.trim())
    .filter((t) => t !== '')
    .slice(0, 40);

/** For every track who owns what and what is allowed; what this class needs; what is missing. */
export function RightsView({ library, laid }: { readonly library: Library; readonly laid: Laid }) {
  const { change } = useDocument();
  const { music, findings } = laid;
  const used = new Set(music.placements.map((p) => p.trackId));
  const [all, setAll] = useState(false);
  const shown = library.tracks.filter((t) => all || used.has(t.id));
  const missing = findings.filter((f) => f.rule.startsWith('rights-'));
  const show = (next: Partial<Laid['music']['showing']>) =>
    change('Where it is shown', (d) => ({ ...d, music: { ...d.music, showing: { ...d.music.showing, ...next } } }));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-7 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <section aria-label="Rights of the tracks">
        <div className="flex items-baseline justify-between">
          <h2 className="text-xl">{all ? 'All tracks' : 'Tracks of this class'}</h2>
          <label className="flex items-center gap-1">
            <input type="checkbox" checked={all} onChange={(e) => setAll(e.target.checked)} />
            all of the library
          </label>
        </div>
        {shown.length === 0 && (
          <p className="border-y py-6 text-soft">
            {library.tracks.length === 0 ? 'There is no track yet.' : 'No music is laid under this class yet.'}
          </p>
        )}
        <ul>
          {shown.map((t) => (
            <TrackRights key={t.id} track={t} library={library} />
          ))}
        </ul>
      </section>
      <aside aria-label="What this class needs" className="flex flex-col gap-2">
        <h2 className="text-xl">Where it is shown</h2>
        <label className="label">
          territory
          <input
            className="field-box block w-full"
            placeholder="world, or countries"
            defaultValue={music.showing.territory}
            maxLength={500}
            onBlur={(e) => {
              if (e.target.value.trim() !== music.showing.territory) show({ territory: e.target.value.trim() });
            }}
          />
        </label>
        <label className="label">
          platforms
          <input
            className="field-box block w-full"
            placeholder="own site, shops, …"
            defaultValue={words(music.showing.platforms)}
            onBlur={(e) => {
              const list = listOf(e.target.value);
              if (words(list) !== words(music.showing.platforms)) show({ platforms: list });
            }}
          />
        </label>
        <label className="label">
          until
          <input
            type="date"
            className="field-box block"
            value={music.showing.until ?? ''}
            onChange={(e) => show({ until: e.target.value === '' ? null : e.target.value })}
          />
        </label>
        <h2 className="mt-3 text-xl">Missing</h2>
        {missing.length === 0 ? (
          <p className="text-soft">
            {music.placements.length === 0 ? 'Nothing is laid yet.' : 'Nothing that was written down is missing.'}
          </p>
        ) : (
          <ul>
            {missing.map((f, i) => (
              <li key={i} className="border-b py-1.5 text-[13.5px]">
                <span className={f.severity === 'alarm' ? 'text-alarm' : ''}>{wordsOf(f).says}</span>{' '}
                <span className="text-soft">
                  Has {wordsOf(f).measured}; needs {wordsOf(f).wanted}.
                </span>
              </li>
            ))}
          </ul>
        )}
        {used.size > 0 && (
          <>
            <h2 className="mt-3 text-xl">Credits</h2>
            <p className="text-[13px] text-soft">They go into the description.</p>
            <ul className="text-[13.5px]">
              {creditLines(library.tracks.filter((t) => used.has(t.id))).map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          </>
        )}
        <p className="mt-3 text-[13px] text-soft">
          A track needs a licence for the composition and one for the recording, each with territory, term and platforms
          (common practice). This list is a reminder, not advice: local law and the licence itself decide.
        </p>
      </aside>
    </div>
  );
}

function TrackRights({ track, library }: { readonly track: LibraryTrack; readonly library: Library }) {
  const { proof, ...rights } = track.rights;
  const picker = useRef<HTMLInputElement>(null);
  const set = (next: Partial<Omit<Rights, 'proof'>>) => library.change(track.id, { rights: next });
  const text = (word: string, key: 'composition' | 'recording' | 'territory' | 'credit', placeholder: string) => (
    <label className="label">
      {word}
      <input
        className="field-box block w-full"
        placeholder={placeholder}
        defaultValue={rights[key]}
        maxLength={300}
        onBlur={(e) => {
          if (e.target.value.trim() !== rights[key]) set({ [key]: e.target.value.trim() });
        }}
      />
    </label>
  );
  const state = (word: string, key: 'sync' | 'master') => (
    <label className="label">
      {word}
      <select
        className="field-box block w-full"
        value={rights[key]}
        onChange={(e) => set({ [key]: e.target.value as LicenceState })}
      >
        {LICENCE_STATES.map((s) => (
          <option key={s} value={s}>
            {STATE_WORDS[s]}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <li className="border-b py-3">
      <h3 className="text-[16px]">
        {track.title} <span className="font-sans text-[13px] font-normal text-soft">{track.artist}</span>
      </h3>
      <div className="mt-1 grid grid-cols-2 gap-x-3 gap-y-2 md:grid-cols-4">
        {text('composition owned by', 'composition', 'writer, publisher')}
        {state('synchronisation licence', 'sync')}
        {text('recording owned by', 'recording', 'label, artist')}
        {state('master-use licence', 'master')}
        {text('territory', 'territory', 'world, or countries')}
        <label className="label">
          platforms
          <input
            className="field-box block w-full"
            placeholder="all, or names"
            defaultValue={words(rights.platforms)}
            onBlur={(e) => {
              const list = listOf(e.target.value);
              if (words(list) !== words(rights.platforms)) set({ platforms: list });
            }}
          />
        </label>
        <label className="label">
          until
          <input
            type="date"
            className="field-box block w-full"
            value={rights.until ?? ''}
            onChange={(e) => set({ until: e.target.value === '' ? null : e.target.value })}
          />
        </label>
        {text('named as', 'credit', 'as the owner wants it')}
      </div>
      <p className="mt-2 flex flex-wrap items-center gap-2 text-[13px]">
        {proof === null ? (
          <span className="text-soft">No proof is kept.</span>
        ) : (
          <a
            className="underline"
            href={`/media/${proof.sha256}.${proof.extension}?as=${encodeURIComponent(proof.name)}`}
          >
            {proof.name}
          </a>
        )}
        <input
          ref={picker}
          type="file"
          className="sr-only"
          aria-label={`Proof for ${track.title}`}
          tabIndex={-1}
          onChange={(e) => {
            const file = e.target.files?.[0];
            if (file !== undefined) void library.prove(track.id, file);
            e.target.value = '';
          }}
        />
        <button className="btn py-0!" onClick={() => picker.current?.click()}>
          {proof === null ? 'Keep the licence here' : 'Replace it'}
        </button>
      </p>
    </li>
  );
}
