import { expect, it } from 'vitest';
import en from './en.json' with { type: 'json' };
import { pseudo } from './pseudo.ts';

it('the pseudo-language leaves what a text is made of as it is, and no plain letter of its words', () => {
  const { plain, made, counted, cased } = pseudo({
    plain: 'Draw it off',
    made: '{{litres, litres}} of [water] held',
    counted: '{{count, nouns(one: day; other: days)}}',
    cased: 'a<kind=bleach,x| of [strength]>.',
  });
  expect(plain).not.toMatch(/[a-pr-zA-Z]/);
  expect(made).toMatch(/^\{\{litres, litres\}\} \S+ \[water\] \S+$/);
  expect(counted).toMatch(/^\{\{count, nouns\(one: (?!day)\S+; other: (?!days)\S+\)\}\}$/);
  expect(cased).toMatch(/^(?!a)\S<kind=bleach,x\| (?!of)\S+ \[strength\]>\.$/);
  expect(Object.keys(pseudo(en))).toEqual(Object.keys(en));
});
