import { Check } from 'lucide-react';
import { Select } from 'radix-ui';
import {
  createContext,
  type ReactNode,
  useContext,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
} from 'react';
import { dimensionOf } from '#core/base/units/dimension.ts';
import { parseQuantity, type Warmth, warmthC } from '#core/base/units/quantity.ts';
import { unitWords } from '#core/base/units/words.ts';
import { useReader } from '../session/state.ts';
import { decimalMark } from '../texts/decimal.ts';
import * as format from '../texts/format.ts';
import { type TextId, useSay } from '../texts/texts.ts';
import { useFaultReport } from './FaultGate.tsx';
import { faultOf, type QuantityProps } from './quantityFault.ts';

type Faults = ReadonlyMap<string, string>;
const FaultsContext = createContext<(id: string, fault: string | undefined) => void>(() => undefined);

/** Water that stands somewhere is between brine's ice and this (°C); hotter is a pot. */
const MOST_WATER_C = 60;
const LEAST_WATER_C = -2;

/**
 * Inputs that read as a sentence. What is wrong with a blank is said under the sentence,
 * beside its name, as soon as it is known; what was typed stays.
 */
export function Sentence({ children }: { children: ReactNode }) {
  const [faults, setFaults] = useState<Faults>(new Map());
  const report = useRef((id: string, fault: string | undefined) =>
    setFaults(before => {
      if (before.get(id) === fault) return before;
      const after = new Map(before);
      if (fault) after.set(id, fault);
      else after.delete(id);
      return after;
    }),
  );
  return (
    <FaultsContext.Provider value={report.current}>
      <div className="text-large leading-[38px]">{children}</div>
      {[...faults].map(([id, fault]) => (
        <p key={id} id={`${id}-fault`} role="alert" className="text-base text-iron">
          {fault}
        </p>
      ))}
    </FaultsContext.Provider>
  );
}

/** Says under the sentence what is wrong with a blank, and holds back the act that it belongs to. */
function useFault(id: string, fault: string | undefined): void {
  const show = useContext(FaultsContext);
  const holdBack = useFaultReport();
  useEffect(() => {
    show(id, fault);
    holdBack(id, fault);
    return () => {
      show(id, undefined);
      holdBack(id, undefined);
    };
  }, [show, holdBack, id, fault]);
}

const faultProps = (id: string, fault: string | undefined) =>
  fault ? { 'aria-invalid': true, 'aria-describedby': `${id}-fault` } : {};

function useQuantityText({ dimension, value }: Pick<QuantityProps, 'dimension' | 'value'>): string {
  const { units } = useReader();
  return value === undefined ? '' : format.blank(value, dimension, units, decimalMark);
}

/** A number with its unit, typed as people type it: "5 gal", "⅛ tsp", "1,5". */
export function QuantityBlank(props: QuantityProps) {
  const { label, dimension, value, onValue, placeholder, autoFocus, onLeave = false, powderKgL } = props;
  const id = useId();
  const { units } = useReader();
  const say = useSay();
  const written = useQuantityText({ dimension, value });
  const [typed, setTyped] = useState<string | null>(null);
  const box = useRef<HTMLInputElement>(null);
  // once, when it comes: a hand that has gone on to the next blank is not called back
  useEffect(() => {
    if (autoFocus) box.current?.focus();
  }, [autoFocus]);
  const typing = useMemo(() => ({ units, powderKgL, decimal: decimalMark }), [units, powderKgL]);
  const parsed = useMemo(
    () => (typed === null ? undefined : parseQuantity(typed, dimension, typing)),
    [typed, dimension, typing],
  );
  const write = (v: number) => format.blank(v, dimension, units, decimalMark);
  const fault = faultOf(parsed, props, write);
  useFault(id, fault && say('label.of', { what: label, of: say(fault) }));
  const tell = (text: string) => {
    const next = parseQuantity(text, dimension, typing);
    // what is wrong beside other blanks is said; the value is known all the same, or it could never be put right
    onValue(next.ok && !faultOf(next, { ...props, fault: undefined }, write) ? next.value : undefined);
  };
  return (
    <input
      id={id}
      className="blank"
      aria-label={label}
      inputMode={unitWords(dimensionOf(dimension).measure).length === 0 ? 'decimal' : 'text'}
      autoComplete="off"
      ref={box}
      placeholder={placeholder ?? say('blank.empty')}
      value={typed ?? written}
      onFocus={e => e.currentTarget.select()}
      onChange={e => {
        const text = e.currentTarget.value;
        setTyped(text);
        if (!onLeave) tell(text);
      }}
      onKeyDown={e => {
        if (e.key === 'Enter') e.currentTarget.blur();
      }}
      onBlur={() => {
        if (onLeave && typed !== null) tell(typed);
        // a value understood is written out with its unit; what was not understood stays as typed,
        // and so does a dose in the unit of the tool in hand
        if (parsed?.ok && !fault && (parsed.isBare || dimension !== 'doseMl')) setTyped(null);
        if (typed?.trim() === '') setTyped(null);
      }}
      {...faultProps(id, fault?.id)}
    />
  );
}

