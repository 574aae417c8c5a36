import type { Request, Response } from 'express';
import type { LogEvent } from '#contract/log.ts';

/** Comment lines keep a proxy or a sleeping phone from closing the line. */
const HEARTBEAT_MS = 20_000;

/** What waits for a browser that does not read, before its line is cut (bytes). */
const MOST_WAITING = 4_000_000;

/** Tells open browsers of what was recorded (server-sent events). */
export interface Stream {
  readonly join: (req: Request, res: Response) => void;
  readonly tell: (event: LogEvent) => void;
  /** Tells one browser what it missed. */
  readonly tellOne: (res: Response, event: LogEvent) => void;
  /** The clock was set, in a test or a drill. */
  readonly tellClock: (now: string) => void;
  readonly close: () => void;
}

const written = (event: LogEvent): string =>
  `event: entries\nid: ${event.epoch}:${event.seq}\ndata: ${JSON.stringify(event)}\n\n`;

export function openStream(): Stream {
  const listeners = new Set<Response>();
  const send = (text: string) => {
    for (const res of listeners) {
      if (res.writableLength <= MOST_WAITING) res.write(text);
      // it comes back, and asks for what it missed
      else {
        listeners.delete(res);
        res.destroy();
      }
    }
  };
  const heartbeat = setInterval(() => send(': here\n\n'), HEARTBEAT_MS);
  heartbeat.unref();
  return {
    join: (req, res) => {
      res.writeHead(200, {
        'Content-Type': 'text/event-stream',
        'Cache-Control': 'no-store',
        Connection: 'keep-alive',
      });
      res.write('retry: 1000\n\n');
      listeners.add(res);
      req.on('close', () => listeners.delete(res));
    },
    tell: event => send(written(event)),
    tellOne: (res, event) => res.write(written(event)),
    tellClock: now => send(`event: clock\ndata: ${JSON.stringify({ now })}\n\n`),
    close: () => {
      clearInterval(heartbeat);
      for (const res of listeners) res.end();
      listeners.clear();
    },
  };
}
