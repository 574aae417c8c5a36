import { expect, it } from 'vitest';
import { isOwn, isWeb } from './ownAddress.ts';

it.each([
  ['http://localhost:4870', true],
  ['http://127.0.0.1:4870/', true],
  ['http://127.1:4870', true],
  ['http://[::1]:4870', true],
  ['http://0.0.0.0:80', true],
  ['http://192.168.1.20:4870', false],
  ['http://zeolite.local:4870', false],
  ['http://127.0.0.1.example.org', false],
])('%s is the machine’s own: %s', (address, own) => {
  expect(isOwn(address)).toBe(own);
});

it.each([
  ['http://192.168.1.20:4870', true],
  ['HTTPS://water.local', true],
  ['javascript:alert(1)', false],
  ['file:///etc/hosts', false],
  ['192.168.1.20', false],
  ['', false],
])('a code leads to %s: %s', (address, may) => {
  expect(isWeb(address)).toBe(may);
});
