import type { Jar } from '#core/treatment/chlorine/schools.ts';

/** Jars as they stand in the blanks of the demand test; none while it was not read. */
export function readJars(): Jar[] {
  try {
    const typed = JSON.parse(sessionStorage.getItem('zeolite.method.demand-test') ?? '{}') as Record<
      string,
      unknown
    >;
    return Object.entries(typed).flatMap(([id, residualMgL]) => {
      const dose = /^jar(\d+)$/.exec(id);
      return dose && typeof residualMgL === 'number' ? [{ doseMgL: Number(dose[1]), residualMgL }] : [];
    });
  } catch {
    return [];
  }
}
