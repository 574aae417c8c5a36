import Papa from 'papaparse';
import { Popover } from 'radix-ui';
import type { RefObject } from 'react';
import { toast } from 'sonner';
import { routes } from '#contract/routes.ts';
import { catchmentsOf } from '#core/areas/rain/known.ts';
import { yearCvOf } from '#core/areas/rain/plan.ts';
import type { Facts } from '#core/log/facts.ts';
import { download, sectionPng, sectionSvg } from '../../app/download.ts';
import { posted } from '../../session/asked.ts';
import { useFacts, usePrinted } from '../../session/state.ts';
import { type TextId, useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import type { Answered } from './useSizing.ts';

interface Props {
  readonly answered: Answered;
  readonly drawing: RefObject<HTMLDivElement | null>;
}

/** What a run was worked with: names from the same list, in the same order, whatever was changed since. */
function withNames(facts: Facts, { plan, question }: Answered) {
  const names = catchmentsOf(facts).flatMap(c => (plan.catchments.includes(c.id) ? c.name : []));
  return question.catchers.map((catcher, i) => ({ name: names[i] ?? '', ...catcher }));
}
type Named = ReturnType<typeof withNames>;

/** All that went in and came out. */
function asJson({ answer, plan, question, normals }: Answered, catchments: Named): string {
  const { life, ...rest } = answer;
  const { weather } = question;
  const days =
    weather.by === 'record'
      ? { from: weather.from, mm: Array.from(weather.mm), frozen: Array.from(weather.frozen) }
      : undefined;
  const whole = {
    inputs: { ...plan, yearCv: yearCvOf(plan), tankL: question.ownL, catchments, normals, days },
    results: {
      ...rest,
      life: { ...life, lowL: [...life.lowL], midL: [...life.midL], highL: [...life.highL] },
    },
  };
  return JSON.stringify(whole, null, 2);
}

const HEAD = [
  ...['size L', 'days share', 'litres share', 'low tenth', 'high tenth', 'spilled share'],
  'outage held share',
];

/** What went in, a line each; then every size with what it does. */
function asCsv({ answer, plan, question, normals }: Answered, catchments: Named): string {
  const inputs = [
    ['seed', plan.seed],
    ['years', answer.years],
    ['rule', plan.rule],
    ['weather', plan.weather === 'climate' ? plan.climate : plan.weather],
    ...(question.weather.by === 'record' ? [] : [['years differ by', yearCvOf(plan)]]),
    ['asked share', plan.askedShare],
    ['tank L', question.ownL],
    ['outage L', question.outageL],
    ['a person L a day', question.perPersonL],
    ...catchments.flatMap(({ name, areaM2, coefficient, flushMm }) => [
      [`${name}, area m²`, areaM2],
      [`${name}, coefficient`, coefficient],
      [`${name}, first flush mm`, flushMm],
    ]),
    ...plan.needL.map((litres, month) => [`need L a day, month ${month + 1}`, litres]),
    ...(normals?.rainMm.map((mm, month) => [`rain mm, month ${month + 1}`, mm]) ?? []),
    ...(normals?.wetDays.map((days, month) => [`wet days, month ${month + 1}`, days]) ?? []),
    ...(normals?.meanC.map((c, month) => [`mean °C, month ${month + 1}`, c]) ?? []),
  ];
  const rows = answer.points.map(p => [
    ...[p.sizeL, p.timeShare, p.volumeShare, p.lowShare, p.highShare, p.spilledShare],
    p.heldShare,
  ]);
  return Papa.unparse([...inputs, [], HEAD, ...rows], { escapeFormulae: true });
}

/** The ways out, by the texts that name them. */
function useWaysOut({ answered, drawing }: Props): readonly (readonly [TextId, () => void])[] {
  const say = useSay();
  const facts = useFacts();
  const printed = usePrinted();
  const save = (text: string, type: string, name: string) => download(new Blob([text], { type }), name);
  const pictures = () => [
    ...(drawing.current?.querySelectorAll<SVGSVGElement>('[data-house], [data-sizes]') ?? []),
  ];
  const asSvg = () => {
    for (const [i, svg] of pictures().entries()) save(sectionSvg(svg), 'image/svg+xml', `rain-${i + 1}.svg`);
  };
  const asPng = async () => {
    for (const [i, svg] of pictures().entries()) download(await sectionPng(svg), `rain-${i + 1}.png`);
    const chart = document.querySelector<HTMLCanvasElement>('[data-reliability] canvas');
    chart?.toBlob(blob => blob && download(blob, 'rain-curve.png'), 'image/png');
  };
  const asPdf = async () => {
    const { plan } = answered;
    const res = await fetch(routes.rainPdf, posted({ plan, ...printed })).catch(() => undefined);
    if (res?.ok) download(await res.blob(), 'rain.pdf');
    else toast.error(say('rain.out.no-pdf'));
  };
  const named = () => withNames(facts, answered);
  return [
    ['rain.out.pdf', () => void asPdf()],
    ['rain.out.csv', () => save(asCsv(answered, named()), 'text/csv', 'rain.csv')],
    ['rain.out.json', () => save(asJson(answered, named()), 'application/json', 'rain.json')],
    ['rain.out.svg', asSvg],
    ['rain.out.png', () => void asPng()],
  ];
}

/** What went in and what came out, in open formats: with the seed, so that the run can be had again to the last digit. */
export function TakeOutRain(props: Props) {
  const say = useSay();
  const ways = useWaysOut(props);
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button look="quiet" disabled={props.answered.isCoarse}>
          {say('rain.out')}
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          aria-label={say('rain.out')}
          className="z-30 flex w-72 flex-col border-[1.5px] border-slate bg-paper p-1"
        >
          {ways.map(([text, takeOut]) => (
            <Popover.Close
              key={text}
              className="flex min-h-9 items-center px-2 text-left hover:bg-pool-2"
              onClick={takeOut}
            >
              {say(text)}
            </Popover.Close>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
