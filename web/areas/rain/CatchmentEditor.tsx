import { useMemo, useState } from 'react';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import type { CatchmentFields } from '#core/areas/rain/fields.ts';
import { catchment as catchmentFields } from '#core/areas/rain/fields.ts';
import { builtRoof, poorerTanks, settingOf } from '#core/areas/rain/known.ts';
import { boundsOf } from '#core/base/bounds.ts';
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
} from '#core/rain/catchment/surfaces.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { type CatchmentDraft, CatchmentRuns, CatchmentSums } from './CatchmentParts.tsx';

const fresh: CatchmentDraft = {
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
  outletCm: undefined,
};

/** What is asked at first of each form: a tarpaulin is flat, and of nothing else. */
const startOf: Record<CatchmentForm, Partial<CatchmentDraft>> = {
  roof: { surface: 'tile', pitchDeg: 35 },
  tarpaulin: { surface: 'tarpaulin', pitchDeg: 10 },
  awning: { surface: 'tarpaulin', pitchDeg: 10 },
  deck: { surface: 'concrete', pitchDeg: 1 },
  rock: { surface: 'rock', pitchDeg: 10 },
};

/** The fields of an entry out of what stands in the blanks; nothing while one is missing. */
function fieldsOf(d: CatchmentDraft): CatchmentFields | undefined {
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

/** A tank of a common size, for what is said of its weight: a kilogram a litre. */
const EXAMPLE_L = 5000;

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
  const typed = `catchment ${catchment === 'new' ? catchment : catchment.id}`;
  const [d, setD] = useTyped<CatchmentDraft>(typed, 'd', () =>
    catchment === 'new' ? fresh : { ...fresh, ...settingOf(catchment) },
  );
  const set = (change: Partial<CatchmentDraft>) => setD(before => ({ ...before, ...change }));
  const [subject] = useState(() => (catchment === 'new' ? newSubject('catchment') : catchment.id));
  const facts = useFacts();
  const drafts = useMemo(() => {
    const whole = fieldsOf(d);
    if (!whole) return undefined;
    // what ran in before is no better than what it turns out to have run off
    return [
      draft('catchment.set', subject, whole),
      ...poorerTanks(facts, whole).map(t => draft('origin.seen', t.id, { roof: builtRoof(whole) })),
    ];
  }, [d, subject, facts]);
  const name = d.name?.trim() || say('catchment.new');
  return (
    <Dialog
      title={catchment === 'new' ? say('catchment.add') : say('catchment.edit', { name: catchment.name })}
      open
      onClose={() => onClose()}
      wide
    >
      <Act
        typed={typed}
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
                  {...boundsOf(catchmentFields, 'lengthM')}
                  onValue={lengthM => set({ lengthM })}
                />
              ),
              run: (
                <QuantityBlank
                  label={say('catchment.run')}
                  dimension="lengthM"
                  value={d.runM}
                  {...boundsOf(catchmentFields, 'runM')}
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
                  {...boundsOf(catchmentFields, 'pitchDeg')}
                  onValue={pitchDeg => set({ pitchDeg })}
                />
              ),
              flush: (
                <QuantityBlank
                  label={say('catchment.flush')}
                  dimension="lengthMm"
                  value={d.flushMm}
                  {...boundsOf(catchmentFields, 'flushMm')}
                  onValue={flushMm => set({ flushMm })}
                />
              ),
              coefficient: (
                <QuantityBlank
                  label={say('catchment.coefficient')}
                  dimension="number"
                  value={d.coefficient ?? surfaceRow(d.surface ?? 'tile').coefficient}
                  {...boundsOf(catchmentFields, 'coefficient')}
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
                  {...boundsOf(catchmentFields, 'gutterMm')}
                  placeholder={say('catchment.gutter.unknown')}
                  onValue={gutterMm => set({ gutterMm })}
                />
              ),
            }}
          />
        </Sentence>
        <CatchmentRuns d={d} onChange={set} />
        <CatchmentSums d={d} />
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
