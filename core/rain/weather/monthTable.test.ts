import { describe, expect, it } from 'vitest';
import { monthTableOf } from './monthTable.ts';

const rows = (text: string) => text.split('\n').map(line => line.split(/[,\t]/));
const HEAD = 'Year,Jan,Feb,Mar,Apr,May,Jun,Jul,Aug,Sep,Oct,Nov,Dec,Total';
const year = (y: number, mm: number) => [y, ...Array.from({ length: 12 }, (_, m) => mm + m)].join(',');

describe('a gauge’s months by year', () => {
  it.each([
    ['under a title', `Mill gauge\n${HEAD}\n${year(2019, 50)}\n${year(2020, 70)}`],
    [
      'with long names',
      `${HEAD.replace('Jan', 'January').replace('Sep', 'Sept.')}\n${year(2019, 50)},1\n${year(2020, 70)}`,
    ],
    [
      'with the months down the side',
      [
        'Month,2019,2020',
        ...HEAD.split(',')
          .slice(1, 13)
          .map((m, i) => `${m},${50 + i},${70 + i}`),
        'Sum,1,2',
      ].join('\n'),
    ],
    [
      'in inches',
      `rain in inches\n${HEAD}\n2019${Array.from({ length: 12 }, (_, m) => `,${(60 + m) / 25.4}`).join('')}\n2020${Array.from({ length: 12 }, (_, m) => `,${(60 + m) / 25.4}`).join('')}`,
    ],
  ])('%s are their means', (_, text) => {
    const table = monthTableOf(rows(text))!;
    expect(table.years).toBe(2);
    expect(table.rainMm.map(mm => Math.round(mm))).toEqual(Array.from({ length: 12 }, (_, m) => 60 + m));
    expect(table.left).toEqual([]);
  });

  it('leave a gap out of its mean, take a trace for none, and say what is no figure', () => {
    const text = `${HEAD}\n2019,10,trace,30,40,50,60,70,80,90,100,110,120\n2020,-,20,30,wet,50,60,70,80,90,100,110,120`;
    const table = monthTableOf(rows(text))!;
    expect(table.rainMm.slice(0, 4)).toEqual([10, 10, 30, 40]);
    expect(table.left).toEqual([{ line: 3, text: 'wet' }]);
  });

  it('are none where a month was never measured, or the table is of days', () => {
    expect(monthTableOf(rows(`${HEAD}\n2019,10,20,30,40,50,60,70,80,90,100,110,`))).toBeUndefined();
    expect(monthTableOf(rows('date,mm\n2019-01-01,3\n2019-01-02,0'))).toBeUndefined();
    expect(monthTableOf([])).toBeUndefined();
  });
});
