import { type Begins, beginnings, type DayForm, type HandRow, tripOf } from '#core/areas/daywork/form.ts';
import { handRow } from '#core/areas/daywork/fresh.ts';
import type { ToolRow } from '#core/areas/daywork/tools.ts';
import { look } from '#core/areas/sources/fields.ts';
import type { SafeForm } from '#core/areas/trains/safe.ts';
import { boundsOf } from '#core/base/bounds.ts';
import { addMinutes, type Instant } from '#core/base/day.ts';
import type { ToolKind } from '#core/planning/schedule/problem.ts';
import type { Means } from '#core/treatment/trains/step.ts';
import type { Train } from '#core/treatment/trains/train.ts';
import { MeansBlank } from '../../acts/MeansBlank.tsx';
import { OriginBlank } from '../../acts/WaterBlanks.tsx';
import { WaterChoice } from '../../acts/WaterChoice.tsx';
import { useFacts } from '../../session/state.ts';
import { useSay } from '../../texts/texts.ts';
import { ChoiceBlank, QuantityBlank, Sentence, TextBlank, WarmthBlank } from '../../ui/Blank.tsx';
import { Button } from '../../ui/Button.tsx';
import { ManyBlank } from '../../ui/ManyBlank.tsx';
import { Phrase } from '../../ui/Phrase.tsx';
import type { Looks } from './looks.ts';
import { trainId, trainWords } from './trains.ts';

interface Props {
  readonly form: DayForm;
  readonly onForm: (change: Partial<DayForm>) => void;
  readonly trains: readonly Train[];
  readonly chosen: readonly string[];
  readonly onChosen: (ids: readonly string[]) => void;
  readonly kinds: readonly ToolKind[];
  /** How far each way goes with these tools, at first sight. */
  readonly looks: Looks;
  readonly from: Instant;
  readonly atHand: readonly Means[];
}

/** What is wanted, from where, by which way, with which tools and hands: as sentences. */
export function DaySentence(props: Props) {
  return (
    <Sentence>
      <WaterPart {...props} />
      <ToolsPart {...props} />
      <HandsPart {...props} />
    </Sentence>
  );
}

function WaterPart({ form, onForm, trains, chosen, onChosen, looks, from, atHand }: Props) {
  const say = useSay();
  const facts = useFacts();
  const { safe } = form;
  const set = (change: Partial<SafeForm>) => {
    const source = change.source === undefined ? undefined : facts.source[change.source];
    onForm({
      safe: { ...safe, ...change },
      // another place is another walk
      ...(source ? { tripMin: tripOf(source, form.loadL ?? 1) } : {}),
      ...(change.container && change.volumeL ? { needL: change.volumeL } : {}),
    });
  };
  return (
    <p>
      <Phrase
        text="day.sentence.water"
        blanks={{
          need: (
            <QuantityBlank
              label={say('day.need')}
              dimension="volumeL"
              value={form.needL}
              onValue={needL => onForm({ needL, safe: { ...safe, volumeL: needL } })}
              least={0.5}
              most={20_000}
            />
          ),
          evening: (
            <TextBlank
              label={say('day.evening')}
              type="time"
              value={form.evening}
              onValue={evening => onForm({ evening })}
            />
          ),
          begins: (
            <ChoiceBlank<Begins>
              label={say('day.begins')}
              value={form.begins}
              onValue={begins => onForm({ begins })}
              choices={beginnings.map(value => ({ value, label: say(`day.begins.${value}`) }))}
            />
          ),
          from: <WaterChoice form={safe} onForm={set} />,
          origin:
            safe.source || safe.container ? null : (
              <OriginBlank
                water={safe.water}
                origin={safe.origin}
                onOrigin={origin => set({ origin })}
                isAfter
              />
            ),
          means: <MeansBlank form={safe} atHand={atHand} onForm={set} />,
          turbidity: (
            <QuantityBlank
              label={say('safe.turbidityNtu')}
              dimension="turbidityNtu"
              value={safe.turbidityNtu}
              onValue={turbidityNtu => set({ turbidityNtu })}
              {...boundsOf(look, 'turbidityNtu')}
            />
          ),
          temperature: (
            <WarmthBlank
              label={say('safe.temperatureC')}
              value={safe.temperatureC}
              onValue={temperatureC => set({ temperatureC })}
            />
          ),
          way: <WayBlank {...{ trains, chosen, onChosen, looks, from }} />,
        }}
      />
    </p>
  );
}

