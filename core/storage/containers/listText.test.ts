import { expect, it } from 'vitest';
import { decodeList } from './listText.ts';

it('comes in the letters of its time', () => {
  expect(decodeList(new Uint8Array([0xbd, 0x20, 0x67, 0x61, 0x6c]))).toBe('½ gal');
  expect(decodeList(new Uint8Array([0xff, 0xfe, 0x35, 0x00]))).toBe('5');
  expect(decodeList(new TextEncoder().encode('½ gal'))).toBe('½ gal');
});
