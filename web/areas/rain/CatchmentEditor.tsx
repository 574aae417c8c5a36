import { useMemo, useState } from 'react';
import { WETTING_MM } from '#core/catchment/catching.ts';
import {
  DESIGN_MM_H,
  flushL,
  flushPipeM,
  gutterLS,
  halfRoundLS,
  MOST_PITCH_DEG,
  MOST_SIDE_M,
  planAreaM2,
} from '#core/catchment/size.ts';
import {
  type CatchmentForm,
  catchmentForms,
  type Soiling,
  type Surface,
  soilings,
  surfaceIds,
  surfaceRow,
  type Trim,
  trims,
} from '#core/catchment/surfaces.ts';
import type { CatchmentFacts } from '#core/rain/facts.ts';
import type { CatchmentFields } from '#core/rain/fields.ts';
import { poorerTanks, roofAt } from '#core/rain/known.ts';
import { sourcesOf } from '#core/sources/known.ts';
import { kindOf } from '#core/store/state.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts, useReader } from '../../app/hooks.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

type Draft = {
  readonly [K in keyof CatchmentFields]: CatchmentFields[K] | undefined;
};

const fresh: Draft = {
  name: '',
  form: 'roof',
  surface: 'tile',
  lengthM: undefined,
  runM: undefined,
  runAlong: 'ground',
  pitchDeg: 35,
  coefficient: undefined,
  flushMm: 1,
  flushPipeL: undefined,
  gutterMm: undefined,
  trims: [],
  soiled: [],
  source: undefined,
  tanks: [],
  tankCm: undefined,
  tankLies: undefined,
};

/** What is asked at first of each form: a tarpaulin is flat, and of nothing else. */
const startOf: Record<CatchmentForm, Partial<Draft>> = {
  roof: { surface: 'tile', pitchDeg: 35 },
  tarpaulin: { surface: 'tarpaulin', pitchDeg: 10 },
  awning: { surface: 'tarpaulin', pitchDeg: 10 },
  deck: { surface: 'concrete', pitchDeg: 1 },
  rock: { surface: 'rock', pitchDeg: 10 },
};

/** The fields of an entry out of what stands in the blanks; nothing while one is missing. */
function fieldsOf(d: Draft): CatchmentFields | undefined {
  const { name, lengthM, runM, pitchDeg, flushMm } = d;
  if (
    !name?.trim() ||
    lengthM === undefined ||
    runM === undefined ||
    pitchDeg === undefined ||
    flushMm === undefined
  )
    return undefined;
  const set = Object.fromEntries(
    Object.entries(d).filter(([, value]) => value !== undefined && value !== ''),
  );
  return { ...(set as unknown as CatchmentFields), name: name.trim() };
}

