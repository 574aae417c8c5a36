import { celsiusOf, KG_PER_LB, M_PER_FT, type UnitSystem } from './system.ts';
import { litresPer } from './volume.ts';

/** What a unit measures; each has its own words. */
export type Measure =
  | 'volume'
  | 'mass'
  | 'length'
  | 'time'
  | 'temperature'
  | 'share'
  | 'concentration'
  | 'strength'
  | 'turbidity'
  | 'acidity'
  | 'latitude'
  | 'longitude'
  | 'flow'
  | 'power'
  | 'energy'
  | 'energy-per-volume'
  | 'exposure'
  | 'load'
  | 'fluence'
  | 'money'
  | 'removal'
  | 'conductivity'
  | 'angle'
  | 'rainfall'
  | 'drops-per-volume'
  | 'drops-per-litre'
  | 'tablets'
  | 'people'
  | 'plain';

/** How a figure in a unit becomes one in the measure's own. */
type ToOwn = number | Readonly<Record<UnitSystem, number>> | ((value: number) => number);

/** Mean month and year of the Gregorian calendar (min). */
export const MONTH_MIN = (365.2425 / 12) * 1440;
const YEAR_MIN = 12 * MONTH_MIN;
/** Standard gravity: a kN/m² is this many kg/m². */
const KG_PER_KN = 1000 / 9.80665;
const M_PER_IN = 0.0254;
const BTU_H_W = 0.29307107;

const gallon = { metric: litresPer['US gal'], US: litresPer['US gal'], imperial: litresPer['imp gal'] };
const quart = { metric: litresPer['US qt'], US: litresPer['US qt'], imperial: litresPer['imp qt'] };
const pint = { metric: quart.metric / 2, US: quart.US / 2, imperial: quart.imperial / 2 };
const ounce = { metric: litresPer['US fl oz'], US: litresPer['US fl oz'], imperial: litresPer['imp fl oz'] };
const each = (of: Readonly<Record<UnitSystem, number>>, by: number) => ({
  metric: of.metric * by,
  US: of.US * by,
  imperial: of.imperial * by,
});

/** One line: what is counted in a measure's own unit, and every word for it, parted by commas. */
type Line = readonly [ToOwn, string];

/**
 * Every word that people write for a unit, by what it measures: litres, grams, metres, minutes, °C, mg/L, mg/mL, L/h, W, Wh,
 * kg/m², mJ/cm². "gal", "qt", "pt" and "oz" are US or imperial by the person; written beside them, "us" or "imp" wins.
 * A word that means two things here ("m" of time, "c" of volume) is none.
 */
