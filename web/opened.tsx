import { act, cleanup, configure, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ReactElement } from 'react';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { afterAll } from 'vitest';
import type { Posted } from '#contract/log.ts';
import { type Entry, fold, foldOnto, subjectFactsOf } from '#core/areas/entries.ts';
import type { UnitSystem } from '#core/base/units/system.ts';
import { subjectsOf } from '#core/log/entry.ts';
import { routes } from './app/router.tsx';
import { Application } from './app/start.tsx';
import { personChanged } from './person/person.ts';
import type { Api } from './session/api.ts';
import { createClock } from './session/clock.ts';
import { createSession } from './session/session.ts';
import { memoryTabs } from './session/storage.ts';

// The application in a document without a browser, for tests: its pages and forms with a hand that types and presses, and a server
// that lives in memory. What needs a layout (scrolling, dragging, drawing) is tried in a browser (`e2e/`).

configure({
  asyncUtilTimeout: 60_000,
  // a page is told by its words: its elements are thousands
  getElementError: what => new Error(`${what?.split('\n')[0]} in: ${textOf(document.body)}`),
});

/** Longer than anything that a page has put off till later (ms). */
const DRAINED_MS = 100;

// the last page of a file is taken down, and what it had put off is over, before its document is gone
afterAll(async () => {
  cleanup();
  await new Promise(resolve => setTimeout(resolve, DRAINED_MS));
});

/** A server of one folder: it takes whatever is recorded, and keeps what it was sent. */
function inMemory(entries: readonly Entry[], now: string): { api: Api; sent: Entry[] } {
  let facts = fold([...entries]);
  let seq = entries.length;
  const sent: Entry[] = [];
  const head = { folder: 'A', epoch: 'first', now };
  const changedBy = (of: readonly Entry[]) =>
    [...new Set(of.flatMap(subjectsOf))].map(s => [s, subjectFactsOf(facts, s) ?? null] as const);
  const api: Api = {
    snapshot: async () => ({
      head: { seq, demo: false, ...head },
      rows: changedBy(entries).flatMap(([s, f]) => (f ? [[s, f] as const] : [])),
    }),
    changes: async () => ({ seq, ids: [], changed: [], ...head }),
    post: async fresh => {
      sent.push(...fresh);
      facts = foldOnto(facts, [...fresh]);
      seq += fresh.length;
      const posted: Posted = { seq, accepted: fresh.map(e => e.id), repeated: [], changed: changedBy(fresh) };
      return posted;
    },
    ahead: async () => ({ now, machine: now, entries: [] }),
    copies: async () => null,
    history: async () => ({ lines: [], count: 0 }),
    list: async () => ({ entries: [] }),
  };
  return { api, sent };
}

/** A worker that is never heard of: what is worked out beside the page is tried in a browser. */
class SilentWorker extends EventTarget {
  postMessage(): void {}
  terminate(): void {}
}

/** What a document without layout has not, and the parts that are drawn with it ask for. */
function standIns(): void {
  const element = Element.prototype as unknown as Record<string, unknown>;
  element.hasPointerCapture = () => false;
  element.releasePointerCapture = () => undefined;
  element.scrollIntoView = () => undefined;
  // charts draw into nothing; what they show stands in their tables too
  HTMLCanvasElement.prototype.getContext = function getContext(this: HTMLCanvasElement) {
    return new Proxy({}, { get: (_, name) => (name === 'canvas' ? this : () => ({ width: 0 })) });
  } as never;
  // what a page asks for beside its session, goes unanswered
  globalThis.fetch = () => Promise.reject(new TypeError('no server'));
  globalThis.Worker = SilentWorker as unknown as typeof Worker;
  globalThis.requestIdleCallback ??= (work => setTimeout(work, 0)) as typeof requestIdleCallback;
}

interface Opening {
  readonly entries: readonly Entry[];
  /** The moment that it is, for the page and its server. */
  readonly now: string;
  /** The address, with its first stroke; or a part of a page that is drawn by itself. */
  readonly at: string | ReactElement;
  readonly units?: UnitSystem;
}