/** A surface that rain is caught on: its sides, what it is made of, what is on its way, where it runs. */
export function CatchmentEditor({
  catchment,
  onClose,
}: {
  catchment: CatchmentFacts | 'new';
  onClose: (kept?: string) => void;
}) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const [d, setD] = useState<Draft>(() => {
    if (catchment === 'new') return fresh;
    const {
      id: _,
      setAt: __,
      caught: ___,
      cared: ____,
      fouled: _____,
      removedAt: ______,
      ...set
    } = catchment;
    return { ...fresh, ...set };
  });
  const set = (change: Partial<Draft>) => setD(before => ({ ...before, ...change }));
  const [subject] = useState(() => (catchment === 'new' ? newSubject('catchment') : catchment.id));
  const facts = useFacts();
  const drafts = useMemo(() => {
    const whole = fieldsOf(d);
    if (!whole) return undefined;
    const fouled = catchment === 'new' ? undefined : catchment.fouled;
    // what ran in before is no better than what it turns out to have run off
    const tanks = poorerTanks(facts, { ...whole, ...(fouled ? { fouled } : {}) });
    return [
      draft('catchment.set', subject, whole),
      ...tanks.map(t =>
        draft('origin.seen', t.id, { roof: roofAt({ ...whole, ...(fouled ? { fouled } : {}) }) }),
      ),
    ];
  }, [d, subject, facts, catchment]);
  const name = d.name?.trim() || say('catchment.new');
  return (
    <Dialog
      title={catchment === 'new' ? say('catchment.add') : say('catchment.edit', { name: catchment.name })}
      open
      onClose={() => onClose()}
      wide
    >
      <Act
        drafts={drafts}
        label={say('catchment.keep')}
        told={say('catchment.told', { name })}
        onDone={() => onClose(subject)}
      >
        <Sentence>
          <Phrase
            text="catchment.sentence"
            cases={{ along: d.runAlong ?? 'ground' }}
            blanks={{
              name: (
                <TextBlank
                  label={say('catchment.name')}
                  value={d.name ?? ''}
                  placeholder={say('catchment.name.hint')}
                  onValue={name => set({ name })}
                />
              ),
              form: (
                <ChoiceBlank<CatchmentForm>
                  label={say('catchment.form')}
                  value={d.form}
                  onValue={form => set({ form, ...startOf[form] })}
                  choices={catchmentForms.map(value => ({ value, label: say(`catchment-form.${value}`) }))}
                />
              ),
              surface: (
                <ChoiceBlank<Surface>
                  label={say('catchment.surface')}
                  value={d.surface}
                  onValue={surface => set({ surface, coefficient: undefined })}
                  choices={surfaceIds
                    .filter(id => surfaceRow(id).forms.includes(d.form ?? 'roof'))
                    .map(value => ({
                      value,
                      label: say(`surface.${value}`),
                      note: say('catchment.surface.note', {
                        coefficient: surfaceRow(value).coefficient,
                        serves: `catchment.serves.${surfaceRow(value).most}`,
                      }),
                    }))}
                />
              ),
              length: (
                <QuantityBlank
                  label={say('catchment.length')}
                  dimension="lengthM"
                  value={d.lengthM}
                  least={0.3}
                  most={MOST_SIDE_M}
                  onValue={lengthM => set({ lengthM })}
                />
              ),
              run: (
                <QuantityBlank
                  label={say('catchment.run')}
                  dimension="lengthM"
                  value={d.runM}
                  least={0.3}
                  most={MOST_SIDE_M}
                  onValue={runM => set({ runM })}
                />
              ),
              along: (
                <ChoiceBlank<'ground' | 'slope'>
                  label={say('catchment.along')}
                  value={d.runAlong}
                  onValue={runAlong => set({ runAlong })}
                  choices={(['ground', 'slope'] as const).map(value => ({
                    value,
                    label: say(`catchment.along.${value}`),
                  }))}
                />
              ),
              pitch: (
                <QuantityBlank
                  label={say('catchment.pitch')}
                  dimension="pitchDeg"
                  value={d.pitchDeg}
                  least={0}
                  most={MOST_PITCH_DEG}
                  onValue={pitchDeg => set({ pitchDeg })}
                />
              ),
              flush: (
                <QuantityBlank
                  label={say('catchment.flush')}
                  dimension="lengthMm"
                  value={d.flushMm}
                  least={0}
                  most={5}
                  onValue={flushMm => set({ flushMm })}
                />
              ),
              coefficient: (
                <QuantityBlank
                  label={say('catchment.coefficient')}
                  dimension="number"
                  value={d.coefficient ?? surfaceRow(d.surface ?? 'tile').coefficient}
                  least={0.05}
                  most={1}
                  onValue={coefficient => set({ coefficient })}
                />
              ),
              trims: (
                <ManyBlank<Trim>
                  label={say('catchment.trims')}
                  values={d.trims ?? []}
                  placeholder={say('trim.none')}
                  onValues={next => set({ trims: next.filter(t => t !== 'none') })}
                  choices={trims
                    .filter(t => t !== 'none')
                    .map(value => ({ value, label: say(`trim.${value}`) }))}
                />
              ),
              soiled: (
                <ManyBlank<Soiling>
                  label={say('catchment.soiled')}
                  values={d.soiled ?? []}
                  placeholder={say('catchment.soiled.none')}
                  onValues={soiled => set({ soiled })}
                  choices={soilings.map(value => ({ value, label: say(`soiling.${value}`) }))}
                />
              ),
              gutter: (
                <QuantityBlank
                  label={say('catchment.gutter')}
                  dimension="lengthMm"
                  value={d.gutterMm}
                  least={40}
                  most={500}
                  placeholder={say('catchment.gutter.unknown')}
                  onValue={gutterMm => set({ gutterMm })}
                />
              ),
            }}
          />
        </Sentence>
        <Runs d={d} onChange={set} />
        <Sums d={d} />
        <p className="border-l-4 border-clay pl-3 text-small">
          {say('rain.caution.trade', { sizeL: EXAMPLE_L, tankKg: EXAMPLE_L })}
        </p>
      </Act>
      {catchment !== 'new' && (
        <Button
          look="quiet"
          className="mt-4 text-small"
          onClick={() =>
            void recordAndTell(
              [draft('catchment.removed', catchment.id, {})],
              say('catchment.removed', { name: catchment.name }),
            ).then(() => onClose())
          }
        >
          {say('catchment.remove')}
        </Button>
      )}
    </Dialog>
  );
}

