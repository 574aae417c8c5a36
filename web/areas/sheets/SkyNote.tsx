import { useEffect, useState } from 'react';
import { routes } from '#contract/routes.ts';
import type { WeatherAnswer } from '#contract/weather.ts';
import { useToday } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';

/** Today's sky from the weather service, to be taken into the sentence; a stand-in says that it is one. */
export function SkyNote({ onTake }: { onTake: (oktas: number) => void }) {
  const say = useSay();
  const today = useToday();
  const [answer, setAnswer] = useState<WeatherAnswer | null>(null);
  useEffect(() => {
    let isOver = false;
    fetch(`${routes.weather}?from=${today}&days=1`)
      .then(async res => {
        if (res.ok && !isOver) setAnswer((await res.json()) as WeatherAnswer);
      })
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [today]);
  const sky = answer?.days[0];
  if (!answer || !sky) return null;
  return (
    <p className="-mt-3 text-small text-ash">
      {say(answer.isSimulated ? 'sky.simulated' : 'sky.by', {
        oktas: sky.oktas,
        rainMm: sky.rainMm,
        name: answer.name,
      })}{' '}
      <Button look="quiet" className="text-small" onClick={() => onTake(sky.oktas)}>
        {say('sky.take')}
      </Button>
    </p>
  );
}
