import { ageingCurve, ageingMarks } from '../chlorine/ageing.ts';
import { hoclShare } from '../chlorine/hocl.ts';
import { type RemoverId, removerG, removers } from '../chlorine/remove.ts';
import { type Jar, leastDose } from '../chlorine/schools.ts';
import { powderG, type ShockSchoolId, SWAB_SHARE, shockSchools, wellL } from '../chlorine/shock.ts';
import { credit, noCredit } from '../ct/credit.ts';
import { giardiaLog, virusLog } from '../ct/ct.ts';
import { judge, message } from '../judgement.ts';
import { type Blank, choiceOf, doStep, type Inputs, type Method, numberOf, waitStep } from './method.ts';

/** Doses of a jar board (mg/L). */
const boardMgL = [1, 2, 3, 4, 6, 8] as const;
/** Bleach is put into a litre jar by a 1 in 100 dilution. */
const JAR_L = 1;

const board: readonly Blank[] = boardMgL.map(mgL => ({
  id: `jar${mgL}`,
  kind: 'quantity',
  dimension: 'number',
  least: 0,
  most: 10,
}));

const jarsOf = (inputs: Inputs): Jar[] =>
  boardMgL.flatMap(doseMgL => {
    const residualMgL = numberOf(inputs, `jar${doseMgL}`);
    return residualMgL === undefined ? [] : [{ doseMgL, residualMgL }];
  });

/** Strength of the bleach in hand (mg of available chlorine in a mL). */
const strengthBlank: Blank = {
  id: 'strengthMgMl',
  kind: 'quantity',
  dimension: 'number',
  least: 0.1,
  most: 250,
  start: 61.8,
};

/** The demand of this very water, by jars: the least dose that keeps 0.5 mg/L after half an hour, scaled to the vessel. */
export const demandTest: Method = {
  id: 'demand-test',
  tool: 'chlorine',
  credit: noCredit,
  accepts: { mostNtu: 100 },
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach', 'test-kit'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.5, most: 100_000, start: 198 },
    strengthBlank,
    ...board,
  ],
  answer: inputs => {
    const [volumeL, strengthMgMl] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'strengthMgMl')];
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const jars = jarsOf(inputs);
    const least = leastDose(jars);
    const steps = [
      doStep('dilute', message('step.demand.dilute', { strengthMgMl })),
      doStep('jars', message('step.demand.jars', { mlPerMgL: (JAR_L * 100) / strengthMgMl })),
      waitStep('stand', message('step.demand.stand'), 30),
      doStep('read', message('step.demand.read')),
    ];
    const scale = {
      ticks: [0, 1, 2, 3, 4, 5, 6, 7, 8],
      spacing: 'linear' as const,
      marks: jars.map(jar => ({
        id: `jar${jar.doseMgL}`,
        value: jar.doseMgL,
        note: message('demand.mark', { residualMgL: jar.residualMgL }),
        ...(jar.doseMgL === least?.doseMgL ? { chosen: true } : {}),
      })),
    };
    if (!least)
      return {
        headline: message(jars.length === 0 ? 'demand.begin' : 'demand.none'),
        working: [message('demand.how')],
        ...(jars.length > 0 ? { scale } : {}),
        judgements:
          jars.length === boardMgL.length
            ? [
                judge('refuse', message('demand.beyond'), 'who-emergency', {
                  remedy: message('clarity.cloudy.remedy'),
                }),
              ]
            : [],
        steps,
        uses: [{ supply: 'test-kit', amount: boardMgL.length }],
      };
    const doseMl = (least.doseMgL * volumeL) / strengthMgMl;
    const params = { ...least, volumeL, strengthMgMl, doseMl };
    return {
      headline: message('demand.headline', params),
      under: message('demand.under', params),
      working: [message('demand.working', params)],
      scale,
      judgements: isFalling(jars)
        ? [
            judge('warn', message('demand.mixed-up'), 'practice', {
              remedy: message('demand.mixed-up.remedy'),
            }),
          ]
        : [],
      steps,
      uses: [{ supply: 'test-kit', amount: boardMgL.length }],
    };
  },
};

