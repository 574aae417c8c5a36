import { useMemo, useState } from 'react';
import type { BleachProduct, StrengthBasis } from '#core/chlorine/strength.ts';
import type { FilterDevice } from '#core/filters/device.ts';
import type { SupplyFields } from '#core/log/entry.ts';
import type { SupplyFacts } from '#core/log/facts.ts';
import { type SupplyKind, supplyKindIds, supplyKinds } from '#core/supplies/kinds.ts';
import { dimensionOfUnit } from '#core/units/dimension.ts';
import { Act } from '../../app/Act.tsx';
import { useFacts } from '../../app/hooks.ts';
import { type Draft, draft, newSubject } from '../../log/record.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { DeviceBlanks } from './DeviceBlanks.tsx';

const products: readonly BleachProduct[] = ['plain', 'scented', 'thickened', 'cleaner', 'pool'];
const bases: readonly StrengthBasis[] = ['wt-naocl', 'wt-available', 'trade', 'g-per-l'];
/** Counted by the piece, each for so many litres. */
const pieces: readonly SupplyKind[] = ['chlorine-tablets', 'dioxide-tablets', 'bottles'];
const isPiece = (kind: SupplyKind) => pieces.includes(kind);
/** Lasts so many months once opened, or taken into use. */
const used: readonly SupplyKind[] = [
  'chlorine-tablets',
  'dioxide-tablets',
  'iodine',
  'test-kit',
  'filter',
  'carbon',
  'lamp',
  'bottles',
];

/** Kept by the group, not by one home; or one of them for each home. */
const GROUP = 'group';
const EACH = 'each';

/** What a name may hold. */
const MOST_NAME = 80;

interface Form {
  readonly kind: SupplyKind;
  readonly name: string;
  readonly amount: number | undefined;
  readonly madeOn: string;
  readonly openedOn: string;
  readonly expiresOn: string;
  readonly where: string;
  readonly home: string;
  readonly treatsL: number | undefined;
  readonly product: BleachProduct;
  readonly basis: StrengthBasis;
  readonly strength: number | undefined;
  readonly keptC: number | undefined;
  readonly measuredMgMl: number | undefined;
  readonly useBy: string;
  readonly lastsMonths: number | undefined;
  readonly device: FilterDevice | undefined;
}

function formOf(supply: SupplyFacts | 'new'): Form {
  const fresh: Form = {
    kind: 'bleach',
    name: '',
    amount: undefined,
    madeOn: '',
    openedOn: '',
    expiresOn: '',
    where: '',
    home: GROUP,
    treatsL: undefined,
    product: 'plain',
    basis: 'wt-naocl',
    strength: 6,
    keptC: 15,
    measuredMgMl: undefined,
    useBy: '',
    lastsMonths: undefined,
    device: undefined,
  };
  if (supply === 'new') return fresh;
  const { bleach, used, ...fields } = supply;
  return {
    ...fresh,
    ...fields,
    // what was used is taken off: the amount kept from here on is what is there
    amount: Math.max(0, supply.amount - used),
    ...(bleach ? { ...bleach, madeOn: bleach.madeOn ?? '' } : {}),
  };
}

function fieldsOf(form: Form): SupplyFields | undefined {
  const { kind, name, amount, madeOn, openedOn, expiresOn, where, home, treatsL, lastsMonths } = form;
  if (!name.trim() || amount === undefined) return undefined;
  const fields = {
    name: name.trim(),
    kind,
    amount,
    ...(openedOn ? { openedOn } : {}),
    ...(expiresOn ? { expiresOn } : {}),
    ...(where.trim() ? { where: where.trim() } : {}),
    ...(home === GROUP || home === EACH ? {} : { home }),
    ...(treatsL && isPiece(kind) ? { treatsL } : {}),
    ...(lastsMonths && used.includes(kind) ? { lastsMonths } : {}),
    ...(form.device && kind === 'filter' ? { device: form.device } : {}),
  };
  if (kind !== 'bleach') return { ...fields, ...(madeOn ? { madeOn } : {}) };
  const { product, basis, strength, keptC, measuredMgMl } = form;
  if (strength === undefined || keptC === undefined) return undefined;
  const bleach = {
    product,
    basis,
    strength,
    keptC,
    ...(madeOn ? { madeOn } : {}),
    ...(form.useBy ? { useBy: form.useBy } : {}),
    ...(measuredMgMl === undefined ? {} : { measuredMgMl }),
  };
  return { ...fields, bleach };
}

