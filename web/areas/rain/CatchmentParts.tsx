import { type CatchmentFields, catchment as catchmentFields } from '#core/areas/rain/fields.ts';
import { sourcesOf } from '#core/areas/sources/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import { runoffL } from '#core/rain/catchment/catching.ts';
import {
  DESIGN_MM_H,
  flushL,
  flushPipeM,
  gutterLS,
  halfRoundLS,
  planAreaM2,
} from '#core/rain/catchment/size.ts';
import { surfaceRow } from '#core/rain/catchment/surfaces.ts';
import { useFacts, useReader } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useKindName } from '../../texts/kindName.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../../ui/Blank.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

/** A catchment as it stands in the blanks: any of them may be empty. */
export type CatchmentDraft = {
  readonly [K in keyof CatchmentFields]: CatchmentFields[K] | undefined;
};

interface PartProps {
  readonly d: CatchmentDraft;
  readonly onChange: (change: Partial<CatchmentDraft>) => void;
}

/** The tanks it runs into, one after another, and the source it is inspected and tested as. */
export function CatchmentRuns({ d, onChange }: PartProps) {
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
                {...boundsOf(catchmentFields, 'tankCm')}
                placeholder={say('catchment.tank-height.unknown')}
                onValue={tankCm => onChange({ tankCm })}
              />
            ),
            outlet: (
              <QuantityBlank
                label={say('catchment.outlet-height')}
                dimension="lengthCm"
                value={d.outletCm}
                {...boundsOf(catchmentFields, 'outletCm')}
                {...given({ most: d.tankCm })}
                placeholder={say('catchment.outlet-height.unknown')}
                onValue={outletCm => onChange({ outletCm })}
              />
            ),
            lies: (
              <ChoiceBlank<'standing' | 'lying'>
                label={say('dip.form')}
                value={d.tankLies ? 'lying' : 'standing'}
                onValue={form => onChange({ tankLies: form === 'lying' })}
                choices={(['standing', 'lying'] as const).map(value => ({
                  value,
                  label: say(`dip.form.${value}`),
                }))}
              />
            ),
          }}
        />
      </span>
    </Sentence>
  );
}

/** A standing pipe of this width is what people build a first flush of (mm). */
const PIPE_MM = 150;

/** What follows from the sides: area, litres of a millimetre, the flush and its pipe, and what the gutter has to carry. */
export function CatchmentSums({ d }: { d: CatchmentDraft }) {
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
          litres: runoffL(areaM2, rainMm, d.coefficient ?? surfaceRow(d.surface ?? 'tile').coefficient),
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
