import { screen, within } from '@testing-library/react';
import type { UnitSystem } from '#core/base/units/system.ts';
import type { Page } from './opened.tsx';

/** What a hand does in a form: presses a button, writes into a blank, or, in brackets, chooses in its list. */
export type Step =
  | string
  | readonly [blank: string, text: string]
  /** A button that stands in the same row as a blank: there is one in each row. */
  | { readonly press: string; readonly beside: string }
  /** One of several that a blank takes. */
  | { readonly tick: string; readonly of: string };

/** A form as a hand fills it in, and what is recorded then: the kind of each entry, and of its data what matters here. */
export interface Filled {
  readonly of: string;
  readonly units?: UnitSystem;
  readonly steps: readonly Step[];
  readonly recorded: readonly (readonly [kind: string, data: object])[];
}

export async function take(page: Page, steps: readonly Step[]): Promise<void> {
  for (const step of steps) {
    if (typeof step === 'string') await page.press(step);
    else if ('tick' in step) await tick(page, step.of, step.tick);
    else if ('press' in step) await page.hand.click(besideOf(step.beside, step.press));
    else if (step[1].startsWith('[')) await page.choose(step[0], step[1].slice(1, -1));
    else await page.type(step[0], step[1]);
  }
}

function besideOf(blank: string, button: string): HTMLElement {
  const row = screen.getByLabelText(blank).closest('li')!;
  return within(row).getByRole('button', { name: button });
}

async function tick(page: Page, blank: string, choice: string): Promise<void> {
  await page.press(new RegExp(`^${blank}: `));
  await page.hand.click(screen.getByRole('checkbox', { name: choice }));
  await page.hand.keyboard('{Escape}');
}
