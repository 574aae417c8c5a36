import { Slider as Radix } from 'radix-ui';

interface Props {
  readonly label: string;
  readonly value: number;
  readonly least: number;
  readonly most: number;
  readonly onValue: (value: number) => void;
  /** The value in words, for those who do not see the track. */
  readonly words: string;
}

/** A drawn rule with a slide on it, for what is felt rather than typed. */
export function Slider({ label, value, least, most, onValue, words }: Props) {
  const marks = most - least <= 12 ? Array.from({ length: most - least + 1 }, (_, i) => i) : [];
  return (
    <Radix.Root
      value={[value]}
      min={least}
      max={most}
      step={1}
      onValueChange={([next]) => next !== undefined && onValue(next)}
      className="relative flex h-11 w-[220px] max-w-full touch-none items-center"
    >
      <Radix.Track className="relative h-[6px] grow border border-slate bg-lime">
        <Radix.Range className="absolute h-full bg-slate" />
        {marks.map(i => (
          <span
            key={i}
            aria-hidden="true"
            className="absolute -bottom-2.5 h-1.5 w-px bg-slate"
            style={{ left: `${(i / (most - least)) * 100}%` }}
          />
        ))}
      </Radix.Track>
      <Radix.Thumb
        aria-label={label}
        aria-valuetext={words}
        className="block h-6 w-[14px] border-[1.5px] border-slate bg-paper"
      />
    </Radix.Root>
  );
}