const lines: Record<Measure, readonly Line[]> = {
  volume: [
    [0.001, 'ml,millilitre,millilitres,milliliter,milliliters,cc,cm3,cm³'],
    [0.01, 'cl,centilitre,centilitres'],
    [0.1, 'dl,decilitre,decilitres'],
    [
      1,
      'l,litre,litres,liter,liters,lt,lts,ltr,ltrs,dm3,dm³,kg of water,kg water,kilo of water,kilos of water',
    ],
    [1000, 'm3,m³,cubic metre,cubic metres,cubic meter,cubic meters,cbm,kl'],
    [1000 * M_PER_FT ** 3, 'ft3,ft³,cu ft,cubic foot,cubic feet'],
    [KG_PER_LB, 'lb of water,lbs of water,pound of water,pounds of water'],
    [gallon, 'gal,gals,gallon,gallons'],
    [gallon.US, 'us gal,us gals,us gallon,us gallons,gal us,gallons us,usg'],
    [
      gallon.imperial,
      'imp gal,imp gals,imp gallon,imp gallons,imperial gal,imperial gallon,imperial gallons,uk gal,uk gallon,uk gallons,gal imp',
    ],
    [quart, 'qt,qts,quart,quarts'],
    [quart.US, 'us qt,us quart,us quarts'],
    [quart.imperial, 'imp qt,imp quart,imp quarts,imperial quart,imperial quarts,uk quart'],
    [pint, 'pt,pts,pint,pints'],
    [pint.US, 'us pt,us pint,us pints'],
    [pint.imperial, 'imp pt,imp pint,imp pints,imperial pint,imperial pints,uk pint,uk pints'],
    [ounce, 'oz,fl oz,floz,ounce,ounces,fluid ounce,fluid ounces'],
    [ounce.US, 'us fl oz,us oz'],
    [ounce.imperial, 'imp fl oz,imp oz,uk fl oz'],
    [litresPer['US cup'], 'cup,cups,us cup,us cups'],
    [
      { metric: litresPer['metric tbsp'], US: litresPer['US tbsp'], imperial: litresPer['metric tbsp'] },
      'tbsp,tbsps,tablespoon,tablespoons,tbs,tbl',
    ],
    [
      { metric: litresPer['metric tsp'], US: litresPer.tsp, imperial: litresPer['metric tsp'] },
      'tsp,tsps,teaspoon,teaspoons',
    ],
    [litresPer['AU tbsp'], 'au tbsp,australian tbsp,australian tablespoon,australian tablespoons'],
    [litresPer.drop, 'drop,drops'],
  ],
  mass: [
    [0.001, 'mg,milligram,milligrams'],
    [1, 'g,gram,grams,gramme,grammes,gr'],
    [1000, 'kg,kgs,kilo,kilos,kilogram,kilograms'],
    [1e6, 't,tonne,tonnes'],
    [1000 * KG_PER_LB, 'lb,lbs,pound,pounds'],
    [(1000 * KG_PER_LB) / 16, 'oz,ounce,ounces'],
  ],
  length: [
    [1e-6, 'µm,um,micron,microns,micrometre,micrometres'],
    [0.001, 'mm,millimetre,millimetres,millimeter,millimeters'],
    [0.01, 'cm,centimetre,centimetres,centimeter,centimeters'],
    [1, 'm,metre,metres,meter,meters'],
    [1000, 'km,kilometre,kilometres,kilometer,kilometers'],
    [M_PER_IN, 'in,inch,inches,",″,”'],
    [M_PER_FT, "ft,foot,feet,',′,’"],
    [3 * M_PER_FT, 'yd,yard,yards'],
  ],
  time: [
    [1 / 60, 's,sec,secs,second,seconds'],
    [1, 'min,mins,minute,minutes'],
    [60, 'h,hr,hrs,hour,hours'],
    [1440, 'd,day,days'],
    [7 * 1440, 'w,wk,wks,week,weeks'],
    [MONTH_MIN, 'mo,mos,mth,mths,month,months'],
    [YEAR_MIN, 'y,yr,yrs,year,years'],
  ],
  temperature: [
    [1, 'c,°c,celsius,centigrade,deg c,degrees c,degrees celsius'],
    [celsiusOf, 'f,°f,fahrenheit,deg f,degrees f,degrees fahrenheit'],
  ],
  share: [[1, '%,percent,per cent,pct']],
  concentration: [
    [0.001, 'µg/l,ug/l,ppb'],
    [1, 'mg/l,ppm,mg per l,mg per litre,g/m3,g/m³'],
    [1000, 'g/l,mg/ml,g per litre'],
  ],
  strength: [
    [0.001, 'mg/l,ppm'],
    [1, 'mg/ml,g/l,mg per ml,g per litre'],
  ],
  turbidity: [[1, 'ntu,fnu,ftu']],
  acidity: [[1, 'ph']],
  latitude: [
    [1, '°,deg,degree,degrees,n,°n,° n,deg n,degrees n,north,degrees north'],
    [-1, 's,°s,° s,deg s,degrees s,south,degrees south'],
  ],
  longitude: [
    [1, '°,deg,degree,degrees,e,°e,° e,deg e,degrees e,east,degrees east'],
    [-1, 'w,°w,° w,deg w,degrees w,west,degrees west'],
  ],
  flow: [
    [1, 'l/h,l/hr,lph,litres/h,litres per hour,liters per hour,l per h,l per hour'],
    [60, 'l/min,lpm,litres per minute,liters per minute,l per min,l per minute'],
    [3600, 'l/s,litres per second'],
    [0.06, 'ml/min,ml per minute'],
    [3.6, 'ml/s'],
    [1 / 24, 'l/day,l/d,litres per day,liters per day,l per day,litres a day,l a day'],
    [gallon, 'gal/h,gph,gallons per hour'],
    [each(gallon, 60), 'gal/min,gpm,gallons per minute'],
    [each(gallon, 1 / 24), 'gal/day,gpd,gallons per day,gallons a day'],
  ],
  power: [
    [1, 'w,watt,watts'],
    [1000, 'kw,kilowatt,kilowatts'],
    [BTU_H_W, 'btu/h,btu/hr,btu per hour'],
  ],
  energy: [
    [1, 'wh,watt-hour,watt-hours,watt hours'],
    [1000, 'kwh,kilowatt-hours,kilowatt hours'],
  ],
  'energy-per-volume': [
    [1, 'wh/l,wh per litre'],
    [1000, 'kwh/l'],
    [1, 'kwh/m3,kwh/m³'],
  ],
  exposure: [
    [1, 'wh/m2,wh/m²'],
    [1000, 'kwh/m2,kwh/m²'],
  ],
  load: [
    [1, 'kg/m2,kg/m²,kg per m2,kg per m²'],
    [KG_PER_KN, 'kn/m2,kn/m²,kpa'],
    [KG_PER_LB / M_PER_FT ** 2, 'psf,lb/ft2,lb/ft²,lbs/ft2,lb/sq ft,lbs per sq ft'],
  ],
  fluence: [
    [1, 'mj/cm2,mj/cm²,mj per cm2'],
    [0.1, 'j/m2,j/m²'],
  ],
  money: [[1, '$,€,£,usd,eur,gbp,dollars,euros,pounds']],
  removal: [[1, 'log,logs,log10']],
  conductivity: [
    [1, 'µs/cm,us/cm,µs,us'],
    [1000, 'ms/cm,ms'],
  ],
  angle: [[1, '°,deg,degree,degrees']],
  rainfall: [
    [1, 'mm/h,mm/hr,mm per hour,mm an hour,mmh'],
    [25.4, 'in/h,in/hr,inch/h,inches/h,inches per hour,inches an hour'],
  ],
  'drops-per-volume': [[1, 'drops/ml,drops per ml,drops a ml']],
  'drops-per-litre': [[1, 'drops/l,drops per litre,drops a litre,drops per l,drops']],
  tablets: [[1, 'tablet,tablets,tab,tabs,pill,pills']],
  people: [[1, 'people,persons,person,of us,heads']],
  plain: [],
};

const wordsOf = new Map<Measure, Map<string, ToOwn>>(
  (Object.keys(lines) as Measure[]).map(measure => [
    measure,
    new Map(lines[measure].flatMap(([toOwn, words]) => words.split(',').map(word => [word, toOwn] as const))),
  ]),
);

/** Every word of a measure. */
export const unitWords = (measure: Measure): string[] => [...wordsOf.get(measure)!.keys()];

/** The first word of each line of a measure: what is offered when another was not understood. */
export const chiefWords = (measure: Measure): string[] =>
  lines[measure].map(([, words]) => words.split(',')[0]!);

/**
 * How a figure beside this word becomes one in the measure's own unit (litres, grams, metres, minutes, °C …);
 * undefined where the word is no unit of it.
 */
export function ownOf(
  word: string,
  measure: Measure,
  system: UnitSystem,
): ((value: number) => number) | undefined {
  const toOwn = wordsOf.get(measure)!.get(word);
  if (toOwn === undefined) return undefined;
  if (typeof toOwn === 'function') return toOwn;
  const factor = typeof toOwn === 'number' ? toOwn : toOwn[system];
  return value => value * factor;
}
