import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Router } from 'express';
import { routes } from '#contract/routes.ts';
import { copyAside } from '../db/dailyCopies.ts';
import type { RouteContext } from '../routeContext.ts';

/** Everything in one file, to be kept elsewhere: entries, photos and all. */
export function backupRoutes({ folder, clock, copies }: RouteContext): Router {
  const router = Router();
  router.get(routes.backup, async (_req, res) => {
    const apart = mkdtempSync(join(tmpdir(), 'zeolite-backup-'));
    const gone = () => rmSync(apart, { recursive: true, force: true });
    try {
      const name = `zeolite-${clock.now().slice(0, 10)}.backup`;
      await copyAside(folder, join(apart, name), () => !res.destroyed);
      if (res.destroyed) return gone();
      res.set('Cache-Control', 'no-store').download(join(apart, name), name, gone);
    } catch (error) {
      gone();
      throw error;
    }
  });
  router.get(routes.copies, (_req, res) => {
    res.set('Cache-Control', 'no-store').json(copies.told() ?? null);
  });
  return router;
}
