import { X } from 'lucide-react';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { judgeCare } from '#core/areas/plan/care.ts';
import { parametersAt } from '#core/areas/readings/points.ts';
import { sourcesOf } from '#core/areas/sources/known.ts';
import { offersTopUp } from '#core/areas/store/acts.ts';
import type { ContainerFacts, Fill } from '#core/areas/store/facts.ts';
import { heldIn } from '#core/areas/store/findings.ts';
import { type ContainerState, kindOf } from '#core/areas/store/state.ts';
import type { Facts } from '#core/log/facts.ts';
import { portability } from '#core/storage/containers/mass.ts';
import { askedOf } from '#core/water/waters.ts';
import { ContainerActs } from '../../acts/ContainerActs.tsx';
import { FollowUp } from '../../acts/FollowUp.tsx';
import { Holds } from '../../acts/Holds.tsx';
import { SubjectStrip } from '../../acts/SubjectStrip.tsx';
import { OriginBlank } from '../../acts/WaterBlanks.tsx';
import { History } from '../../app/History.tsx';
import { Photo } from '../../app/Photo.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useCalmWater, useFacts, useReader } from '../../session/state.ts';
import * as dates from '../../texts/dates.ts';
import { useKindName } from '../../texts/kindName.ts';
import { listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { InTurn } from '../../ui/InTurn.tsx';
import { JudgementLine, Judgements } from '../../ui/JudgementLine.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { ProvenanceTag } from '../../ui/Provenance.tsx';
import { Swatch } from '../../ui/Textures.tsx';
import { ResidualForecast } from './ResidualForecast.tsx';

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="contents">
      <dt className="text-ash">{name}</dt>
      <dd>{children}</dd>
    </div>
  );
}

/** What is known of where its water comes from: asked here as long as nobody answered, because it decides what the water needs. */
function OriginLine({ container, water, origin = {} }: { container: ContainerFacts } & Partial<Fill>) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  if (!water || !askedOf(water)) return null;
  return (
    <span className="block text-small [&_.blank]:text-small">
      <OriginBlank
        water={water}
        origin={origin}
        onOrigin={next =>
          void recordAndTell(
            [draft('origin.seen', container.id, next)],
            say('origin.told', { code: container.code }),
          )
        }
      />
    </span>
  );
}

/** Where it was filled, for what nobody wrote down: a notice for a tap holds what may have come from it. */
function SourceLine({ container }: { container: ContainerFacts }) {
  const say = useSay();
  const facts = useFacts();
  const { recordAndTell } = useRecord();
  const sources = sourcesOf(facts);
  if (sources.length === 0) return null;
  return (
    <Line name={say('life.source')}>
      <ChoiceBlank<string>
        label={say('fill.source')}
        value={undefined}
        placeholder={say('life.source-unknown')}
        onValue={source =>
          void recordAndTell(
            [draft('source.named', container.id, { source })],
            say('life.source-told', { code: container.code }),
          )
        }
        choices={sources.map(s => ({ value: s.id, label: s.name, note: say(`source-kind.${s.kind}`) }))}
      />
    </Line>
  );
}

/** What was read in it beside its forecast, each parameter as a strip. */
function Strips({ container }: { container: ContainerFacts }) {
  const say = useSay();
  const facts = useFacts();
  const parameters = parametersAt(facts, container.id);
  if (parameters.length === 0) return null;
  return (
    <section aria-label={say('life.tests')} className="flex flex-col gap-3">
      <h3 className="border-b border-slate pb-1 text-base">{say('life.tests')}</h3>
      <InTurn>
        {parameters.map(parameter => (
          <SubjectStrip key={parameter} subject={container.id} parameter={parameter} isWhole />
        ))}
      </InTurn>
      <Link
        to={`/tests/${container.id}`}
        className="inline-flex min-h-9 items-center underline decoration-rule underline-offset-3"
      >
        {say('life.all-tests')}
      </Link>
    </section>
  );
}

interface Lived {
  readonly container: ContainerFacts;
  readonly state: ContainerState;
}

