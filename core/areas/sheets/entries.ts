import { nothing } from '../../base/fields.ts';
import { message } from '../../base/judgement.ts';
import { kind, none } from '../../log/define.ts';
import { sheetEnded, sheetStepped } from '../daywork/fold.ts';
import { needsWater, ofContainer } from '../store/guards.ts';
import { withFill } from '../store/vessel.ts';
import * as batch from './batch.ts';
import { check, dose, instruction, leaving, sanitising, sheet, sheetEnd, stepDone } from './fields.ts';
import {
  needsBatch,
  onBegun,
  onDosed,
  onMixed,
  onSanitised,
  onSheetBegun,
  onSheetEnded,
  onSheetStep,
} from './guards.ts';
import * as sheets from './sheetFold.ts';
import { cleanedAt } from './sheetFold.ts';

const batches = {
  'batch.begun': kind({
    data: instruction,
    on: ['container'],
    also: ['supply'],
    fold: { container: (facts, entry) => withFill(facts, fill => batch.begun(fill, entry)), supply: none },
    guard: onBegun,
    restsOn: ['filled'],
    ends: ['batch.begun', 'dosed', 'mixed'],
    words: ({ school, targetMgL, doseMl, contactMin }) =>
      message('entry.batch.begun', { school: `school.${school}`, targetMgL, doseMl, contactMin }),
  }),
  checked: kind({
    data: check,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => batch.checked(fill, entry)) },
    guard: needsBatch,
    restsOn: ['filled', 'batch.begun'],
    words: ({ clarity, chemicalSmell }) =>
      message('entry.checked', { found: chemicalSmell ? 'check.chemical' : `clarity-name.${clarity}` }),
  }),
  dosed: kind({
    data: dose,
    on: ['container'],
    also: ['supply'],
    fold: {
      container: (facts, entry) => withFill(facts, fill => batch.dosed(fill, entry)),
      supply: (facts, { data }) => ({ ...facts, used: facts.used + data.doseMl }),
    },
    guard: onDosed,
    restsOn: ['filled', 'batch.begun'],
    ends: ['mixed'],
    words: ({ doseMl, strengthMgMl }) => message('entry.dosed', { doseMl, strengthMgMl }),
  }),
  mixed: kind({
    data: nothing,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => batch.mixed(fill, entry)) },
    guard: onMixed,
    restsOn: ['filled', 'batch.begun', 'dosed'],
    words: none,
  }),
  labelled: kind({
    data: nothing,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => batch.labelled(fill, entry)) },
    guard: ofContainer((_, container, { happenedAt }) => needsWater(container, happenedAt)),
    restsOn: ['filled', 'batch.begun', 'dosed', 'mixed'],
    words: none,
  }),
  'batch.abandoned': kind({
    data: leaving,
    on: ['container'],
    fold: { container: (facts, entry) => withFill(facts, fill => batch.left(fill, entry)) },
    guard: needsBatch,
    restsOn: ['filled', 'batch.begun'],
    words: ({ why }) => message('entry.batch.abandoned', { why }),
  }),
  sanitised: kind({
    data: sanitising,
    on: ['container'],
    also: ['supply'],
    fold: {
      container: (facts, { happenedAt }) => cleanedAt(facts, happenedAt),
      supply: (facts, { data }) => ({ ...facts, used: facts.used + data.bleachMl }),
    },
    guard: onSanitised,
    restsOn: none,
    words: ({ waterL, bleachMl }) => message('entry.sanitised', { waterL, bleachMl }),
  }),
};

const sheetKinds = {
  'sheet.begun': kind({
    data: sheet,
    on: ['sheet'],
    also: ['container', 'supply', 'work'],
    fold: {
      sheet: { begins: sheets.begun },
      container: sheets.begunOn,
      supply: (facts, { data }, id) => {
        const use = data.uses.find(u => u.supply === id);
        return use ? { ...facts, used: facts.used + use.amount } : facts;
      },
      work: none,
    },
    guard: onSheetBegun,
    restsOn: none,
    words: ({ method }) => message('entry.sheet.begun', { method: `method.${method}` }),
  }),
  'sheet.step': kind({
    data: stepDone,
    on: ['sheet'],
    also: ['container', 'supply', 'work'],
    fold: { sheet: sheets.stepped, container: sheets.legStepped, supply: none, work: sheetStepped },
    guard: onSheetStep,
    restsOn: none,
    words: none,
  }),
  'sheet.ended': kind({
    data: sheetEnd,
    on: ['sheet'],
    also: ['container', 'supply', 'work'],
    fold: {
      sheet: (facts, { happenedAt, data }) => ({
        ...facts,
        ended: { at: happenedAt, outcome: data.outcome },
      }),
      container: sheets.endedOn,
      supply: none,
      work: sheetEnded,
    },
    guard: onSheetEnded,
    restsOn: none,
    words: ({ method, outcome }) =>
      message('entry.sheet.ended', { method: `method.${method}`, outcome: `sheet.word.${outcome}` }),
  }),
};

export const entries = { ...batches, ...sheetKinds };
