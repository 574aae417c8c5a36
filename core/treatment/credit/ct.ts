/** Water and chlorine at the end of a contact time. */
export interface Contact {
  readonly freeChlorineMgL: number;
  readonly minutes: number;
  readonly temperatureC: number;
  readonly ph: number;
}

/** CT (mg·min/L): what is left at the end × the minutes, in a mixed and closed vessel. */
export const ctMgMinL = (c: Contact): number => c.freeChlorineMgL * c.minutes;

/**
 * CT that a log reduction of Giardia needs: Smith & Clark's fit of the EPA tables.
 * @param log at most 3
 * @example giardiaCt(3, 10, 7, 1) // 116; the table has 112
 */
export function giardiaCt(log: number, temperatureC: number, ph: number, mgL: number): number {
  return temperatureC < 12.5
    ? 0.353 * log * (12.006 + Math.exp(2.46 - 0.073 * temperatureC + 0.125 * mgL + 0.389 * ph))
    : 0.361 * log * (-2.261 + Math.exp(2.69 - 0.065 * temperatureC + 0.111 * mgL + 0.361 * ph));
}

/** Where the fit holds; outside it the nearer bound is used when that is safe, else there is no credit. */
const COLDEST_C = 0.5;
const WARMEST_C = 25;
const MOST_GIARDIA_LOG = 3;

/** Log reduction of Giardia by free chlorine, 0 to 3; none outside pH 6–9, or for water colder than the tables. */
export function giardiaLog(c: Contact): number {
  if (c.ph > 9 || c.ph < 6 || c.temperatureC < COLDEST_C || c.freeChlorineMgL <= 0) return 0;
  const temperatureC = Math.min(WARMEST_C, c.temperatureC);
  const mgL = Math.min(MOST_MG_L, c.freeChlorineMgL);
  const perLog = giardiaCt(1, temperatureC, c.ph, mgL);
  return Math.min(MOST_GIARDIA_LOG, (mgL * c.minutes) / perLog);
}

/** CT for viruses by free chlorine, pH 6–9: rows are 2, 3 and 4 log, columns the temperatures (EPA 1991). */
const virusC = [0.5, 5, 10, 15, 20, 25] as const;
interface VirusRow {
  readonly log: number;
  readonly ct: readonly number[];
}
const virusCt: readonly VirusRow[] = [
  { log: 2, ct: [6, 4, 3, 2, 1, 1] },
  { log: 3, ct: [9, 6, 4, 3, 2, 1] },
  { log: 4, ct: [12, 8, 6, 4, 3, 2] },
];
/** The same at pH 10, used from above 9 to 10 (EPA 1991, table E-7). */
const virusCtPh10: readonly VirusRow[] = [
  { log: 2, ct: [45, 30, 22, 15, 11, 7] },
  { log: 3, ct: [66, 44, 33, 22, 16, 11] },
  { log: 4, ct: [90, 60, 45, 30, 22, 15] },
];
const MOST_VIRUS_LOG = 6;
/** The tables go no further: what is stronger counts as this. */
const MOST_MG_L = 4;

/** A row of a table at a temperature, linear between its columns. */
function at(columns: readonly number[], row: readonly number[], temperatureC: number): number {
  const t = Math.min(columns.at(-1)!, temperatureC);
  const i = Math.max(
    0,
    Math.min(
      columns.length - 2,
      columns.findLastIndex(c => c <= t),
    ),
  );
  const share = (t - columns[i]!) / (columns[i + 1]! - columns[i]!);
  return row[i]! + share * (row[i + 1]! - row[i]!);
}

/**
 * Log reduction of viruses by free chlorine: the highest row met; beyond 4 in proportion to CT, at most 6. Above pH 9 the
 * row of pH 10 holds, above 10 and below 6 there is none; what is stronger than 4 mg/L counts as 4.
 */
export function virusLog(c: Contact): number {
  if (c.ph > 10 || c.ph < 6 || c.temperatureC < COLDEST_C) return 0;
  const rows = c.ph > 9 ? virusCtPh10 : virusCt;
  const ct = Math.min(MOST_MG_L, c.freeChlorineMgL) * c.minutes;
  const four = at(virusC, rows[2]!.ct, c.temperatureC);
  if (ct >= four) return Math.min(MOST_VIRUS_LOG, (4 * ct) / four);
  return rows.findLast(row => ct >= at(virusC, row.ct, c.temperatureC))?.log ?? 0;
}

/** CT of chlorine dioxide for 3 log of Giardia and for 4 log of viruses, by temperature (EPA 1991). */
const dioxideC = [1, 5, 10, 15, 20, 25] as const;
const dioxideGiardia3 = [63, 26, 23, 19, 15, 11] as const;
const dioxideViruses4 = [50.1, 33.4, 25.1, 16.7, 12.5, 8.4] as const;

/** Log reduction of Giardia by chlorine dioxide, in proportion to CT, at most 3; none in water colder than the tables. */
export function dioxideGiardiaLog(c: Contact): number {
  if (c.temperatureC < COLDEST_C) return 0;
  const three = at(dioxideC, dioxideGiardia3, Math.max(1, c.temperatureC));
  return Math.min(3, (3 * ctMgMinL(c)) / three);
}

/** Log reduction of viruses by chlorine dioxide, in proportion to CT, at most 4. */
export function dioxideVirusLog(c: Contact): number {
  if (c.temperatureC < COLDEST_C) return 0;
  const four = at(dioxideC, dioxideViruses4, Math.max(1, c.temperatureC));
  return Math.min(4, (4 * ctMgMinL(c)) / four);
}

/** Log reduction of Cryptosporidium by chlorine dioxide (EPA LT2). @example 3 / dioxideCryptoLog(20, 1) // CT 348 for 3 log */
export const dioxideCryptoLog = (temperatureC: number, ct: number): number =>
  0.001506 * 1.09116 ** temperatureC * ct;

/** UV dose for 3 log of Giardia and of Cryptosporidium, and for 4 log of viruses (mJ/cm²): US EPA LT2 rule, UV dose table. */
export const uvMjCm2 = { protozoa: 11, crypto: 12, viruses: 186 } as const;
/** UV dose for 2 log of viruses (mJ/cm²), the same table. */
export const UV_VIRUS_2_MJ_CM2 = 100;

/** Minutes until a residual has earned a log reduction of Giardia (at most 3); undefined where it never does. */
export function giardiaMin(log: number, c: Omit<Contact, 'minutes'>): number | undefined {
  const perMinute = giardiaLog({ ...c, minutes: 1 });
  return perMinute > 0 ? log / perMinute : undefined;
}
