import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import en from '../../../web/texts/en.json';
import { type Message, refusals } from '../../base/judgement.ts';
import { labelStrengthMgMl, strengthBy, strengthSchools } from '../chlorine/strength.ts';
import { credit, noCredit } from '../credit/credit.ts';
import { answerOf } from './answer.ts';
import { type Blank, type Context, type Inputs, type Method, type MethodAnswer, startOf } from './method.ts';
import { methodOf, methods } from './methods.ts';

const context: Context = {
  altitudeM: 310,
  today: '2026-11-25',
  dailyNeedL: 141,
  planDays: 14,
  longitudeDeg: 0,
};
const texts = en as Record<string, string>;

const started = (method: Method): Inputs =>
  Object.fromEntries(method.blanks.map(blank => [blank.id, startOf(blank, context)]));

const ask = (id: string, inputs: Inputs = {}): MethodAnswer => {
  const method = methodOf(id)!;
  const answer = answerOf(method, { ...started(method), ...inputs }, context);
  if (!answer) throw new Error(`${id} has no answer`);
  return answer;
};

/** Every choice once, beside what a blank begins with; and each optional amount far too small and far too large. */
function cases(method: Method): Inputs[] {
  const start = started(method);
  const one = (blank: Blank): Inputs[] =>
    blank.kind === 'choice'
      ? blank.options.map(option => ({ ...start, [blank.id]: option }))
      : [blank.least, blank.most].map(value => ({ ...start, [blank.id]: value }));
  return [start, ...method.blanks.flatMap(one)];
}

const messagesOf = (a: MethodAnswer): Message[] => [
  a.headline,
  ...(a.under ? [a.under] : []),
  ...a.working,
  ...(a.layers?.map(l => l.note) ?? []),
  ...(a.curve ? [a.curve.name, a.curve.xName, a.curve.yName] : []),
  ...(a.scale?.marks.map(m => m.note) ?? []),
  ...a.judgements.flatMap(j => [j.reason, j.remedy, j.slip].filter(m => m !== undefined)),
  ...a.steps.flatMap(s => [s.text, s.onFail].filter(m => m !== undefined)),
];

