import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import type { ReactElement } from 'react';
import { afterAll, describe, expect, it } from 'vitest';
import { labelSheetIds, labelSheets } from '#contract/labels.ts';
import { fold } from '#core/areas/entries.ts';
import { planOf, questionOf } from '#core/areas/rain/plan.ts';
import type { MonthReport } from '#core/areas/readings/report.ts';
import { stateAt } from '#core/areas/store/wholeState.ts';
import { atOnce } from '#core/base/lots.ts';
import { sizing } from '#core/rain/catchment/sizing.ts';
import { tarnHollow } from '#demo/tarnHollow.ts';
import type { Reader } from '#web/texts/format.ts';
import { seeded } from '../../scripts/generate.ts';
import { labelsPaper } from './LabelPaper.tsx';
import { mm } from './parts.ts';
import { openPrinter } from './printer.ts';
import { rainPaper } from './RainPaper.tsx';
import { reportPaper } from './ReportPaper.tsx';
import { type Drawn, type Part, partsOf, wordsOf } from './tree.ts';

// Papers as they are put together, before anything is drawn: each figure where its heading stands.

const NOW = '2026-11-25T09:00:00.000Z';
const TODAY = NOW.slice(0, 10);
const metric: Reader = { units: 'metric', timeZone: 'UTC' };
const plain = (text: string): string => text.replaceAll(/[\u00a0\u202f\u2009]/g, ' ');

const drawn = (paper: ReactElement): Part => atOnce(partsOf(paper))[0] as Part;
const isPart = (part: Drawn): part is Part => typeof part !== 'string';
const within = (part: Drawn): Part[] => (isPart(part) ? [part, ...part.children.flatMap(within)] : []);
const isRow = (style: unknown): boolean =>
  (style as { flexDirection?: string } | undefined)?.flexDirection === 'row';
/** Lines of a table: parts of two texts and more side by side. */
const rowsOf = (paper: Part): string[][] =>
  within(paper)
    .filter(({ type, props, children }) => type === 'VIEW' && isRow(props.style) && children.length > 1)
    .filter(({ children }) => children.every(c => isPart(c) && c.type === 'TEXT'))
    .map(({ children }) => children.map(cell => plain(wordsOf(cell))));

describe('the rain plan', () => {
  const facts = fold(tarnHollow(NOW, seeded(5)));
  const plan = { ...planOf(facts, stateAt(facts, NOW)), years: 20 };
  const answer = atOnce(sizing(questionOf(facts, plan)!));
  const paper = drawn(rainPaper({ facts, plan, answer, reader: metric, today: TODAY }));

  it('has each size’s days, their band, its share of the need and what spills under their headings', () => {
    const [heads, ...rows] = rowsOf(paper);
    expect(heads).toEqual(['Tank', 'Days with water', 'One year in ten', 'Of what is asked', 'Spilled']);
    const points = answer.points.filter((_, i) => i % 4 === 3);
    expect(rows).toHaveLength(points.length);
    for (const [
      i,
      { sizeL, timeShare, lowShare, highShare, volumeShare, spilledShare },
    ] of points.entries()) {
      const [size, days, band, volume, spilled] = rows[i]!;
      expect(Number(size!.replace(/[ ,L]/g, ''))).toBeCloseTo(sizeL, -2);
      for (const [cell, share] of [
        [days, timeShare],
        [volume, volumeShare],
        [spilled, spilledShare],
      ] as const)
        expect(Math.abs(Number.parseFloat(cell!.replace(/[<>]/, '')) - share * 100), cell).toBeLessThan(1);
      const [low, high] = band!.match(/\d+(?:\.\d+)?/g)!.map(Number);
      expect(Math.abs(low! - lowShare * 100), band).toBeLessThan(1);
      expect(Math.abs(high! - highShare * 100), band).toBeLessThan(1);
    }
  });
});

