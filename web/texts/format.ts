import type { Paper } from '#contract/paper.ts';
import type { Day } from '#core/base/day.ts';
import type { Dimension } from '#core/base/units/dimension.ts';
import type { DecimalMark } from '#core/base/units/number.ts';
import { fahrenheitOf, KG_PER_LB, M_PER_FT, type UnitSystem } from '#core/base/units/system.ts';
import { fromLitres, litresPer, STANDARD_DROPS_PER_ML } from '#core/base/units/volume.ts';
import { tongue } from './tongue.ts';
import { NBSP, numbers, tenths, whole, word } from './writer.ts';

/** How numbers are written for one person: the system of units and the group's time zone. */
export interface Reader {
  readonly units: UnitSystem;
  readonly timeZone: string;
  /** The day it is: what is far from it is dated with its year. */
  readonly today?: Day;
  /** The language that is read; the page's own where nobody said. */
  readonly language?: string | undefined;
  /** What is printed on; by the units until somebody says. */
  readonly paper?: Paper;
}

const figures = numbers({ maximumSignificantDigits: 3 });

/** Three significant figures; whole numbers from a hundred on. */
export function number(value: number): string {
  return Math.abs(value) >= 100 ? whole(value) : figures(value);
}

/** A number and what it counts, in the form that the language has for it: "1 day", "2 days". */
export function counted(value: number, nouns: Readonly<Record<string, unknown>>): string {
  return `${number(value)} ${String(nouns[tongue().plurals.select(value)] ?? nouns.other)}`;
}

/** A log removal in tenths, rounded down: credit is never rounded up. The 1e-9 keeps 0.3 from being written 0.2. */
export function log(value: number): string {
  return tenths(Math.floor(value * 10 + 1e-9) / 10);
}

/** A gallon says which one it is wherever it is not the commoner: a fifth lies between them. */
const gallonWord = { US: 'gal', imperial: `imp${NBSP}gal` } as const;

/** A volume of water. */
export function litres(value: number, units: UnitSystem): string {
  if (units === 'metric')
    return value !== 0 && value < 1 ? `${number(value * 1000)}${NBSP}mL` : `${number(value)}${NBSP}L`;
  const gallon = units === 'US' ? 'US gal' : 'imp gal';
  const gallons = fromLitres(value, gallon);
  // a jug of a gallon that is written as 3.785 L is one
  if (value !== 0 && gallons < 0.995) {
    const ounce = units === 'US' ? 'US fl oz' : 'imp fl oz';
    return `${number(fromLitres(value, ounce))}${NBSP}fl${NBSP}oz`;
  }
  return `${number(gallons)}${NBSP}${gallonWord[units]}`;
}

/** A size is called by the round figure that it lies so near to. */
const NOMINAL_SHARE = 0.02;

/** The size of a vessel as the trade calls it: a drum of 208 L is one of 55 gal, a can of 20 L one of 5.3. @example nominal(208, 'US') // '55 gal' */
export function nominal(value: number, units: UnitSystem): string {
  if (units === 'metric') return litres(value, units);
  const unit = units === 'US' ? 'US gal' : 'imp gal';
  const gallons = fromLitres(value, unit);
  const steps = gallons >= 10 ? [5, 1] : gallons >= 0.9 ? [1, 0.5] : [];
  const step = steps.find(s => Math.abs((Math.round(gallons / s) * s) / gallons - 1) <= NOMINAL_SHARE);
  if (step !== undefined) return `${number(Math.round(gallons / step) * step)}${NBSP}${gallonWord[units]}`;
  return gallons >= 1 ? `${tenths(gallons)}${NBSP}${gallonWord[units]}` : litres(value, units);
}

const hundredths = numbers({ maximumFractionDigits: 2 });

/** A volume in a working that somebody adds up by hand: to the hundredth. */
export function exactLitres(value: number, units: UnitSystem): string {
  if (units === 'metric') return `${hundredths(value)}${NBSP}L`;
  return `${hundredths(fromLitres(value, units === 'US' ? 'US gal' : 'imp gal'))}${NBSP}${gallonWord[units]}`;
}

/** Where a slip would hurt both units stand: litres, and the person's own. */
export function bothVolumes(value: number, units: UnitSystem): string {
  return units === 'metric' ? litres(value, units) : `${litres(value, units)} (${litres(value, 'metric')})`;
}

