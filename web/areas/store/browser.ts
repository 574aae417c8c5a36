import { ulid } from 'ulid';

const KEY = 'zeolite.browser';

/** A name for this browser: two helpers who sign alike are still told apart on a round. */
export function browserId(): string {
  const known = localStorage.getItem(KEY);
  if (known) return known;
  const made = ulid();
  localStorage.setItem(KEY, made);
  return made;
}
