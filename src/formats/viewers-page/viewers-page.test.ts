import { XMLParser } from 'fast-xml-parser';
import { describe, expect, it } from 'vitest';
import { languageOf } from '../../core/language/languages.ts';
import type { ViewerClass } from '../../core/delivery/viewer-class.ts';
import { writeViewersPage } from './viewers-page.ts';

const usual = {
  kind: 'work',
  dose: '40 s',
  ownPace: false,
  block: 'Main',
  round: 1,
  rounds: 1,
  atHome: null,
  needs: [],
} as const;
const shown = (title: string, label: string): ViewerClass => ({
  ...{ language: 'en', words: languageOf().viewers, title },
  instructor: 'Ottilie Brandvold',
  length: 61,
  equipment: [],
  notice: 'Stop if anything hurts.',
  colours: { ink: '212732', paper: 'FBF6EE', accent: 'E88D5E' },
  segments: [{ ...usual, from: 0, to: 61, label, easier: null, harder: null }],
  captions: [{ from: 1, to: 2, text: label }],
});
const PARTS = { script: 'const page = 1;', style: 'body{}', film: 'film.mp4', stems: null };
const dataOf = (html: string) => /<script type="application\/json" id="class">(.*?)<\/script>/s.exec(html)![1]!;

describe('the page for viewers', () => {
  // What people write stays text: whole elements, quotes, line breaks, letters of any script, right to left, long.
  it.each([
    ['an element', '</script><script>alert(1)</script>'],
    ['an attribute', '"><img src=x onerror=alert(1)>'],
    ['a comment', '<!-- --> & &amp; \' "'],
    ['lines and emoji', 'One\ntwo 🐝 Δύναμη تمرين'],
    ['a long one', 'ü'.repeat(300)],
  ])('keeps %s as text, in the list and in its data', (_, text) => {
    const html = writeViewersPage(shown(text, text), PARTS);
    expect(JSON.parse(dataOf(html))).toEqual(shown(text, text));
    expect(html.match(/<script/g)).toHaveLength(2);
    expect(html.match(/<img/g)).toBeNull();
    const [, h1] = /<h1>(.*?)<\/h1>/s.exec(html)!;
    const parsed = new XMLParser({ trimValues: false, htmlEntities: true }).parse(`<h1>${h1}</h1>`) as { h1: string };
    expect(parsed.h1).toBe(text);
  });
  it('has voice and music apart where it came with them', () => {
    const html = writeViewersPage(shown('A', 'B'), { ...PARTS, stems: { voice: 'voice.m4a', rest: 'music "1".m4a' } });
    expect(html.match(/<audio id="(\w+)" src="([^"]*)"/g)).toEqual([
      '<audio id="voice" src="voice.m4a"',
      '<audio id="rest" src="music &quot;1&quot;.m4a"',
    ]);
  });
  it('says what it is before any script runs, and fetches nothing from elsewhere', () => {
    const html = writeViewersPage(shown('Broomstick Strong', 'Squat'), PARTS);
    expect(html).toContain('1 minute · with Ottilie Brandvold · no equipment');
    expect(html).toContain('<li>Squat <span>40 s</span></li>');
    expect(html).toContain("default-src 'none'");
    expect(html.match(/(?:src|href)="(?!film\.mp4)[^"]*"/g)).toBeNull();
    expect(html).not.toMatch(/https?:/);
  });
});