/** One supply as a sentence: what it is, how much, its dates, and where it is kept. */
export function SupplyEditor({ supply, onClose }: { supply: SupplyFacts | 'new'; onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const kindName = (kind: SupplyKind) => say(`supply.${kind}`);
  const [form, setForm] = useState(() => {
    const begun = formOf(supply);
    return { ...begun, name: begun.name || kindName(begun.kind) };
  });
  const set = (change: Partial<Form>) => setForm(before => ({ ...before, ...change }));
  const [subject] = useState(() => (supply === 'new' ? newSubject('supply') : supply.id));
  const drafts = useMemo((): Draft[] | undefined => {
    const fields = fieldsOf(form);
    if (!fields || form.home !== EACH) return fields && [draft('supply.set', subject, fields)];
    return Object.values(facts.home).map(home =>
      draft('supply.set', newSubject('supply'), {
        ...fields,
        home: home.id,
        name: `${fields.name}, ${home.name}`.slice(0, MOST_NAME),
      }),
    );
  }, [form, subject, facts.home]);
  const taken = Object.values(facts.supply).some(
    s => s.id !== subject && s.name.toLowerCase() === form.name.trim().toLowerCase(),
  );
  const date = (id: 'madeOn' | 'openedOn' | 'expiresOn') => (
    <DateBlank
      label={say(`supply-form.${id}`)}
      isPast={id !== 'expiresOn'}
      value={form[id]}
      onValue={value => set({ [id]: value })}
    />
  );
  return (
    <Dialog title={say(supply === 'new' ? 'supplies.add' : 'supplies.edit')} open onClose={onClose} wide>
      <Act
        drafts={taken ? undefined : drafts}
        label={say('supply-form.keep')}
        told={say('supply-form.told', { name: form.name })}
        onDone={onClose}
      >
        <Sentence>
          <ChoiceBlank<SupplyKind>
            label={say('supply-form.kind')}
            value={form.kind}
            onValue={kind =>
              // a name that was only its kind goes with it; one that somebody wrote stays
              set({ kind, ...(form.name === kindName(form.kind) ? { name: kindName(kind) } : {}) })
            }
            choices={supplyKindIds.map(value => ({ value, label: say(`supply.${value}`) }))}
          />
          , {say('supply-form.named')}{' '}
          <TextBlank
            label={say('supply-form.name')}
            value={form.name}
            onValue={name => set({ name })}
            fault={taken ? 'supply-form.taken' : undefined}
          />
          :{' '}
          <QuantityBlank
            label={say('supply-form.amount')}
            dimension={dimensionOfUnit(supplyKinds[form.kind].unit)}
            value={form.amount}
            onValue={amount => set({ amount })}
            least={0}
            most={10_000_000}
          />{' '}
          {!format.writesUnit(dimensionOfUnit(supplyKinds[form.kind].unit)) && supplyKinds[form.kind].unit}
          {form.kind === 'bleach' && (
            <>
              {' '}
              {say('bench.of')}{' '}
              <QuantityBlank
                label={say('bench.strength')}
                dimension={form.basis === 'g-per-l' ? 'strengthMgMl' : 'percent'}
                value={form.strength}
                onValue={strength => set({ strength })}
                least={0.1}
                most={200}
              />{' '}
              <ChoiceBlank<StrengthBasis>
                label={say('bench.basis')}
                value={form.basis}
                onValue={basis => set({ basis })}
                choices={bases.map(value => ({ value, label: say(`basis.${value}`) }))}
              />
              ,{' '}
              <ChoiceBlank<BleachProduct>
                label={say('bench.product')}
                value={form.product}
                onValue={product => set({ product })}
                choices={products.map(value => ({ value, label: say(`product.${value}`) }))}
              />
              , {say('supply-form.kept')}{' '}
              <QuantityBlank
                label={say('supply-form.keptC')}
                dimension="temperatureC"
                value={form.keptC}
                onValue={keptC => set({ keptC })}
                least={-20}
                most={60}
              />
              , {say('supply-form.measured')}{' '}
              <QuantityBlank
                label={say('supply-form.measuredMgMl')}
                dimension="strengthMgMl"
                value={form.measuredMgMl}
                onValue={measuredMgMl => set({ measuredMgMl })}
                least={0.1}
                most={250}
                placeholder={say('bench.unknown')}
              />{' '}
              mg/mL
            </>
          )}
          {isPiece(form.kind) && (
            <>
              , {say('supply-form.each')}{' '}
              <QuantityBlank
                label={say('supply-form.treatsL')}
                dimension="volumeL"
                value={form.treatsL}
                onValue={treatsL => set({ treatsL })}
                least={0.1}
                most={100_000}
              />
            </>
          )}
          {form.kind === 'filter' && (
            <DeviceBlanks device={form.device} onDevice={device => set({ device })} />
          )}
          {used.includes(form.kind) && (
            <>
              , {say('supply-form.lasts')}{' '}
              <QuantityBlank
                label={say('supply-form.lastsMonths')}
                dimension="timeMonths"
                value={form.lastsMonths}
                onValue={lastsMonths => set({ lastsMonths })}
                least={1}
                most={600}
                placeholder={say('bench.unknown')}
              />{' '}
              {say('supply-form.months')}
            </>
          )}
          . {say('supply-form.made')} {date('madeOn')}, {say('supply-form.was-opened')} {date('openedOn')},{' '}
          {say('supply-form.expires')} {date('expiresOn')}. {say('supply-form.is-kept')}{' '}
          <TextBlank label={say('supply-form.where')} value={form.where} onValue={where => set({ where })} />{' '}
          {say('supply-form.at-home')}{' '}
          <ChoiceBlank
            label={say('supply-form.home')}
            value={form.home}
            onValue={home => set({ home })}
            choices={[
              { value: GROUP, label: say('supply-form.group') },
              ...(supply === 'new' && Object.keys(facts.home).length > 1
                ? [{ value: EACH, label: say('supply-form.each-home') }]
                : []),
              ...Object.values(facts.home).map(h => ({ value: h.id, label: h.name })),
            ]}
          />
          .
        </Sentence>
      </Act>
    </Dialog>
  );
}
