import { describe, expect, it } from 'vitest';
import '../areas/entries.ts';
import type { ContainerFacts } from '../areas/store/facts.ts';
import { heldBy, withFill } from '../areas/store/vessel.ts';
import { fields, whole } from '../base/fields.ts';
import { kind, none } from './define.ts';
import type { Facts } from './facts.ts';

// What does not compile is the test: `npm run check` fails where one of these lines compiles.

const rest = { data: fields({ litres: whole(1, 9) }), guard: none, restsOn: none, words: none } as const;

describe('a kind of entry', () => {
  it('compiles where its fold writes what its subject declares', () => {
    const sound = kind({
      ...rest,
      on: ['container'],
      fold: { container: (facts, { happenedAt }) => ({ ...facts, sanitisedAt: happenedAt }) },
    });
    expect(sound.on).toEqual(['container']);
  });

  it('does not compile where its fold misspells a fact, however the fold is written', () => {
    kind({
      ...rest,
      on: ['container'],
      // @ts-expect-error `sanitizedAt` is not declared
      fold: { container: (facts, { happenedAt }) => ({ ...facts, sanitizedAt: happenedAt }) },
    });
    kind({
      ...rest,
      on: ['container'],
      // @ts-expect-error behind a condition
      fold: { container: facts => (facts.fill ? facts : { ...facts, sanitized: true }) },
    });
    kind({
      ...rest,
      on: ['supply'],
      fold: {
        // @ts-expect-error `amnt` is not declared
        supply: {
          begins: (facts, { happenedAt }, id) => ({
            ...{ id, name: 'x', kind: 'alum' as const, amount: 0, used: 0, setAt: happenedAt },
            ...facts,
            amnt: 3,
          }),
        },
      },
    });
  });

  it('does not compile where a part of its facts is misspelt', () => {
    const facts = {} as ContainerFacts;
    // @ts-expect-error `remaningL` is not declared
    withFill(facts, fill => ({ ...fill, remaningL: 3 }));
    // @ts-expect-error `endid` is not declared
    heldBy(facts, held => ({ ...held, endid: 'stopped' }));
    expect(withFill(facts, fill => ({ ...fill, remainingL: 3 }))).toEqual({});
  });

  it('does not compile where its guard asks for a fact that is not there, or its fold forgets a subject', () => {
    kind({
      ...rest,
      on: ['container'],
      fold: { container: none },
      // @ts-expect-error `remaningL` is not declared
      guard: (facts, { subject }) => (facts.container[subject]?.fill?.remaningL ? [] : []),
    });
    kind({
      ...rest,
      on: ['container'],
      also: ['supply'],
      // @ts-expect-error nothing is said of the supply
      fold: { container: none },
    });
    // @ts-expect-error a duty that asks for a shelf that is not there
    const duty = (facts: Facts) => facts.contaner;
    expect(duty({} as Facts)).toBeUndefined();
  });
});
