import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap(entry => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? files(path) : path.endsWith('.tsx') ? [path] : [];
  });

/** What is looked through, tried and taken back, or the blank's own text until it is left: nothing of it would be recorded. */
const notRecorded = [
  'web/app/Search.tsx typed',
  'web/areas/plan/WhatIf.tsx more',
  'web/areas/plan/WhatIf.tsx climate',
  'web/areas/store/ListFindings.tsx onlyFaults',
  'web/areas/today/LogSomething.tsx code',
  'web/areas/rain/TakeInRecord.tsx typed',
  'web/areas/readings/LabDoubts.tsx typed',
  'web/ui/Blank.tsx typed',
];

it('a blank that a hand types into is kept until it is recorded', () => {
  const lost: string[] = [];
  for (const file of files('web')) {
    const text = readFileSync(file, 'utf8');
    for (const [, name, set] of text.matchAll(/const \[(\w+), (set\w+)\] = useState\b/g)) {
      const isBlank = new RegExp(
        `onValue=\\{(?:[^{}]|\\{[^{}]*\\})*\\b${set}\\b|onChange=\\{[^}]*\\b${set}\\b`,
      ).test(text);
      if (isBlank) lost.push(`${file} ${name}`);
    }
  }
  expect(lost.filter(one => !notRecorded.includes(one))).toEqual([]);
});
