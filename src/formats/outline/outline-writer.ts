import type { Block, Move, Plan } from '../../core/plan/plan.ts';
import { writeMeasure, writeRange } from './outline-dose.ts';
import { escapeField, writeExact, writeSides } from './outline-fields.ts';
import { writeScheme } from './outline-scheme.ts';
import { writeLanguage } from './outline-language.ts';
import { writePresenters } from './outline-presenters.ts';
import { writeExtras, writeLeader } from './outline-extras.ts';
import { writeRoundChange, writeSpan } from './outline-rounds.ts';

/**
 * Writes a plan as the outline of docs/formats.md; read back it compiles to the same segments and loses nothing but
 * ids.
 */
export function writeOutline(plan: Plan): string {
  const head = [`# ${escapeField(plan.title)}`];
  if (plan.instructor !== '') head.push(`instructor: ${escapeField(plan.instructor)}`);
  if (plan.presenters !== undefined) head.push(`with: ${writePresenters(plan.presenters)}`);
  if (plan.language !== undefined) head.push(`language: ${writeLanguage(plan.language)}`);
  head.push(`cueing: ${plan.cueing}`);
  if (plan.milliBpm !== undefined) head.push(`tempo: ${plan.milliBpm / 1000}`);
  if (plan.sides.kind !== 'both') head.push(`sides: ${writeSides(plan.sides)}`);
  return [head.join('\n'), ...plan.blocks.map((b) => writeBlock(b, plan.blocks))].join('\n\n') + '\n';
}

/** A block with its moves; `all` are the blocks that it may name. */
export function writeBlock(block: Block, all: readonly Block[] = []): string {
  return [
    `## ${escapeField(block.name)}: ${writeSettings(block, all)}`,
    ...block.moves.map((m) => writeMove(m, all)),
  ].join('\n');
}

/** The settings of a block with commas between, as they stand after its name. */
export function writeSettings(block: Block, all: readonly Block[] = []): string {
  const settings: string[] = [kindAndOthers(block, all)];
  if (block.rounds !== 1) settings.push(`${block.rounds} rounds`);
  if (block.range !== undefined) settings.push(writeRange(block.range));
  else if (block.kind === 'part') {
    if (block.scheme.kind === 'plain' && block.scheme.lengthUs > 0)
      settings.push(`break ${writeExact(block.scheme.lengthUs)}`);
  } else if (block.kind !== 'repeat' && (block.kind !== 'preview' || (block.of ?? []).length === 0))
    settings.push(writeScheme(block.scheme));
  if (block.about === true) settings.push('untimed');
  if (block.clock !== undefined) settings.push(block.clock === 'timer' ? 'timer' : 'by hand');
  if (block.leadInUs !== undefined) settings.push(`lead-in ${writeExact(block.leadInUs)}`);
  if (block.atHome !== undefined) settings.push(`${writeSpan(block.atHome)} rounds at home`);
  if (block.newRestUs !== undefined) settings.push(`new move rest ${writeExact(block.newRestUs)}`);
  if (block.changeUs !== undefined) settings.push(`change ${writeExact(block.changeUs)}`);
  if (block.filler !== undefined) settings.push(`filler ${escapeField(block.filler)}`);
  if (block.by !== undefined) settings.push(writeLeader(block.by));
  if (block.noLevels === true) settings.push('no levels');
  if (block.noMusic === true) settings.push('no music');
  if (block.order === 'station') settings.push('station by station');
  if (block.sides !== null) settings.push(`sides ${writeSides(block.sides)}`);
  if (block.roundRestUs !== null) settings.push(`round rest ${writeExact(block.roundRestUs)}`);
  if (block.blockRestUs !== null) settings.push(`block rest ${writeExact(block.blockRestUs)}`);
  if (!block.keepLastRest) settings.push('no last rest');
  return settings.join(', ');
}

/** `circuit`, or with what it shows or does again: `repeat Main and Finish`, `preview Main 0:22`. */
function kindAndOthers(block: Block, all: readonly Block[]): string {
  const names = (block.of ?? []).flatMap((id) => all.filter((b) => b.id === id).map((b) => escapeField(b.name)));
  if (names.length === 0) return block.kind;
  const length =
    block.kind === 'preview' && block.scheme.kind === 'plain' ? ` ${writeExact(block.scheme.lengthUs)}` : '';
  return `${block.kind} ${names.join(' and ')}${length}`;
}

/** A move as its line; `all` are the blocks that it may be made of. */
export function writeMove(move: Move, all: readonly Block[] = []): string {
  // `Jab x 2` is a name here, not the move twice.
  const fields = [`- ${escapeField(move.name).replace(/(?<=\s)(?=[x×]\s?\d{1,2}$)/, '\\')}`];
  const whole = all.find((b) => b.id === move.allOf);
  if (whole !== undefined) fields.push(`all of ${escapeField(whole.name)}`);
  if (move.position !== null) fields.push(move.position);
  if (move.sides !== null) fields.push(`sides ${writeSides(move.sides)}`);
  if (writeMeasure(move) !== '') fields.push(writeMeasure(move));
  if (move.view !== undefined) fields.push(`view ${move.view}`);
  if (move.lead !== undefined) fields.push(`lead ${move.lead}`);
  fields.push(...writeExtras(move));
  if (move.workUs !== null && move.instead === undefined) fields.push(`work ${writeExact(move.workUs)}`);
  if (move.restUs !== null) fields.push(`rest ${writeExact(move.restUs)}`);
  if (move.demoUs !== null) fields.push(`demo ${writeExact(move.demoUs)}`);
  if (move.needs.length > 0) fields.push(`needs: ${move.needs.map(escapeField).join(', ')}`);
  for (const change of move.changes ?? []) fields.push(...writeRoundChange(change));
  if (move.easier !== null) fields.push(`easier: ${escapeField(move.easier)}`);
  if (move.harder !== null) fields.push(`harder: ${escapeField(move.harder)}`);
  if (move.note !== null) fields.push(`note: ${escapeField(move.note)}`);
  return fields.join(' | ');
}
