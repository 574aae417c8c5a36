import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';

/** Ports tried after the wished one, when it is taken. */
const PORTS_TRIED = 20;

/**
 * A connection that waits for its next request is kept so long (ms): the five seconds of Node ran out while papers were made, and a
 * request that was on its way then was cut off.
 */
const KEPT_ALIVE_MS = 65_000;

/** Listens on this machine only, on the wished port or the next free one (0: any). */
export async function listen(app: Express, port: number): Promise<{ server: Server; address: string }> {
  for (let tried = 0; ; tried++) {
    try {
      const server = await new Promise<Server>((resolve, reject) => {
        const listening = app.listen(port && port + tried, '127.0.0.1', error =>
          error ? reject(error) : resolve(listening),
        );
      });
      server.keepAliveTimeout = KEPT_ALIVE_MS;
      if (tried > 0)
        console.error(
          `Port ${port} is taken, perhaps by a Zeolite of another folder: this one listens on another.`,
        );
      return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/` };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EADDRINUSE' || !port || tried >= PORTS_TRIED)
        throw error;
    }
  }
}
