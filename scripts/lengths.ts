import { parseSync } from 'oxc-parser';

// How long functions are: one that is read without scrolling is understood.

/** Most lines of a function, from its name to its last bracket. */
export const MOST_LINES = 80;

export interface Long {
  readonly name: string;
  readonly lines: number;
}

interface Node {
  readonly type: string;
  readonly start: number;
  readonly end: number;
  readonly id?: { readonly name?: string } | null;
  readonly key?: { readonly name?: string };
  readonly body?: unknown;
}

const isNode = (value: unknown): value is Node =>
  typeof value === 'object' && value !== null && typeof (value as Node).type === 'string';

/** Functions of a source that are longer, each by the name that it has where it stands. */
export function longIn(file: string, source: string, most = MOST_LINES): Long[] {
  const found: Long[] = [];
  const lineAt = (offset: number) => source.slice(0, offset).split('\n').length;
  const walk = (value: unknown, name: string): void => {
    if (Array.isArray(value)) for (const one of value) walk(one, name);
    if (!isNode(value)) return;
    const own = value.id?.name ?? (value.type === 'Property' ? value.key?.name : undefined) ?? name;
    if (/Function/.test(value.type) && value.body) {
      const lines = lineAt(value.end) - lineAt(value.start) + 1;
      if (lines > most) found.push({ name: own, lines });
    }
    for (const [key, part] of Object.entries(value)) if (key !== 'parent') walk(part, own);
  };
  walk(parseSync(file, source).program, '');
  return found;
}