describe('the tests of a month', () => {
  const report: MonthReport = {
    ...{ month: '2026-11', count: 21, subjects: 3, more: 4 },
    lines: [
      { parameter: 'turbidity', count: 15, by: { pass: 9, watch: 3, fail: 2, 'cannot-say': 1 } },
      { parameter: 'e-coli', count: 6, by: { pass: 6, watch: 0, fail: 0, 'cannot-say': 0 } },
    ],
    fails: [
      {
        ...{ name: 'Hall tap', at: '2026-11-03T08:00:00.000Z', standing: 'fail' },
        read: { id: 'standing.fail' },
        why: { id: 'report.none' },
        follow: { id: 'report.to-close' },
      },
    ],
  };
  const due = Array.from({ length: 10 }, (_, i) => ({
    ...{ id: `d${i}`, area: 'tests', when: 'now', subject: 'source:1', verdict: 'ok' },
    ...{ day: `2026-12-${String(i + 1).padStart(2, '0')}`, what: { id: 'report.none' } },
  })) as never;
  const paper = drawn(reportPaper({ report, due, group: 'Mill', reader: metric, today: TODAY }));

  it('has how many passed, are to be watched, failed and cannot be judged under their headings', () => {
    const [heads, ...rows] = rowsOf(paper);
    expect(heads!.slice(1).map(head => head.toLowerCase())).toEqual(
      ['pass', 'watch', 'fail', 'cannot say'].map(word => expect.stringContaining(word)),
    );
    expect(rows.map(row => row.slice(1))).toEqual([
      ['9', '3', '2', '1'],
      ['6', '–', '–', '–'],
    ]);
  });

  it('says what failed, what follows, how much more there is, and the next eight tests', () => {
    const words = plain(wordsOf(paper));
    expect(words).toContain('21 readings of 3 waters: 1 failed.');
    expect(words).toMatch(/Hall tap, .*3 Nov.*\n?.*Nothing was tested.*\n.*Every step is done/s);
    expect(words).toContain('and 4 more');
    expect(words).toContain('and 2 more');
    expect(
      words.match(/Dec 2026: Nothing was tested/g) ?? words.match(/Dec: Nothing was tested/g),
    ).toHaveLength(8);
  });
});

describe('a sheet of labels', () => {
  const sheet = labelSheets['a4-14'];
  const labels = Array.from({ length: 20 }, (_, i) => ({
    ...{ container: `container:${i}`, code: `A-${i}`, grade: 'label.drinking', notForDrinking: i === 3 },
    ...{ lines: [{ id: 'label.by', params: { by: `hand ${i}` } }], where: `shelf ${i}` },
  })) as never;
  const paper = drawn(
    labelsPaper({ labels, sheet, skip: 5, urlOf: l => `https://w.example/${l.code}`, reader: metric }),
  );
  const pages = paper.children as Part[];
  const placed = pages.map(page =>
    (page.children as Part[]).map(label => {
      const [first, second] = (label.props.style as [object, { left: number; top: number }])
        .toReversed()
        .map(style => style as { left: number; top: number });
      const { left, top } = first ?? second!;
      const qr = within(label).find(part => part.type === 'QR')!;
      return { left, top, url: qr.props.text, words: plain(wordsOf(label)) };
    }),
  );

  it('begins behind the labels that are gone, and fills each grid place once', () => {
    expect(placed.map(page => page.length)).toEqual([9, 11]);
    const at = (n: number) => ({
      left: mm(4.7 + (n % 2) * 101.6),
      top: mm(15.1 + Math.floor(n / 2) * 38.1),
    });
    for (const [i, label] of placed[0]!.entries()) expect(label).toMatchObject(at(i + 5));
    for (const [i, label] of placed[1]!.entries()) expect(label).toMatchObject(at(i));
  });

  it('has on each its own code, address, hand and place, and the stop only where it is', () => {
    placed.flat().forEach(({ url, words }, i) => {
      expect(url).toBe(`https://w.example/A-${i}`);
      expect(words).toContain(`A-${i}\n`);
      expect(words).toContain(`by hand ${i}\n`);
      expect(words).toMatch(new RegExp(`shelf ${i}$`));
      expect(words.includes('NOT FOR DRINKING')).toBe(i === 3);
    });
  });
});

