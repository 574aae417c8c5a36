import { dirname, join } from 'node:path/posix';

// What the areas of core make public. Each names in its `index.ts` what others may ask of it, and from which file. It is asked at
// that file: areas know each other in a circle, and a file that collects an area would close it into one of files.

/** A name that a file takes from another, or that an area makes public, and the file it stands in. */
export interface Named {
  readonly file: string;
  readonly name: string;
  readonly from: string;
}

const LINE = /^(?:import|export)\s+(?:type\s+)?\{([^}]*)\}\s+from\s+'(\.[^']+)'/gm;

/** Every name that a file takes, or hands on, with the file it comes from. */
export function namesOf(file: string, source: string): Named[] {
  return [...source.matchAll(LINE)].flatMap(([, list, path]) =>
    list!
      .split(',')
      .map(name =>
        name
          .trim()
          .replace(/^type /, '')
          .replace(/ as .*/, ''),
      )
      .filter(Boolean)
      .map(name => ({ file, name, from: join(dirname(file), path!) })),
  );
}

const areaOf = (path: string): string | undefined => /^core\/areas\/([^/]+)\//.exec(path)?.[1];
const key = ({ name, from }: Named): string => `${name} of ${from}`;

/** What an area takes from another that does not make it public, and what one makes public that no other takes. */
export function faceless(sources: Readonly<Record<string, string>>): {
  readonly notPublic: readonly Named[];
  readonly notAsked: readonly Named[];
} {
  const names = Object.entries(sources)
    .filter(([file]) => areaOf(file))
    .flatMap(([file, source]) => namesOf(file, source));
  const isFace = ({ file }: Named) => file.endsWith('/index.ts');
  const faces = names.filter(isFace);
  const asked = names.filter(
    one => !isFace(one) && areaOf(one.from) && areaOf(one.from) !== areaOf(one.file),
  );
  const [isPublic, isAsked] = [new Set(faces.map(key)), new Set(asked.map(key))];
  return {
    notPublic: asked.filter(one => !isPublic.has(key(one))),
    notAsked: faces.filter(one => !isAsked.has(key(one))),
  };
}
