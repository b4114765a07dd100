import type { TrackSoundOfPage } from '../../contract/wire.ts';
import { call } from '../shared/call.ts';
import { useMemo } from 'react';
import { soundFindings } from '../../core/checks/sound-checks.ts';
import { shotsOf, toProgramme } from '../../core/edit/shots.ts';
import { isWanted } from '../../core/findings/studio-rules.ts';
import type { Finding } from '../../core/findings/finding.ts';
import { filmedSegments } from '../../core/edit/assemble.ts';
import { layMusic } from '../../core/music/arrangement.ts';
import { type SoundAlong, clippedIn, soundAlong } from '../../core/sound/along.ts';
import { type TakeLevels, loudnessFrom } from '../../core/sound/take-levels.ts';
import { voiceOf } from '../../core/align/align.ts';
import { type ProgrammeTime, micros } from '../../core/time/micros.ts';
import { phrasesOf } from '../../core/transcript/phrases.ts';
import { spokenWords } from '../../core/transcript/transcript.ts';
import { useFetched } from '../shared/use-fetched.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

interface FilmSound {
  readonly along: SoundAlong;
  readonly findings: readonly Finding[];
  readonly clipped: readonly ProgrammeTime[];
  /** Recordings whose loudness was never measured. */
  readonly unmeasured: readonly string[];
}

/** The sound of the programme as it will be mixed; null: nothing was filmed, or it is being fetched. */
export function useSound(): FilmSound | null {
  const { produced, programmeTakes } = useDerived();
  const { workbench } = useWorkbench();
  const { rules } = useStudio().studio;
  const music = workbench((s) => s.document.music);
  const sound = workbench((s) => s.document.edit.sound);
  const tracks = workbench((s) => s.usable);
  const takes = workbench((s) => s.takes);
  const sounds = produced?.sounds ?? [];
  const heard = [...new Set(sounds.flatMap((p) => p.mediaId ?? []))];
  // A take that was listened to again has new levels.
  const listened = takes.flatMap((t) => t.work.filter((w) => w.kind === 'listen').map((w) => w.state)).join();
  const levels = useFetched<TakeLevels>(heard, (id) => call('takeLevels', { id }), listened);
  const filmed = useMemo(() => filmedSegments(produced?.programme.segments ?? []), [produced]);
  const laid = useMemo(
    () => (sound.music ? layMusic(music, tracks, filmed).laid : []),
    [sound.music, music, tracks, filmed],
  );
  const used = [...new Set(laid.map((l) => l.track.id))];
  const energies = useFetched<TrackSoundOfPage>(used, (id) => call('trackSound', { id }));
  const sentences = useMemo(() => {
    if (produced === null) return [];
    const { shots } = produced.programme;
    const of = programmeTakes.flatMap(({ takeId, facts }) => {
      const own = shotsOf(shots, takeId);
      return phrasesOf(spokenWords(facts.transcript, facts.duration, voiceOf(facts.sound)))
        .filter((s) => own.some((shot) => shot.start <= s.start && s.start < shot.end))
        .map((s) => ({ ...s, start: toProgramme(s.start, own), end: toProgramme(s.end, own) }));
    });
    return of.sort((a, b) => a.start - b.start);
  }, [produced, programmeTakes]);
  const loudness = useMemo(
    () => new Map([...levels].map(([id, found]) => [id, found === null ? null : loudnessFrom(found)])),
    [levels],
  );
  return useMemo(() => {
    if (produced === null || heard.some((id) => !levels.has(id))) return null;
    const along = soundAlong({
      ...{ sounds, length: micros(produced.programme.length), segments: produced.programme.segments },
      ...{ sentences, speech: produced.speech },
      ...{ voice: sound.voice, laid, levels: music.levels },
      loudnessOf: (id) => loudness.get(id) ?? null,
      energyOf: (id) => energies.get(id)?.energies ?? null,
    });
    const clipped = clippedIn(sounds, (id) => levels.get(id)?.clippedMs ?? []);
    const findings = soundFindings({ along, clipped, sound, music, segments: produced.programme.segments }).filter(
      (f) => isWanted(f, rules),
    );
    return { along, clipped, findings, unmeasured: heard.filter((id) => levels.get(id) === null) };
  }, [produced, levels, loudness, energies, laid, sentences, sound, music, rules]);
}
