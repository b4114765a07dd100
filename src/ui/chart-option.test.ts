import { readFileSync, readdirSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { withoutHtml } from './chart-option.ts';

describe('tips of charts', () => {
  it('are text, whatever a chart asks for', () => {
    expect(withoutHtml({ tooltip: { trigger: 'axis', renderMode: 'html' } })).toEqual({
      tooltip: { trigger: 'axis', renderMode: 'richText' },
    });
    expect(withoutHtml({ tooltip: [{}] })).toEqual({ tooltip: [{ renderMode: 'richText' }] });
    expect(withoutHtml({ grid: {} })).toEqual({ grid: {} });
  });
  it('are made nowhere else: one file of the interface starts charts', () => {
    const files = readdirSync('src', { recursive: true, encoding: 'utf8' }).filter(
      (f) => /\.tsx?$/.test(f) && !f.includes('.test.'),
    );
    expect(files.filter((f) => /echarts\.init\(/.test(readFileSync(`src/${f}`, 'utf8')))).toEqual(['ui/Chart.tsx']);
  });
});
