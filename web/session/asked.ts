import { pageLanguage } from '../texts/languages.ts';

/** A request whose answer is read on this page: its problems are said in the language of the page, whatever the browser's own is. */
export const asked = (init: RequestInit = {}): RequestInit => ({
  ...init,
  headers: { ...init.headers, 'Accept-Language': pageLanguage.tag },
});

/** A request that posts JSON. */
export const posted = (body: unknown): RequestInit =>
  asked({ method: 'POST', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) });
