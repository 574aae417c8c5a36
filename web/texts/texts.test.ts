import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { entryKinds } from '#core/areas/entries.ts';
import { waterStates } from '#core/areas/store/state.ts';
import { needSchools } from '#core/planning/need/need.ts';
import { animalRates, climateFactor, institutionRates } from '#core/planning/need/rates.ts';
import { materials, seedKinds } from '#core/storage/containers/kinds.ts';
import { doseSchools } from '#core/treatment/chlorine/schools.ts';
import { parameters } from '#core/water/quality/parameters.ts';
import { neverDrunk, originAnswers, waterIds } from '#core/water/waters.ts';
import { formats } from './catalogue.ts';
import en from './en.json';

const has = (id: string): boolean => id in en || `${id}_other` in en;

function sources(folder: string): string {
  return readdirSync(folder, { withFileTypes: true })
    .map(entry => {
      const path = join(folder, entry.name);
      if (entry.isDirectory()) return sources(path);
      return /(?<!\.test)\.tsx?$/.test(entry.name) ? readFileSync(path, 'utf8') : '';
    })
    .join('\n');
}

/** Ids written out in a call of `message(…)` or `say(…)`. */
const literals = (text: string, call: RegExp): string[] => [...text.matchAll(call)].map(m => m[1]!);

describe('the catalogue', () => {
  it('has every text that the core names', () => {
    const ids = literals(sources('core'), /message\(\s*'([^']+)'/g);
    expect(ids.length).toBeGreaterThan(80);
    expect(ids.filter(id => !has(id))).toEqual([]);
  });

  it('has every text that the interface names', () => {
    const ids = literals(sources('web'), /\bsay\(\s*'([^']+)'/g);
    expect(ids.length).toBeGreaterThan(200);
    expect(ids.filter(id => !has(id))).toEqual([]);
  });

  it('has a word for everything that can be chosen', () => {
    const ids = [
      ...needSchools.map(s => `need.${s.id}`),
      ...doseSchools.map(s => `school.${s.id}`),
      ...waterIds.map(w => `water.${w}`),
      ...waterStates.map(s => `state-name.${s}`),
      ...materials.map(m => `material.${m}`),
      ...waterIds.filter(w => neverDrunk(w)).map(w => `guard.never-drunk.${w}`),
      ...['drinking', 'utility', 'never'].map(g => `water.comes.${g}`),
      ...['drinking', 'limited', 'utility', 'never'].map(g => `label.${g}`),
      ...(Object.keys(originAnswers) as (keyof typeof originAnswers)[]).flatMap(asked => [
        `origin.${asked}`,
        `origin.${asked}.unanswered`,
        ...originAnswers[asked].flatMap(a => [`origin.${asked}.${a}`, `origin.${asked}.${a}.note`]),
      ]),
      ...seedKinds.map(k => `shape.${k.shape}`),
      ...Object.keys(climateFactor).map(c => `climate.${c}`),
      ...Object.keys(animalRates).map(a => `animal.${a}`),
      ...Object.keys(institutionRates).map(i => `institution.${i}`),
      ...entryKinds.map(kind => `entry.${kind}`),
      ...Object.entries(parameters).flatMap(([id, row]) =>
        row.class === 'senses' ? row.words.map(word => `sensed.${id}.${word}`) : [],
      ),
    ];
    expect(ids.filter(id => !has(id))).toEqual([]);
  });

  it('has every text that the core puts together from a verdict', () => {
    const phases = ['stand', 'read', 'mix', 'air', 'repeat', 'check', 'dose'];
    const ids = [
      ...phases.flatMap(p => [`state.waiting.${p}`, `duty.${p}`]),
      ...[
        'ready',
        'due',
        'open',
        'past',
        'failed.test',
        'failed.recall',
        'failed.smell',
        'failed.broken-seal',
      ].map(s => `state.${s}`),
      ...['standing', 'waiting', 'failed', 'utility', 'past', 'empty'].flatMap(s => [
        `guard.draw-${s}`,
        `guard.draw-${s}.remedy`,
      ]),
      ...['scented', 'thickened', 'cleaner', 'pool'].map(p => `bleach.${p}`),
      ...['sound', 'frozen-sound', 'broken-seal', 'leaking', 'cracked', 'smell', 'algae', 'near-fuel'].map(
        f => `found.${f}`,
      ),
      ...['milk-juice', 'chemical', 'unknown', 'food'].map(h => `vessel.${h}`),
      ...['one', 'two', 'fixed'].map(c => `lift.${c}`),
      ...['cautious', 'yearly', 'two-year', 'treated', 'bought', 'pouch', 'canned', 'sun', 'heat'].map(
        r => `rule.${r}`,
      ),
    ];
    expect(ids.filter(id => !has(id))).toEqual([]);
  });

  it('has each text once', () => {
    const ids = [...readFileSync('web/texts/en.json', 'utf8').matchAll(/^ {2}"([^"]+)":/gm)].map(m => m[1]!);
    expect(ids.filter((id, i) => ids.indexOf(id) !== i)).toEqual([]);
  });

  it('writes no count before a plural that cannot be one', () => {
    const counted =
      /\{\{\w+(?:, number)?\}\} (?:days|places|containers|months|weeks|years|hours|people|homes|vessels|drops|tablets|packets|bottles|rounds|visits|rows|labels|steps|minutes|jars|lids|files|entries|ways)\b/;
    const wrong = Object.entries(en).filter(
      // i18next chooses among these by their count; what is merged is two at least; a figure that was typed stays as typed
      ([id, text]) =>
        !/_(?:zero|one|other)$|\.many$/.test(id) && id !== 'blank.no-unit' && counted.test(text),
    );
    expect(wrong.map(([id]) => id)).toEqual([]);
  });

  // paper, instruments and names are what they are; a slip is told in the words of both; a jar and a band of a standard have both
  const ofBoth =
    /^(?:sheet-size|tool|tools|units|unit-of|rain-unit|blank|list|basis)\.|^method\.can\.(?:mark|jar)\.|^bench\.dropper/;
  /** What a concentration is per, and amounts that are weighed and drawn up by the gram and the millilitre in every kitchen. */
  const ofAll = /\b(?:in|per|into) \d+ mL\b|\d+ mL (?:a litre|into|of clean)|\d+ mL[:;)]|\d g\b/g;
  it('says no figure in one system’s units: a reader of the other reads their own', () => {
    const wrong = Object.entries(en).filter(([id, text]) => {
      const bare = text.replace(/\{\{[^}]*\}\}/g, '').replace(ofAll, '');
      return !ofBoth.test(id) && /\d\s?(?:°C|°F|km\/h|km|m|cm|mm|kg|L|mL)(?![\w/²])/.test(bare);
    });
    expect(wrong.map(([id, text]) => `${id}: ${text}`)).toEqual([]);
  });

  it('names no format that is not there', () => {
    const used = [...JSON.stringify(en).matchAll(/\{\{[\w.]+, (\w+)[(}]/g)].map(m => m[1]!);
    expect(used.filter(name => !(name in formats))).toEqual([]);
  });
});
