import type { Block, Move, Plan } from '../../core/plan/plan.ts';
import { escapeField, writeExact, writeSides } from './outline-fields.ts';
import { writeScheme } from './outline-scheme.ts';

/** Writes a plan as the outline of docs/formats.md; read back it compiles to the same segments and loses nothing but ids. */
export function writeOutline(plan: Plan): string {
  const head = [`# ${escapeField(plan.title)}`];
  if (plan.instructor !== '') head.push(`instructor: ${escapeField(plan.instructor)}`);
  head.push(`cueing: ${plan.cueing}`);
  if (plan.sides.kind !== 'both') head.push(`sides: ${writeSides(plan.sides)}`);
  return [head.join('\n'), ...plan.blocks.map(writeBlock)].join('\n\n') + '\n';
}

export function writeBlock(block: Block): string {
  const settings: string[] = [block.kind];
  if (block.rounds !== 1) settings.push(`${block.rounds} rounds`);
  settings.push(writeScheme(block.scheme));
  if (block.order === 'station') settings.push('station by station');
  if (block.sides !== null) settings.push(`sides ${writeSides(block.sides)}`);
  if (block.roundRestUs !== null) settings.push(`round rest ${writeExact(block.roundRestUs)}`);
  if (block.blockRestUs !== null) settings.push(`block rest ${writeExact(block.blockRestUs)}`);
  if (!block.keepLastRest) settings.push('no last rest');
  return [`## ${escapeField(block.name)}: ${settings.join(', ')}`, ...block.moves.map(writeMove)].join('\n');
}

export function writeMove(move: Move): string {
  const fields = [`- ${escapeField(move.name)}`];
  if (move.position !== null) fields.push(move.position);
  if (move.sides !== null) fields.push(`sides ${writeSides(move.sides)}`);
  if (move.workUs !== null) fields.push(`work ${writeExact(move.workUs)}`);
  if (move.restUs !== null) fields.push(`rest ${writeExact(move.restUs)}`);
  if (move.demoUs !== null) fields.push(`demo ${writeExact(move.demoUs)}`);
  if (move.needs.length > 0) fields.push(`needs: ${move.needs.map(escapeField).join(', ')}`);
  for (const change of move.changes ?? []) {
    const from = `from round ${change.fromRound}`;
    if (change.name !== null) fields.push(`${from}: ${escapeField(change.name)}`);
    if (change.workUs !== null) fields.push(`${from} work ${writeExact(change.workUs)}`);
    if (change.needs !== null) fields.push(`${from} needs: ${change.needs.map(escapeField).join(', ')}`);
  }
  if (move.easier !== null) fields.push(`easier: ${escapeField(move.easier)}`);
  if (move.harder !== null) fields.push(`harder: ${escapeField(move.harder)}`);
  if (move.note !== null) fields.push(`note: ${escapeField(move.note)}`);
  return fields.join(' | ');
}
