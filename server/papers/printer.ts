import { type ChildProcess, fork } from 'node:child_process';
import { createRequire } from 'node:module';
import { fileURLToPath, pathToFileURL } from 'node:url';
import type { Response } from 'express';
import type { ReactElement } from 'react';
import { doneInLots, inTurn, pause } from '../lots.ts';
import type { Answer, Sent } from './drawing.ts';
import { type Part, partsOf } from './tree.ts';

/** Draws papers beside the server's loop, one at a time. */
export interface Printer {
  /**
   * @param isWanted whether somebody still waits for it when its turn comes
   * @throws Error when the paper cannot be drawn, takes too long, or nobody waits for it
   */
  readonly pdfOf: (paper: ReactElement, isWanted?: () => boolean) => Promise<Uint8Array>;
  readonly close: () => void;
}

const PROGRAM = fileURLToPath(new URL('./drawing.ts', import.meta.url));
const LOADER = pathToFileURL(createRequire(import.meta.url).resolve('tsx')).href;
/** Six hundred labels take some ten seconds; a paper that takes so long is never done. */
const LONGEST_MS = 180_000;
/** The process ends when nothing was printed for so long: most servers never print. */
const IDLE_MS = 60_000;

/** A process that draws one paper after another. */
const begin = (): ChildProcess =>
  fork(PROGRAM, {
    execArgv: ['--import', LOADER],
    serialization: 'advanced',
    env: { ...process.env, NODE_ENV: 'production' },
  });

/** Sends a paper, page by page, and waits for its answer, or for the end of the process. */
function drawn(child: ChildProcess, { children, ...paper }: Part): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    const late = setTimeout(() => child.kill('SIGKILL'), LONGEST_MS);
    const ended = () => settle({ fault: 'the process that draws has ended' });
    const settle = (answer: Answer) => {
      clearTimeout(late);
      child.off('exit', ended).off('error', ended).off('message', settle);
      if ('pdf' in answer) resolve(answer.pdf);
      else reject(new Error(`This paper could not be drawn: ${answer.fault}.`));
    };
    child.once('exit', ended).once('error', ended).once('message', settle);
    const send = (sent: Sent) => child.connected && child.send(sent, error => error && ended());
    void (async () => {
      send({ paper: { ...paper, children: [] } });
      for (const page of children) {
        send({ page });
        await pause();
      }
      send('draw');
    })();
  });
}

/** A printer; its process begins with the first paper. */
export function openPrinter(): Printer {
  const queued = inTurn();
  let child: ChildProcess | undefined;
  let idle: NodeJS.Timeout | undefined;
  const end = () => {
    clearTimeout(idle);
    child?.kill();
    child = undefined;
  };
  return {
    pdfOf: (paper, isWanted = () => true) =>
      queued(async () => {
        if (!isWanted()) throw new Error('Nobody waits for this paper any more.');
        const [part] = await doneInLots(partsOf(paper));
        clearTimeout(idle);
        child ??= begin().once('exit', () => {
          child = undefined;
        });
        await pause();
        try {
          return await drawn(child, part as Part);
        } finally {
          idle = setTimeout(end, IDLE_MS).unref();
        }
      }),
    close: end,
  };
}

/** Sends a paper as a file of its name. */
export async function sendPaper(
  res: Response,
  printer: Printer,
  name: string,
  paper: ReactElement,
): Promise<void> {
  const pdf = await printer.pdfOf(paper, () => !res.closed);
  res
    .type('application/pdf')
    .set('Content-Disposition', `attachment; filename="${name}.pdf"`)
    .send(Buffer.from(pdf.buffer, pdf.byteOffset, pdf.byteLength));
}
