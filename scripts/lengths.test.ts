import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { longIn, MOST_LINES } from './lengths.ts';

const MOST_FILE_LINES = 350;

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n')
  .filter(file => !/\.test\.tsx?$|^e2e\//.test(file));
const sources = files.flatMap(file => {
  try {
    return [{ file, source: readFileSync(file, 'utf8') }];
  } catch {
    // a file that was deleted and is not committed yet
    return [];
  }
});

describe('a function', () => {
  it(`is no longer than ${MOST_LINES} lines`, () => {
    const long = sources.flatMap(({ file, source }) =>
      longIn(file, source).map(({ name }) => `${file} ${name}`),
    );
    expect(long).toEqual([]);
  });

  it('is measured where it stands: declared, in a constant, in an object', () => {
    const lines = (count: number) => 'void 0;\n'.repeat(count);
    const source = [
      `export function declared() {\n${lines(MOST_LINES)}}`,
      `const held = () => {\n${lines(MOST_LINES)}};`,
      `const rows = { answer: () => {\n${lines(MOST_LINES)}} };`,
      `function short() {\n${lines(MOST_LINES - 2)}}`,
    ].join('\n');
    expect(longIn('planted.ts', source)).toEqual([
      { name: 'declared', lines: MOST_LINES + 2 },
      { name: 'held', lines: MOST_LINES + 2 },
      { name: 'answer', lines: MOST_LINES + 2 },
    ]);
  });
});

describe('a file', () => {
  it(`is no longer than ${MOST_FILE_LINES} lines`, () => {
    const long = sources.filter(({ source }) => source.split('\n').length - 1 > MOST_FILE_LINES);
    expect(long.map(({ file }) => file)).toEqual([]);
  });
});
