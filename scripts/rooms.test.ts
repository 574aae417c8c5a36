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
  /**
   * Imports that are there and should not be: the parts below web's shell that ask its hooks and its breath. They are named one by
   * one, so that none is added.
   */
  const owed = [
    'web/session/answers.ts → web/app/breathe.ts',
    'web/session/api.ts → web/app/breathe.ts',
    'web/session/outbox.ts → web/app/breathe.ts',
    'web/session/session.ts → web/app/breathe.ts',
    'web/session/show.ts → web/app/breathe.ts',
    'web/texts/entryWords.ts → web/app/hooks.ts',
    'web/texts/kindName.ts → web/app/hooks.ts',
    'web/texts/texts.ts → web/app/hooks.ts',
    'web/ui/Blank.tsx → web/app/hooks.ts',
    'web/ui/DateBlank.tsx → web/app/hooks.ts',
    'web/ui/WhenBlank.tsx → web/app/hooks.ts',
  ];

  it('holds for every file of the project', () => {
    expect([...today].sort()).toEqual(owed);
  });

  it.each([
    ['core/water/waters.ts', "import type { Facts } from '../log/facts.ts';"],
    ['core/water/waters.ts', "import { onFilled } from '../store/guards.ts';"],
    ['core/trains/grade.ts', "import type { Facts } from '../log/facts.ts';"],
    ['core/trains/grade.ts', "import { knownOf } from '../sources/known.ts';"],
    ['core/schedule/run.ts', "import { duties } from '../daywork/duties.ts';"],
    ['core/catchment/dip.ts', "import { roofAt } from '../rain/known.ts';"],
    ['core/claims/weigh.ts', "import { stateAt } from '../store/state.ts';"],
    ['core/instruments/protocol.ts', "import { fold } from '../record.ts';"],
    ['core/newTopic/first.ts', "import { stateAt } from '../store/state.ts';"],
    ['core/newTopic/first.ts', "import type { Entry } from '#core/record.ts';"],
    ['core/log/fold.ts', "import { dayOf } from '../calendar/day.ts';"],
    ['core/log/fold.ts', "import { trespass } from '../trains/grade.ts';"],
    ['core/log/fold.ts', "export { roofAt } from '../rain/known.ts';"],
    ['core/store/state.ts', "import { fold } from '../record.ts';"],
    ['core/rain/known.ts', "import { dutiesAt } from '../duties.ts';"],
    ['core/daywork/fold.ts', "import * as areas from '../areas.ts';"],
    ['core/judgement.ts', "import { areasOf } from './areas.ts';"],
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
    ['web/ui/Dialog.tsx', "import { useFacts } from '../app/hooks.ts';"],
    ['web/ui/Dialog.tsx', "type Shell = import('../app/Shell.tsx').Shell;"],
  ])('catches a line that is planted: in %s, %s', (file, line) => {
    expect(planted(file, line).length).toBeGreaterThan(0);
  });

  it.each([
    ['core/water/waters.ts', "import { judge } from '../judgement.ts';"],
    ['core/store/state.ts', "import { stopsOf } from '../water/hazards.ts';"],
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

describe('folders that need each other', () => {
  /** Circles that there are today; a folder that joins one fails here, and one that leaves it is taken off. */
  const owed: readonly (readonly string[])[] = [
    // a duty has a day, and a day is a text of `moment.ts`
    ['(base)', 'calendar'],
    // what is known of a water is asked by what stores it, tests it and treats it, and follows from all of them
    ['bench', 'daywork', 'sources', 'store', 'supplies', 'tests'],
    // a method says which tool a schedule needs; a supply says which device it is, and a device which readings it takes
    ['containers', 'filters', 'methods', 'quality', 'rotation', 'schedule', 'stock', 'sun', 'trains'],
  ];

  it('are, in core, the ones that are named here, each with its reason', () => {
    expect(circles(tree, 'core')).toEqual(owed);
  });

  it('are seen when a type alone closes the circle', () => {
    const two: Imports[] = [
      importsOf('core/a/one.ts', "import type { B } from '../b/two.ts';"),
      importsOf('core/b/two.ts', "import { a } from '../a/three.ts';"),
      importsOf('core/c/four.ts', "import { a } from '../a/three.ts';"),
    ];
    expect(circles(two, 'core')).toEqual([['a', 'b']]);
  });
});
