import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as primitives from '@react-pdf/renderer';
import { createElement, Fragment, type ReactElement, type ReactNode } from 'react';
import { afterAll, describe, expect, it } from 'vitest';
import { atOnce } from '#core/base/lots.ts';
import * as parts from './parts.ts';
import { openPrinter } from './printer.ts';
import { partsOf, wordsOf } from './tree.ts';

const page = (...texts: readonly ReactNode[]): ReactElement =>
  createElement(
    parts.Document,
    null,
    createElement(
      parts.Page,
      { size: 'A4' },
      ...texts.map((t, i) => createElement(parts.Text, { key: i }, t)),
    ),
  );
const start = (pdf: Uint8Array): string => Buffer.from(pdf.subarray(0, 5)).toString();

const printer = openPrinter();
afterAll(() => printer.close());

describe('the printer', () => {
  it('draws papers in turn, and another after one that cannot be drawn', async () => {
    const style = { fontFamily: 'nobody-has-it' };
    const text = createElement(parts.Text, { style }, 'bad');
    const bad = createElement(parts.Document, null, createElement(parts.Page, null, text));
    const [one, failed, two] = await Promise.allSettled([
      printer.pdfOf(page('one')),
      printer.pdfOf(bad),
      printer.pdfOf(page('two')),
    ]);
    expect([one.status, failed.status, two.status]).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(start((two as PromiseFulfilledResult<Uint8Array>).value)).toBe('%PDF-');
  });

  it('draws nothing for those who have gone while others were printed', async () => {
    let isThere = true;
    const first = printer.pdfOf(page('first'));
    const second = printer.pdfOf(page('second'), () => isThere);
    isThere = false;
    await expect(second).rejects.toThrow('Nobody waits');
    expect(start(await first)).toBe('%PDF-');
  });

  it('begins a new process where the last has ended, and tells who waited for it', async () => {
    const long = page(...Array.from({ length: 3000 }, (_, i) => `line ${i}`));
    const waiting = printer.pdfOf(long);
    const ended = expect(waiting).rejects.toThrow('could not be drawn');
    // it is sent, and being drawn
    await new Promise(resolve => setTimeout(resolve, 200));
    printer.close();
    await ended;
    expect(start(await printer.pdfOf(page('again')))).toBe('%PDF-');
  });
});

const Line = ({ name, children }: { name: string; children?: ReactNode }) =>
  createElement(Fragment, null, createElement(parts.Text, null, name, ': ', 3), children);

describe('a paper', () => {
  it('is plain parts with its words in their order, whatever components it is made of', () => {
    const [part] = atOnce(
      partsOf(
        createElement(
          parts.View,
          { style: { width: 3 } },
          [createElement(Line, { key: 'a', name: 'first' })],
          false,
          null,
          createElement(Line, { name: 'second' }, createElement(parts.Text, null, 'third')),
        ),
      ),
    );
    expect(wordsOf(part!)).toBe('first: 3\nsecond: 3\nthird');
    expect(JSON.parse(JSON.stringify(part))).toMatchObject({ type: 'VIEW', props: { style: { width: 3 } } });
  });

  it('has parts by the names that the writer knows them by', () => {
    const { QR, Qr, StyleSheet, FAMILY, mm, ...named } = parts;
    const writers = new Map<string, unknown>(Object.entries(primitives));
    for (const [name, part] of Object.entries(named)) expect(part, name).toBe(writers.get(name));
  });

  it('is drawn beside the loop: nothing that the server loads brings the writer in', () => {
    const folder = join(import.meta.dirname, '..');
    const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter(
      name => /\.tsx?$/.test(name) && !/\.test\.tsx?$/.test(name),
    );
    const loading = sources.filter(name =>
      /^import (?!type)[^;]*'(@react-pdf|[^']*\/draw\.ts)/m.test(readFileSync(join(folder, name), 'utf8')),
    );
    expect(loading.sort()).toEqual(['papers/draw.ts', 'papers/drawing.ts']);
  });
});