export type Page = Awaited<ReturnType<typeof opened>>;

/** Opens a page; what a hand can do with it, and what is recorded by it. */
export async function opened({ entries, now, at, units = 'metric' }: Opening) {
  standIns();
  cleanup();
  sessionStorage.clear();
  const { api, sent } = inMemory(entries, now);
  const session = createSession({
    api,
    clock: createClock(() => Date.parse(now)),
    storage: memoryTabs()(),
    openConnection: ({ onOpen }) => {
      onOpen();
      return () => undefined;
    },
  });
  session.store.dispatch(personChanged({ units, name: 'Rosalind' }));
  const hand = userEvent.setup({ pointerEventsCheck: 0, delay: null });
  const router =
    typeof at === 'string'
      ? createMemoryRouter(routes, { initialEntries: [at] })
      : createMemoryRouter([{ path: '*', element: <main>{at}</main> }]);
  render(
    <Application session={session}>
      <RouterProvider router={router} useTransitions={false} />
    </Application>,
  );
  await act(() => session.connect());
  const main = await screen.findByRole('main');
  const page = {
    session,
    sent,
    main,
    hand,
    router,
    /** What stands on the page, its blanks with what is written in them. */
    text: () => textOf(main),
    /** Presses a button by what it says, in the dialog that is open or on the page. */
    press: async (name: string | RegExp) => {
      await hand.click(await waitFor(() => called(top(), 'button', name)));
    },
    /** Writes into a blank by its name, as keys do, and leaves it. */
    type: async (label: string | RegExp, text: string) => {
      const blank = await waitFor(() => firstOf(within(top()).getAllByLabelText(label)));
      await hand.clear(blank);
      if (text) await hand.type(blank, text);
      await hand.tab();
    },
    /** Chooses in a list of choices, by what they say. */
    choose: async (label: string | RegExp, choice: string | RegExp) => {
      const list = await waitFor(() => firstOf(within(top()).getAllByLabelText(label)));
      await hand.click(list);
      await hand.click(await waitFor(() => called(document, '[role=option]', choice)));
    },
    /** What was recorded since the last time this was asked, once something was. */
    recorded: async (): Promise<Entry[]> => {
      await waitFor(() => {
        if (sent.length === 0) throw new Error(`nothing was recorded: ${textOf(document.body)}`);
      });
      return sent.splice(0);
    },
  };
  return page;
}

const firstOf = <T,>(list: readonly T[]): T => list[0]!;

/** What an element is called: by its label, by the element that labels it, or by its words. */
function nameOf(element: Element): string {
  const by = document.getElementById(element.getAttribute('aria-labelledby') ?? '');
  const words = element.getAttribute('aria-label') ?? by?.textContent ?? element.textContent ?? '';
  return words.trim().replace(/\s+/g, ' ');
}

/** The first element of a kind that is called so; a page has hundreds of buttons, and their roles are dear to work out. */
function called(within: ParentNode, kind: string, name: string | RegExp): Element {
  const is = (text: string) => (typeof name === 'string' ? text === name : name.test(text));
  const found = [...within.querySelectorAll(kind)].find(one => is(nameOf(one)));
  if (!found) throw new Error(`nothing is called ${name} in: ${textOf(document.body)}`);
  return found;
}

/** The dialog that was opened last, or the page. */
function top(): HTMLElement {
  return screen.queryAllByRole('dialog').at(-1) ?? document.body;
}

/** The words of a part of the page in a line, with what is written in its blanks. */
function textOf(part: Element): string {
  const words = [...part.childNodes].map(node => {
    if (node instanceof HTMLInputElement || node instanceof HTMLTextAreaElement) return ` ${node.value} `;
    return node instanceof Element ? textOf(node) : (node.textContent ?? '');
  });
  return words.join('').replace(/\s+/g, ' ');
}
