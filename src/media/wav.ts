/** The 44 bytes before 16-bit mono PCM of so many samples (RIFF WAVE, format 1). */
export function wavHead(samples: number, rateHz: number): Uint8Array {
  const head = new DataView(new ArrayBuffer(44));
  const text = (at: number, letters: string) =>
    [...letters].forEach((letter, i) => head.setUint8(at + i, letter.charCodeAt(0)));
  const bytes = samples * 2;
  text(0, 'RIFF');
  head.setUint32(4, 36 + bytes, true);
  text(8, 'WAVEfmt ');
  head.setUint32(16, 16, true);
  head.setUint16(20, 1, true);
  head.setUint16(22, 1, true);
  head.setUint32(24, rateHz, true);
  head.setUint32(28, rateHz * 2, true);
  head.setUint16(32, 2, true);
  head.setUint16(34, 16, true);
  text(36, 'data');
  head.setUint32(40, bytes, true);
  return new Uint8Array(head.buffer);
}
