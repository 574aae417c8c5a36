import { setPriority } from 'node:os';
import { pdfOf } from './draw.ts';
import type { Drawn, Part } from './tree.ts';

// The process that draws papers: one after another, as they are sent, and after the server's own work.

/** Below the server's own (of 19), so that answers come first on a machine that is busy. */
const NICE = 5;

/** A paper comes piece by piece, so that none is long to send: its own properties, its pages, and that these were all. */
export type Sent = { readonly paper: Part } | { readonly page: Drawn } | 'draw';
export type Answer = { readonly pdf: Uint8Array } | { readonly fault: string };

try {
  setPriority(NICE);
} catch {
  // a machine that does not allow it draws as fast as it answers
}
let paper: Part | undefined;
let pages: Drawn[] = [];
process.on('message', (sent: Sent) => {
  if (sent !== 'draw') {
    if ('page' in sent) pages.push(sent.page);
    else [paper, pages] = [sent.paper, []];
    return;
  }
  pdfOf({ ...paper!, children: pages }).then(
    pdf => process.send!({ pdf } satisfies Answer),
    (error: unknown) => process.send!({ fault: String(error) } satisfies Answer),
  );
});
