import type { Request, RequestHandler } from 'express';
import { sendProblem } from './problems.ts';

const isLoopback = (host: string | undefined): boolean =>
  /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host ?? '');

/** A link that somebody follows opens a page of ours wherever it stands; nothing else is asked for from elsewhere. */
const isFollowed = ({ method, path, headers }: Request): boolean =>
  method === 'GET' && headers['sec-fetch-mode'] === 'navigate' && !path.startsWith('/api');

/** Asked by a page of another origin: another port of this machine is one too. */
function isForeign(req: Request): boolean {
  const { host, origin, 'sec-fetch-site': site } = req.headers;
  if (origin !== undefined && origin !== `http://${host}`) return true;
  return (site === 'cross-site' || site === 'same-site') && !isFollowed(req);
}

/**
 * Only pages of this server may ask, reads too: the Host keeps out a foreign name that was pointed here, the Origin and what the
 * browser says of where it asks from (Fetch Metadata, W3C) a foreign page that is open in the same browser.
 */
export const loopbackOnly: RequestHandler = (req, res, next) => {
  if (isLoopback(req.headers.host) && !isForeign(req)) next();
  else sendProblem(res, 'forbidden');
};
