import {
  type FoundWord,
  foundWords,
  type ParameterId,
  parameterIds,
  parameterRow,
} from '../quality/parameters.ts';

/*
 * The line that an instrument says for each reading, over a serial line or from a stand-in (docs/instruments.md):
 *
 *   Z1,<parameter>,<figure or word>,<unit>,<serial>*<checksum>
 *
 * ASCII but for µ and °, ended by a line feed; the unit is that of the parameter and empty for words; the checksum is the XOR of
 * the bytes (UTF-8) before the star, in two hexadecimal digits.
 */

/** What an instrument read. */
export interface InstrumentReading {
  readonly parameter: ParameterId;
  readonly value?: number;
  readonly found?: FoundWord;
  readonly serial: string;
}

/** Why a line is no reading. */
export type LineFault = 'form' | 'checksum' | 'parameter' | 'unit' | 'figure';

const FORM = /^Z1,([^,]*),([^,]*),([^,]*),([^,*]*)\*([0-9A-Fa-f]{2})$/;

/** XOR of the bytes of a text. */
export const checksumOf = (text: string): string =>
  new TextEncoder()
    .encode(text)
    .reduce((sum, byte) => sum ^ byte, 0)
    .toString(16)
    .toUpperCase()
    .padStart(2, '0');

/** A line as an instrument writes it. */
export function lineOf({ parameter, value, found, serial }: InstrumentReading): string {
  const unit = found ? '' : parameterRow(parameter).unit;
  const body = `Z1,${parameter},${found ?? value},${unit},${serial}`;
  return `${body}*${checksumOf(body)}`;
}

/** Reads a line; a line that was cut or garbled is never taken for a figure. */
export function readLine(line: string): { readonly ok: InstrumentReading } | { readonly no: LineFault } {
  const text = line.trim();
  const found = FORM.exec(text);
  if (!found) return { no: 'form' };
  const [, name, figure = '', unit, serial = '', checksum] = found;
  if (checksumOf(text.slice(0, text.lastIndexOf('*'))) !== checksum!.toUpperCase()) return { no: 'checksum' };
  const parameter = parameterIds.find(id => id === name);
  if (!parameter) return { no: 'parameter' };
  const row = parameterRow(parameter);
  const word = foundWords.find(w => w === figure);
  if (word && row.words?.includes(word)) return { ok: { parameter, found: word, serial } };
  if (unit !== row.unit) return { no: 'unit' };
  const value = Number(figure);
  if (figure === '' || !Number.isFinite(value) || value < (row.least ?? 0) || value > row.most)
    return { no: 'figure' };
  return { ok: { parameter, value, serial } };
}

/** An instrument that reads: a stand-in that ships with the application, or one at the end of a cable. */
export interface Instrument {
  /** Whose figure this is, as the interface prints it: a text of the catalogue. */
  readonly name: string;
  readonly isSimulated: boolean;
  readonly reads: readonly ParameterId[];
  /** The next line that it says. */
  readonly line: () => Promise<string>;
}
