import { supply, supply as supplyFields } from '#core/areas/supplies/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { noCredit, targets } from '#core/treatment/credit/credit.ts';
import { type DeviceKind, deviceKinds, type FilterDevice } from '#core/treatment/filters/device.ts';
import { blankOf, certifiedFor } from '#core/treatment/methods/certificate.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank } from '../../ui/Blank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';

interface Props {
  readonly device: FilterDevice | undefined;
  readonly onDevice: (device: FilterDevice) => void;
}

/** A pore that nobody read: a microfilter's, until somebody says another (µm). */
const START_PORE_UM = 0.1;

const started = (kind: DeviceKind): FilterDevice => ({
  kind,
  ...(kind === 'by-pore' ? { poreUm: START_PORE_UM, rating: 'nominal' } : {}),
  ...(kind === 'certified' ? { certified: noCredit } : {}),
});

/** What a filter is: its kind, and its pores or the figures of its certificate. */
export function DeviceBlanks({ device, onDevice }: Props) {
  const say = useSay();
  const word = (id: string) => say(`method.filter.${id}`);
  return (
    <Phrase
      text="device.sentence"
      blanks={{
        kind: (
          <ChoiceBlank<DeviceKind>
            label={word('device')}
            value={device?.kind}
            placeholder={say('bench.unknown')}
            onValue={kind => onDevice(started(kind))}
            choices={deviceKinds.map(kind => ({ value: kind, label: word(`device.${kind}`) }))}
          />
        ),
        pores: device?.kind === 'by-pore' && <PoreBlanks device={device} onDevice={onDevice} />,
        certificate: device?.kind === 'certified' && (
          <Phrase
            text="device.sentence.certificate"
            blanks={Object.fromEntries([
              ...certifiedFor.map(id => [
                blankOf[id],
                <QuantityBlank
                  key={id}
                  label={word(blankOf[id])}
                  dimension="percent"
                  value={device.removes?.[id] === undefined ? undefined : device.removes[id] * 100}
                  onValue={percent =>
                    onDevice({ ...device, removes: { ...device.removes, [id]: (percent ?? 0) / 100 } })
                  }
                  least={0}
                  most={99.9}
                />,
              ]),
              ...targets.map(target => [
                target,
                <QuantityBlank
                  key={target}
                  label={word(target)}
                  dimension="removalLog"
                  value={device.certified?.[target]}
                  onValue={log =>
                    onDevice({
                      ...device,
                      certified: { ...noCredit, ...device.certified, [target]: log ?? 0 },
                    })
                  }
                  {...boundsOf(supply, `device.certified.${target}`)}
                />,
              ]),
            ])}
          />
        ),
      }}
    />
  );
}

/** How fine its pores are, and how surely. */
function PoreBlanks({
  device,
  onDevice,
}: Required<Pick<Props, 'onDevice'>> & { device: NonNullable<Props['device']> }) {
  const say = useSay();
  const word = (id: string) => say(`method.filter.${id}`);
  return (
    <Phrase
      text="device.sentence.pores"
      blanks={{
        size: (
          <QuantityBlank
            label={word('poreUm')}
            dimension="lengthUm"
            value={device.poreUm}
            onValue={poreUm => poreUm !== undefined && onDevice({ ...device, poreUm })}
            {...boundsOf(supplyFields, 'device.poreUm')}
          />
        ),
        rating: (
          <ChoiceBlank<'absolute' | 'nominal'>
            label={word('rating')}
            value={device.rating ?? 'nominal'}
            onValue={rating => onDevice({ ...device, rating })}
            choices={(['absolute', 'nominal'] as const).map(value => ({
              value,
              label: word(`rating.${value}`),
            }))}
          />
        ),
      }}
    />
  );
}
