import { type Message, message } from '#core/base/judgement.ts';
import type { Dimension } from '#core/base/units/dimension.ts';
import type { Parsed, Unread } from '#core/base/units/quantity.ts';

export interface QuantityProps {
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

/** Figures without a unit from here on are as likely °F as °C: warm water is the dangerous reading, so it is asked. */
const ASKED_FROM_C = 33;

/** What is wrong with a quantity as it is typed: not understood, beyond its bounds, or two things. */
export function faultOf(
  parsed: Parsed | undefined,
  props: QuantityProps,
  write: (value: number) => string,
): Message | undefined {
  if (props.fault) return message(props.fault);
  if (!parsed) return undefined;
  if (!parsed.ok) return unreadOf(parsed, props.dimension);
  const { value, isBare } = parsed;
  const { least, most, dimension } = props;
  if (props.wholeNumbers && !Number.isInteger(value)) return message('blank.whole');
  const isWater = dimension === 'waterC';
  if (isWater && isBare && value >= ASKED_FROM_C) return message('blank.which-degrees', { typed: value });
  if (least !== undefined && value < least) {
    if (isWater) return message('blank.ice');
    return message('blank.too-small', { least: write(least) });
  }
  if (most !== undefined && value > most) return message('blank.too-large', { most: write(most) });
  return undefined;
}

function unreadOf(unread: Unread, dimension: Dimension): Message | undefined {
  switch (unread.why) {
    case 'no-unit': {
      const id = dimension === 'concentrationUgL' ? 'blank.no-unit.concentrationUgL' : 'blank.no-unit';
      return message(id, { typed: unread.text });
    }
    case 'empty':
      return undefined;
    case 'two-ways': {
      const [one, other] = unread.readings;
      return message('blank.two-ways', { typed: unread.text, one: String(one), other: String(other) });
    }
    case 'unknown-unit':
      return unread.units.length === 0
        ? message('blank.only-number', { typed: unread.text })
        : message('blank.unknown-unit', { typed: unread.text, words: unread.units.join(', ') });
    default:
      return message(`blank.${unread.why}`, { typed: unread.text });
  }
}
