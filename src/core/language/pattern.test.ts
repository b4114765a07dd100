import { expect, it } from 'vitest';
import { pattern } from './pattern.ts';

it('joins lines without their indentation and keeps what stands in them, escapes and spaces inside included', () => {
  const said = pattern('giu')`
    \b(?:grab|
    pick up) (?:a |the )?
    crate\b|\p{L}+ down
  `;
  expect(said).toEqual(/\b(?:grab|pick up) (?:a |the )?crate\b|\p{L}+ down/giu);
  expect('Pick up the crate'.match(said)).toEqual(['Pick up the crate']);
});

it('says where lines are no regular expression', () => {
  expect(
    () => pattern('u')`
    (left|
  `,
  ).toThrow(SyntaxError);
});