/** A higher dose that leaves less: jars were mixed up, or this is the breakpoint of ammonia. */
const isFalling = (jars: readonly Jar[]): boolean =>
  jars.some((jar, i) => i > 0 && jar.residualMgL < jars[i - 1]!.residualMgL - 0.1);

/** What a documented contact earned, and how much of the chlorine does the work. */
export const contactCredit: Method = {
  id: 'contact-credit',
  tool: 'chlorine',
  credit: credit(3, 3, 0, 0),
  accepts: { mostNtu: 5, leastPh: 6, mostPh: 9 },
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['test-kit'],
  blanks: [
    { id: 'mgL', kind: 'quantity', dimension: 'number', least: 0, most: 20, start: 0.5 },
    { id: 'minutes', kind: 'quantity', dimension: 'number', least: 0, most: 10_000, start: 30 },
    { id: 'temperatureC', kind: 'quantity', dimension: 'temperatureC', least: -2, most: 60, start: 10 },
    { id: 'ph', kind: 'quantity', dimension: 'number', least: 3, most: 12, start: 7.5 },
    { id: 'product', kind: 'choice', options: ['free', 'cyanurate'], start: 'free' },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [mgL, minutes, temperatureC, ph] = [n('mgL'), n('minutes'), n('temperatureC'), n('ph')];
    if (mgL === undefined || minutes === undefined || temperatureC === undefined || ph === undefined)
      return undefined;
    const hasCyanurate = choiceOf(inputs, 'product') === 'cyanurate';
    const contact = { freeChlorineMgL: mgL, minutes, temperatureC, ph };
    const giardia = hasCyanurate ? 0 : giardiaLog(contact);
    const viruses = hasCyanurate ? 0 : virusLog(contact);
    const params = {
      ct: mgL * minutes,
      giardia,
      viruses,
      mgL,
      minutes,
      hocl: hoclShare(ph, temperatureC),
      temperatureC,
      ph,
    };
    return {
      headline: message('credit.headline', params),
      under: message('credit.under', params),
      working: [message('credit.working', params), message('credit.hocl', params)],
      scale: {
        ticks: [0, 1, 2, 3, 4, 5, 6],
        spacing: 'linear',
        marks: [
          { id: 'viruses', value: viruses, note: message('log.viruses') },
          { id: 'protozoa', value: giardia, note: message('log.protozoa') },
          { id: 'crypto', value: 0, note: message('log.crypto') },
        ],
      },
      judgements: [
        ...(hasCyanurate
          ? [
              judge('refuse', message('credit.cyanurate'), 'who-gdwq', {
                remedy: message('credit.cyanurate.remedy'),
              }),
            ]
          : []),
        ...(ph > 9 || ph < 6 ? [judge('warn', message('credit.ph'), 'who-gdwq')] : []),
        judge('warn', message('credit.crypto'), 'cdc-sws'),
      ],
      steps: [],
      uses: [],
    };
  },
};

