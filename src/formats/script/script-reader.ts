import type { Segment } from '../../core/plan/segment.ts';
import type { Cue } from '../../core/script/cue.ts';
import type { ReadResult } from '../problem.ts';
import { readScriptCsv } from './script-csv.ts';
import { readScriptText } from './script-text.ts';
import { readScriptVtt } from './script-vtt.ts';

/** Reads a script from plain text, a table or timed text, whichever the content is: names of files lie. */
export function readScript(text: string, segments: readonly Segment[]): ReadResult<Cue[]> {
  if (/^\s*WEBVTT/.test(text.replace(/^\uFEFF/, '')) || /\d -->/.test(text.slice(0, 4_000)))
    return readScriptVtt(text, segments);
  const first = text.replace(/^\uFEFF/, '').split(/\r?\n/, 1)[0] ?? '';
  return /(^|,)\s*"?line"?\s*(,|$)/i.test(first) ? readScriptCsv(text, segments) : readScriptText(text, segments);
}
