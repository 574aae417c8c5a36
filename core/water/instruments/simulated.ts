import type { ParameterId } from '../quality/parameters.ts';
import { type Instrument, lineOf } from './protocol.ts';

/*
 * Stand-ins that ship with the application, for the demo and for practice: what they say is made up, the same for the same water
 * on the same day, and labelled so wherever it stands.
 */

/** A share from 0 to 1 that follows from a text (FNV-1a, with the last steps of MurmurHash3). */
function shareOf(text: string): number {
  let hash = 0x811c9dc5;
  for (const sign of text) hash = Math.imul(hash ^ sign.charCodeAt(0), 0x01000193);
  hash = Math.imul(hash ^ (hash >>> 16), 0x85ebca6b);
  hash = Math.imul(hash ^ (hash >>> 13), 0xc2b2ae35);
  return ((hash ^ (hash >>> 16)) >>> 0) / 2 ** 32;
}

const figures: Partial<Record<ParameterId, (share: number) => number>> = {
  'free-chlorine': share => Math.round((0.1 + share * 1.1) * 100) / 100,
  turbidity: share => Math.round((0.5 + share * 12) * 10) / 10,
  ph: share => [6.2, 6.8, 7.2, 7.8, 8.4][Math.floor(share * 5)]!,
};

/** A bottle turns when germs were in it: one in four does here. */
const TURNS_SHARE = 0.25;

const named = [
  ['instrument.colorimeter', 'SIM-CL', 'free-chlorine'],
  ['instrument.tube', 'SIM-TU', 'turbidity'],
  ['instrument.ph-strip', 'SIM-PH', 'ph'],
  ['instrument.bottle', 'SIM-PA', 'e-coli'],
] as const;

/**
 * The simulated instruments.
 * @param about the water and the day: the same gives the same
 */
export const simulatedInstruments = (about: string): Instrument[] =>
  named.map(([name, serial, parameter]) => ({
    name,
    isSimulated: true,
    reads: [parameter],
    line: async () => {
      const share = shareOf(`${about} ${parameter}`);
      const figure = figures[parameter];
      return lineOf(
        figure
          ? { parameter, value: figure(share), serial }
          : { parameter, found: share < TURNS_SHARE ? 'present' : 'absent', serial },
      );
    },
  }));