/** A bottle of bleach through the months: what each school takes its strength to be. */
export const ageing: Method = {
  id: 'ageing',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach'],
  blanks: [
    { id: 'percent', kind: 'quantity', dimension: 'number', least: 0.5, most: 20, start: 6 },
    { id: 'months', kind: 'quantity', dimension: 'number', least: 0, most: 120, start: 8 },
    { id: 'keptC', kind: 'quantity', dimension: 'temperatureC', least: -10, most: 50, start: 24 },
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.5, most: 100_000, start: 198 },
    { id: 'targetMgL', kind: 'quantity', dimension: 'number', least: 0.2, most: 20, start: 2 },
    { id: 'measuredMgMl', kind: 'quantity', dimension: 'number', least: 0.1, most: 250 },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const [percent, months, keptC] = [n('percent'), n('months'), n('keptC')];
    const [volumeL, targetMgL] = [n('volumeL'), n('targetMgL')];
    if (percent === undefined || months === undefined || keptC === undefined) return undefined;
    if (volumeL === undefined || targetMgL === undefined) return undefined;
    const marks = ageingMarks({ percent, months, keptC, measuredMgMl: n('measuredMgMl') });
    const doseOf = (mgMl: number) => (targetMgL * volumeL) / mgMl;
    const [label, computed] = [marks.labelMgMl, marks.computedMgMl];
    const params = {
      percent,
      months,
      keptC,
      labelMgMl: label,
      computedMgMl: computed,
      share: computed / label,
      halfLifeDays: marks.halfLifeDays,
      volumeL,
      targetMgL,
      doseMl: doseOf(computed),
    };
    return {
      headline: message('ageing.headline', params),
      under: message('ageing.under', params),
      working: [message('ageing.working', params)],
      scale: {
        ticks: [1, 2, 5, 10, 20, 50, 100],
        spacing: 'log',
        marks: [
          {
            id: 'replace-yearly',
            value: doseOf(label),
            note: message('ageing.mark.label', { doseMl: doseOf(label) }),
          },
          {
            id: 'computed-strength',
            value: doseOf(computed),
            note: message('ageing.mark.computed', { doseMl: doseOf(computed) }),
            chosen: true,
          },
          ...(marks.measuredMgMl
            ? [
                {
                  id: 'measured',
                  value: doseOf(marks.measuredMgMl),
                  note: message('ageing.mark.measured', { doseMl: doseOf(marks.measuredMgMl) }),
                },
              ]
            : []),
        ],
      },
      curve: {
        name: message('ageing.curve', params),
        xName: message('ageing.curve.x'),
        yName: message('ageing.curve.y'),
        ys: ageingCurve(percent, keptC, Math.max(12, Math.ceil(months))),
        atX: months,
      },
      judgements: marks.isTooOld
        ? [
            judge('refuse', message('ageing.too-old', params), 'epa-emergency', {
              remedy: message('strength.too-old.remedy'),
            }),
          ]
        : [],
      steps: [],
      uses: [],
    };
  },
};

/** Taking chlorine out again: standing open, or by mass of what binds it. */
export const removing: Method = {
  id: 'removing',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: ['chlorine'],
  concentrates: [],
  adds: [],
  supplies: ['neutraliser', 'carbon'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 100_000, start: 198 },
    { id: 'haveMgL', kind: 'quantity', dimension: 'number', least: 0, most: 300, start: 6 },
    { id: 'wantMgL', kind: 'quantity', dimension: 'number', least: 0, most: 5, start: 0.5 },
    { id: 'remover', kind: 'choice', options: Object.keys(removers), start: 'ascorbic' },
  ],
  answer: inputs => {
    const [volumeL, haveMgL, wantMgL] = [
      numberOf(inputs, 'volumeL'),
      numberOf(inputs, 'haveMgL'),
      numberOf(inputs, 'wantMgL'),
    ];
    if (volumeL === undefined || haveMgL === undefined || wantMgL === undefined) return undefined;
    const remover = choiceOf<RemoverId>(inputs, 'remover');
    const grams = removerG(remover, volumeL, haveMgL, wantMgL);
    const params = {
      grams,
      volumeL,
      haveMgL,
      wantMgL,
      perMg: removers[remover],
      chlorineG: ((haveMgL - wantMgL) * volumeL) / 1000,
    };
    return {
      headline: message(grams > 0 ? 'removing.headline' : 'removing.nothing', params),
      under: message('removing.under'),
      working: [message('removing.working', params)],
      judgements: [
        ...(wantMgL < 0.2 ? [judge('warn', message('removing.unprotected'), 'who-gdwq')] : []),
        judge('warn', message('removing.read-again'), 'practice'),
      ],
      steps: [
        doStep('dissolve', message('step.removing.dissolve', params)),
        doStep('stir', message('step.removing.stir')),
        waitStep('stand', message('step.removing.stand'), 10),
        {
          id: 'read',
          kind: 'read',
          text: message('step.removing.read'),
          reading: { unit: 'mg/L', most: 4 },
          onFail: message('step.removing.read.fail'),
        },
      ],
      uses: [{ supply: 'neutraliser', amount: grams }],
    };
  },
};

