import { describe, expect, it } from 'vitest';
import { checksumOf, lineOf, readLine } from './protocol.ts';
import { simulatedInstruments } from './simulated.ts';

const line = (body: string) => `${body}*${checksumOf(body)}`;

describe('the line of an instrument', () => {
  it('is read back as it was said', () => {
    const said = lineOf({ parameter: 'free-chlorine', value: 0.42, serial: 'A1' });
    // XOR of the bytes of "Z1,free-chlorine,0.42,mg/L,A1", by hand
    expect(said).toBe('Z1,free-chlorine,0.42,mg/L,A1*4B');
    expect(readLine(`${said}\r\n`)).toEqual({
      ok: { parameter: 'free-chlorine', value: 0.42, serial: 'A1' },
    });
    expect(readLine(lineOf({ parameter: 'lead', value: 12, serial: 'µ' }))).toMatchObject({
      ok: { value: 12 },
    });
    // none of it is a reading like any other
    expect(readLine(line('Z1,free-chlorine,0,mg/L,A'))).toEqual({
      ok: { parameter: 'free-chlorine', value: 0, serial: 'A' },
    });
    expect(readLine(line('Z1,free-chlorine,0.00,mg/L,A'))).toMatchObject({ ok: { value: 0 } });
    expect(readLine(lineOf({ parameter: 'e-coli', found: 'present', serial: 'B' }))).toMatchObject({
      ok: { found: 'present' },
    });
  });

  it.each([
    ['', 'form'],
    ['Z1,free-chlorine,0.42,mg/L,A1', 'form'],
    ['Z1,free-chlorine,0.92,mg/L,A1*4B', 'checksum'],
    ['Z1,free-chlorine,0.4', 'form'],
    [line('Z2,ph,7,pH,A'), 'form'],
    [line('Z1,taste,7,,A'), 'parameter'],
    [line('Z1,free-chlorine,0.42,µg/L,A'), 'unit'],
    [line('Z1,ph,75,pH,A'), 'figure'],
    [line('Z1,ph,,pH,A'), 'figure'],
    [line('Z1,ph,7e,pH,A'), 'figure'],
    [line('Z1,free-chlorine,-1,mg/L,A'), 'figure'],
  ])('%s is no reading: %s', (text, no) => {
    expect(readLine(text)).toEqual({ no });
  });
});

describe('the simulated instruments', () => {
  it('say so, speak the protocol, and say the same of the same water on the same day', async () => {
    const said = (about: string) => Promise.all(simulatedInstruments(about).map(i => i.line()));
    expect(simulatedInstruments('x').every(i => i.isSimulated)).toBe(true);
    const [first, again, other] = [await said('drum 1'), await said('drum 1'), await said('drum 2')];
    expect(again).toEqual(first);
    expect(other).not.toEqual(first);
    for (const text of first) expect(readLine(text)).toHaveProperty('ok');
  });

  it('the bottle turns now and then', async () => {
    const bottles = await Promise.all(
      Array.from({ length: 200 }, async (_, i) => readLine(await simulatedInstruments(`w${i}`)[3]!.line())),
    );
    const turned = bottles.filter(b => 'ok' in b && b.ok.found === 'present').length;
    expect(turned).toBeGreaterThan(20);
    expect(turned).toBeLessThan(90);
  });
});
