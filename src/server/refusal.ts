/** What a use case gives when it cannot do what was asked: an HTTP status and a sentence for the person. */
export class Refusal extends Error {
  constructor(
    readonly status: 400 | 403 | 404 | 408 | 409 | 412 | 413 | 415 | 422 | 428 | 503 | 507,
    message: string,
    /** What is there now, or which field is meant. */
    readonly about: unknown = null,
  ) {
    super(message);
  }
}
