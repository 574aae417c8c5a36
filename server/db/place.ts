import { statSync } from 'node:fs';

/** Where a file lies on its disk: another one that was put under its name lies elsewhere; undefined where there is none. */
function placeOf(file: string): string | undefined {
  const stat = statSync(file, { bigint: true, throwIfNoEntry: false });
  return stat && `${stat.dev} ${stat.ino}`;
}

/** Files that were there at the start, and whether each of them still is what it was: not replaced, moved or removed. */
export function watch(files: readonly string[]): () => boolean {
  const places = files.flatMap(file => {
    const place = placeOf(file);
    return place === undefined ? [] : [[file, place] as const];
  });
  return () => places.every(([file, place]) => placeOf(file) === place);
}
