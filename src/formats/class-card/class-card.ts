import type { ProgrammeSegment } from '../../core/edit/assemble.ts';
import { doseOf } from '../../core/delivery/viewer-class.ts';
import { atHomeWords } from '../../core/plan/at-home.ts';
import type { Plan } from '../../core/plan/plan.ts';
import { namedWithSide } from '../../core/lanes/wording.ts';
import { languageOf } from '../../core/language/languages.ts';
import { filled } from '../../core/language/viewer-word.ts';
import { isActive } from '../../core/plan/segment.ts';
import { writeSeconds, writeTime } from '../../core/time/typed-time.ts';
import { micros } from '../../core/time/micros.ts';

/** The class on a card, to do it again without the film: each block's moves once, how long or how many, how often. */
export function writeClassCard(
  title: string,
  segments: readonly ProgrammeSegment[],
  plan: Pick<Plan, 'blocks' | 'language'>,
  equipment: readonly string[],
): string {
  const { viewers: words, overlay } = languageOf(plan.language);
  const moves = new Map(plan.blocks.flatMap((b) => b.moves.map((m) => [m.id, m] as const)));
  const rows = new Map<string, { readonly block: string; readonly text: string; times: number }>();
  for (const s of segments.filter(isActive)) {
    const { segment } = s;
    const move = moves.get(segment?.moveId ?? '');
    const text = `${namedWithSide(s, overlay)}, ${doseOf(s, move, words)?.text ?? lengthOf(s)}`;
    const key = `${segment?.blockId ?? ''} ${text}`;
    const row = rows.get(key);
    if (row === undefined) rows.set(key, { block: segment?.blockId ?? '', text, times: 1 });
    else row.times += 1;
  }
  const blocks = plan.blocks.flatMap((block) => {
    const own = [...rows.values()].filter((r) => r.block === block.id);
    if (own.length === 0) return [];
    const home = block.atHome === undefined ? '' : `, ${atHomeWords(block.atHome, words)}`;
    return ['', `${block.name}${home}`, ...own.map((r) => `  ${r.text}${r.times === 1 ? '' : ` × ${r.times}`}`)];
  });
  const needs = equipment.length === 0 ? [] : [filled(words.need, { what: equipment.join(', ') })];
  return [title, ...needs, ...blocks, ''].join('\n');
}

/** `40 s`, `1:30`: whole seconds. */
function lengthOf({ start, end }: ProgrammeSegment): string {
  const us = micros(Math.round((end - start) / 1e6) * 1e6);
  return us < 60e6 ? `${writeSeconds(us)} s` : writeTime(us, 0);
}
