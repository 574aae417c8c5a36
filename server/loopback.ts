import type { RequestHandler } from 'express';
import { sendProblem } from './problems.ts';

const isLoopback = (host: string | undefined): boolean =>
  /^(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/.test(host ?? '');

/**
 * Only pages of this machine may ask: the Host keeps out a foreign name that was pointed here,
 * the Origin a foreign page that is open in the same browser.
 */
export const loopbackOnly: RequestHandler = (req, res, next) => {
  const { host, origin } = req.headers;
  const isOwn = isLoopback(host) && (!origin || isLoopback(origin.replace(/^https?:\/\//, '')));
  if (isOwn) next();
  else sendProblem(res, 'forbidden');
};