/** A container's life: what is in it, how long it is good, what can be done, and all that was recorded. */
export function ContainerLife({ container, onLabel }: { container: ContainerFacts; onLabel: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const { today } = useReader();
  const { containers, now } = useCalmWater().state;
  const state = containers[container.id];
  if (!state) return null;
  return (
    <div className="flex flex-col gap-4 p-5">
      <LifeHead container={container} state={state} />
      <dl className="grid grid-cols-[92px_1fr] gap-x-3 gap-y-1.5">
        <WaterLines container={container} state={state} />
        <VesselLines container={container} state={state} />
      </dl>
      <JudgementLine judgement={state.judgement} />
      {state.state === 'limited' && <Judgements of={judgeCare(facts, ['limited'], today)} />}
      {state.watch && <JudgementLine judgement={state.watch} />}
      <Holds subject={container.id} name={container.code} holds={heldIn(facts, container, now)} />
      <FollowUp subject={container} name={container.code} container={container} />
      <ContainerActs key={container.id} container={container} />
      <Strips container={container} />
      <div className="flex flex-wrap items-start gap-x-4">
        <Button look="quiet" onClick={onLabel}>
          {say('labels.print-one')}
        </Button>
        <Photo subject={container.id} name={container.code} digest={container.photo} />
      </div>
      <History subject={container.id} version={container} />
    </div>
  );
}

function LifeHead({ container, state: { state } }: Lived) {
  const say = useSay();
  const kindName = useKindName();
  return (
    <>
      <div className="flex items-start justify-between">
        <p className="flex items-center gap-2 rounded-sm border-[1.5px] border-slate px-2 py-0.5 text-small font-semibold">
          <Swatch state={state} size={14} /> {say(`state-name.${state}`)}
        </p>
        <Link to="/store" aria-label={say('life.close')} className="-m-2 p-2">
          <X size={19} aria-hidden="true" />
        </Link>
      </div>
      <h2 className="text-title outline-none" data-arrival tabIndex={-1}>
        {container.code} <span className="text-large font-normal text-ash">{kindName(container.kind)}</span>
      </h2>
    </>
  );
}

/** Where it stands, what is in it and where that is from, how long it is good, and what was read in it. */
function WaterLines({ container, state }: Lived) {
  const say = useSay();
  const facts = useFacts();
  const { timeZone } = useReader();
  const { fill, shelf } = container;
  const place = facts.place[container.place];
  const reading = fill?.readings.at(-1);
  const hasWater = fill && state.litres > 0;
  return (
    <>
      <Line name={say('life.place')}>
        {place && shelf ? say('place.on-shelf', { place: place.name, id: shelf }) : place?.name}
        {place?.finding && <span className="block text-small text-ash">{place.finding}</span>}
      </Line>
      {hasWater && (
        <>
          <Line name={say('life.water')}>
            <Phrase
              text="life.water-line"
              params={{ water: `water.${fill.water}`, litres: state.litres }}
              blanks={{ known: <ProvenanceTag amount={fill.volumeL} /> }}
            />
            <OriginLine container={container} {...fill} />
          </Line>
          {fill.from?.every(part => part.source ?? part.vessel) ? (
            <Line name={say('life.source')}>{listing(namesOf(facts, fill.from))}</Line>
          ) : (
            <SourceLine container={container} />
          )}
          <Line name={say('life.filled')}>{dates.dayAndTime(fill.at, timeZone)}</Line>
        </>
      )}
      {state.goodUntil && <UntilLine until={state.goodUntil} />}
      {reading && (
        <Line name={say('life.chlorine')}>
          <Phrase
            {...(reading.mgL === undefined
              ? { text: 'life.smelt-line', params: { smell: `smell.${reading.smell ?? 'none'}` } }
              : { text: 'life.read-line', params: { mgL: reading.mgL } })}
            blanks={{ at: <span className="text-ash">{dates.dayAndTime(reading.at, timeZone)}</span> }}
          />
        </Line>
      )}
      {hasWater && (fill.readings.length > 1 || offersTopUp(state)) && (
        <Line name={say('forecast.name')}>
          <ResidualForecast fill={fill} state={state} />
        </Line>
      )}
    </>
  );
}

/** Sources and vessels that a water came from, each once. */
const namesOf = (facts: Facts, from: NonNullable<Fill['from']>): string[] => [
  ...new Set(
    from.flatMap(
      ({ source = '', vessel = '' }) => facts.source[source]?.name ?? facts.container[vessel]?.code ?? [],
    ),
  ),
];

function UntilLine({ until }: { until: NonNullable<ContainerState['goodUntil']> }) {
  const say = useSay();
  const { timeZone } = useReader();
  return (
    <Line name={say('life.good-until')}>
      <Phrase
        text="life.until-line"
        params={{ until: until.at ? dates.dayAndTime(until.at, timeZone) : dates.day(until.day) }}
        blanks={{
          rule: <span className="text-ash">{say('life.until-rule', { rule: say(until.rule.rule) })}</span>,
        }}
      />
    </Line>
  );
}

/** What it weighs, what it is for, and what is known of the vessel. */
function VesselLines({ container, state }: Lived) {
  const say = useSay();
  const facts = useFacts();
  const { heldBefore, setApart, note } = container;
  const { liftKg } = facts.plan;
  const { massKg } = state;
  return (
    <>
      <Line name={say('life.mass')}>
        {say('life.mass-line', { massKg, carry: `carry.${portability(massKg, liftKg)}` })}
        {kindOf(facts, container.kind) && massKg > 2 * liftKg && (
          <span className="block text-small text-ash">{say('life.strap')}</span>
        )}
      </Line>
      <RoleLine container={container} state={state} />
      {heldBefore !== 'new' && <Line name={say('life.held')}>{say(`held.${heldBefore}`)}</Line>}
      {setApart && <Line name={say('life.apart')}>{setApart}</Line>}
      {note && <Line name={say('life.note')}>{note}</Line>}
    </>
  );
}

/** An empty clean vessel can be given to raw water; there is no way back that is not a cleaning. */
function RoleLine({ container: { id, code, role }, state: { state } }: Lived) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const toRaw = () =>
    void recordAndTell([draft('container.changed', id, { role: 'raw' })], say('role.told', { code }));
  return (
    <Line name={say('life.role')}>
      {say(`role.${role}`)}
      {role === 'clean' && state === 'empty' && (
        <Button look="quiet" className="text-small" onClick={toRaw}>
          {say('role.to-raw')}
        </Button>
      )}
      {role === 'raw' && <span className="block text-small text-ash">{say('role.raw.note')}</span>}
    </Line>
  );
}
