/** pKa of hypochlorous acid at a temperature (°C): Morris 1966. @example hoclPka(25) // 7.54 */
export function hoclPka(temperatureC: number): number {
  const kelvin = temperatureC + 273.15;
  return 3000 / kelvin - 10.0686 + 0.0253 * kelvin;
}

/** Share of the free chlorine that is hypochlorous acid, which does the work. @example hoclShare(7, 25) // 0.775 */
export const hoclShare = (ph: number, temperatureC: number): number =>
  1 / (1 + 10 ** (ph - hoclPka(temperatureC)));
