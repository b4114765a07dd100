import type { Certificate } from '../core/proof/certificate.ts';
import type { Render } from '../db/renders-sql.ts';
import type { WorkerContext } from './worker-context.ts';

/** A file of a programme that is being made. */
export interface Making {
  readonly context: WorkerContext;
  readonly wanted: Render;
  /** Where it goes. */
  readonly output: string;
  /** 0 to 1. */
  readonly onProgress: (share: number) => void;
  readonly signal: AbortSignal;
}

/** What there is to say of a finished file, and what its picture was made from. */
export interface Made {
  readonly says: string | null;
  readonly key: string | null;
  /** What was read in it. */
  readonly certificate: Certificate | null;
}

/** A finished file of which there is nothing to say. */
export const NOTHING_READ: Made = { says: null, key: null, certificate: null };
