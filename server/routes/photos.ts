import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import express, { type Request, Router } from 'express';
import { type KeptPhoto, MOST_PHOTO_BYTES, photoType } from '#contract/photo.ts';
import { routes } from '#contract/routes.ts';
import { digest as photoDigest } from '#core/base/fields.ts';
import { photos } from '../db/schema.ts';
import { parsed } from '../parsed.ts';
import { ProblemError } from '../problems.ts';
import type { RouteContext } from '../routeContext.ts';

/** What a row of the log takes of the disk, roughly. */
const ROW_BYTES = 4096;

/** Photos of containers and places, kept beside the log under the digest that entries name. */
export function photoRoutes({ database, clock }: RouteContext): Router {
  const router = Router();
  const body = express.raw({ type: 'image/*', limit: MOST_PHOTO_BYTES });

  router.post(routes.photos, body, async (req, res) => {
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const type = photoType(bytes);
    if (!type) throw new ProblemError('invalid', { errors: [{ pointer: '', reason: 'no-photo' }] });
    const digest = createHash('sha256').update(bytes).digest('hex');
    const receivedAt = clock.now();
    await database.write(() =>
      database.commit(async tx => {
        // one that is sent again is new again: what names it may still be on its way
        await tx
          .insert(photos)
          .values({ digest, type, bytes, receivedAt })
          .onConflictDoUpdate({ target: photos.digest, set: { receivedAt } });
      }),
    );
    // as many as a photo takes the room of
    database.wrote(Math.ceil(bytes.length / ROW_BYTES));
    res.status(201).json({ digest } satisfies KeptPhoto);
  });

  router.get(routes.photo, async (req: Request<{ digest: string }>, res) => {
    const digest = parsed(photoDigest, req.params.digest);
    const [photo] = await database.db.select().from(photos).where(eq(photos.digest, digest));
    if (!photo) throw new ProblemError('not-found');
    // a digest never means another picture
    res.type(photo.type).set('Cache-Control', 'private, max-age=31536000, immutable').send(photo.bytes);
  });
  return router;
}
