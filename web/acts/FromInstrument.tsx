import { useState } from 'react';
import { type InstrumentReading, readLine } from '#core/water/instruments/protocol.ts';
import { simulatedInstruments } from '#core/water/instruments/simulated.ts';
import type { ParameterId } from '#core/water/quality/parameters.ts';
import { hasSerial, serialInstrument } from '../app/serial.ts';
import { useAppSelector, useToday } from '../session/state.ts';
import { useSay } from '../texts/texts.ts';
import { Button } from '../ui/Button.tsx';

interface Props {
  /** The water, so that a made-up instrument says the same of it twice. */
  readonly about: string;
  readonly parameter: ParameterId | undefined;
  readonly onReading: (reading: InstrumentReading) => void;
}

/** Takes a reading from a meter: over a cable where the browser can, and in the demo from made-up ones that say what they are. */
export function FromInstrument({ about, parameter, onReading }: Props) {
  const say = useSay();
  const today = useToday();
  const isDemo = useAppSelector(s => s.log.demo);
  const [said, setSaid] = useState<string | undefined>();
  const instruments = [
    ...(isDemo ? simulatedInstruments(`${about} ${today}`) : []),
    ...(hasSerial() ? [serialInstrument] : []),
  ].filter(i => parameter === undefined || i.reads.includes(parameter));
  if (instruments.length === 0) return null;
  const take = async (instrument: (typeof instruments)[number]) => {
    const line = await instrument.line().catch(() => '');
    const read = readLine(line);
    if ('no' in read) return setSaid(say(`instrument.fault.${read.no}`));
    setSaid(
      say(instrument.isSimulated ? 'instrument.simulated' : 'instrument.read', { serial: read.ok.serial }),
    );
    onReading(read.ok);
  };
  return (
    <p className="text-small">
      {instruments.map(instrument => (
        <Button
          key={instrument.name}
          look="quiet"
          className="text-small"
          onClick={() => void take(instrument)}
        >
          {say('instrument.take', { name: instrument.name })}
        </Button>
      ))}
      <span role="status" className="block text-ash">
        {said}
      </span>
    </p>
  );
}