function ToolsPart({ form, onForm, kinds }: Props) {
  const say = useSay();
  const rows = kinds.map(kind => form.tools.find(t => t.kind === kind)).filter(row => row !== undefined);
  const set = (row: ToolRow, change: Partial<ToolRow>) =>
    onForm({ tools: form.tools.map(t => (t === row ? { ...row, ...change } : t)) });
  return (
    <p>
      <Phrase
        text="day.sentence.tools"
        blanks={{
          tools: rows.map(row => (
            <span key={row.kind} className="mr-3 inline-block">
              <Phrase
                text={`day.tools.${row.kind}`}
                blanks={{
                  count: (
                    <QuantityBlank
                      label={say('label.of', { what: say(`day.kind.${row.kind}`), of: say('day.count') })}
                      dimension="number"
                      value={row.count}
                      onValue={count => set(row, { count })}
                      least={0}
                      most={30}
                      wholeNumbers
                    />
                  ),
                  litres: (
                    <QuantityBlank
                      label={say('label.of', { what: say(`day.kind.${row.kind}`), of: say('day.holds') })}
                      dimension="volumeL"
                      value={row.litres}
                      onValue={litres => set(row, { litres })}
                      least={0.2}
                      most={5000}
                    />
                  ),
                }}
              />
            </span>
          )),
          waiting: (
            <QuantityBlank
              label={say('day.waiting')}
              dimension="volumeL"
              value={form.waitingL}
              onValue={waitingL => onForm({ waitingL })}
              least={1}
              most={20_000}
            />
          ),
        }}
      />
    </p>
  );
}

/** More hands than this plan by a list of their own. */
const MOST_HANDS = 12;

function HandsPart({ form, onForm }: Props) {
  const say = useSay();
  const { hands } = form;
  const set = (i: number, change: Partial<HandRow>) =>
    onForm({ hands: hands.map((hand, n) => (n === i ? { ...hand, ...change } : hand)) });
  return (
    <>
      {!form.safe.container && (
        <p>
          <FetchBlanks form={form} onForm={onForm} />
        </p>
      )}
      <ul className="m-0 grid list-none gap-x-6 p-0 text-base wide:grid-cols-2" aria-label={say('day.hands')}>
        {hands.map((hand, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a hand is its place in the list while its name is typed
          <li key={i}>
            <HandBlanks number={i + 1} hand={hand} onHand={change => set(i, change)} />
            {hands.length > 1 && (
              <Button
                look="quiet"
                className="text-small"
                aria-label={say('label.of', { what: hand.name, of: say('day.hand-off') })}
                onClick={() => onForm({ hands: hands.filter((_, n) => n !== i) })}
              >
                {say('day.hand-off')}
              </Button>
            )}
          </li>
        ))}
        {hands.length < MOST_HANDS && (
          <li>
            <Button
              look="quiet"
              className="text-small"
              onClick={() =>
                onForm({ hands: [...hands, handRow(say('day.hand', { number: hands.length + 1 }))] })
              }
            >
              {say('day.hand-add')}
            </Button>
          </li>
        )}
      </ul>
    </>
  );
}

interface HandProps {
  readonly number: number;
  readonly hand: HandRow;
  readonly onHand: (change: Partial<HandRow>) => void;
}

/** Who helps, from when until when. */
function HandBlanks({ number, hand, onHand }: HandProps) {
  const say = useSay();
  return (
    <Phrase
      text="day.sentence.hand"
      blanks={{
        name: (
          <TextBlank
            label={say('day.hand', { number })}
            value={hand.name}
            onValue={name => onHand({ name })}
          />
        ),
        from: (
          <TextBlank
            label={say('label.of', { what: hand.name, of: say('day.up-from') })}
            type="time"
            value={hand.from}
            onValue={from => from && onHand({ from })}
          />
        ),
        until: (
          <TextBlank
            label={say('label.of', { what: hand.name, of: say('day.up-until') })}
            type="time"
            value={hand.until}
            onValue={until => until && onHand({ until })}
          />
        ),
      }}
    />
  );
}

/** How much is carried at once, and how long a walk takes. */
function FetchBlanks({ form, onForm }: Pick<Props, 'form' | 'onForm'>) {
  const say = useSay();
  return (
    <Phrase
      text="day.sentence.fetch"
      blanks={{
        load: (
          <QuantityBlank
            label={say('haul.load')}
            dimension="volumeL"
            value={form.loadL}
            onValue={loadL => onForm({ loadL })}
            least={0.5}
            most={2000}
          />
        ),
        trip: (
          <QuantityBlank
            label={say('day.trip')}
            dimension="timeMin"
            value={form.tripMin}
            onValue={tripMin => onForm({ tripMin })}
            least={1}
            most={600}
          />
        ),
      }}
    />
  );
}

/** The ways that answer the water, with how far each goes by the evening. */
function WayBlank({
  trains,
  chosen,
  onChosen,
  looks,
  from,
}: Pick<Props, 'trains' | 'chosen' | 'onChosen' | 'looks' | 'from'>) {
  const say = useSay();
  const lookWords = (id: string) => {
    const look = looks.get(id);
    if (!look) return say('day.look.no-tools');
    if (look.endMin === undefined) return say('day.look.part', { litres: look.byEveningL });
    return say('day.look', { at: addMinutes(from, look.endMin) });
  };
  return (
    <ManyBlank<string>
      label={say('day.way')}
      values={chosen}
      onValues={onChosen}
      choices={trains.map(train => ({
        value: trainId(train),
        label: trainWords(train, say),
        note: say('day.way.note', {
          tier: `safe.tier.${train.tier}`,
          look: lookWords(trainId(train)),
        }),
      }))}
    />
  );
}
