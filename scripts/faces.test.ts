import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { faceless } from './faces.ts';

const sources: Record<string, string> = Object.fromEntries(
  execFileSync('git', ['ls-files', '--cached', '--others', '--exclude-standard', 'core/areas'], {
    encoding: 'utf8',
  })
    .trim()
    .split('\n')
    .filter(file => file.endsWith('.ts') && !file.endsWith('.test.ts'))
    .map(file => [file, readFileSync(file, 'utf8')]),
);
const told = (list: readonly { file: string; name: string }[]) => list.map(one => `${one.file}: ${one.name}`);

describe('an area of core', () => {
  it('is asked by the others for nothing but what its index.ts makes public', () => {
    expect(told(faceless(sources).notPublic)).toEqual([]);
  });

  it('makes nothing public that no other area asks for', () => {
    expect(told(faceless(sources).notAsked)).toEqual([]);
  });

  it('is caught where it takes what is not public, by type too', () => {
    const file = 'core/areas/rain/taken.ts';
    const planted = (line: string) => faceless({ ...sources, [file]: line }).notPublic.map(one => one.name);
    expect(planted("import { fitState } from '../store/state.ts';")).toEqual(['fitState']);
    expect(planted("import { \n  type ContainerState, \n  type Fit, \n } from '../store/state.ts';")).toEqual(
      ['Fit'],
    );
    expect(planted("import { stateAt as now } from '../store/change.ts';")).toEqual(['stateAt']);
    expect(planted("import { ageOf } from '../../base/day.ts';")).toEqual([]);
  });

  it('is caught where it goes on making public what nobody asks for any more', () => {
    const file = 'core/areas/plan/index.ts';
    const grown = `${sources[file]}export { homesTable } from './homesTable.ts';\n`;
    expect(told(faceless({ ...sources, [file]: grown }).notAsked)).toEqual([`${file}: homesTable`]);
  });
});
