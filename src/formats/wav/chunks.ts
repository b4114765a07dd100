/** A named sample of a sound. */
export interface CueMark {
  readonly sample: number;
  readonly text: string;
}

/**
 * The chunks that name samples of a sound (RIFF: `cue ` and `LIST adtl labl`, Microsoft Multimedia Programming
 * Interface 1.0); nothing where there is nothing to name.
 */
export function cueChunks(marks: readonly CueMark[]): Uint8Array {
  if (marks.length === 0) return new Uint8Array(0);
  const points = marks.map(({ sample }, i) =>
    concat([u32(i + 1), u32(sample), ascii('data'), u32(0), u32(0), u32(sample)]),
  );
  const labels = marks.map(({ text }, i) => chunk('labl', concat([u32(i + 1), new TextEncoder().encode(`${text}\0`)])));
  return concat([
    chunk('cue ', concat([u32(marks.length), ...points])),
    chunk('LIST', concat([ascii('adtl'), ...labels])),
  ]);
}

export function concat(parts: readonly Uint8Array[]): Uint8Array {
  const out = new Uint8Array(parts.reduce((sum, p) => sum + p.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
}

/** A RIFF chunk: name, length, body, and a byte more where the length is odd. */
export function chunk(name: string, body: Uint8Array): Uint8Array {
  return concat([ascii(name), u32(body.length), body, ...(body.length % 2 === 1 ? [new Uint8Array(1)] : [])]);
}

export function ascii(text: string): Uint8Array {
  return Uint8Array.from(text, (c) => c.charCodeAt(0));
}

export function u32(value: number): Uint8Array {
  const view = new DataView(new ArrayBuffer(4));
  view.setUint32(0, value, true);
  return new Uint8Array(view.buffer);
}

export function u16(value: number): Uint8Array {
  return u32(value).slice(0, 2);
}
