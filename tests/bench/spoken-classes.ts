import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { join, resolve } from 'node:path';

export const FOLDER = resolve(process.env.EUPHON_ROOT ?? '.', '../shared/classes');
/** One class of each way of teaching was kept aside until the end: nothing was learned from it or looked at. */
export const KEPT_ASIDE: readonly string[] = ['a2', 'b3', 'c1', 'd4'];

export interface SpokenSegment {
  readonly label: string;
  readonly kind: string;
  readonly side: string | null;
  readonly round: number;
  readonly start_s: number;
  readonly end_s: number;
  readonly planned: boolean;
  readonly plan_index: number | null;
}

export interface SpokenClass {
  readonly id: string;
  readonly outline: string;
  readonly duration_s: number;
  readonly lines: readonly { readonly t: number; readonly text: string }[];
  readonly segments: readonly SpokenSegment[];
  readonly slips: readonly {
    readonly t: number;
    readonly type: string;
    readonly note: string;
    readonly sure: boolean;
  }[];
  readonly claims: readonly {
    readonly t: number;
    readonly type: string;
    readonly said: string;
    readonly true: boolean;
  }[];
}

export type TranscriptKind = 'paragraphs' | 'long' | 'lines';

export function classIds(): string[] {
  if (!existsSync(FOLDER)) return [];
  return readdirSync(FOLDER)
    .filter((f) => /^[a-z]\d+\.json$/.test(f))
    .map((f) => f.slice(0, -5))
    .sort();
}

export function readClass(id: string): SpokenClass {
  return JSON.parse(readFileSync(join(FOLDER, `${id}.json`), 'utf8')) as SpokenClass;
}

export function transcriptText(id: string, kind: TranscriptKind, bare = false): string {
  return execFileSync(process.execPath, [join(FOLDER, 'transcript.mjs'), id, kind, ...(bare ? ['bare'] : [])], {
    encoding: 'utf8',
    maxBuffer: 1 << 26,
  });
}
