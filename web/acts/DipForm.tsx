import { useMemo } from 'react';
import { catchment, dipped } from '#core/areas/rain/fields.ts';
import { catchmentInto, roofAt } from '#core/areas/rain/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { given } from '#core/base/given.ts';
import { dipL, type TankForm } from '#core/rain/catchment/dip.ts';
import { standingAreaM2 } from '#core/storage/containers/kinds.ts';
import { Act } from '../app/Act.tsx';
import { type Blanks, useBlanks } from '../app/blanks.tsx';
import { draft } from '../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../session/state.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { Sentence } from '../ui/Blank.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type ActFormProps, actForm } from './actForm.ts';

/** A stick is read to about a centimetre: less is no rise. */
const RISE_L = 1;

/** Straight shapes are reckoned from a depth; of any other its own marks are read. */
type Form = TankForm['form'] | 'marks';
const FORMS: readonly Form[] = ['standing', 'lying', 'marks'];

/** The depth that a tank is full at (cm): of its litres over what it stands on, no higher than it is. */
export function fullCm(facts: Parameters<typeof kindOf>[0], kindId: string): number {
  const kind = kindOf(facts, kindId);
  if (!kind) return 100;
  const byArea = kind.nominalL / 10 / standingAreaM2(kind);
  return Math.round(Math.min(byArea, kind.heightMm / 10) * 10) / 10;
}

/** The blanks of a level: by a stick how deep and how deep when full, or the litres that marks show. */
interface Dip {
  readonly depth: number | undefined;
  readonly full: number | undefined;
  readonly form: Form;
  readonly marked: number | undefined;
  readonly rise: 'rain' | 'filled' | undefined;
}

/** What the blanks say of the tank: its litres, whether they rose, and whether the stick says more than can be. */
function levelOf({ depth, full, form, marked }: Dip, nominalL: number | undefined, before: number) {
  const isRead = form !== 'marks' && depth !== undefined && full !== undefined;
  const byStick =
    isRead && nominalL !== undefined
      ? Math.round(dipL({ form, nominalL, heightCm: full }, depth))
      : undefined;
  const litres = form === 'marks' ? marked : byStick;
  return {
    litres,
    isTooDeep: isRead && depth > full * 1.02,
    rose: litres !== undefined && litres > before + RISE_L,
  };
}

/** The level of a tank by a stick or by its marks: what fell was used, what rose came from the sky. */
export function DipForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { now } = useWaterState();
  const nominalL = kindOf(facts, container.kind)?.nominalL;
  const catchment = catchmentInto(facts, container.id);
  const typed = actForm('dip', container);
  const blanks = useBlanks<Dip>(typed, () => ({
    ...{ depth: undefined, full: catchment?.tankCm ?? fullCm(facts, container.kind), marked: undefined },
    ...{ form: catchment?.tankLies ? 'lying' : 'standing', rise: catchment ? 'rain' : undefined },
  }));
  const { depth, form, rise } = blanks.values;
  const before = container.fill?.remainingL ?? 0;
  const { litres, isTooDeep, rose } = levelOf(blanks.values, nominalL, before);
  const drafts = useMemo(() => {
    if (litres === undefined || isTooDeep) return undefined;
    const byRain = rose && rise === 'rain' ? { rise: 'rain' as const } : undefined;
    return [
      draft('dipped', container.id, {
        litres,
        ...given({ depthCm: form === 'marks' ? undefined : depth }),
        ...byRain,
        ...(byRain && catchment
          ? { roof: roofAt(facts, catchment, now), ...given({ source: catchment.source }) }
          : {}),
      }),
    ];
  }, [litres, form, depth, isTooDeep, rose, rise, catchment, container.id, facts, now]);
  return (
    <Act
      typed={typed}
      mayBePast
      drafts={drafts}
      label={say('dip.do')}
      told={say('dip.told', { code: container.code, litres: litres ?? 0 })}
      onDone={onDone}
    >
      <DipSentence blanks={blanks} rose={rose} isTooDeep={isTooDeep} nominalL={nominalL} />
      {litres !== undefined && !isTooDeep && (
        <p className="text-title font-bold" data-testid="dip-answer">
          {say(rose ? 'dip.answer.rose' : 'dip.answer', {
            litres,
            beforeText: format.litres(before, units),
            changeL: Math.abs(litres - before),
          })}
        </p>
      )}
    </Act>
  );
}

interface SentenceProps {
  readonly blanks: Blanks<Dip>;
  readonly rose: boolean;
  readonly isTooDeep: boolean;
  readonly nominalL: number | undefined;
}

function DipSentence({ blanks, rose, isTooDeep, nominalL = 1_000_000 }: SentenceProps) {
  const say = useSay();
  const { values, quantity, choice } = blanks;
  const forms = FORMS.map(value => ({
    ...{ value, label: say(`dip.form.${value}`) },
    ...given({ note: value === 'marks' ? say('dip.form.marks.note') : undefined }),
  }));
  const rises = (['rain', 'filled'] as const).map(value => ({
    ...{ value, label: say(`dip.rise.${value}`), note: say(`dip.rise.${value}.note`) },
  }));
  return (
    <Sentence>
      <Phrase
        text="dip.sentence"
        cases={{ by: values.form === 'marks' ? 'marks' : 'stick', rose: rose ? 'yes' : undefined }}
        blanks={{
          depth: quantity('depth', 'dip.depth', 'lengthCm', {
            ...boundsOf(dipped, 'depthCm'),
            fault: isTooDeep ? 'dip.too-deep' : undefined,
            autoFocus: true,
          }),
          full: quantity('full', 'dip.full', 'lengthCm', boundsOf(catchment, 'tankCm')),
          marked: quantity('marked', 'dip.marked', 'volumeL', { least: 0, most: nominalL }),
          form: choice('form', 'dip.form', forms),
          rise: choice('rise', 'dip.rise', rises, undefined, 'dip.rise.ask'),
        }}
      />
    </Sentence>
  );
}
