/** Density of mineral grains and of water (kg/m³), and gravity (m/s²). */
const GRAIN_KG_M3 = 2650;
const WATER_KG_M3 = 998;
const GRAVITY = 9.81;

/** Viscosity of water (Pa·s) at a temperature (°C): Vogel's equation, good to 2.5 % from 0 to 100 °C. */
export const viscosityPas = (temperatureC: number): number =>
  2.414e-5 * 10 ** (247.8 / (temperatureC + 273.15 - 140));

/** Speed at which a grain settles in still water (m/s): Stokes' law, for grains below about 100 µm. */
export const settlingMS = (grainUm: number, temperatureC: number): number =>
  (GRAVITY * (GRAIN_KG_M3 - WATER_KG_M3) * (grainUm * 1e-6) ** 2) / (18 * viscosityPas(temperatureC));

/** Minutes until grains of a size have fallen through a depth. @example settlingMin(50, 0.3, 20) // 2.2 */
export const settlingMin = (grainUm: number, depthM: number, temperatureC: number): number =>
  depthM / settlingMS(grainUm, temperatureC) / 60;

/** Nobody waits longer than this for a bucket: what has not settled then does not settle by waiting (minutes). */
export const PATIENCE_MIN = 120;

/**
 * Turbidity by a tube with a mark at its foot (NTU): the depth at which the mark is lost.
 * @example tubeNtu(60) // 8.3
 */
export const tubeNtu = (depthCm: number): number => (depthCm / 244.13) ** (-1 / 0.662);

/** Clear enough before disinfection (NTU); below 1 is better still. */
export const CLEAR_NTU = 5;