/** Names that a text wants filled. */
// a figure that the text says itself is nobody's to give
const wanted = (text: string): string[] => [...text.matchAll(/\{\{([a-z]\w*)/g)].map(m => m[1]!);
const textsOf = (id: string): string[] =>
  [texts[id], texts[`${id}_one`], texts[`${id}_other`]].filter(t => t !== undefined);

describe.each(methods.map(m => [m.id, m] as const))('%s', (id, method) => {
  it('answers with what it begins with', () => {
    expect(method.answer(started(method), context)).toBeDefined();
  });

  it('has a sentence with each of its blanks once, those of a board aside, and a name for each blank and choice', () => {
    const inSentence = [...texts[`method.${id}.sentence`]!.matchAll(/\[([\w-]+)\]/g)].map(m => m[1]!);
    expect([...inSentence, ...(method.board ?? [])].sort()).toEqual(method.blanks.map(b => b.id).sort());
    const names = method.blanks.flatMap(b => [
      `method.${id}.${b.id}`,
      ...(b.kind === 'choice' ? b.options.map(o => `method.${id}.${b.id.replace(/\d+$/, '')}.${o}`) : []),
    ]);
    expect([`method.${id}`, `method.${id}.caution`, ...names].filter(name => !(name in texts))).toEqual([]);
  });

  it('says nothing that the catalogue has not, or that it leaves unfilled, in any case', () => {
    const lacking = new Set<string>();
    for (const inputs of cases(method)) {
      const answer = answerOf(method, inputs, context);
      if (!answer) continue;
      for (const { id: text, params } of messagesOf(answer)) {
        if (textsOf(text).length === 0) lacking.add(text);
        for (const name of textsOf(text).flatMap(wanted))
          if (params?.[name] === undefined) lacking.add(`${text}: ${name}`);
      }
      for (const mark of answer.scale?.marks ?? [])
        if (!(`method.${id}.mark.${mark.id}` in texts)) lacking.add(`mark ${mark.id}`);
    }
    expect([...lacking]).toEqual([]);
  });

  it('has steps of different names, each clock with its minutes', () => {
    const { steps } = method.answer(started(method), context)!;
    expect(new Set(steps.map(s => s.id)).size).toBe(steps.length);
    expect(steps.filter(s => s.kind === 'wait' && !((s.waitMin ?? 0) > 0))).toEqual([]);
    expect(steps.filter(s => s.kind === 'read' && !s.reading)).toEqual([]);
  });
});

/** By the sections of the field's rules: the method, what is asked of it, and the reason it refuses with. */
const refused: readonly (readonly [string, Inputs, string])[] = [
  // chlorine and its powder
  ['stock', { product: 'pool' }, 'stock.pool'],
  ['stock', { product: 'unknown' }, 'stock.unknown'],
  ['stock', { order: 'water-onto-powder' }, 'stock.onto-powder'],
  ['stock', { beside: 'acid' }, 'beside.acid'],
  ['stock', { meant: 46 }, 'due.far-over'],
  ['stock', { product: 'bleach', strengthMgMl: 8 }, 'stock.too-weak'],
  ['sanitising', { held: 'chemical' }, 'sanitising.unfit'],
  ['sanitising', { beside: 'ammonia' }, 'beside.ammonia'],
  ['sanitising', { volumeL: 20, meant: 1 }, 'due.far-under'],
  ['shock', { beside: 'cleaner' }, 'beside.cleaner'],
  ['shock', { vessel: 'well', school: 'ten-full' }, 'shock.well-weak'],
  ['shock', { vessel: 'well', school: 'swab-200' }, 'shock.well-weak'],
  ['removing', { use: 'dialysis' }, 'removing.dialysis'],
  ['shock', { volumeL: 5000, meant: 400 }, 'due.far-under'],
  ['removing', { haveMgL: 6, wantMgL: 0.5, volumeL: 198, meant: 27 }, 'due.far-over'],
  ['ageing', { months: 14 }, 'ageing.too-old'],
  ['ageing', { months: 8, keptC: 33 }, 'ageing.too-old'],
  ['demand-test', { jar1: 0, jar2: 0, jar3: 0, jar4: 0, jar6: 0, jar8: 0.1 }, 'demand.beyond'],
  ['contact-credit', { product: 'cyanurate' }, 'credit.cyanurate'],
  // heat
  ['boil', { lid: 'shut' }, 'boil.closed'],
  ['boil', { stove: 'charcoal', where: 'room', flue: 'yes' }, 'flame.charcoal'],
  ['boil', { stove: 'gas-propane', where: 'tent', flue: 'yes' }, 'flame.tent'],
  ['boil', { stove: 'gas-propane', where: 'room' }, 'flame.no-flue'],
  ['boil', { stove: 'gas-cooker', where: 'tent' }, 'flame.tent'],
  ['boil', { looks: 'scum' }, 'boil.scum'],
  ['boil', { looks: 'fuel' }, 'boil.fuel'],
  ['pasteurise', { proof: 'by-eye' }, 'pasteurise.by-eye'],
  ['pasteurise', { meant: 2 }, 'due.far-under'],
  ['can', { where: 'tent' }, 'flame.tent'],
  ['can', { where: 'room' }, 'flame.no-flue'],
  ['distil', { where: 'tent' }, 'flame.tent'],
  ['distil', { where: 'room' }, 'flame.no-flue'],
  ['boil', { school: 'ten-minutes', meant: 4 }, 'due.far-under'],
  ['can', { lids: 'used' }, 'can.used-lids'],
  ['can', { glass: 'cold' }, 'can.cold-glass'],
  ['can', { purpose: 'wounds' }, 'can.wounds'],
  ['can', { perLoad: 20, jars: 20 }, 'can.too-full'],
  ['can', { perLoad: 7, jars: 57 }, 'can.too-many'],
  ['can', { altitudeM: 2000, meant: 10 }, 'due.far-under'],
  ['distil', { smell: 'fuel' }, 'distil.fuel'],
  ['reverse-osmosis', { source: 'sea' }, 'ro.sea'],
  ['reverse-osmosis', { source: 'sea', rated: 'brackish' }, 'ro.sea'],
  ['reverse-osmosis', { source: 'brackish', rated: 'germs' }, 'ro.brackish'],
  ['reverse-osmosis', { chlorinated: 'without-carbon' }, 'ro.chlorine'],
  // sun
  ['sun', { latitude: 10, where: 'behind-glass' }, 'sun.glass'],
  ['sun', { latitude: 10, print: 'unreadable' }, 'sun.cloudy'],
  ['sun', { latitude: 10, rain: 'continuous' }, 'sun.rain'],
  ['sun', { latitude: 10, bottle: 'scratched' }, 'sun.bottle.scratched'],
  ['sun', { latitude: 10, bottle: 'coloured' }, 'sun.bottle.coloured'],
  ['sun', { latitude: 10, bottle: 'labelled' }, 'sun.bottle.labelled'],
  ['sun', { latitude: 10, bottle: 'thick' }, 'sun.bottle.thick'],
  ['sun', { latitude: 10, bottleL: 5 }, 'sun.bottle.large'],
  ['sun', { latitude: 54.4 }, 'sun.weak'],
  // clearing
  ['alum', { meant: 28.09, volumeL: 20 }, 'alum.far-over'],
  ['alum', { meant: 0.05, volumeL: 20 }, 'alum.far-under'],
  ['alum', { alkalinityMgL: 25 }, 'alum.sour'],
  ['alum', { phAfter: 7.9 }, 'alum.ph'],
  ['alum', { phAfter: 5.4 }, 'alum.ph'],
  ['alum', { grade: 'other' }, 'alum.other-grade'],
  ['settle', { grain: 'fine-sand', meant: 10 }, 'due.far-under'],
  ['filter', { frozen: 'yes' }, 'filter.frozen'],
  ['filter', { newLH: 20, nowLH: 9 }, 'filter.worn'],
  ['filter', { newLH: 20, nowLH: 60 }, 'filter.fast'],
  ['filter', { ntu: 200 }, 'filter.cloudy'],
  ['layered-filter', { heightMm: 250 }, 'layered.no-room'],
  ['carbon', { against: 'fuel' }, 'carbon.fuel'],
  ['carbon', { against: 'salt' }, 'carbon.salt'],
  ['carbon', { against: 'germs' }, 'carbon.germs'],
  ['carbon', { usedL: 995 }, 'carbon.full'],
  ['carbon', { months: 6 }, 'carbon.full'],
  // the other treatments
  ['tablets', { pack: 'expired' }, 'tablets.expired'],
  ['tablets', { pack: 'opened-long' }, 'tablets.opened-long'],
  ['tablets', { pack: 'unknown' }, 'tablets.unknown'],
  ['tablets', { volumeL: 20, packL: 20, meant: 3 }, 'due.far-over'],
  ['tablets', { volumeL: 1, packL: 20 }, 'tablets.over'],
  ['flocculant', { volumeL: 5, packL: 10 }, 'tablets.over'],
  ['flocculant', { pack: 'expired' }, 'tablets.expired'],
  ['flocculant', { pack: 'unknown' }, 'tablets.unknown'],
  ['iodine', { meant: 1 }, 'iodine.too-little'],
  ['iodine', { meant: 12 }, 'iodine.too-much'],
  ['iodine', { drinkers: 'nursing' }, 'iodine.not-for.nursing'],
  ['iodine', { drinkers: 'pregnant' }, 'iodine.not-for.pregnant'],
  ['iodine', { drinkers: 'thyroid' }, 'iodine.not-for.thyroid'],
  ['iodine', { drinkers: 'allergy' }, 'iodine.not-for.allergy'],
  ['iodine', { drinkers: 'infant' }, 'iodine.not-for.infant'],
  ['iodine', { days: 60 }, 'iodine.too-long'],
  ['permanganate', { colour: 'purple' }, 'permanganate.purple'],
  ['permanganate', { near: 'glycerine' }, 'permanganate.glycerine'],
  ['uv', { ntu: 12 }, 'uv.cloudy'],
  ['uv', { lampHours: 9000 }, 'uv.worn'],
  ['uv', { mjCm2: 8 }, 'uv.weak'],
  ['uv', { volumeL: 20, meant: 10 }, 'due.far-under'],
];

describe('what the bench refuses', () => {
  it.each(refused)('%s: %o', (id, inputs, reason) => {
    const said = refusals(ask(id, inputs).judgements);
    expect(said.map(j => j.reason.id)).toContain(reason);
    expect(said.find(j => j.reason.id === reason)!.remedy).toBeDefined();
  });

  it('leaves nothing to measure out beside a stop: no amount, no time, no sheet', () => {
    for (const method of methods)
      for (const inputs of cases(method)) {
        const answer = answerOf(method, inputs, context);
        if (!answer || refusals(answer.judgements).length === 0) continue;
        const isSlip = answer.guard?.verdict === 'refuse';
        if (isSlip && refusals(answer.judgements).length === 1) continue;
        expect(answer, method.id).toMatchObject({
          isStopped: true,
          headline: { id: 'answer.stop' },
          steps: [],
          uses: [],
          working: [],
        });
        for (const part of ['under', 'scale', 'due', 'carries', 'credit'] as const)
          expect(answer[part], `${method.id} ${part}`).toBeUndefined();
      }
  });

  it('stands whole in the table above', () => {
    const listed = new Set(refused.map(([, , reason]) => reason));
    const unlisted = new Set<string>();
    for (const method of methods)
      for (const inputs of cases(method))
        for (const { reason } of refusals(answerOf(method, inputs, context)?.judgements ?? []))
          if (!listed.has(reason.id)) unlisted.add(`${method.id}: ${reason.id}`);
    expect([...unlisted]).toEqual([]);
  });
});

describe('the slip guard', () => {
  const verdictOf = (id: string, inputs: Inputs) => {
    const said = ask(id, inputs).judgements.find(j => j.reason.id.startsWith('due.'));
    return said && `${said.verdict} ${said.reason.id}${said.slip ? ` ${said.slip.id}` : ''}`;
  };

  it.each(['settle', 'boil', 'can', 'uv'])('of %s minds a time that is short, never one that is long', id => {
    const { due } = ask(id);
    expect(verdictOf(id, { meant: due!.amount * 0.9 })).toBe('warn due.too-short');
    expect(verdictOf(id, { meant: due!.amount * 0.5 })).toContain('refuse due.far-under');
    expect(verdictOf(id, { meant: due!.amount * 3 })).toBeUndefined();
  });

  it.each(['stock', 'sanitising', 'shock', 'removing', 'tablets'])(
    'of %s has the bands of every dose',
    id => {
      const { amount } = ask(id).due!;
      const at = (ratio: number) =>
        verdictOf(id, { meant: amount * ratio })
          ?.split(' ')
          .slice(0, 2)
          .join(' ');
      expect([0.5, 0.6, 1, 1.3, 1.5, 2].map(at)).toEqual([
        'refuse due.far-under',
        'warn due.off',
        undefined,
        undefined,
        'warn due.off',
        'refuse due.far-over',
      ]);
    },
  );

  it('names the slip: a tablespoon for a teaspoon, a decimal point in the tablets', () => {
    // 15.4 g of powder are 19.2 mL: three times that is a tablespoon for each teaspoon
    expect(verdictOf('stock', { meant: 3 * (10 / 0.65) })).toContain('slip.tablespoon-for-teaspoon');
    expect(verdictOf('tablets', { volumeL: 20, packL: 20, meant: 10 })).toContain('slip.decimal');
  });
});

describe('guesses', () => {
  const open = (id: string, inputs: Inputs) =>
    ask(id, inputs).judgements.find(j => j.reason.id === 'due.guessed');

  it('about a bucket of a guessed strength: the span of both, and the strength to be measured first', () => {
    const guess = { 'volumeL.known': 'guessed', 'strengthMgMl.known': 'guessed' };
    const jars = { jar1: 0, jar2: 0, jar3: 0.1, jar4: 0.6, jar6: 1.4, jar8: 3.1 };
    const said = open('demand-test', { ...jars, ...guess, volumeL: 198, strengthMgMl: 61.8 })!;
    const dueMl = (4 * 198) / 61.8;
    // ± 25 % of the volume in proportion, ± 40 % of the strength the other way round
    expect(Number(said.reason.params?.least)).toBeCloseTo((dueMl * 0.75) / 1.4, 6);
    expect(Number(said.reason.params?.most)).toBeCloseTo((dueMl * 1.25) / 0.6, 6);
    expect(said.remedy?.params?.what).toBe('method.demand-test.strengthMgMl');
  });

  it.each(['alum', 'shock', 'removing'])('a guessed volume of %s is told', id => {
    expect(open(id, { 'volumeL.known': 'guessed' })?.remedy?.params?.what).toBe(`method.${id}.volumeL`);
    expect(open(id, { 'volumeL.known': 'measured' })).toBeUndefined();
  });
});

it('shows the smallest method whole in the documentation', () => {
  const read = (path: string) => readFileSync(new URL(path, import.meta.url), 'utf8');
  expect(read('../../../docs/adding.md')).toContain(read('./permanganate.ts'));
});

describe('answers that anybody can check', () => {
  it('a jar test with 0, 0, 0.1, 0.6, 1.4, 3.1 picks 4 mg/L and scales it to 198 L: 12.8 mL', () => {
    const jars = { jar1: 0, jar2: 0, jar3: 0.1, jar4: 0.6, jar6: 1.4, jar8: 3.1 };
    const { headline, under } = ask('demand-test', { ...jars, volumeL: 198, strengthMgMl: 61.8 });
    expect(Number(headline.params?.doseMl)).toBeCloseTo((4 * 198) / 61.8, 9);
    expect(under?.params).toMatchObject({ doseMgL: 4, demandMgL: 3.4 });
  });

  it('47 people’s 141 L at 310 m on propane: each longer rule takes more hours, gas and steam', () => {
    const marks = ask('boil', { volumeL: 141, potL: 10 }).scale!.marks.map(m => m.note.params!);
    expect(marks.map(m => m.holdMin)).toEqual([1, 5, 10, 20]);
    // 141 L × 4.186 kJ × (98.97 − 10) K ÷ 0.5 = 105.0 MJ; 15 pots × 1 min × 3 kW = 2.7 MJ; ÷ 46.4 MJ/kg
    expect(Number(marks[0]!.fuel)).toBeCloseTo((105 + 2.7) / 46.4, 1);
    // 52.5 MJ into the water at 1.5 kW are 583 min, and 15 pots held a minute each
    expect(Number(marks[0]!.totalMin) / 60).toBeCloseTo((583.5 + 15) / 60, 1);
    // 15 pots × 20 min at 1.5 kW are 27 MJ; half of it leaves by the ajar lid
    expect(Number(marks[3]!.steamL)).toBeCloseTo(27 / 2.257 / 2, 1);
  });

  it('bleach of eight months at 24 °C needs a visibly larger dose by the computed school than by the label', () => {
    const marks = ask('ageing', { percent: 6, months: 8, keptC: 24 }).scale!.marks;
    const [label, computed] = marks.map(m => m.value);
    expect(label).toBeCloseTo((2 * 198) / 61.8, 1);
    expect(computed! / label!).toBeGreaterThan(1.15);
  });

  it('of the three schools of strength the measured one is used where there is one', () => {
    const bottle = { percent: 6, months: 8, keptC: 24, volumeL: 198, targetMgL: 2 };
    const chosen = (inputs: Inputs) => ask('ageing', inputs).scale!.marks.filter(m => m.chosen);
    expect(chosen(bottle).map(m => m.id)).toEqual(['computed-strength']);
    expect(chosen({ ...bottle, measuredMgMl: 40 })).toMatchObject([
      { id: 'measured', value: (2 * 198) / 40 },
    ]);
    expect(ask('ageing', { ...bottle, measuredMgMl: 40 }).scale!.marks).toHaveLength(3);
  });

  it('a tank of 5,000 L at 50 mg/L takes 4.05 L of 6 % bleach', () => {
    expect(Number(ask('shock', {}).headline.params?.doseL)).toBeCloseTo((5000 * 50) / 61.8 / 1000, 3);
  });

  it('a litre of stock made today is 10 mg/mL, dosed for a week and refused on the eighth day', () => {
    const made = methodOf('stock')!.makes!({ volumeL: 1 }, '2026-11-25')!;
    expect(made).toMatchObject({ kind: 'bleach', amount: 1000 });
    const bleach = made.bleach!;
    expect(labelStrengthMgMl(bleach.basis, bleach.strength)).toBe(10);
    const on = (day: string) => strengthSchools.map(s => strengthBy(s, bleach, day).judgement.verdict);
    expect(on('2026-12-02')).toEqual(['ok', 'ok', 'refuse']);
    expect(on('2026-12-03')).toEqual(['refuse', 'refuse', 'refuse']);
  });

  it('gas for fourteen days of 141 L by the minute is some 32 kg', () => {
    const plan = ask('boil', { potL: 10 }).working.find(m => m.id === 'boil.plan')!;
    // 1,974 L × 4.186 kJ × 88.97 K ÷ 0.5 = 1,470 MJ, and 198 pots of a minute of 3 kW = 36 MJ; ÷ 46.4 MJ/kg
    expect(Number(plan.params?.planFuel)).toBeCloseTo((1470.3 + 35.6) / 46.4, 1);
  });

  it('a filter earns by its pores, its kind, or its certificate', () => {
    expect(ask('filter', { device: 'ultrafilter' }).credit).toEqual(credit(3, 3, 3, 3));
    expect(ask('filter', { device: 'by-pore', poreUm: 0.1, rating: 'nominal' }).credit).toEqual(noCredit);
    const certificate = { device: 'certified', bacteria: 6, viruses: 4, protozoa: 3, crypto: 3 };
    const answer = ask('filter', certificate);
    expect(answer.credit).toEqual(credit(6, 4, 3, 3));
    expect(answer.judgements.map(j => j.reason.id)).not.toContain('filter.viruses');
    expect(ask('filter', { device: 'layered' }).credit).toEqual(noCredit);
  });

  it('reverse osmosis feeds what it gives and what it rejects: 20 L at 1 to 3 are 80 L', () => {
    expect(ask('reverse-osmosis', { volumeL: 20, rejectRatio: 3 }).headline.params?.feedL).toBe(80);
  });

  it('distilling a litre from 10 °C on propane takes 5.3 MJ', () => {
    // (4.186e-3 × (98.97 − 10) + 2.257) ÷ 0.5
    expect(Number(ask('distil', {}).working[0]!.params?.mjPerL)).toBeCloseTo(
      (4.186e-3 * 88.97 + 2.257) / 0.5,
      2,
    );
  });
});
