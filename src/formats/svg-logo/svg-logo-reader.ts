import { XMLParser } from 'fast-xml-parser';
import { optimize } from 'svgo';
import svgpath from 'svgpath';
import { type Logo, MOST_LOGO, type PathCommand } from '../../core/looks/look.ts';

/** Why a picture cannot be a mark, as a sentence. */
export class NoLogo extends Error {}

/** What is not drawn, with all that is in it. */
const UNSEEN = new Set([
  'defs',
  'clipPath',
  'mask',
  'symbol',
  'pattern',
  'marker',
  'metadata',
  'title',
  'desc',
  'style',
]);

type Node = Readonly<Record<string, unknown>>;

/**
 * Reads a mark from an SVG: the outlines of its filled shapes, in one colour. Throws NoLogo where there is none, or
 * where what there is cannot be drawn so: pictures and letters have to be made into outlines first.
 */
export function readSvgLogo(svg: string, name: string): Logo {
  if (!/<svg[\s>]/i.test(svg)) throw new NoLogo('That is no SVG file.');
  const { commands, has } = outlinesOf(asPaths(svg));
  if (commands.length === 0)
    throw new NoLogo(
      has.has('text')
        ? 'The SVG holds letters as text. Make them into outlines (paths) first.'
        : has.has('image')
          ? 'The SVG holds a picture made of points. Only outlines can be drawn.'
          : 'The SVG holds no filled shape.',
    );
  if (commands.length > MOST_LOGO.commands)
    throw new NoLogo(`The SVG has ${commands.length} pieces of outline; at most ${MOST_LOGO.commands} can be drawn.`);
  const xs = commands.flatMap((c) => numbersOf(c).filter((_, i) => i % 2 === 0));
  const ys = commands.flatMap((c) => numbersOf(c).filter((_, i) => i % 2 === 1));
  const [left, top] = [least(xs), least(ys)];
  const [width, height] = [most(xs) - left, most(ys) - top];
  if (!(width > 0) || !(height > 0)) throw new NoLogo('The shapes of the SVG have no size.');
  if (width / height > MOST_LOGO.width)
    throw new NoLogo(`The mark is more than ${MOST_LOGO.width} times as wide as it is high.`);
  const scaled = commands.map((c): PathCommand => {
    const to = numbersOf(c).map((n, i) => round((n - (i % 2 === 0 ? left : top)) / height));
    return [c[0], ...to] as unknown as PathCommand;
  });
  return { name: name.slice(0, 200), width: round(width / height), path: scaled, at: null };
}

const round = (n: number) => Math.round(n * 1e4) / 1e4;
const numbersOf = ([, ...numbers]: PathCommand) => numbers as number[];
const least = (of: readonly number[]) => of.reduce((a, b) => Math.min(a, b), Infinity);
const most = (of: readonly number[]) => of.reduce((a, b) => Math.max(a, b), -Infinity);

/** The same picture with every shape as a path. */
function asPaths(svg: string): string {
  try {
    return optimize(svg, {
      plugins: ['removeDoctype', 'inlineStyles', { name: 'convertShapeToPath', params: { convertArcs: true } }],
    }).data;
  } catch {
    throw new NoLogo('The SVG could not be read.');
  }
}

function outlinesOf(svg: string): { commands: PathCommand[]; has: ReadonlySet<string> } {
  const parser = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '', preserveOrder: true });
  const commands: PathCommand[] = [];
  const has = new Set<string>();
  const walk = (nodes: readonly Node[], transforms: readonly string[], fill: string) => {
    for (const node of nodes) {
      const tag = Object.keys(node).find((k) => k !== ':@');
      if (tag === undefined || UNSEEN.has(tag)) continue;
      const attributes = (node[':@'] ?? {}) as Readonly<Record<string, string>>;
      const style = new Map(
        (attributes.style ?? '').split(';').map((s) => {
          const [key = '', value = ''] = s.split(':');
          return [key.trim(), value.trim()];
        }),
      );
      const of = (key: string) => style.get(key) ?? attributes[key];
      if (of('display') === 'none' || of('visibility') === 'hidden' || of('opacity') === '0') continue;
      const own = of('fill') ?? fill;
      const all = attributes.transform === undefined ? transforms : [...transforms, attributes.transform];
      has.add(tag);
      if (tag === 'path' && own !== 'none') commands.push(...commandsOf(attributes.d ?? '', all));
      const inside = node[tag];
      if (Array.isArray(inside)) walk(inside as Node[], all, own);
    }
  };
  walk(parser.parse(svg) as Node[], [], 'black');
  return { commands, has };
}

/** An outline as absolute lines and curves; each part of it is closed by the filling. */
function commandsOf(d: string, transforms: readonly string[]): PathCommand[] {
  const path = [...transforms].reverse().reduce((p, t) => p.transform(t), svgpath(d));
  const made: PathCommand[] = [];
  path
    .abs()
    .unshort()
    .unarc()
    .iterate(([command, ...n], _, x, y) => {
      const [a, b, c, e, f, g] = n as [number, number, number, number, number, number];
      if (command === 'M') made.push(['M', a, b]);
      else if (command === 'L') made.push(['L', a, b]);
      else if (command === 'H') made.push(['L', a, y]);
      else if (command === 'V') made.push(['L', x, a]);
      else if (command === 'C') made.push(['C', a, b, c, e, f, g]);
      // A curve by one point, as the same curve by two.
      else if (command === 'Q')
        made.push([
          'C',
          x + ((a - x) * 2) / 3,
          y + ((b - y) * 2) / 3,
          c + ((a - c) * 2) / 3,
          e + ((b - e) * 2) / 3,
          c,
          e,
        ]);
    });
  return made;
}
