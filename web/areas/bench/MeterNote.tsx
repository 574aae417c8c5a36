import { useEffect, useState } from 'react';
import type { MeterAnswer } from '#contract/meter.ts';
import { routes } from '#contract/routes.ts';
import type { SheetFacts } from '#core/log/facts.ts';
import { useNow } from '../../log/clock.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

/** The moment is asked for again every so many minutes. */
const ASKED_EVERY_MIN = 5;

/** What the exposure meter beside the bottles has added up since they were laid out; a stand-in says that it is one. */
export function MeterNote({ sheet, onTake }: { sheet: SheetFacts; onTake: (whM2: number) => void }) {
  const say = useSay();
  const now = useNow();
  const [answer, setAnswer] = useState<MeterAnswer | null>(null);
  const from = sheet.done.find(d => d.step === 'lay')?.at ?? sheet.begunAt;
  const until = atSteps(now);
  const { latitude = 0, shade = 0 } = sheet.inputs;
  useEffect(() => {
    let isOver = false;
    if (until < from) return;
    fetch(`${routes.meter}?from=${from}&until=${until}&latitude=${latitude}&shade=${shade}`)
      .then(async res => {
        if (res.ok && !isOver) setAnswer((await res.json()) as MeterAnswer);
      })
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [from, until, latitude, shade]);
  if (!answer) return null;
  return (
    <p className="text-small text-ash">
      {say(answer.isSimulated ? 'meter.simulated' : 'meter.by', { whM2: answer.whM2, name: answer.name })}{' '}
      <Button look="quiet" className="text-small" onClick={() => onTake(Math.round(answer.whM2))}>
        {say('meter.take')}
      </Button>
    </p>
  );
}

const atSteps = (now: string): string => {
  const stepMs = ASKED_EVERY_MIN * 60_000;
  return new Date(Math.floor(Date.parse(now) / stepMs) * stepMs).toISOString();
};