/** Spoons are counted up to this (mL): from six teaspoons on a cup with ounces is quicker and surer. */
const MOST_SPOONED_ML = 6 * litresPer.tsp * 1000;
const LEAST_GALLONS = 1;

/** The unit that a household of gallons pours a small amount with, and how many mL one is. */
function pouredIn(millilitres: number, units: 'US' | 'imperial'): readonly [number, string] {
  const [spoon, ounce, gallon] =
    units === 'US'
      ? [litresPer.tsp, litresPer['US fl oz'], litresPer['US gal']]
      : [litresPer['metric tsp'], litresPer['imp fl oz'], litresPer['imp gal']];
  if (millilitres < MOST_SPOONED_ML) return [spoon * 1000, 'tsp'];
  if (millilitres < LEAST_GALLONS * gallon * 1000) return [ounce * 1000, `fl${NBSP}oz`];
  return [gallon * 1000, gallonWord[units]];
}

/** Millilitres, as syringes and jugs show them. */
const ml = (value: number): string => `${number(value)}${NBSP}mL`;

/** A dose may be said by the next mark of a spoon where that is so little off. */
const SPOON_PLAY = 0.08;
const EIGHTHS = ['', '⅛', '¼', '', '½', '', '¾', ''] as const;

/**
 * A dose by the spoons that there are: an eighth, a quarter, a half, a whole one; undefined where none is near.
 * @example spoons(0.38) // '3 × ⅛ tsp'
 */
function spoons(teaspoons: number): string | undefined {
  // from one on nobody adds three eighths
  const nearest = Math.round(teaspoons * 8);
  const isCounted = teaspoons < 1 || nearest % 2 === 0 || nearest % 8 === 1;
  const eighths = isCounted ? nearest : Math.round(teaspoons * 4) * 2;
  if (eighths === 0 || Math.abs(eighths / 8 / teaspoons - 1) > SPOON_PLAY) return undefined;
  const [whole, part] = [Math.floor(eighths / 8), EIGHTHS[eighths % 8]!];
  if (part === '' && eighths % 8 > 1) return `${eighths} × ⅛${NBSP}tsp`;
  return `${whole > 0 ? number(whole) : ''}${part}${NBSP}tsp`;
}

/** A dose in the unit that the person pours with. */
export function dose(millilitres: number, units: UnitSystem): string {
  if (units === 'metric') return ml(millilitres);
  const [perMl, unit] = pouredIn(millilitres, units);
  const figure = millilitres / perMl;
  if (unit !== 'tsp') return `${number(figure)}${NBSP}${unit}`;
  const drops = Math.round(millilitres * STANDARD_DROPS_PER_ML);
  // less than the least spoon is counted
  if (figure < LEAST_SPOON * (1 - SPOON_PLAY) && drops > 0) return `${drops}${NBSP}${word('drop', drops)}`;
  return spoons(figure) ?? `${number(figure)}${NBSP}tsp`;
}
/** The least spoon that there is (teaspoons). */
const LEAST_SPOON = 1 / 8;

/** A dose where a slip would hurt: the person's own unit, and the millilitres of a syringe. */
export function bothDoses(millilitres: number, units: UnitSystem): string {
  return units === 'metric' ? ml(millilitres) : `${dose(millilitres, units)} (${ml(millilitres)})`;
}

/** A volume of water as a bare figure, for an axis whose title has the unit. */
export function volumeFigure(value: number, units: UnitSystem): number {
  return units === 'metric' ? value : fromLitres(value, units === 'US' ? 'US gal' : 'imp gal');
}

export function temperature(celsius: number, units: UnitSystem): string {
  return units === 'US' ? `${number(fahrenheitOf(celsius))}${NBSP}°F` : `${number(celsius)}${NBSP}°C`;
}

export function kg(value: number, units: UnitSystem): string {
  const mass = units === 'metric' ? value : value / KG_PER_LB;
  const text = mass < 1000 ? tenths(mass) : whole(mass);
  return `${text}${NBSP}${units === 'metric' ? 'kg' : 'lb'}`;
}

/** Load on a floor, without its unit: beside the limit that has it. */
export function loadFigure(kgM2: number, units: UnitSystem): string {
  return whole(units === 'metric' ? kgM2 : (kgM2 / KG_PER_LB) * M_PER_FT ** 2);
}

/** Load on a floor. */
export function load(kgM2: number, units: UnitSystem): string {
  return `${loadFigure(kgM2, units)}${NBSP}${units === 'metric' ? 'kg/m²' : 'lb/ft²'}`;
}

