/** Why something was not done, as RFC 9457 has it, with what is there now or which field is meant in `about`. */
export interface ProblemDetails {
  /** `urn:euphon:problem:CODE`. */
  readonly type: string;
  readonly title: string;
  readonly status: number;
  /** A sentence for the person. */
  readonly detail: string;
  readonly about: unknown;
}

export const PROBLEM_MIME = 'application/problem+json; charset=utf-8';

/** What each status means here: a code for programs, a title for people who read logs. */
export const PROBLEMS: Readonly<Record<number, readonly [code: string, title: string]>> = {
  400: ['not-readable', 'The request cannot be read'],
  401: ['not-signed-in', 'Somebody has to sign in first'],
  403: ['not-allowed', 'Whoever asks may not do this'],
  404: ['not-there', 'There is nothing under this name'],
  408: ['too-slow', 'The request came too slowly'],
  409: ['in-the-way', 'Something that is there is in the way'],
  412: ['changed-elsewhere', 'It was changed since; what is there now is in `about`'],
  413: ['too-large', 'It is larger than is read'],
  415: ['wrong-kind', 'It is not the kind of file that is wanted'],
  422: ['not-right', 'What was sent is not right; the field may be in `about`'],
  428: ['revision-missing', 'The revision that it is made on is not said'],
  500: ['went-wrong', 'Something went wrong on the server'],
  503: ['away', 'What it needs is away for a moment'],
  507: ['no-room', 'There is no room left'],
};

/** A problem in full, of its status and its sentence. */
export function problemOf(status: number, detail: string, about: unknown = null): ProblemDetails {
  const [code, title] = PROBLEMS[status] ?? ['other', 'It was not done'];
  return { type: `urn:euphon:problem:${code}`, title, status, detail, about };
}
