/** What a recogniser makes of a name: a sound swapped, an ending lost, a word cut in two. */
export function mishear(name: string, random: () => number): string {
  const words = name.split(' ');
  const w = Math.floor(random() * words.length);
  const word = words[w] as string;
  const swaps: readonly (readonly [RegExp, string])[] = [
    [/sh/, 'ch'],
    [/dge/, 'sh'],
    [/ng/, 'n'],
    [/b/, 'p'],
    [/p/, 'b'],
    [/t/, 'd'],
    [/d/, 't'],
    [/g/, 'k'],
    [/k/, 'g'],
    [/s$/, ''],
    [/ee/, 'i'],
    [/ou/, 'a'],
    [/u/, 'a'],
    [/o/, 'u'],
    [/er/, 'a'],
  ];
  const able = swaps.filter(([from]) => from.test(word));
  const swap = able[Math.floor(random() * able.length)];
  if (swap !== undefined) words[w] = word.replace(swap[0], swap[1]);
  return words.join(' ');
}