describe('a label with much to say', () => {
  const lines = [
    ...['No chlorine was left after the dose and its one repeat: do not drink it and ask why'],
    ...[
      '198 L, upstream water of the silty beck below the mill',
      'Filled 29 Nov 2026',
      'safe-storage dose, 12.8 mL',
    ],
    ...['May hold nitrate and metals. Close the lid before the stair', 'by Odile'],
  ].map((by, i) => ({ id: 'label.by', params: { by: `${i} ${by}` } }));
  // what was found stands first in what core gives, a caution for infants last
  const found = { id: 'state.failed.residual' };
  const infant = { id: 'label.infant', params: { name: 'parameter.nitrate' } };
  const label = {
    ...{ container: 'container:1', code: 'TH-007', grade: 'label.failed', notForDrinking: true },
    lines: [found, ...lines, infant],
    where: 'Hall cellar, down the stair behind the stage; lamp on the hook',
  } as never;
  const run = promisify(execFile);
  const printer = openPrinter();
  const folder = mkdtempSync(join(tmpdir(), 'zeolite-'));
  afterAll(() => {
    printer.close();
    rmSync(folder, { recursive: true, force: true });
  });

  it.each(labelSheetIds)(
    'has no line over another on a sheet of %s, and says first what stops it',
    async id => {
      const sheet = labelSheets[id];
      const paper = labelsPaper({
        labels: [label],
        sheet,
        skip: 0,
        urlOf: () => 'https://w.example/',
        reader: metric,
      });
      const file = join(folder, `${id}.pdf`);
      writeFileSync(file, await printer.pdfOf(paper));
      const { stdout } = await run('pdftotext', ['-bbox', file, '-']);
      const words = [
        ...stdout.matchAll(/xMin="([\d.]+)" yMin="([\d.]+)" xMax="([\d.]+)" yMax="([\d.]+)">([^<]*)/g),
      ].map(([, left, top, right, bottom, text]) => ({
        ...{
          left: Number(left),
          top: Number(top),
          right: Number(right),
          bottom: Number(bottom),
          text: text!,
        },
      }));
      const said = words.map(w => w.text).join(' ');
      expect(said).toMatch(/^TH-007 NOT FOR DRINKING .*No chlorine was left.* Not for infants/);
      const bottomPt = mm(sheet.margin[1] + sheet.label[1]);
      for (const [i, one] of words.entries()) {
        expect(one.bottom, one.text).toBeLessThan(bottomPt);
        for (const other of words.slice(i + 1)) {
          const isBeside = other.left >= one.right - 0.5 || one.left >= other.right - 0.5;
          const over = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
          // boxes are as high as the tallest letter, lines a little nearer
          expect(isBeside || over < (one.bottom - one.top) * 0.35, `${one.text} over ${other.text}`).toBe(
            true,
          );
        }
      }
    },
  );

  it('says that there is more where not even its cautions have room', () => {
    const cautions = Array.from({ length: 12 }, () => infant);
    const wordsFor = (lines: readonly object[]) =>
      plain(
        wordsOf(
          drawn(
            labelsPaper({
              ...{
                labels: [{ ...(label as object), lines } as never],
                sheet: labelSheets['letter-30'],
                skip: 0,
              },
              ...{ urlOf: () => 'https://w.example/', reader: metric },
            }),
          ),
        ),
      );
    expect(wordsFor([found, ...cautions])).toMatch(/There is more to heed: open the code$/);
    expect(wordsFor([found, infant, ...lines])).not.toContain('There is more');
  });
});
