import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { pino } from 'pino';
import { createApp } from '#server/app.ts';
import { systemClock, testClock } from '#server/clock.ts';
import { listen } from '#server/listen.ts';

// A server in a process of its own, which tells how long its loop stood still: what asks it does not hold it up.

/**
 * Milliseconds that this thread has computed, where the system tells (Linux: proc(5), schedstat): a machine that gives its time to
 * others is no stall of the server's. Else the clock's.
 */
function computedMs(): number {
  try {
    return Number(readFileSync('/proc/self/schedstat', 'utf8').split(' ')[0]) / 1e6;
  } catch {
    return performance.now();
  }
}
const [file = '', clock] = process.argv.slice(2);
const app = await createApp({
  file,
  clock: clock ? testClock() : systemClock(),
  logger: pino({ level: 'silent' }),
});
const { address, server } = await listen(app.express, 0);
let [last, longestMs] = [computedMs(), 0];
setInterval(() => {
  const now = computedMs();
  longestMs = Math.max(longestMs, now - last);
  last = now;
}, 1);
process.on('message', async what => {
  if (what === 'stop') {
    server.close();
    server.closeAllConnections();
    await app.close();
    process.exit(0);
  }
  process.send!({ stallMs: longestMs });
  longestMs = 0;
});
process.send!({ address });
