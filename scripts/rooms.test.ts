import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { circles, type Imports, importsOf, trespasses } from './rooms.ts';

const files = execFileSync(
  'git',
  ['ls-files', '--cached', '--others', '--exclude-standard', '*.ts', '*.tsx'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n');
const tree: Imports[] = files.flatMap(file => {
  try {
    return [importsOf(file, readFileSync(file, 'utf8'))];
  } catch {
    // a file that was deleted and is not committed yet
    return [];
  }
});

const today = new Set(trespasses(tree).map(t => `${t.file} → ${t.imports}`));

/** The tree with one import more, as if somebody had written that line. */
const planted = (file: string, line: string) => {
  const { imports } = importsOf(file, line);
  const known = tree.some(f => f.file === file);
  const grown = known
    ? tree.map(f => (f.file === file ? { file, imports: [...f.imports, ...imports] } : f))
    : [...tree, { file, imports }];
  // what was allowed before and is not any more counts too: a file that joins the areas is no ground to stand on
  return trespasses(grown).filter(t => !today.has(`${t.file} → ${t.imports}`));
};

describe('which room may import which', () => {
  it('holds for every file of the project', () => {
    expect([...today]).toEqual([]);
  });

  it.each([
    ['core/water/waters.ts', "import type { Facts } from '../log/facts.ts';"],
    ['core/water/waters.ts', "import { onFilled } from '../areas/store/fillGuards.ts';"],
    ['core/treatment/trains/grade.ts', "import type { Facts } from '../../log/facts.ts';"],
    ['core/treatment/trains/grade.ts', "import { knownOf } from '../../areas/sources/known.ts';"],
    ['core/planning/schedule/run.ts', "import { duties } from '../../areas/daywork/duties.ts';"],
    ['core/rain/catchment/dip.ts', "import { roofAt } from '#core/areas/rain/known.ts';"],
    ['core/treatment/claims/weigh.ts', "import { stateAt } from '../../areas/store/wholeState.ts';"],
    ['core/water/instruments/protocol.ts', "import { fold } from '../../areas/entries.ts';"],
    ['core/newTopic/first.ts', "import { stateAt } from '../areas/store/wholeState.ts';"],
    ['core/newTopic/first.ts', "import type { Entry } from '#core/areas/entries.ts';"],
    ['core/log/fold.ts', "import { openRisks } from '../water/findings/sourced.ts';"],
    ['core/log/fold.ts', "import { trespass } from '../treatment/trains/grade.ts';"],
    ['core/log/fold.ts', "export { roofAt } from '../areas/rain/known.ts';"],
    ['core/areas/store/state.ts', "import { fold } from '../entries.ts';"],
    ['core/areas/rain/known.ts', "import { dutiesAt } from '../duties.ts';"],
    ['core/areas/daywork/fold.ts', "import * as areas from '../index.ts';"],
    ['core/base/judgement.ts', "import { areasOf } from '../areas/index.ts';"],
    ['core/base/judgement.ts', "import type { Facts } from '../log/facts.ts';"],
    ['core/base/units/volume.ts', "import { waters } from '../../water/waters.ts';"],
    ['core/water/waters.ts', "import { readFileSync } from 'node:fs';"],
    ['core/water/waters.ts', "import { useState } from 'react';"],
    ['core/water/waters.ts', "const ulid = await import('ulid');"],
    ['core/water/waters.ts', "import { entry } from '#contract/entry.ts';"],
    ['contract/entry.ts', "import { rows } from '#server/log/rows.ts';"],
    ['contract/entry.ts', "import express from 'express';"],
    ['server/app.ts', "import { Shell } from '#web/app/Shell.tsx';"],
    ['server/app.ts', "import type { Person } from '#web/person/person.ts';"],
    ['server/areas/rain.ts', "import { store } from './store.ts';"],
    ['server/log/append.ts', "import { store } from '../areas/store.ts';"],
    ['web/areas/rain/House.tsx', "import { Store } from '../store/Store.tsx';"],
    ['web/areas/rain/House.tsx', "import { hand } from '#demo/hand.ts';"],
    ['web/areas/rain/House.tsx', "import { openDatabase } from '#server/db/open.ts';"],
    ['web/areas/rain/House.tsx', "import { join } from 'node:path';"],
    ['web/acts/MoveForm.tsx', "import { Store } from '../areas/store/Store.tsx';"],
    ['web/ui/Dialog.tsx', "import { keysOf } from '../app/keys.ts';"],
    ['web/ui/Dialog.tsx', "type Shell = import('../app/Shell.tsx').Shell;"],
  ])('catches a line that is planted: in %s, %s', (file, line) => {
    expect(planted(file, line).length).toBeGreaterThan(0);
  });

  it.each([
    ['core/water/waters.ts', "import { judge } from '../base/judgement.ts';"],
    ['core/areas/store/state.ts', "import { stopsOf } from '../../water/hazards.ts';"],
    ['core/areas/store/state.ts', "import { knownOf } from '../sources/known.ts';"],
    ['core/areas/entries.ts', "import * as book from './book/area.ts';"],
    ['core/water/waters.test.ts', "import { hand } from '#demo/hand.ts';"],
    ['server/papers/LabelPaper.tsx', "import { sayTo } from '#web/texts/catalogue.ts';"],
    ['web/areas/rain/House.tsx', "import { Button } from '../../ui/Button.tsx';"],
  ])('lets be what is allowed: in %s, %s', (file, line) => {
    expect(planted(file, line)).toEqual([]);
  });

  it('reads no import out of a comment or a sentence', () => {
    const source =
      "// import { a } from './a.ts';\n/* import './b.ts'; */\nconst said = 'taken from the well';";
    expect(importsOf('core/water/x.ts', source).imports).toEqual([]);
  });
});

describe('an area', () => {
  const areasIn = (room: string) => [
    ...new Set(
      tree
        .filter(({ file }) => file.startsWith(`${room}/areas/`))
        .map(({ file }) => file.split('/')[2]!)
        .filter(name => room !== 'core' || !name.endsWith('.ts'))
        .map(name => name.replace(/(\.test)?\.ts$/, '')),
    ),
  ];

  it('has the name in server and web that it has in core', () => {
    // the page of the day asks every area, and has nothing of its own
    const named = [...areasIn('server'), ...areasIn('web')].filter(name => name !== 'today');
    expect(named.filter(name => !areasIn('core').includes(name))).toEqual([]);
    expect(areasIn('core').filter(name => !areasIn('web').includes(name))).toEqual([]);
  });
});

describe('folders that need each other', () => {
  /** Circles that there are today; a folder that joins one fails here, and one that leaves it is taken off. */
  const owed: readonly (readonly string[])[] = [
    // what is known of a water is asked by what stores it, tests it and treats it, and follows from all of them
    [
      ...[
        'areas/daywork',
        'areas/readings',
        'areas/sheets',
        'areas/sources',
        'areas/store',
        'areas/supplies',
      ],
      'areas/trains',
    ],
    // a method says which tool a schedule needs; a supply says which device it is, and a device which readings it takes
    [
      ...[
        'planning/schedule',
        'storage/containers',
        'storage/rotation',
        'storage/stock',
        'treatment/filters',
      ],
      ...['treatment/methods', 'treatment/sun', 'treatment/trains', 'water/quality'],
    ],
  ];

  it('are, in core, the ones that are named here, each with its reason', () => {
    expect(circles(tree, 'core')).toEqual(owed);
  });

  it('are seen when a type alone closes the circle', () => {
    const two: Imports[] = [
      importsOf('core/topic/a/one.ts', "import type { B } from '../b/two.ts';"),
      importsOf('core/topic/b/two.ts', "import { a } from '../a/three.ts';"),
      importsOf('core/topic/c/four.ts', "import { a } from '../a/three.ts';"),
    ];
    expect(circles(two, 'core')).toEqual([['topic/a', 'topic/b']]);
  });
});
