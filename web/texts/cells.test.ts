import { describe, expect, it } from 'vitest';
import { cellsOf } from './cells.ts';

describe('the cells of a pasted table', () => {
  it.each([
    [
      'by commas',
      'a,b\n1,2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'by semicolons, with decimal commas',
      'Ridge\nday;mm\n2020-01-01;8,0\n2020-01-02;0,0',
      [['Ridge'], ['day', 'mm'], ['2020-01-01', '8,0'], ['2020-01-02', '0,0']],
    ],
    [
      'by tabs, with commas and semicolons in its notes',
      'a\tb\n1,5\tx; y\n2\tz, w',
      [
        ['a', 'b'],
        ['1,5', 'x; y'],
        ['2', 'z, w'],
      ],
    ],
    [
      'by commas, with a semicolon in every note',
      'TH-1,20 L,one; two\nTH-2,20 L,three; four',
      [
        ['TH-1', '20 L', 'one; two'],
        ['TH-2', '20 L', 'three; four'],
      ],
    ],
    [
      'by commas between quotes',
      '"a;b","1,5"\n"c;d","2,5"',
      [
        ['a;b', '1,5'],
        ['c;d', '2,5'],
      ],
    ],
    ['of one line without any', 'a', [['a']]],
    ['of nothing', '', []],
  ])('%s', (_, text, cells) => {
    expect(cellsOf(text)).toEqual(cells);
  });
});
