import type { ClaimType } from '../../src/core/claims/claim.ts';

/** Where a sentence is said: a segment by its name and round, seconds from its start, below 0 before its end. */
export type Place = readonly [label: string, round: number, seconds: number, side?: 'left' | 'right'];
/** What is said there, which claim it makes, and whether that is so. */
export type Row = readonly [Place, string, ClaimType, 'true' | 'false'];
