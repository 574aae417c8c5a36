import { useMemo, useState } from 'react';
import type { CatchmentFacts } from '#core/areas/rain/facts.ts';
import type { CatchmentFields } from '#core/areas/rain/fields.ts';
import { catchment as catchmentFields } from '#core/areas/rain/fields.ts';
import { builtRoof, poorerTanks, settingOf } from '#core/areas/rain/known.ts';
import { boundsOf } from '#core/base/bounds.ts';
import type { Subject } from '#core/base/subject.ts';
import type { Facts } from '#core/log/facts.ts';
import {
  type CatchmentForm,
  catchmentForms,
  type Surface,
  soilings,
  surfaceIds,
  surfaceRow,
  trims,
} from '#core/rain/catchment/surfaces.ts';
import { Act } from '../../app/Act.tsx';
import { type Blanks, useBlanks } from '../../app/blanks.tsx';
import { useRecord } from '../../app/undo.tsx';
import { draft, newSubject } from '../../session/draft.ts';
import { useFacts } from '../../session/state.ts';
import { type Say, useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
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

/** No trim is no trim: nothing is ticked then. */
const shownTrims = trims.filter(trim => trim !== 'none');

/** A tank of a common size, for what is said of its weight: a kilogram a litre. */
const EXAMPLE_L = 5000;

/** What is recorded of a catchment; undefined while a blank is open. */
function draftsOf(facts: Facts, subject: Subject, d: CatchmentDraft) {
  const whole = fieldsOf(d);
  if (!whole) return undefined;
  // what ran in before is no better than what it turns out to have run off
  return [
    draft('catchment.set', subject, whole),
    ...poorerTanks(facts, whole).map(t => draft('origin.seen', t.id, { roof: builtRoof(whole) })),
  ];
}

interface Props {
  readonly catchment: CatchmentFacts | 'new';
  readonly onClose: (kept?: string) => void;
}

/** A surface that rain is caught on: its sides, what it is made of, what is on its way, where it runs. */
export function CatchmentEditor({ catchment, onClose }: Props) {
  const say = useSay();
  const facts = useFacts();
  const typed = `catchment ${catchment === 'new' ? catchment : catchment.id}`;
  const blanks = useBlanks<CatchmentDraft>(typed, () =>
    catchment === 'new' ? fresh : { ...fresh, ...settingOf(catchment) },
  );
  const { values, change } = blanks;
  const [subject] = useState(() => (catchment === 'new' ? newSubject('catchment') : catchment.id));
  const drafts = useMemo(() => draftsOf(facts, subject, values), [facts, subject, values]);
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
        told={say('catchment.told', { name: values.name?.trim() || say('catchment.new') })}
        onDone={() => onClose(subject)}
      >
        <CatchmentSentence blanks={blanks} />
        <CatchmentRuns d={values} onChange={change} />
        <CatchmentSums d={values} />
        <p className="border-l-4 border-clay pl-3 text-small">
          {say('rain.caution.trade', { sizeL: EXAMPLE_L, tankKg: EXAMPLE_L })}
        </p>
      </Act>
      {catchment !== 'new' && <Remove catchment={catchment} onClose={onClose} />}
    </Dialog>
  );
}

function CatchmentSentence({ blanks }: { blanks: Blanks<CatchmentDraft> }) {
  const say = useSay();
  const { values, change, text, quantity, choice, many } = blanks;
  const bounded = (name: 'lengthM' | 'runM' | 'pitchDeg' | 'flushMm' | 'gutterMm' | 'coefficient') =>
    boundsOf(catchmentFields, name);
  const fitting = surfaceIds.filter(id => surfaceRow(id).forms.includes(values.form ?? 'roof'));
  return (
    <Sentence>
      <Phrase
        text="catchment.sentence"
        cases={{ along: values.runAlong ?? 'ground' }}
        blanks={{
          name: text('name', 'catchment.name', 'catchment.name.hint'),
          form: (
            <ChoiceBlank<CatchmentForm>
              label={say('catchment.form')}
              value={values.form}
              onValue={form => change({ form, ...startOf[form] })}
              choices={catchmentForms.map(value => ({ value, label: say(`catchment-form.${value}`) }))}
            />
          ),
          surface: (
            <ChoiceBlank<Surface>
              label={say('catchment.surface')}
              value={values.surface}
              onValue={surface => change({ surface, coefficient: undefined })}
              choices={fitting.map(value => surfaceChoice(value, say))}
            />
          ),
          length: quantity('lengthM', 'catchment.length', 'lengthM', bounded('lengthM')),
          run: quantity('runM', 'catchment.run', 'lengthM', bounded('runM')),
          along: choice('runAlong', 'catchment.along', ['ground', 'slope'], one => `catchment.along.${one}`),
          pitch: quantity('pitchDeg', 'catchment.pitch', 'pitchDeg', bounded('pitchDeg')),
          flush: quantity('flushMm', 'catchment.flush', 'lengthMm', bounded('flushMm')),
          coefficient: (
            <QuantityBlank
              label={say('catchment.coefficient')}
              dimension="number"
              value={values.coefficient ?? surfaceRow(values.surface ?? 'tile').coefficient}
              {...bounded('coefficient')}
              onValue={coefficient => change({ coefficient })}
            />
          ),
          trims: many('trims', 'catchment.trims', shownTrims, trim => `trim.${trim}`, 'trim.none'),
          soiled: many(
            'soiled',
            'catchment.soiled',
            soilings,
            by => `soiling.${by}`,
            'catchment.soiled.none',
          ),
          gutter: quantity('gutterMm', 'catchment.gutter', 'lengthMm', {
            ...bounded('gutterMm'),
            placeholder: 'catchment.gutter.unknown',
          }),
        }}
      />
    </Sentence>
  );
}

/** A surface by its name, with how much runs off it and what its water serves. */
function surfaceChoice(value: Surface, say: Say) {
  const { coefficient, most } = surfaceRow(value);
  const serves = `catchment.serves.${most}` as const;
  return {
    value,
    label: say(`surface.${value}`),
    note: say('catchment.surface.note', { coefficient, serves }),
  };
}

function Remove({ catchment: { id, name }, onClose }: { catchment: CatchmentFacts; onClose: () => void }) {
  const say = useSay();
  const { recordAndTell } = useRecord();
  const remove = () =>
    recordAndTell([draft('catchment.removed', id, {})], say('catchment.removed', { name })).then(() =>
      onClose(),
    );
  return (
    <Button look="quiet" className="mt-4 text-small" onClick={() => void remove()}>
      {say('catchment.remove')}
    </Button>
  );
}
