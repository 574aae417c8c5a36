import type { Label } from '#core/areas/store/label.ts';
import type { Say } from '../texts/texts.ts';

/** A label in one line, for tape and pen: what it is comes right after the code, so that nobody drinks what is not for drinking. */
export function tapeText(label: Label, say: Say): string {
  const grade = say(label.grade);
  const stop = label.notForDrinking ? [say('label.not-drinking')] : [];
  return [label.code, ...stop, grade, ...label.lines.map(line => say(line))].join(' · ');
}
