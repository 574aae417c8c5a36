import { useEffect, useState } from 'react';
import type { MeterAnswer } from '#contract/meter.ts';
import { routes } from '#contract/routes.ts';
import type { SheetFacts } from '#core/areas/sheets/facts.ts';
import { addMinutes, dayOf } from '#core/base/day.ts';
import { isDaylight, type Site } from '#core/treatment/sun/daylight.ts';
import { exposureBetween } from '#core/treatment/sun/meter.ts';
import { useTyped } from '../../app/typed.ts';
import { useNow } from '../../session/hooks.ts';
import { useAppSelector, useReader } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** The moment is asked for again every so many minutes. */
const ASKED_EVERY_MIN = 5;

interface Props {
  readonly sheet: SheetFacts;
  /** The second word says that it is an estimate. */
  readonly onTake: (whM2: number, isEstimated?: boolean) => void;
}

/**
 * The sum of sunshine since the bottles were laid out. In a demo a made-up meter gives it, and says that it is made up; with
 * one's own water it is read off a real meter, or estimated from the cloud of each hour. A made-up meter proves nothing there.
 */
export function MeterNote(props: Props) {
  const isDemo = useAppSelector(s => s.log.demo);
  return isDemo ? <Simulated {...props} /> : <FromCloud {...props} />;
}

function Simulated({ sheet, onTake }: Props) {
  const say = useSay();
  const now = useNow();
  const [answer, setAnswer] = useState<MeterAnswer | null>(null);
  const from = laidOutAt(sheet);
  const until = atSteps(now);
  const { latitude = 0, longitude = 0, shade = 0 } = sheet.inputs;
  useEffect(() => {
    let isOver = false;
    if (until < from) return;
    fetch(
      `${routes.meter}?from=${from}&until=${until}&latitude=${latitude}&longitude=${longitude}&shade=${shade}`,
    )
      .then(async res => {
        if (res.ok && !isOver) setAnswer((await res.json()) as MeterAnswer);
      })
      .catch(() => undefined);
    return () => {
      isOver = true;
    };
  }, [from, until, latitude, longitude, shade]);
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

const OVERCAST_OKTAS = 8;
const okta = ['0', '1', '2', '3', '4', '5', '6', '7', '8'] as const;

/** Without a meter: the cloud of each hour of daylight, as somebody saw it, and the sum that a clear-sky formula makes of it. */
function FromCloud({ sheet, onTake }: Props) {
  const say = useSay();
  const now = useNow();
  const { timeZone } = useReader();
  const [clouds, setClouds] = useTyped<Readonly<Record<string, number>>>(`clouds ${sheet.id}`, 'clouds', {});
  const from = laidOutAt(sheet);
  const number = (id: string) => Number(sheet.inputs[id] ?? 0);
  const site = { latitudeDeg: number('latitude'), longitudeDeg: number('longitude') };
  const hours = daylightHours(from, now, site);
  // ten o'clock comes twice where bottles lay for more than a day
  const days = new Set(hours.map(hour => dayOf(hour, timeZone)));
  const [cloudAt, hourText] =
    days.size > 1
      ? (['meter.cloud-on', 'meter.hour-on'] as const)
      : (['meter.cloud-at', 'meter.hour-at'] as const);
  const whM2 = exposureBetween(
    { from, until: now, ...site, shadeShare: number('shade') / 100 },
    (_, at) => clouds[hourOf(at)] ?? OVERCAST_OKTAS,
  );
  return (
    <fieldset className="border-l-2 border-rule pl-3 text-small">
      <legend className="sr-only">{say('meter.cloud')}</legend>
      <p>{say('meter.cloud-how')}</p>
      <ul className="m-0 flex list-none flex-wrap gap-x-3 p-0">
        {hours.map(hour => (
          <li key={hour}>
            <Phrase
              text={hourText}
              params={{ at: hour }}
              blanks={{
                cloud: (
                  <ChoiceBlank<string>
                    label={say(cloudAt, { at: hour })}
                    value={clouds[hourOf(hour)] === undefined ? undefined : String(clouds[hourOf(hour)])}
                    placeholder={say('meter.cloud-unseen')}
                    onValue={value => setClouds(c => ({ ...c, [hourOf(hour)]: Number(value) }))}
                    choices={okta.map(value => ({
                      value,
                      label: say('meter.oktas', { oktas: Number(value) }),
                    }))}
                  />
                ),
              }}
            />
          </li>
        ))}
      </ul>
      <p className="mt-1">
        {say('meter.estimate', { whM2 })}{' '}
        <Button look="quiet" className="text-small" onClick={() => onTake(Math.floor(whM2), true)}>
          {say('meter.take-estimate')}
        </Button>
      </p>
    </fieldset>
  );
}

const laidOutAt = (sheet: SheetFacts): string => sheet.done.find(d => d.step === 'lay')?.at ?? sheet.begunAt;
const hourOf = (at: string): string => at.slice(0, 13);

/** Most hours that are asked for: two long days. */
const MOST_HOURS = 40;

/** The hours of daylight since then, each by its beginning. */
function daylightHours(from: string, until: string, site: Site): string[] {
  const hours: string[] = [];
  for (
    let at = `${hourOf(from)}:00:00.000Z`;
    at < until && hours.length < MOST_HOURS;
    at = addMinutes(at, 60)
  )
    if (isDaylight(addMinutes(at, 30), site)) hours.push(at);
  return hours;
}

const atSteps = (now: string): string => {
  const stepMs = ASKED_EVERY_MIN * 60_000;
  return new Date(Math.floor(Date.parse(now) / stepMs) * stepMs).toISOString();
};