interface PartProps {
  readonly d: Draft;
  readonly onChange: (change: Partial<Draft>) => void;
}

/** The tanks it runs into, one after another, and the source it is inspected and tested as. */
function Runs({ d, onChange }: PartProps) {
  const say = useSay();
  const facts = useFacts();
  const kindName = useKindName();
  const tanks = Object.values(facts.container)
    .filter(c => !c.condemned && (kindOf(facts, c.kind)?.nominalL ?? 0) >= 50)
    .sort((a, b) => (a.code < b.code ? -1 : 1));
  const rains = sourcesOf(facts).filter(s => s.kind === 'rain');
  return (
    <Sentence>
      <span className="text-base">
        <Phrase
          text="catchment.runs"
          cases={{
            source: rains.length > 0 ? 'yes' : undefined,
            tank: (d.tanks ?? []).length > 0 ? 'yes' : undefined,
          }}
          blanks={{
            tanks: (
              <ManyBlank<string>
                label={say('catchment.tanks')}
                values={d.tanks ?? []}
                placeholder={say('catchment.tanks.none')}
                onValues={next => onChange({ tanks: next as CatchmentFields['tanks'] })}
                choices={tanks.map(c => ({ value: c.id as string, label: c.code, note: kindName(c.kind) }))}
              />
            ),
            source: (
              <ChoiceBlank<string>
                label={say('catchment.source')}
                value={d.source ?? ''}
                placeholder={say('catchment.source.none')}
                onValue={source => onChange({ source: source as NonNullable<CatchmentFields['source']> })}
                choices={rains.map(s => ({ value: s.id as string, label: s.name }))}
              />
            ),
            height: (
              <QuantityBlank
                label={say('catchment.tank-height')}
                dimension="lengthCm"
                value={d.tankCm}
                least={10}
                most={1000}
                placeholder={say('catchment.tank-height.unknown')}
                onValue={tankCm => onChange({ tankCm })}
              />
            ),
          }}
        />
      </span>
    </Sentence>
  );
}

/** A tank of a common size, for what is said of its weight: a kilogram a litre. */
const EXAMPLE_L = 5000;

/** A standing pipe of this width is what people build a first flush of (mm). */
const PIPE_MM = 150;

/** What follows from the sides: area, litres of a millimetre, the flush and its pipe, and what the gutter has to carry. */
function Sums({ d }: { d: Draft }) {
  const say = useSay();
  const { units } = useReader();
  if (d.lengthM === undefined || d.runM === undefined || d.pitchDeg === undefined) return null;
  const areaM2 = planAreaM2({
    lengthM: d.lengthM,
    runM: d.runM,
    runAlong: d.runAlong ?? 'ground',
    pitchDeg: d.pitchDeg,
  });
  const litres = flushL(areaM2, d.flushMm ?? 0);
  const needLS = gutterLS(areaM2, DESIGN_MM_H);
  const rainMm = format.exampleRainMm(units);
  const carriesLS = d.gutterMm === undefined ? undefined : halfRoundLS(d.gutterMm);
  return (
    <div data-testid="catchment-sums">
      <p className="text-title font-bold">
        {say('catchment.sums', { areaText: format.area(areaM2, units) })}
      </p>
      <p>
        {say('catchment.sums.mm', {
          rainMm,
          litres:
            areaM2 * (rainMm - WETTING_MM) * (d.coefficient ?? surfaceRow(d.surface ?? 'tile').coefficient),
        })}{' '}
        {litres > 0 &&
          say('catchment.sums.flush', { litres, pipeM: flushPipeM(litres, PIPE_MM), pipeMm: PIPE_MM })}
      </p>
      <p className={carriesLS !== undefined && carriesLS < needLS ? 'font-semibold text-iron' : ''}>
        {carriesLS === undefined
          ? say('catchment.sums.gutter', { needLS, mmH: DESIGN_MM_H })
          : say(carriesLS < needLS ? 'catchment.sums.gutter-small' : 'catchment.sums.gutter-fits', {
              needLS,
              carriesLS,
              mmH: DESIGN_MM_H,
            })}
      </p>
    </div>
  );
}
