import { useMemo } from 'react';
import { soundFindings } from '../../core/checks/sound-checks.ts';
import { shotsOf, toProgramme } from '../../core/edit/shots.ts';
import { isWanted } from '../../core/findings/studio-rules.ts';
import type { Finding } from '../../core/findings/finding.ts';
import { type SoundAlong, clippedIn, soundAlong } from '../../core/sound/along.ts';
import { voiceOf } from '../../core/align/align.ts';
import type { ProgrammeTime } from '../../core/time/micros.ts';
import { phrasesOf } from '../../core/transcript/phrases.ts';
import { spokenWords } from '../../core/transcript/transcript.ts';
import { useSoundSources } from '../shared/use-sound-sources.ts';
import { useDerived, useStudio, useWorkbench } from '../workbench/workbench-context.tsx';

interface FilmSound {
  readonly along: SoundAlong;
  readonly findings: readonly Finding[];
  readonly clipped: readonly ProgrammeTime[];
  /** Recordings whose loudness was never measured. */
  readonly unmeasured: readonly string[];
  readonly withNoise: readonly string[];
}

/** The sound of the programme as it will be mixed; null: nothing was filmed, or it is being fetched. */
export function useSound(): FilmSound | null {
  const { produced, programmeTakes } = useDerived();
  const { workbench } = useWorkbench();
  const { rules } = useStudio().studio;
  const music = workbench((s) => s.document.music);
  const sound = workbench((s) => s.document.edit.sound);
  const mix = useSoundSources();
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
  return useMemo(() => {
    if (produced === null || mix === null) return null;
    const { sources, levels, withNoise } = mix;
    const heard = [...new Set(sources.sounds.flatMap((p) => p.mediaId ?? []))];
    const along = soundAlong({ ...sources, sentences });
    const clipped = clippedIn(sources.sounds, (id) => levels.get(id)?.clippedMs ?? []);
    const findings = soundFindings({ along, clipped, sound, music, segments: produced.programme.segments }).filter(
      (f) => isWanted(f, rules),
    );
    return { along, clipped, findings, withNoise, unmeasured: heard.filter((id) => levels.get(id) === null) };
  }, [produced, mix, sentences, sound, music, rules]);
}
