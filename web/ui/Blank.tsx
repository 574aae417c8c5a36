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
import type { Dimension, Parsed } from '#core/units/quantity.ts';
import { parseQuantity } from '#core/units/quantity.ts';
import { useReader } from '../app/hooks.ts';
import * as format from '../texts/format.ts';
import { useSay } from '../texts/texts.ts';

type Faults = ReadonlyMap<string, string>;
const FaultsContext = createContext<(id: string, fault: string | undefined) => void>(() => undefined);

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

/** Says under the sentence what is wrong with a blank. */
function useFault(id: string, fault: string | undefined): void {
  const report = useContext(FaultsContext);
  useEffect(() => {
    report(id, fault);
    return () => report(id, undefined);
  }, [report, id, fault]);
}

const faultProps = (id: string, fault: string | undefined) =>
  fault ? { 'aria-invalid': true, 'aria-describedby': `${id}-fault` } : {};

interface QuantityProps {
  readonly label: string;
  readonly dimension: Dimension;
  readonly value: number | undefined;
  readonly onValue: (value: number | undefined) => void;
  readonly least?: number;
  readonly most?: number;
  readonly placeholder?: string;
  /** What else is wrong with the value, in words. */
  readonly fault?: string | undefined;
  readonly wholeNumbers?: boolean;
  readonly autoFocus?: boolean;
  /** The value counts when the field is left or Enter is pressed, not with each key: for blanks that record. */
  readonly onLeave?: boolean;
  /** What a litre of a powder weighs: spoons of it become grams. */
  readonly powderKgL?: number;
}

function useQuantityText({ dimension, value }: Pick<QuantityProps, 'dimension' | 'value'>): string {
  const { units } = useReader();
  if (value === undefined) return '';
  switch (dimension) {
    case 'volumeL':
      return format.blankVolume(value, units);
    case 'doseMl':
      return `${format.number(value)} mL`;
    case 'temperatureC':
      return format.blankTemperature(value, units);
    case 'massG':
      return `${format.number(value)} g`;
    default:
      return String(Math.round(value * 1e6) / 1e6);
  }
}

/** A number with its unit, typed as people type it: "5 gal", "⅛ tsp", "1,5". */
export function QuantityBlank(props: QuantityProps) {
  const { label, dimension, value, onValue, placeholder, autoFocus, onLeave = false, powderKgL } = props;
  const id = useId();
  const { units } = useReader();
  const say = useSay();
  const written = useQuantityText({ dimension, value });
  const [typed, setTyped] = useState<string | null>(null);
  const bare =
    dimension === 'volumeL'
      ? format.bareVolume[units]
      : dimension === 'temperatureC'
        ? format.bareTemperature[units]
        : dimension === 'doseMl'
          ? 'ml'
          : dimension === 'massG'
            ? 'g'
            : undefined;
  const parsed = useMemo(
    () => (typed === null ? undefined : parseQuantity(typed, dimension, units, bare, powderKgL)),
    [typed, dimension, units, bare, powderKgL],
  );
  const fault = faultOf(parsed, props);
  useFault(id, fault && `${label}: ${say(fault.id, fault.params)}`);
  const tell = (text: string) => {
    const next = parseQuantity(text, dimension, units, bare, powderKgL);
    onValue(next.ok && !faultOf(next, props) ? next.value : undefined);
  };
  return (
    <input
      id={id}
      className="blank"
      aria-label={label}
      inputMode={dimension === 'number' ? 'decimal' : 'text'}
      autoComplete="off"
      ref={autoFocus ? el => el?.focus() : undefined}
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
        // a value understood is written out with its unit; what was not understood stays as typed
        if (parsed?.ok && !fault) setTyped(null);
        if (typed?.trim() === '') setTyped(null);
      }}
      {...faultProps(id, fault?.id)}
    />
  );
}

function faultOf(
  parsed: Parsed | undefined,
  props: QuantityProps,
): { id: string; params?: Record<string, string | number> } | undefined {
  if (props.fault) return { id: props.fault };
  if (!parsed) return undefined;
  if (!parsed.ok) {
    if (parsed.why === 'empty') return undefined;
    return { id: `blank.${parsed.why}`, params: { typed: parsed.text } };
  }
  const { value } = parsed;
  if (props.wholeNumbers && !Number.isInteger(value)) return { id: 'blank.whole' };
  if (props.least !== undefined && value < props.least)
    return { id: 'blank.too-small', params: { least: props.least } };
  if (props.most !== undefined && value > props.most)
    return { id: 'blank.too-large', params: { most: props.most } };
  return undefined;
}

interface TextProps {
  readonly label: string;
  readonly value: string;
  readonly onValue: (value: string) => void;
  readonly placeholder?: string;
  readonly fault?: string | undefined;
  /** Words offered while typing. */
  readonly offers?: readonly string[];
  readonly type?: 'text' | 'date' | 'month';
  readonly max?: string;
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
}: TextProps) {
  const id = useId();
  const say = useSay();
  useFault(id, fault && `${label}: ${say(fault)}`);
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
        onChange={e => onValue(e.currentTarget.value)}
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
  return (
    <Select.Root {...(value === undefined ? {} : { value })} onValueChange={next => onValue(next as T)}>
      <Select.Trigger aria-label={label} className="blank text-left">
        <Select.Value placeholder={placeholder ?? say('blank.choose')} />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          sideOffset={2}
          className="z-50 max-h-[min(420px,var(--radix-select-content-available-height))] max-w-[min(420px,92vw)] overflow-auto border-[1.5px] border-slate bg-paper text-base text-slate"
        >
          <Select.Viewport className="p-1">
            {choices.map(choice => (
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
