import { X } from 'lucide-react';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { judgeCare } from '#core/areas/plan/care.ts';
import { lastFigure, lastGerms } from '#core/areas/readings/readings.ts';
import { wordsOfReading } from '#core/areas/readings/wordsOf.ts';
import type { SourceFacts } from '#core/areas/sources/facts.ts';
import { caseOf, openRisks, stopsAt } from '#core/areas/sources/known.ts';
import { dayOf } from '#core/base/day.ts';
import type { Judgement } from '#core/base/judgement.ts';
import { type Fear, type Feared, fearsOf, NITRATE_INFANT_MG_L } from '#core/water/hazards.ts';
import { judgeRisk, riskOf } from '#core/water/inspection.ts';
import { kindRow } from '#core/water/sourceKinds.ts';
import { FollowUp } from '../../acts/FollowUp.tsx';
import { Holds } from '../../acts/Holds.tsx';
import { IllForm } from '../../acts/IllForm.tsx';
import { Act } from '../../app/Act.tsx';
import { History } from '../../app/History.tsx';
import { Photo } from '../../app/Photo.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft } from '../../session/draft.ts';
import { useStateNow } from '../../session/hooks.ts';
import { useFacts, useReader, useToday } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { list, listing } from '../../texts/lists.ts';
import { useSay } from '../../texts/texts.ts';
import { Button } from '../../ui/Button.tsx';
import { JudgementLine, Judgements } from '../../ui/JudgementLine.tsx';
import { HappenedForm, LookForm, TestForm } from './FindingForms.tsx';
import { Haul } from './Haul.tsx';
import { InspectForm } from './InspectForm.tsx';
import { Inspections } from './Inspections.tsx';
import { SourceEditor } from './SourceEditor.tsx';
import { askedOf, standingOf } from './standing.ts';

type Open = 'look' | 'inspect' | 'test' | 'happened' | 'ill' | 'edit' | 'remove';

/** A source's life: what it asks, what is feared in it and why, what was found there, and bringing it home. */
export function SourceLife({ source }: { source: SourceFacts }) {
  const say = useSay();
  const facts = useFacts();
  const today = useToday();
  const navigate = useNavigate();
  const [open, setOpen] = useState<Open | null>(null);
  const now = useStateNow();
  const standing = standingOf(facts, source, now);
  const stops = stopsAt(facts, source, now);
  // what is recorded late closes its own form, and none that was opened since
  const done = () => setOpen(now => (now === open ? null : now));
  const acts: readonly Open[] = [
    'look',
    ...(kindRow(source.kind).form ? (['inspect'] as const) : []),
    'test',
    'happened',
    'ill',
  ];
  return (
    <div className="flex flex-col gap-4 p-5">
      <div className="flex items-start justify-between">
        <h2 className="text-title outline-none" data-arrival tabIndex={-1}>
          {source.name}
        </h2>
        <Link to="/sources" aria-label={say('sources.close')} className="-m-2 p-2">
          <X size={19} aria-hidden="true" />
        </Link>
      </div>
      <Asks source={source} stops={stops} standing={standing} />
      {(lastFigure(source.tests, 'nitrate') ?? 0) > NITRATE_INFANT_MG_L && (
        <Judgements of={judgeCare(facts, ['nitrate'], today)} />
      )}
      <Risk source={source} />
      <div className="flex flex-wrap gap-x-3 gap-y-1">
        {acts.map(act => (
          <Button key={act} look="quiet" aria-expanded={open === act} onClick={() => setOpen(act)}>
            {say(`sources.${act as 'look' | 'inspect' | 'test' | 'happened' | 'ill'}`)}
          </Button>
        ))}
        <Button look="quiet" onClick={() => setOpen('edit')}>
          {say('sources.edit')}
        </Button>
        <Button look="quiet" onClick={() => setOpen('remove')}>
          {say('sources.remove')}
        </Button>
      </div>
      {open === 'look' && <LookForm source={source} onDone={done} />}
      {open === 'test' && <TestForm source={source} onDone={done} />}
      {open === 'happened' && <HappenedForm source={source} onDone={done} />}
      {open === 'ill' && <IllForm subject={source.id} onDone={done} />}
      {open === 'remove' && (
        <Act
          drafts={[draft('source.removed', source.id, {})]}
          look="stop"
          label={say('sources.remove')}
          told={say('sources.told-removed', { name: source.name })}
          onDone={() => void navigate('/sources')}
        />
      )}
      <Holds subject={source.id} name={source.name} holds={standing.holds} />
      <FollowUp subject={source} name={source.name} />
      <Feareds source={source} />
      <Inspections source={source} />
      <Details source={source} />
      <Haul source={source} />
      <Photo subject={source.id} name={source.name} digest={source.photo} />
      <History subject={source.id} version={source} />
      {open === 'inspect' && <InspectForm source={source} onClose={done} />}
      {open === 'edit' && <SourceEditor source={source} onClose={done} />}
    </div>
  );
}

interface AsksProps {
  readonly source: SourceFacts;
  readonly stops: readonly Judgement[];
  readonly standing: ReturnType<typeof standingOf>;
}

/** What stops its water; or what it asks, and the way to it. */
function Asks({ source, stops, standing }: AsksProps) {
  const say = useSay();
  if (stops.length > 0) return stops.map(stop => <JudgementLine key={stop.reason.id} judgement={stop} />);
  return (
    <p className="font-semibold" data-testid="source-asks">
      {say(askedOf(standing))}{' '}
      <Link
        to={`/sources/safe?source=${encodeURIComponent(source.id)}`}
        className="whitespace-nowrap underline decoration-rule underline-offset-3"
      >
        {say('sources.page.safe')}
      </Link>
    </p>
  );
}