/** Days to a tenth, below a hundred: "17.3 days". */
export function days(value: number): string {
  const shown = value < 100 ? Math.floor(value * 10) / 10 : Math.floor(value);
  return `${figures(shown)}${NBSP}${word('day', shown)}`;
}

/** Words for a share: 0.25 → 25 %. */
export function percent(share: number): string {
  return `${number(share * 100)}${NBSP}%`;
}

/** A mass on a kitchen scale. */
export function grams(value: number, units: UnitSystem): string {
  if (value !== 0 && value < 0.1) return `${number(value * 1000)}${NBSP}mg`;
  if (value < 1000) return `${number(value)}${NBSP}g`;
  return units === 'metric' ? `${number(value / 1000)}${NBSP}kg` : kg(value / 1000, units);
}

const CM_PER_IN = 2.54;
const MM_PER_IN = 25.4;

/** A height, a depth, an altitude. */
export function length(metres: number, units: UnitSystem): string {
  return units === 'metric' ? `${number(metres)}${NBSP}m` : `${number(metres / M_PER_FT)}${NBSP}ft`;
}

/** The width of a hole, the depth of a layer: no ruler shows more than a tenth of an inch, no drill more than a hundredth. */
export function mm(value: number, units: UnitSystem): string {
  if (units !== 'US') return `${number(value)}${NBSP}mm`;
  const inches = value / MM_PER_IN;
  return `${inches < 1 ? hundredths(inches) : tenths(inches)}${NBSP}in`;
}

/** The height of a hole over the foot, water over a lid (cm). */
export const cm = (value: number, units: UnitSystem): string =>
  units === 'US' ? mm(value * 10, units) : `${number(value)}${NBSP}cm`;

const KM_PER_MILE = 1.609344;

/** How fast somebody walks (km/h). */
export const pace = (kmH: number, units: UnitSystem): string =>
  units === 'metric' ? `${number(kmH)}${NBSP}km/h` : `${number(kmH / KM_PER_MILE)}${NBSP}mph`;

const LEAST_RAIN_IN = 0.01;

/** Rain that fell, or runs off in a year. @example rain(0.5, 'US') // '0.02 in' */
export function rain(value: number, units: UnitSystem): string {
  if (units !== 'US') return `${number(value)}${NBSP}mm`;
  const inches = value / MM_PER_IN;
  // a gauge in inches is read to the hundredth, and what it shows less of is a trace
  if (inches > 0 && inches < LEAST_RAIN_IN / 2) return `<${LEAST_RAIN_IN}${NBSP}in`;
  return `${inches < 10 ? hundredths(inches) : tenths(inches)}${NBSP}in`;
}

/** Water down a gutter, in litres a second. */
export function flowSecond(value: number, units: UnitSystem): string {
  return units === 'metric'
    ? `${number(value)}${NBSP}L/s`
    : `${number(volumeFigure(value * 60, units))}${NBSP}gal/min`;
}

/** A rain to speak of: a round figure in the person's units (mm). */
export const exampleRainMm = (units: UnitSystem): number => (units === 'US' ? MM_PER_IN / 2 : 10);

/** A plan area. */
export function area(m2: number, units: UnitSystem): string {
  return units === 'metric' ? `${number(m2)}${NBSP}m²` : `${number(m2 / M_PER_FT ** 2)}${NBSP}ft²`;
}

/** A flow beside another whose unit is written. */
export function flowFigure(litresAnHour: number, units: UnitSystem): string {
  return number(volumeFigure(litresAnHour, units));
}

/** What a filter gives. */
export function flow(litresAnHour: number, units: UnitSystem): string {
  return `${flowFigure(litresAnHour, units)}${NBSP}${units === 'metric' ? 'L/h' : 'gal/h'}`;
}

/** What one of a shown unit is in a supply's own, and the word for it; the whole tells how large a unit is wanted. */
function suppliedIn(whole: number, unit: string, units: UnitSystem): readonly [number, string] {
  if (units === 'metric') return [1, unit];
  if (unit === 'kg') return [KG_PER_LB, 'lb'];
  if (unit === 'L') return [1 / volumeFigure(1, units), gallonWord[units]];
  return unit === 'mL' ? pouredIn(whole, units) : [1, unit];
}

