import { ulid } from 'ulid';
import { keepText, readText } from '../../kept.ts';

const KEY = 'zeolite.browser';

/** A name for this browser: two helpers who sign alike are still told apart on a round. */
export function browserId(): string {
  const known = readText('local', KEY);
  if (known) return known;
  const made = ulid();
  keepText('local', KEY, made);
  return made;
}
