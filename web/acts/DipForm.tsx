import { useMemo } from 'react';
import { dipped } from '#core/areas/rain/fields.ts';
import { catchmentInto, roofAt } from '#core/areas/rain/known.ts';
import { kindOf } from '#core/areas/store/state.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { dipL, type TankForm } from '#core/rain/catchment/dip.ts';
import { standingAreaM2 } from '#core/storage/containers/kinds.ts';
import { Act } from '../app/Act.tsx';
import { useTyped } from '../app/typed.ts';
import { draft } from '../session/draft.ts';
import { useFacts, useReader, useWaterState } from '../session/state.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence } from '../ui/Blank.tsx';
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

/** The level of a tank by a stick or by its marks: what fell was used, what rose came from the sky. */
export function DipForm({ container, onDone }: ActFormProps) {
  const say = useSay();
  const facts = useFacts();
  const { units } = useReader();
  const { now } = useWaterState();
  const kind = kindOf(facts, container.kind);
  const catchment = catchmentInto(facts, container.id);
  const typed = actForm('dip', container);
  const [depth, setDepth] = useTyped<number | undefined>(typed, 'depth', undefined);
  const [full, setFull] = useTyped<number | undefined>(
    typed,
    'full',
    catchment?.tankCm ?? fullCm(facts, container.kind),
  );
  const [form, setForm] = useTyped<Form>(typed, 'form', catchment?.tankLies ? 'lying' : 'standing');
  const [marked, setMarked] = useTyped<number | undefined>(typed, 'marked', undefined);
  const [rise, setRise] = useTyped<'rain' | 'filled' | undefined>(
    typed,
    'rise',
    catchment ? 'rain' : undefined,
  );
  const before = container.fill?.remainingL ?? 0;
  const byStick =
    form === 'marks' || depth === undefined || full === undefined || !kind
      ? undefined
      : Math.round(dipL({ form, nominalL: kind.nominalL, heightCm: full }, depth));
  const litres = form === 'marks' ? marked : byStick;
  const isTooDeep = form !== 'marks' && depth !== undefined && full !== undefined && depth > full * 1.02;
  const rose = litres !== undefined && litres > before + RISE_L;
  const drafts = useMemo(() => {
    if (litres === undefined || isTooDeep) return undefined;
    return [
      draft('dipped', container.id, {
        litres,
        ...(form === 'marks' || depth === undefined ? {} : { depthCm: depth }),
        ...(rose && rise === 'rain'
          ? {
              rise: 'rain' as const,
              ...(catchment ? { roof: roofAt(facts, catchment, now) } : {}),
              ...(catchment?.source ? { source: catchment.source } : {}),
            }
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
      <Sentence>
        <Phrase
          text="dip.sentence"
          cases={{ by: form === 'marks' ? 'marks' : 'stick', rose: rose ? 'yes' : undefined }}
          blanks={{
            depth: (
              <QuantityBlank
                label={say('dip.depth')}
                dimension="lengthCm"
                value={depth}
                {...boundsOf(dipped, 'depthCm')}
                fault={isTooDeep ? 'dip.too-deep' : undefined}
                onValue={setDepth}
                autoFocus
              />
            ),
            full: (
              <QuantityBlank
                label={say('dip.full')}
                dimension="lengthCm"
                value={full}
                least={10}
                most={1000}
                onValue={setFull}
              />
            ),
            marked: (
              <QuantityBlank
                label={say('dip.marked')}
                dimension="volumeL"
                value={marked}
                least={0}
                most={kind?.nominalL ?? 1_000_000}
                onValue={setMarked}
              />
            ),
            form: (
              <ChoiceBlank<Form>
                label={say('dip.form')}
                value={form}
                onValue={setForm}
                choices={FORMS.map(value => ({
                  value,
                  label: say(`dip.form.${value}`),
                  ...(value === 'marks' ? { note: say('dip.form.marks.note') } : {}),
                }))}
              />
            ),
            rise: (
              <ChoiceBlank<'rain' | 'filled'>
                label={say('dip.rise')}
                value={rise}
                placeholder={say('dip.rise.ask')}
                onValue={setRise}
                choices={(['rain', 'filled'] as const).map(value => ({
                  value,
                  label: say(`dip.rise.${value}`),
                  note: say(`dip.rise.${value}.note`),
                }))}
              />
            ),
          }}
        />
      </Sentence>
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
