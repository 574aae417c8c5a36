import type { ButtonHTMLAttributes } from 'react';

const looks = {
  /** The one thing to do next. */
  primary: 'bg-pool text-on-pool border-pool font-bold',
  dark: 'bg-slate text-chalk border-slate font-bold',
  plain: 'bg-paper text-slate border-slate font-semibold',
  /** A way aside, in the run of the text. */
  quiet: 'border-transparent underline underline-offset-3 decoration-rule hover:decoration-slate px-1',
  stop: 'bg-paper text-iron border-iron font-semibold',
} as const;

type Props = ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof looks };

/** A button; 44 px high unless it is quiet. */
export function Button({ look = 'plain', className = '', ...rest }: Props) {
  const size = look === 'quiet' ? 'min-h-7' : 'min-h-11 px-4';
  return (
    <button
      type="button"
      className={`inline-flex items-center justify-center gap-2 rounded-md border-[1.5px] ${size} ${looks[look]} disabled:opacity-50 ${className}`}
      {...rest}
    />
  );
}