/** An amount of a supply in the unit that its kind is counted in, or in the person's own. */
export function supply(amount: number, unit: string, units: UnitSystem): string {
  const [perUnit, shown] = suppliedIn(amount, unit, units);
  const counted = amount / perUnit;
  const unitWord =
    shown === 'tests' ? word('test', counted) : shown === 'pieces' ? word('piece', counted) : shown;
  return `${number(counted)} ${unitWord}`;
}

/** What is left of a supply as a bare figure, in the unit that the whole of it is written in. */
export function supplyLeft(left: number, whole: number, unit: string, units: UnitSystem): string {
  return number(left / suppliedIn(whole, unit, units)[0]);
}

/** A value as it stands in a blank, so that the blank reads it again as it is: no marks between thousands. */
export function blank(value: number, dimension: Dimension, units: UnitSystem, decimal: DecimalMark): string {
  const [amount, unit] = inBlank(value, dimension, units);
  const figure =
    unit === '' ? Math.round(amount * 1e6) / 1e6 : Number(amount.toPrecision(amount >= 100 ? 6 : 3));
  const text = String(amount >= 100 && unit !== '' ? Math.round(figure) : figure).replace('.', decimal);
  return unit === '' ? text : `${text} ${unit}`;
}

/** What people begin with in sizes that they measure: figures that a jug, a tape or a gauge has marks for. */
const MARKS = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10] as const;
const SIZED: ReadonlySet<Dimension> = new Set(['volumeL', 'lengthM', 'rainMmH']);

/**
 * A figure that a blank begins with, as the reader's own measure has it round: 20 L begin as 5 gal, not as 5.28.
 * What somebody typed, and what follows from anything, is never rounded.
 */
export function roundStart(value: number, dimension: Dimension, units: UnitSystem): number {
  if (units === 'metric' || value <= 0 || !SIZED.has(dimension)) return value;
  const [amount] = inBlank(value, dimension, units);
  const size = 10 ** Math.floor(Math.log10(amount));
  const off = (mark: number) => Math.abs(mark * size - amount);
  const nearest = MARKS.reduce((best, mark) => (off(mark) < off(best) ? mark : best));
  return (nearest * size * value) / amount;
}

/** Whether a blank of this writes its unit itself; otherwise the unit stands in the sentence. */
export const writesUnit = (dimension: Dimension): boolean => inBlank(1, dimension, 'metric')[1] !== '';

/** The figure and the unit that a blank writes; the unit is empty where it stands in the sentence. */
function inBlank(value: number, dimension: Dimension, units: UnitSystem): [number, string] {
  switch (dimension) {
    case 'volumeL':
      if (units === 'metric') return [value, 'L'];
      return units === 'US'
        ? [fromLitres(value, 'US gal'), 'gal']
        : [fromLitres(value, 'imp gal'), 'imp gal'];
    case 'doseMl': {
      if (units === 'metric') return [value, 'mL'];
      const [perMl, unit] = pouredIn(value, units);
      return [value / perMl, unit];
    }
    case 'temperatureC':
    case 'waterC':
      return units === 'US' ? [Math.round(fahrenheitOf(value)), '°F'] : [Math.round(value * 10) / 10, '°C'];
    case 'concentrationUgL':
      return [value, 'µg/L'];
    case 'massG':
      return [value, 'g'];
    case 'massKg':
      return units === 'metric' ? [value, 'kg'] : [value / KG_PER_LB, 'lb'];
    case 'lengthM':
      return units === 'metric' ? [value, 'm'] : [value / M_PER_FT, 'ft'];
    case 'lengthCm':
      return units === 'US' ? [value / CM_PER_IN, 'in'] : [value, 'cm'];
    case 'lengthMm':
      return units === 'US' ? [value / MM_PER_IN, 'in'] : [value, 'mm'];
    case 'flowLH':
      if (units === 'metric') return [value, 'L/h'];
      return [fromLitres(value, units === 'US' ? 'US gal' : 'imp gal'), 'gal/h'];
    case 'flowLDay':
      if (units === 'metric') return [value, 'L/day'];
      return [fromLitres(value, units === 'US' ? 'US gal' : 'imp gal'), 'gal/day'];
    case 'rainMmH':
      return units === 'US' ? [value / MM_PER_IN, 'in/h'] : [value, 'mm/h'];
    case 'pitchDeg':
      return [value, '°'];
    case 'loadKgM2':
      return units === 'metric' ? [value, 'kg/m²'] : [(value / KG_PER_LB) * M_PER_FT ** 2, 'lb/ft²'];
    default:
      return [value, ''];
  }
}
