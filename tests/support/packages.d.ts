/** Packages that the tests and the bench hold the program against, and that come without types. */
declare module 'music-tempo' {
  export default class MusicTempo {
    constructor(samples: readonly number[]);
    readonly tempo: string | number;
    readonly beats: readonly number[];
  }
}
declare module 'fft.js' {
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    realTransform(out: number[], input: readonly number[]): void;
  }
}

declare module 'fontkit' {
  export interface Font {
    readonly familyName: string;
    readonly characterSet: readonly number[];
    glyphForCodePoint(code: number): { readonly advanceWidth: number };
  }
  export function create(file: Uint8Array): Font;
}
