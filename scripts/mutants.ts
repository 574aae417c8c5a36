import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { dirname } from 'node:path/posix';
import { Instrumenter } from '@stryker-mutator/instrumenter';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { importsOf, isTest } from './rooms.ts';

// Small wrong edits of a room, and the tests that lie nearest to each of its folders.

/** A small wrong edit: what stands at a place, and what is put there. Lines and columns count from nought. */
export interface Edit {
  readonly file: string;
  readonly from: { readonly line: number; readonly column: number };
  readonly to: { readonly line: number; readonly column: number };
  readonly replacement: string;
}

/** Kinds of edit that are not made: texts are the catalogue's and have tests of their own, emptied objects mostly do not compile. */
export const NOT_MADE = ['StringLiteral', 'ObjectLiteral'];

const filesOf = (...paths: string[]): string[] =>
  execFileSync('git', ['ls-files', ...paths], { encoding: 'utf8' })
    .trim()
    .split('\n')
    .filter(file => /\.tsx?$/.test(file) && !file.endsWith('.d.ts'));

/** Declarations: what they say is tried by the property tests over all kinds. */
const isDeclaration = (file: string): boolean => /\/(entries|fields)\.ts$/.test(file);

export const quiet = { isDebugEnabled: () => false, debug: () => undefined, info: () => undefined };

/** Every edit that can be made in a folder, its tests and declarations left out; in the order of files and lines. */
export async function editsOf(folder: string): Promise<Edit[]> {
  const files = filesOf(folder).filter(file => !isTest(file) && !isDeclaration(file));
  const { mutants } = await new Instrumenter(quiet as never).instrument(
    files.map(name => ({ name, mutate: true, content: readFileSync(name, 'utf8') })),
    { plugins: null, excludedMutations: NOT_MADE, ignorers: [], noHeader: true },
  );
  return mutants
    .filter(({ mutatorName }) => !NOT_MADE.includes(mutatorName))
    .map(({ fileName, location: { start, end }, replacement }) => ({
      file: fileName,
      from: start,
      to: end,
      replacement,
    }));
}

/** Places where more edits than this can be made are whole functions: their parts are drawn instead. */
const MOST_AT_A_PLACE = 6;

const isBefore = (a: Edit['from'], b: Edit['from']): boolean =>
  a.line < b.line || (a.line === b.line && a.column <= b.column);
const isWithin = (edit: Edit, place: Edit): boolean =>
  edit.file === place.file && isBefore(place.from, edit.from) && isBefore(edit.to, place.to);

/** At least as many edits as are asked, all that can be made at places drawn by a seed; the same seed draws the same. */
export function drawn(edits: readonly Edit[], count: number, seed: number): Edit[] {
  if (count >= edits.length) return [...edits];
  const generator = xoroshiro128plus(seed);
  const left = [...edits];
  const taken = new Set<Edit>();
  while (taken.size < count && left.length > 0) {
    const at = (generator.next() >>> 0) % left.length;
    const place = left[at]!;
    left[at] = left.at(-1)!;
    left.pop();
    const here = edits.filter(edit => isWithin(edit, place));
    if (here.length <= MOST_AT_A_PLACE) for (const edit of here) taken.add(edit);
  }
  return [...taken];
}

/** Tests that take seconds for each edit: they notice more than is counted here. */
const SLOW = [
  'core/areas/adding.test.ts',
  'core/areas/store/change.test.ts',
  'core/areas/store/drinking.test.ts',
  'core/areas/store/rounds.test.ts',
  'core/areas/store/state.test.ts',
  'core/planning/schedule/more.test.ts',
  'core/storage/containers/mixProof.test.ts',
  'scripts/killing.test.ts',
];

/** Core is tried by the tests of core: all else stands on it, starts servers, and would take hours. */
const roomOf = (path: string): string => path.split('/')[0]!;

/** Tests of a folder, and those that import one of its files: all of them would notice more, and take hours. */
export function testsNear(folder: string): string[] {
  // what joins the areas lies beside them
  const isOf = (path: string) =>
    folder === 'core/areas' ? dirname(path) === folder : path.startsWith(`${folder}/`);
  const tests = filesOf('*.test.ts', '*.test.tsx').filter(
    file =>
      !file.startsWith('e2e/') &&
      !SLOW.includes(file) &&
      (roomOf(folder) !== 'core' || roomOf(file) === 'core'),
  );
  const isNear = (file: string) =>
    isOf(file) || importsOf(file, readFileSync(file, 'utf8')).imports.some(isOf);
  return tests.filter(isNear);
}

/** The folders of a room that are measured one by one: topics and areas of core, the parts of the other rooms. */
export function foldersOf(room: string): string[] {
  const depth = room === 'core' ? 3 : 2;
  return [...new Set(filesOf(room).map(file => dirname(file).split('/').slice(0, depth).join('/')))].sort();
}
