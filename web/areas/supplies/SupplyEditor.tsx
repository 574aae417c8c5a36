import { useMemo, useState } from 'react';
import type { SupplyFacts } from '#core/areas/supplies/facts.ts';
import { supply as supplyFields } from '#core/areas/supplies/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { dimensionOfUnit } from '#core/base/units/dimension.ts';
import { type SupplyKind, supplyKindIds, supplyKinds } from '#core/storage/stock/kinds.ts';
import { bleachProducts, strengthBases } from '#core/treatment/chlorine/strength.ts';
import { type ParameterId, parameterIds } from '#core/water/quality/parameters.ts';
import { Act } from '../../app/Act.tsx';
import { useTyped } from '../../app/typed.ts';
import { useFacts } from '../../session/state.ts';
import * as format from '../../texts/format.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank } from '../../ui/Blank.tsx';
import { DateBlank } from '../../ui/DateBlank.tsx';
import { Dialog } from '../../ui/Dialog.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import { DeviceBlanks } from './DeviceBlanks.tsx';
import { draftsOf, EACH, formOf, GROUP, isLasting, isPiece, type SupplyForm } from './supplyForm.ts';

interface BlanksProps {
  readonly form: SupplyForm;
  readonly set: (change: Partial<SupplyForm>) => void;
}

/** One supply as a sentence: what it is, how much, its dates, and where it is kept. */
export function SupplyEditor({ supply, onClose }: { supply: SupplyFacts | 'new'; onClose: () => void }) {
  const say = useSay();
  const facts = useFacts();
  const [begun] = useState(() => formOf(supply));
  const typed = `supply ${supply === 'new' ? supply : supply.id}`;
  const [form, setForm] = useTyped(typed, 'form', {
    ...begun,
    name: begun.name || say(`supply.${begun.kind}`),
  });
  const set = (change: Partial<SupplyForm>) => setForm(before => ({ ...before, ...change }));
  const drafts = useMemo(
    () => draftsOf(form, begun, supply, Object.values(facts.home)),
    [form, begun, supply, facts.home],
  );
  const taken = Object.values(facts.supply).some(
    s => s !== supply && s.name.toLowerCase() === form.name.trim().toLowerCase(),
  );
  return (
    <Dialog title={say(supply === 'new' ? 'supplies.add' : 'supplies.edit')} open onClose={onClose} wide>
      <Act
        typed={typed}
        drafts={taken ? undefined : drafts}
        label={say('supply-form.keep')}
        told={say('supply-form.told', { name: form.name })}
        onDone={onClose}
      >
        <Sentence>
          <SupplySentence form={form} set={set} isNew={supply === 'new'} taken={taken} />
        </Sentence>
      </Act>
    </Dialog>
  );
}

function SupplySentence({ form, set, isNew, taken }: BlanksProps & { isNew: boolean; taken: boolean }) {
  const { kind } = form;
  const { unit } = supplyKinds[kind];
  const part = (Part: (props: BlanksProps) => React.ReactNode) => <Part form={form} set={set} />;
  return (
    <Phrase
      text="supply-form.sentence"
      cases={{
        kind,
        pieces: isPiece(kind) ? 'yes' : 'no',
        lasts: isLasting(kind) ? 'yes' : 'no',
        unit: format.writesUnit(dimensionOfUnit(unit)) ? 'written' : 'stands',
      }}
      blanks={{
        kind: part(KindBlank),
        name: <NameBlank form={form} set={set} taken={taken} />,
        amount: part(AmountBlank),
        unit,
        bleach: part(BleachBlanks),
        treats: part(TreatsBlank),
        device: <DeviceBlanks device={form.device} onDevice={device => set({ device })} />,
        kit: part(KitBlanks),
        lasts: part(LastsBlank),
        madeOn: <DayBlank form={form} set={set} id="madeOn" />,
        openedOn: <DayBlank form={form} set={set} id="openedOn" />,
        expiresOn: <DayBlank form={form} set={set} id="expiresOn" />,
        where: part(WhereBlank),
        home: <HomeBlank form={form} set={set} isNew={isNew} />,
      }}
    />
  );
}

function KindBlank({ form, set }: BlanksProps) {
  const say = useSay();
  const nameOf = (kind: SupplyKind) => say(`supply.${kind}`);
  return (
    <ChoiceBlank<SupplyKind>
      label={say('supply-form.kind')}
      value={form.kind}
      // a name that was only its kind goes with it; one that somebody wrote stays
      onValue={kind => set({ kind, ...(form.name === nameOf(form.kind) ? { name: nameOf(kind) } : {}) })}
      choices={supplyKindIds.map(value => ({ value, label: nameOf(value) }))}
    />
  );
}