/** Disinfecting a tank or a well as a whole; its water is not drunk until it is flushed. */
export const shock: Method = {
  id: 'shock',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['bleach', 'chlorine-powder'],
  blanks: [
    { id: 'vessel', kind: 'choice', options: ['tank', 'well'], start: 'tank' },
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 5, most: 1_000_000, start: 5000 },
    { id: 'diameterM', kind: 'quantity', dimension: 'lengthM', least: 0.05, most: 20, start: 1 },
    { id: 'depthM', kind: 'quantity', dimension: 'lengthM', least: 0.05, most: 200, start: 3 },
    { id: 'school', kind: 'choice', options: Object.keys(shockSchools), start: 'fifty-full' },
    strengthBlank,
    { id: 'powderPercent', kind: 'quantity', dimension: 'number', least: 20, most: 75, start: 65 },
  ],
  answer: inputs => {
    const n = (id: string) => numberOf(inputs, id);
    const isWell = choiceOf(inputs, 'vessel') === 'well';
    const [diameterM, depthM, strengthMgMl] = [n('diameterM'), n('depthM'), n('strengthMgMl')];
    const volumeL = isWell ? (diameterM && depthM ? wellL(diameterM, depthM) : undefined) : n('volumeL');
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const school = choiceOf<ShockSchoolId>(inputs, 'school');
    const litresOf = (id: ShockSchoolId) => (id === 'swab-200' ? volumeL * SWAB_SHARE : volumeL);
    const doseOf = (id: ShockSchoolId) => (litresOf(id) * shockSchools[id].mgL) / strengthMgMl;
    const { mgL, hours } = shockSchools[school];
    const params = {
      volumeL,
      mgL,
      hours,
      doseMl: doseOf(school),
      doseL: doseOf(school) / 1000,
      powderG: powderG(litresOf(school), mgL, n('powderPercent') ?? 65),
      wetL: litresOf(school),
    };
    return {
      headline: message('shock.headline', params),
      under: message('shock.under', params),
      working: [message(isWell ? 'shock.working-well' : 'shock.working', params)],
      scale: {
        ticks: [5, 10, 20, 50, 100, 200, 500],
        spacing: 'log',
        marks: (Object.keys(shockSchools) as ShockSchoolId[]).map(id => ({
          id,
          value: shockSchools[id].mgL,
          note: message('shock.mark', { hours: shockSchools[id].hours, doseMl: doseOf(id) }),
          ...(id === school ? { chosen: true } : {}),
        })),
        sets: 'school',
      },
      judgements: [
        judge('warn', message('shock.not-drunk'), 'awwa', { remedy: message('shock.not-drunk.remedy') }),
        judge('warn', message('shock.mixing'), 'practice'),
        ...(isWell ? [judge('warn', message('shock.well'), 'awwa')] : []),
      ],
      steps: [
        doStep('sign', message('step.shock.sign')),
        doStep('dose', message('step.shock.dose', params)),
        waitStep('stand', message('step.shock.stand', params), hours * 60),
        doStep('drain', message('step.shock.drain')),
        {
          id: 'read',
          kind: 'read',
          text: message('step.shock.read'),
          reading: { unit: 'mg/L', most: 4 },
          onFail: message('step.shock.read.fail'),
        },
        doStep('test', message('step.shock.test')),
      ],
      uses: [{ supply: 'bleach', amount: doseOf(school) }],
    };
  },
};