interface TextProps {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly placeholder?: string;
  readonly fault?: TextId | undefined;
  /** Words offered while typing. */
  readonly offers?: readonly string[];
  readonly type?: 'text' | 'date' | 'month' | 'time';
  readonly max?: string;
  /** Whether the hand is in the blank. */
  readonly onTyping?: (isTyping: boolean) => void;
  /** Whether what stands there is no whole date. */
  readonly onUnread?: (isUnread: boolean) => void;
}

const warmths = Object.keys(warmthC) as Warmth[];

/** The temperature of water: read off, or in words where there is no thermometer; unanswered it counts as cold. */
export function WarmthBlank({ label, value, onValue }: Pick<QuantityProps, 'label' | 'value' | 'onValue'>) {
  const say = useSay();
  const word = warmths.find(w => warmthC[w] === value);
  return (
    <>
      <QuantityBlank
        label={label}
        dimension="waterC"
        value={value}
        onValue={onValue}
        least={LEAST_WATER_C}
        most={MOST_WATER_C}
        placeholder={say('bench.unknown-temperature')}
      />{' '}
      (
      <ChoiceBlank<Warmth>
        label={say('warmth.label')}
        value={word}
        placeholder={say('warmth.in-words')}
        onValue={w => onValue(warmthC[w])}
        choices={warmths.map(w => ({ value: w, label: say(`warmth.${w}`), note: say(`warmth.${w}.note`) }))}
      />
      )
    </>
  );
}

/** A word or a date. */
export function TextBlank({
  label,
  value,
  onValue,
  placeholder,
  fault,
  offers,
  type = 'text',
  max,
  onTyping,
  onUnread,
}: TextProps) {
  const id = useId();
  const say = useSay();
  useFault(id, fault && say('label.of', { what: label, of: say(fault) }));
  return (
    <>
      <input
        id={id}
        className="blank"
        type={type}
        aria-label={label}
        autoComplete="off"
        value={value}
        max={max}
        placeholder={placeholder}
        list={offers ? `${id}-offers` : undefined}
        onFocus={() => onTyping?.(true)}
        onBlur={e => {
          onTyping?.(false);
          // a day without its year comes as nothing at all: it is not dropped
          onUnread?.(e.currentTarget.validity.badInput);
        }}
        onChange={e => {
          onUnread?.(e.currentTarget.validity.badInput);
          onValue(e.currentTarget.value);
        }}
        {...faultProps(id, fault)}
      />
      {offers && (
        <datalist id={`${id}-offers`}>
          {offers.map(offer => (
            <option key={offer} value={offer} />
          ))}
        </datalist>
      )}
    </>
  );
}

export interface Choice<T extends string> {
  readonly value: T;
  readonly label: string;
  /** One line more, where the word alone is not enough. */
  readonly note?: string;
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T | undefined;
  readonly choices: readonly Choice<T>[];
  readonly onValue: (value: T) => void;
  readonly placeholder?: string;
}

/** A choice that opens in place. */
export function ChoiceBlank<T extends string>({
  label,
  value,
  choices,
  onValue,
  placeholder,
}: ChoiceProps<T>) {
  const say = useSay();
  // its choices are drawn when the hand comes near, and go with the list: forty places in a blank that nobody opens cost a
  // page its start
  const [isNear, setIsNear] = useState(false);
  const comeNear = () => setIsNear(true);
  return (
    <Select.Root
      value={value ?? ''}
      // the list closes first: what follows from the choice is drawn in a task of its own
      onValueChange={next => void setTimeout(() => onValue(next as T))}
      onOpenChange={setIsNear}
    >
      <Select.Trigger
        aria-label={label}
        className="blank text-left"
        onFocus={comeNear}
        onPointerEnter={comeNear}
      >
        <Select.Value placeholder={placeholder ?? say('blank.choose')}>
          {choices.find(choice => choice.value === value)?.label}
        </Select.Value>
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={2}
          className="z-50 max-h-[min(420px,var(--radix-select-content-available-height))] max-w-[min(420px,92vw)] overflow-auto border-[1.5px] border-slate bg-paper text-base text-slate"
        >
          <Select.Viewport className="p-1">
            {(isNear ? choices : []).map(choice => (
              <Select.Item
                key={choice.value}
                value={choice.value}
                className="flex cursor-pointer items-baseline gap-2 rounded-sm px-2 py-1.5 outline-none data-[highlighted]:bg-pool-2"
              >
                <span className="w-4 shrink-0">
                  <Select.ItemIndicator>
                    <Check size={14} aria-hidden="true" />
                  </Select.ItemIndicator>
                </span>
                <span>
                  <Select.ItemText>{choice.label}</Select.ItemText>
                  {choice.note && <span className="block text-small text-ash">{choice.note}</span>}
                </span>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
