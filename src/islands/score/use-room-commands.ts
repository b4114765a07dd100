import { asCorrected, roomMusicAt } from '../../core/edit/room-beats.ts';
import type { RoomCount } from '../../core/edit/decisions.ts';
import { shotAt } from '../../core/edit/shots.ts';
import { ZERO } from '../../core/time/micros.ts';
import { changedOnTake, decidedOn } from '../../core/workout/document.ts';
import { usePlayhead } from '../shared/playhead.ts';
import { useLetterCommands } from '../workbench/commands.ts';
import { useDerived, useDocument } from '../workbench/workbench-context.tsx';

/** Music in the room corrected by key, at the playhead: where a phrase begins, and what only seems to be music. */
export function useRoomCommands(): void {
  const { document, change } = useDocument();
  const { produced, programmeTakes } = useDerived();
  const { edit } = document;
  const isRoomHeard = programmeTakes.some((t) => (t.facts.sound?.music ?? []).length > 0);
  const say = (says: RoomCount['says'], label: string) => () => {
    const here = shotAt(usePlayhead.getState().at ?? ZERO, produced?.programme.shots ?? []);
    if (here === null) return;
    const {
      shot: { takeId },
      time: at,
    } = here;
    const heard = programmeTakes.find((t) => t.takeId === takeId)?.facts.sound?.music ?? [];
    const { roomCounts } = decidedOn(edit, takeId);
    // Of what was taken out nothing is left to correct; said once more, it is heard again.
    const piece = roomMusicAt(asCorrected(heard, says === 'phrase' ? roomCounts : []), at);
    if (piece === null) return;
    const gone = (c: RoomCount) => c.says === 'no-music' && c.at >= piece.start && c.at < piece.end;
    const isBack = says === 'no-music' && roomCounts.some(gone);
    const kept = roomCounts.filter((c) => c.at !== at && !gone(c));
    change(isBack ? 'Hear the music of the room again' : label, (d) => ({
      ...d,
      edit: changedOnTake(d.edit, takeId, () => ({ roomCounts: isBack ? kept : [...kept, { at, says }] })),
    }));
  };
  useLetterCommands(
    isRoomHeard
      ? [
          {
            label: 'A phrase of the room’s music begins here',
            letter: 'r',
            run: say('phrase', 'A phrase begins here'),
          },
          {
            label: 'What plays here is no music, or is again',
            letter: 'Shift+R',
            keys: 'Shift R',
            run: say('no-music', 'No music in the room here'),
          },
        ]
      : [],
  );
}
