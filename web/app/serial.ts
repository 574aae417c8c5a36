import type { Instrument } from '#core/water/instruments/protocol.ts';
import { parameterIds } from '#core/water/quality/parameters.ts';

/** What is used here of the Web Serial API, which few browsers know. */
interface SerialPort {
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly open: (options: { baudRate: number }) => Promise<void>;
  readonly close: () => Promise<void>;
}
interface Serial {
  readonly requestPort: () => Promise<SerialPort>;
}

const serialOf = (): Serial | undefined => (navigator as { serial?: Serial }).serial;

/** Whether a meter may be read over a cable here. */
export const hasSerial = (): boolean => serialOf() !== undefined;

const BAUD = 9600;
/** A meter that says nothing for so long is not read (ms). */
const SILENT_MS = 15_000;

/** The meter at the end of a cable that the person chooses: the next whole line that it says. */
export const serialInstrument: Instrument = {
  name: 'instrument.serial',
  isSimulated: false,
  reads: parameterIds,
  line: async () => {
    const port = await serialOf()!.requestPort();
    await port.open({ baudRate: BAUD });
    const reader = port.readable!.getReader();
    const decoder = new TextDecoder();
    const silence = setTimeout(() => void reader.cancel(), SILENT_MS);
    let text = '';
    try {
      for (let chunk = await reader.read(); !chunk.done; chunk = await reader.read()) {
        text += decoder.decode(chunk.value, { stream: true });
        const end = text.indexOf('\n');
        if (end >= 0) return text.slice(0, end);
      }
      return text;
    } finally {
      clearTimeout(silence);
      await reader.cancel().catch(() => undefined);
      reader.releaseLock();
      await port.close().catch(() => undefined);
    }
  },
};
