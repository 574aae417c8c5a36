import { monitorEventLoopDelay } from 'node:perf_hooks';
import { pino } from 'pino';
import { createApp } from '#server/app.ts';
import { systemClock } from '#server/clock.ts';
import { listen } from '#server/listen.ts';

// A server in a process of its own, which tells how long its loop stood still: what asks it does not hold it up.
const [file = ''] = process.argv.slice(2);
const app = await createApp({ file, clock: systemClock(), logger: pino({ level: 'silent' }) });
const { address } = await listen(app.express, 0);
const delay = monitorEventLoopDelay({ resolution: 1 });
delay.enable();
process.on('message', () => {
  process.send!({ stallMs: delay.max / 1e6 });
  delay.reset();
});
process.send!({ address });