/** A 1 % stock from calcium hypochlorite: powder into water, never water onto powder. */
export const stock: Method = {
  id: 'stock',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: ['chlorine'],
  supplies: ['chlorine-powder'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.1, most: 100, start: 1 },
    { id: 'percent', kind: 'quantity', dimension: 'number', least: 20, most: 75, start: 65 },
    { id: 'product', kind: 'choice', options: ['calcium', 'pool', 'unknown'], start: 'calcium' },
    { id: 'meantG', kind: 'quantity', dimension: 'massG', least: 0, most: 100_000, powderKgL: 0.8 },
  ],
  answer: inputs => {
    const [volumeL, percent] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'percent')];
    if (volumeL === undefined || percent === undefined) return undefined;
    const grams = powderG(volumeL, 10_000, percent);
    const meantG = numberOf(inputs, 'meantG');
    const ratio = meantG === undefined ? 1 : meantG / grams;
    const params = { volumeL, percent, grams, meantG: meantG ?? 0, ratio, spoons: grams / 0.8 / 5 };
    const product = choiceOf(inputs, 'product');
    return {
      headline: message('stock.headline', params),
      under: message('stock.under', params),
      working: [message('stock.working', params)],
      judgements: [
        ...(product === 'calcium'
          ? []
          : [
              judge('refuse', message(`stock.${product}`), 'epa-emergency', {
                remedy: message('bleach.unfit.remedy'),
              }),
            ]),
        ...(ratio >= 2 || ratio <= 0.5
          ? [
              judge('refuse', message('stock.guard', params), 'arithmetic', {
                remedy: message('stock.guard.remedy', params),
              }),
            ]
          : []),
        judge('warn', message('stock.order'), 'practice'),
      ],
      steps: [
        doStep('water', message('step.stock.water', params)),
        doStep('powder', message('step.stock.powder', params)),
        waitStep('settle', message('step.stock.settle'), 30),
        doStep('label', message('step.stock.label')),
      ],
      uses: [{ supply: 'chlorine-powder', amount: grams }],
    };
  },
};

const RINSE_MG_L = 300;
const RINSE_WET_MIN = 0.5;
/** A rinse wets every face; this much of the vessel is enough to turn it with. */
const RINSE_SHARE = 0.05;

/** Cleaning and sanitising an empty vessel before clean water goes in. */
export const sanitising: Method = {
  id: 'sanitising',
  tool: 'chlorine',
  credit: noCredit,
  accepts: {},
  removes: [],
  concentrates: [],
  adds: [],
  supplies: ['bleach'],
  blanks: [
    { id: 'volumeL', kind: 'quantity', dimension: 'volumeL', least: 0.2, most: 10_000, start: 20 },
    strengthBlank,
    {
      id: 'held',
      kind: 'choice',
      options: ['water', 'food', 'milk-juice', 'chemical', 'unknown'],
      start: 'water',
    },
  ],
  answer: inputs => {
    const [volumeL, strengthMgMl] = [numberOf(inputs, 'volumeL'), numberOf(inputs, 'strengthMgMl')];
    if (volumeL === undefined || strengthMgMl === undefined) return undefined;
    const waterL = Math.min(10, Math.max(0.5, volumeL * RINSE_SHARE));
    const bleachMl = (waterL * RINSE_MG_L) / strengthMgMl;
    const held = choiceOf(inputs, 'held');
    const params = { waterL, bleachMl, volumeL, mgL: RINSE_MG_L };
    return {
      headline: message('sanitising.headline', params),
      under: message('sanitising.under', params),
      working: [message('sanitising.working', params)],
      judgements: [
        ...(held === 'water' || held === 'food'
          ? []
          : [
              judge('refuse', message('sanitising.unfit', { what: `held.${held}` }), 'cdc-storage', {
                remedy: message('sanitising.unfit.remedy'),
              }),
            ]),
        judge('warn', message('sanitising.own-tools'), 'practice'),
      ],
      steps: [
        doStep('wash', message('step.sanitising.wash')),
        doStep('rinse', message('step.sanitising.rinse', params)),
        waitStep('wet', message('step.sanitising.wet'), RINSE_WET_MIN),
        doStep('drain', message('step.sanitising.drain')),
        doStep('dry', message('step.sanitising.dry')),
      ],
      uses: [{ supply: 'bleach', amount: bleachMl }],
    };
  },
};
