import { Popover } from 'radix-ui';
import { list } from '../texts/lists.ts';
import { useSay } from '../texts/texts.ts';
import type { Choice } from './Blank.tsx';

interface Props<T extends string> {
  readonly label: string;
  readonly values: readonly T[];
  readonly choices: readonly Choice<T>[];
  readonly onValues: (values: readonly T[]) => void;
  readonly placeholder?: string;
  /** What stands for them in the sentence, where their names would be too long. */
  readonly said?: string;
}

/** A blank that takes several words: a list with ticks opens in place. */
export function ManyBlank<T extends string>({
  label,
  values,
  choices,
  onValues,
  placeholder,
  said: short,
}: Props<T>) {
  const say = useSay();
  const chosen = choices.filter(choice => values.includes(choice.value));
  const names = chosen.length > 0 ? list(chosen.map(c => c.label)) : (placeholder ?? say('blank.choose'));
  const said = short ?? names;
  const turn = (value: T) =>
    onValues(values.includes(value) ? values.filter(v => v !== value) : [...values, value]);
  return (
    <Popover.Root>
      <Popover.Trigger className="blank text-left" aria-label={`${label}: ${said}`}>
        {said}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={2}
          align="start"
          aria-label={label}
          className="z-50 max-h-[min(420px,var(--radix-popover-content-available-height))] max-w-[min(420px,92vw)] overflow-auto border-[1.5px] border-slate bg-paper p-2 text-base text-slate"
        >
          {choices.map(choice => (
            <label key={choice.value} className="flex min-h-9 cursor-pointer items-center gap-2 px-1">
              <input
                type="checkbox"
                checked={values.includes(choice.value)}
                onChange={() => turn(choice.value)}
                className="h-[18px] w-[18px] accent-slate"
              />
              <span>
                {choice.label}
                {choice.note && <span className="block text-small text-ash">{choice.note}</span>}
              </span>
            </label>
          ))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