function NameBlank({ form, set, taken }: BlanksProps & { taken: boolean }) {
  const say = useSay();
  return (
    <TextBlank
      label={say('supply-form.name')}
      value={form.name}
      onValue={name => set({ name })}
      fault={taken ? 'supply-form.taken' : undefined}
    />
  );
}

function AmountBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <QuantityBlank
      label={say('supply-form.amount')}
      dimension={dimensionOfUnit(supplyKinds[form.kind].unit)}
      value={form.amount}
      onValue={amount => set({ amount })}
      {...boundsOf(supplyFields, 'amount')}
    />
  );
}

/** What a bottle of bleach is: its strength as the label gives it, what else is in it, how warm it stands, and as measured. */
function BleachBlanks({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <Phrase
      text="supply-form.bleach"
      blanks={{
        strength: (
          <QuantityBlank
            label={say('bench.strength')}
            dimension={form.basis === 'g-per-l' ? 'strengthMgMl' : 'percent'}
            value={form.strength}
            onValue={strength => set({ strength })}
            {...boundsOf(supplyFields, 'bleach.strength')}
          />
        ),
        basis: (
          <ChoiceBlank
            label={say('bench.basis')}
            value={form.basis}
            onValue={basis => set({ basis })}
            choices={strengthBases.map(value => ({ value, label: say(`basis.${value}`) }))}
          />
        ),
        product: (
          <ChoiceBlank
            label={say('bench.product')}
            value={form.product}
            onValue={product => set({ product })}
            choices={bleachProducts.map(value => ({ value, label: say(`product.${value}`) }))}
          />
        ),
        keptC: (
          <QuantityBlank
            label={say('supply-form.keptC')}
            dimension="temperatureC"
            value={form.keptC}
            onValue={keptC => set({ keptC })}
            {...boundsOf(supplyFields, 'bleach.keptC')}
          />
        ),
        measured: (
          <QuantityBlank
            label={say('supply-form.measuredMgMl')}
            dimension="strengthMgMl"
            value={form.measuredMgMl}
            onValue={measuredMgMl => set({ measuredMgMl })}
            {...boundsOf(supplyFields, 'bleach.measuredMgMl')}
            placeholder={say('bench.unknown')}
          />
        ),
      }}
    />
  );
}

function TreatsBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <QuantityBlank
      label={say('supply-form.treatsL')}
      dimension="volumeL"
      value={form.treatsL}
      onValue={treatsL => set({ treatsL })}
      {...boundsOf(supplyFields, 'treatsL')}
    />
  );
}

/** What a kit reads, and the lot that its readings are known by. */
function KitBlanks({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <Phrase
      text="supply-form.kit"
      blanks={{
        reads: (
          <ManyBlank<ParameterId>
            label={say('supply-form.reads')}
            values={form.reads}
            placeholder={say('parameter.free-chlorine')}
            onValues={reads => set({ reads })}
            choices={parameterIds.map(value => ({ value, label: say(`parameter.${value}`) }))}
          />
        ),
        lot: <TextBlank label={say('supply-form.lot')} value={form.lot} onValue={lot => set({ lot })} />,
      }}
    />
  );
}

function LastsBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return (
    <QuantityBlank
      label={say('supply-form.lastsMonths')}
      dimension="timeMonths"
      value={form.lastsMonths}
      onValue={lastsMonths => set({ lastsMonths })}
      {...boundsOf(supplyFields, 'lastsMonths')}
      placeholder={say('bench.unknown')}
    />
  );
}

function DayBlank({ form, set, id }: BlanksProps & { id: 'madeOn' | 'openedOn' | 'expiresOn' }) {
  const say = useSay();
  return (
    <DateBlank
      label={say(`supply-form.${id}`)}
      isPast={id !== 'expiresOn'}
      value={form[id]}
      onValue={value => set({ [id]: value })}
    />
  );
}

function WhereBlank({ form, set }: BlanksProps) {
  const say = useSay();
  return <TextBlank label={say('supply-form.where')} value={form.where} onValue={where => set({ where })} />;
}

function HomeBlank({ form, set, isNew }: BlanksProps & { isNew: boolean }) {
  const say = useSay();
  const homes = Object.values(useFacts().home);
  return (
    <ChoiceBlank
      label={say('supply-form.home')}
      value={form.home}
      onValue={home => set({ home })}
      choices={[
        { value: GROUP, label: say('supply-form.group') },
        ...(isNew && homes.length > 1 ? [{ value: EACH, label: say('supply-form.each-home') }] : []),
        ...homes.map(h => ({ value: h.id, label: h.name })),
      ]}
    />
  );
}