/** How grave its risk is, by its inspection and by what was last counted in its water. */
function Risk({ source }: { source: SourceFacts }) {
  const say = useSay();
  const score = source.inspected.length > 0 ? openRisks(source).length : undefined;
  const eColi = lastGerms(source.tests)?.germs;
  const grade = riskOf(score, eColi);
  if (!grade) return null;
  return (
    <div data-testid="risk">
      <JudgementLine
        judgement={judgeRisk(grade, {
          ...(score === undefined ? {} : { score }),
          ...(eColi === undefined ? {} : { eColi }),
        })}
      />
      <p className="ml-9 text-small text-ash">
        {listing([
          ...(score === undefined ? [] : [say('sources.by-score', { score })]),
          ...(eColi === undefined ? [] : [say('sources.by-ecoli', { eColi })]),
        ])}
      </p>
    </div>
  );
}

/** What is feared, each with its reasons, to be confirmed or struck by somebody who knows. */
function Feareds({ source }: { source: SourceFacts }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const facts = useFacts();
  const now = useStateNow();
  const byKind = new Map<Feared, Fear[]>();
  for (const fear of fearsOf(caseOf(facts, source, now)))
    byKind.set(fear.of, [...(byKind.get(fear.of) ?? []), fear]);
  if (byKind.size === 0) return null;
  const tell = (of: Feared, is: 'confirmed' | 'struck') =>
    void recordAndTell([draft('source.hazard', source.id, { of, is })], say(`sources.${is}`));
  return (
    <section aria-label={say('sources.feared')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('sources.feared')}</h3>
      <ul className="m-0 list-none p-0" data-testid="feared">
        {[...byKind].map(([of, fears]) => {
          const said = source.said[of]?.is;
          const name = say(`feared.${of}`);
          return (
            <li key={of} className="border-b border-rule py-1">
              <strong className={said === 'struck' ? 'line-through' : ''}>{name}</strong>{' '}
              <span className="text-small text-ash">
                {listing([...new Set(fears.map(f => say(`fear.${f.why}` as 'fear.surface')))])}
              </span>
              <span className="block text-small">
                {said === 'struck' ? say('sources.struck-line') : said && say('sources.confirmed')}
                {said !== 'confirmed' && (
                  <Button
                    look="quiet"
                    className="text-small"
                    aria-label={say('label.of', { what: say('sources.confirm'), of: name })}
                    onClick={() => tell(of, 'confirmed')}
                  >
                    {say('sources.confirm')}
                  </Button>
                )}
                {said !== 'struck' && (
                  <Button
                    look="quiet"
                    className="text-small"
                    aria-label={say('label.of', { what: say('sources.strike'), of: name })}
                    onClick={() => tell(of, 'struck')}
                  >
                    {say('sources.strike')}
                  </Button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** What it is like, as far as somebody wrote it down, and when it was last looked at and tested. */
function Details({ source }: { source: SourceFacts }) {
  const say = useSay();
  const { units, timeZone } = useReader();
  const seen = source.looked.at(-1);
  const readings = Object.values(source.tests ?? {})
    .flat()
    .sort((a, b) => (a.at < b.at ? 1 : -1));
  const lines = [
    say('sources.place-line', {
      kind: `source-kind.${source.kind}`,
      distanceM: source.distanceM,
    }),
    ...(source.climbM === 0
      ? []
      : [
          say(source.climbM > 0 ? 'sources.higher' : 'sources.lower', {
            climbM: Math.abs(source.climbM),
          }),
        ]),
    source.upstream.length > 0
      ? say('sources.upstream-line', { list: list(source.upstream.map(u => say(`upstream.${u}`))) })
      : say('sources.upstream-unasked'),
    ...(source.flowLMin ? [say('sources.flow-line', { flowLH: source.flowLMin * 60 })] : []),
    ...(source.season ? [say('sources.season-line', { season: `season.${source.season}` })] : []),
    ...(source.permission
      ? [say('sources.permission-line', { permission: `permission.${source.permission}` })]
      : []),
    ...(source.knownBy ? [say('sources.known-line', { knownBy: source.knownBy })] : []),
    ...(source.pricePerL === undefined ? [] : [say('sources.price-line', { pricePerL: source.pricePerL })]),
    seen
      ? [
          say('sources.seen-line', {
            day: dayOf(seen.at, timeZone),
            looks: seen.looks.map(l => `look.${l}`).join(),
            smell: `source-smell.${seen.smell}`,
          }),
          ...(seen.turbidityNtu === undefined ? [] : [say('sources.seen-ntu', { ntu: seen.turbidityNtu })]),
          ...(seen.temperatureC === undefined ? [] : [format.temperature(seen.temperatureC, units)]),
        ].join(', ')
      : say('sources.never-seen'),
  ];
  return (
    <section aria-label={say('sources.details')}>
      <h3 className="mb-1 border-b border-slate pb-1 text-base">{say('sources.details')}</h3>
      <ul className="m-0 list-none p-0 text-small">
        {lines.map(line => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      <h3 className="mt-3 mb-1 border-b border-slate pb-1 text-base">{say('sources.tests')}</h3>
      <ul className="m-0 list-none p-0 text-small">
        {readings.length === 0 && <li>{say('sources.never-tested')}</li>}
        {readings.map(r => (
          <li key={`${r.entry} ${r.parameter}`}>
            {say('sources.tested-line', { day: dayOf(r.at, timeZone), what: say(wordsOfReading(r)) })}
          </li>
        ))}
      </ul>
      <Link
        to={`/tests/${source.id}`}
        className="inline-flex min-h-9 items-center underline decoration-rule underline-offset-3"
      >
        {say('life.all-tests')}
      </Link>
    </section>
  );
}
