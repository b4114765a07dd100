import { useState } from 'react';
import { Tabs } from '../../ui/Tabs.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { useCommands } from '../workbench/commands.ts';
import { BlocksView } from './BlocksView.tsx';
import { LevelsView } from './LevelsView.tsx';
import { LibraryView } from './LibraryView.tsx';
import { RightsView } from './RightsView.tsx';
import { MusicFiles } from './MusicFiles.tsx';
import { SoundView } from './SoundView.tsx';
import { useLaid } from './use-laid.ts';
import { useTracks } from './use-tracks.ts';

type View = 'library' | 'class' | 'levels' | 'sound' | 'rights' | 'files';

/** Music: the library with its beats, music laid under the class, levels under the voice, rights, files. */
export function MusicStation() {
  const library = useTracks();
  const laid = useLaid();
  const [view, setView] = useState<View>('class');
  const [chosen, setChosen] = useState<string | null>(null);
  const alarms = (rules: string) =>
    laid.findings.filter((f) => f.severity === 'alarm' && f.rule.startsWith(rules)).length;
  useCommands([
    { label: 'Music under the class', run: () => setView('class') },
    { label: 'Library of tracks', run: () => setView('library') },
    { label: 'Levels of voice and music', run: () => setView('levels') },
    { label: 'Sound of the film: how loud, what drowns', run: () => setView('sound') },
    { label: 'Rights of the music', run: () => setView('rights') },
    { label: 'Music files: bed, click, tempo', run: () => setView('files') },
  ]);
  const toTrack = (id: string) => {
    setChosen(id);
    setView('library');
  };
  return (
    <div className="px-4 py-4 sm:px-6">
      <Tabs
        label="Parts of the music station"
        chosen={view}
        onChoose={setView}
        tabs={[
          { name: 'class', word: 'Under the class', count: alarms('music-') },
          { name: 'library', word: 'Library' },
          { name: 'levels', word: 'Levels' },
          { name: 'sound', word: 'Sound of the film' },
          { name: 'rights', word: 'Rights', count: alarms('rights-') },
          { name: 'files', word: 'Files' },
        ]}
      />
      {library.trouble !== null && (
        <div className="mt-3">
          <Notice alarm>{library.trouble}</Notice>
        </div>
      )}
      <div className="pt-4">
        {view === 'library' && <LibraryView library={library} chosen={chosen} choose={setChosen} />}
        {view === 'class' && <BlocksView laid={laid} toTrack={toTrack} toLibrary={() => setView('library')} />}
        {view === 'levels' && <LevelsView laid={laid} />}
        {view === 'sound' && <SoundView />}
        {view === 'rights' && <RightsView library={library} laid={laid} />}
        {view === 'files' && <MusicFiles laid={laid} />}
      </div>
    </div>
  );
}
