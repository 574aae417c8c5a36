import { testReading } from '#core/areas/readings/fields.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { MOST_DILUTIONS, MOST_TUBES, RARE } from '#core/water/quality/mpn.ts';
import { useSay } from '../texts/texts.ts';
import { QuantityBlank } from '../ui/Blank.tsx';
import { Button } from '../ui/Button.tsx';
import { Phrase } from '../ui/Phrase.tsx';
import { type DilutionBlanks, mpnOfBlanks, printed } from './readingBlanks.ts';

interface Props {
  readonly rack: readonly DilutionBlanks[];
  readonly onRack: (rack: readonly DilutionBlanks[]) => void;
}

/** Tubes by dilution, and the most probable number that they give, with its interval and how likely such a pattern is. */
export function RackBlanks({ rack, onRack }: Props) {
  const say = useSay();
  const mpn = mpnOfBlanks(rack);
  const put = (at: number, more: Partial<DilutionBlanks>) =>
    onRack(rack.map((d, i) => (i === at ? { ...d, ...more } : d)));
  return (
    <>
      <span className="block" />
      {rack.map((dilution, i) => (
        // a dilution is known by its place in the rack
        // biome-ignore lint/suspicious/noArrayIndexKey: the rack has no other name for it
        <span key={i} className="block">
          <DilutionLine place={i + 1} dilution={dilution} onChange={more => put(i, more)} />
        </span>
      ))}
      <span className="block text-base">
        {rack.length < MOST_DILUTIONS && (
          <Button
            look="quiet"
            onClick={() =>
              onRack([...rack, { volumeMl: undefined, tubes: rack.at(-1)?.tubes, positive: undefined }])
            }
          >
            {say('rack.more')}
          </Button>
        )}
        {rack.length > 1 && (
          <Button look="quiet" onClick={() => onRack(rack.slice(0, -1))}>
            {say('rack.fewer')}
          </Button>
        )}
      </span>
      {mpn && (
        <span className="block text-base leading-6" data-testid="mpn">
          <strong className="text-large">
            {say(mpn.beyond ? `rack.mpn.${mpn.beyond}` : 'rack.mpn', { per100Ml: printed(mpn.per100Ml) })}
          </strong>{' '}
          {say(Number.isFinite(mpn.range.most) ? 'rack.interval' : 'rack.interval.open', {
            least: printed(mpn.range.least),
            most: printed(mpn.range.most),
          })}
          {mpn.rarity < RARE && <strong className="block text-clay">{say('rack.rare')}</strong>}
          <span className="block text-small text-ash">{say('rack.source')}</span>
        </span>
      )}
    </>
  );
}

interface LineProps {
  readonly place: number;
  readonly dilution: DilutionBlanks;
  readonly onChange: (more: Partial<DilutionBlanks>) => void;
}

/** One dilution: how many of its tubes are positive, and how much water is in each. */
function DilutionLine({ place, dilution, onChange }: LineProps) {
  const say = useSay();
  return (
    <Phrase
      text="rack.line"
      blanks={{
        positive: (
          <QuantityBlank
            label={say('rack.positive', { place })}
            dimension="number"
            wholeNumbers
            value={dilution.positive}
            onValue={positive => onChange({ positive })}
            least={0}
            most={dilution.tubes ?? MOST_TUBES}
          />
        ),
        tubes: (
          <QuantityBlank
            label={say('rack.tubes', { place })}
            dimension="number"
            wholeNumbers
            value={dilution.tubes}
            onValue={tubes => onChange({ tubes })}
            least={1}
            most={MOST_TUBES}
          />
        ),
        volume: (
          <QuantityBlank
            label={say('rack.volume', { place })}
            dimension="number"
            value={dilution.volumeMl}
            onValue={volumeMl => onChange({ volumeMl })}
            {...boundsOf(testReading, 'rack.volumeMl')}
          />
        ),
      }}
    />
  );
}
