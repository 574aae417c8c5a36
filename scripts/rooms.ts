import { dirname, join } from 'node:path/posix';

// Which room and which floor of core may import which. The rules follow from the folders: a new topic, a new area and a new
// file are under them from their first line, and no list has to be kept beside them.

/** A file, and what it imports: another file of the project by its path, or a package by its name. */
export interface Imports {
  readonly file: string;
  readonly imports: readonly string[];
}

/** An import that a rule forbids, and the rule. */
export interface Trespass {
  readonly file: string;
  readonly imports: string;
  readonly why: string;
}

const STATIC = /^\s*(?:import|export)\b[^'"]*?\bfrom\s*['"]([^'"]+)['"]/gm;
const BARE = /^\s*import\s*['"]([^'"]+)['"]/gm;
const DYNAMIC = /\b(?:import|require)\s*\(\s*['"]([^'"]+)['"]/g;
const TYPE_OF = /\bimport\s*\(\s*['"]([^'"]+)['"]\s*\)/g;
const DECLARED = /^\s*declare module\s*['"]([^'"]+)['"]/gm;

/** What a file imports, by type included. Paths are told from the project's folder. */
export function importsOf(file: string, source: string): Imports {
  const code = source.replace(/\/\*[\s\S]*?\*\//g, '').replace(/^\s*\/\/.*$/gm, '');
  const names = [STATIC, BARE, DYNAMIC, TYPE_OF, DECLARED].flatMap(pattern =>
    [...code.matchAll(pattern)].map(([, name]) => name!),
  );
  const paths = names.map(name =>
    name.startsWith('.')
      ? join(dirname(file), name)
      : name.startsWith('#')
        ? name.slice(1)
        : name.replace(/\?.*$/, ''),
  );
  return { file, imports: [...new Set(paths)] };
}

export const isTest = (file: string): boolean => /\.test\.tsx?$/.test(file);

/** Rooms of the project, and what each may know of the others. A test may tell a story of the demo, and read the catalogue. */
const rooms: Readonly<Record<string, readonly string[]>> = {
  core: ['core'],
  contract: ['core', 'contract'],
  server: ['core', 'contract', 'server'],
  web: ['core', 'contract', 'web'],
  demo: ['core', 'contract', 'demo', 'server'],
};
const known = [...Object.keys(rooms), 'e2e', 'scripts'];

/** Packages that compute and nothing else: what core may stand on. */
const pure = ['valibot', 'date-fns', 'pure-rand', 'highs', 'fast-check'];
const ofServer = ['express', 'drizzle-orm', '@libsql/client', 'pino', 'helmet'];
const ofWeb = ['react', 'react-dom', 'react-router', 'react-redux', '@reduxjs/toolkit', 'radix-ui'];

const packageOf = (name: string): string =>
  name
    .split('/')
    .slice(0, name.startsWith('@') ? 2 : 1)
    .join('/');
const isOf = (list: readonly string[], name: string): boolean =>
  list.includes(packageOf(name)) || list.some(one => packageOf(name).startsWith(`${one}-`));

const roomOf = (path: string): string => path.split('/')[0]!;
/** The folder of a room that a file lies in; empty for one that lies in the room itself. */
const folderOf = (path: string): string => path.split('/').slice(1, -1).join('/');
const isIn = (path: string, folder: string): boolean => path.startsWith(`${folder}/`);

/**
 * The floors of core, the lowest first, and what stands on each: `base/` and `log/` are so called, `areas/<area>/` are the areas,
 * files of `areas/` itself join them, and every other folder is a topic of the science.
 */
const floors = {
  base: ['base'],
  log: ['base', 'log'],
  topic: ['base', 'topic'],
  area: ['base', 'log', 'topic', 'area'],
  join: ['base', 'log', 'topic', 'area', 'join'],
} as const satisfies Record<string, readonly string[]>;
type Floor = keyof typeof floors;

function floorOf(path: string): Floor {
  const [, folder, , ...below] = path.split('/');
  if (folder === 'base' || folder === 'log') return folder;
  if (folder !== 'areas') return 'topic';
  return below.length > 0 ? 'area' : 'join';
}

/** Why a floor is not stood on. */
const whyNotOn: Readonly<Record<Floor, string>> = {
  base: '',
  log: 'the science and what all stand on know no log',
  topic: 'the engine and what all stand on know no science',
  area: 'what can happen is known by no science, no engine and nothing that all stand on',
  join: 'what the areas are joined by knows them, and none of them knows it',
};

/** Why a file of core may not import another of core; undefined where it may. */
function inCore(file: string, path: string): string | undefined {
  const [from, to] = [floorOf(file), floorOf(path)];
  return (floors[from] as readonly Floor[]).includes(to) ? undefined : whyNotOn[to];
}

/** Parts of web below its shell: they may be taken to another shell. */
const belowShell = ['web/ui', 'web/texts', 'web/session', 'web/person'];

function inWeb(file: string, path: string): string | undefined {
  const [, room, area] = file.split('/');
  const [, , other] = path.split('/');
  if (room === 'areas' && isIn(path, 'web/areas') && area !== other)
    return 'areas know each other through core';
  const joins =
    ['web/areas.ts', 'web/dutyPaths.ts', 'web/found.ts', 'web/main.tsx'].includes(file) || room === 'app';
  if (isIn(path, 'web/areas') && room !== 'areas' && !joins) return 'what areas share knows none of them';
  if (belowShell.some(part => isIn(file, part)) && isIn(path, 'web/app'))
    return 'what the shell is made of does not know the shell';
  return undefined;
}

function inServer(file: string, path: string): string | undefined {
  const isOfRoutes = (one: string) => isIn(one, 'server/areas') || isIn(one, 'server/routes');
  if (isOfRoutes(file) && isOfRoutes(path) && file !== path)
    return 'areas know each other through core, contract and the log';
  return isOfRoutes(path) && file !== 'server/areas.ts' ? 'what areas share knows none of them' : undefined;
}

/** Why a file may not import something; undefined where it may. */
function whyNot(file: string, path: string): string | undefined {
  const room = roomOf(file);
  const may = rooms[room];
  if (!may) return undefined;
  const isWithin = known.includes(roomOf(path)) && path.includes('/');
  if (!isWithin) {
    if (isTest(file)) return undefined;
    if (room === 'core' && !pure.includes(packageOf(path)))
      return 'core is pure: it stands on nothing but itself';
    if (room === 'contract' && (path.startsWith('node:') || isOf([...ofServer, ...ofWeb], path)))
      return 'contract stands on core alone';
    if (room === 'web' && (path.startsWith('node:') || isOf(ofServer, path)))
      return 'web runs in a browser: it knows no server';
    if (room === 'server' && isOf(ofWeb, path) && !isIn(file, 'server/papers'))
      return 'server draws no page but its papers';
    return undefined;
  }
  if (isTest(file)) return undefined;
  // papers and problems are written in the catalogue's words
  const isCatalogue = room === 'server' && isIn(path, 'web/texts');
  if (!may.includes(roomOf(path)) && !isCatalogue)
    return `${room} knows ${may.filter(r => r !== room).join(' and ') || 'nothing but itself'}`;
  if (room === 'core') return inCore(file, path);
  if (room === 'web') return inWeb(file, path);
  return room === 'server' && !isCatalogue ? inServer(file, path) : undefined;
}

/** Every import of a tree that its folders forbid. */
export function trespasses(tree: readonly Imports[]): Trespass[] {
  return tree.flatMap(({ file, imports }) =>
    imports.flatMap(path => {
      const why = whyNot(file, path);
      return why ? [{ file, imports: path, why }] : [];
    }),
  );
}

/** Folders that need each other, directly or through others; imports by type count. Each circle is told once, sorted. */
export function circles(tree: readonly Imports[], within: string): string[][] {
  // a topic, an area: a folder in a folder of core
  const nodeOf = (path: string) => folderOf(path).split('/').slice(0, 2).join('/');
  const needs = new Map<string, Set<string>>();
  for (const { file, imports } of tree) {
    if (roomOf(file) !== within || isTest(file)) continue;
    for (const path of imports) {
      if (roomOf(path) !== within || !path.includes('/')) continue;
      const [from, to] = [nodeOf(file), nodeOf(path)];
      if (from !== to) needs.set(from, (needs.get(from) ?? new Set()).add(to));
    }
  }
  const reachable = (from: string): Set<string> => {
    const seen = new Set<string>();
    const open = [from];
    for (let at = open.pop(); at !== undefined; at = open.pop())
      for (const to of needs.get(at) ?? [])
        if (!seen.has(to)) {
          seen.add(to);
          open.push(to);
        }
    return seen;
  };
  const reach = new Map([...needs.keys()].map(node => [node, reachable(node)]));
  const told = new Set<string>();
  return [...needs.keys()].sort().flatMap(node => {
    if (told.has(node) || !reach.get(node)!.has(node)) return [];
    const circle = [...reach.get(node)!].filter(other => reach.get(other)?.has(node)).sort();
    for (const one of circle) told.add(one);
    return [circle];
  });
}
