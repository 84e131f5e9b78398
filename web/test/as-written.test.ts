import { describe, expect, test } from 'vitest';
import { curveAsWritten, numberAsWritten, quantityAsWritten } from '../src/stages/compare/as-written.ts';

describe('figures as a hand writes them into the boxes of a comparison', () => {
  const celsius = quantityAsWritten('temperature', 'metric', [40, 140]);
  const fahrenheit = quantityAsWritten('temperature', 'us', [40, 140]);
  const mm = quantityAsWritten('length', 'metric', [0, 200]);

  test.each([
    [celsius, '88', 88],
    [celsius, '190F', 87.777_78],
    [celsius, '88 °C', 88],
    [fahrenheit, '190', 87.777_78],
    [fahrenheit, '88 °C', 88],
    [mm, '3/4"', 19.05],
    [mm, '1,2 cm', 12],
    [quantityAsWritten('airflow', 'metric', undefined), '933 CFM', 1585.18],
    [quantityAsWritten('current', 'metric', undefined), '22,6 A', 22.6],
    [numberAsWritten('L/min', 0, [2, 200]), '35 L/min', 35],
    [numberAsWritten('V', 1, [5, 60]), '12,3', 12.3],
    [numberAsWritten('m²', 2, [0, 9]), '0.72', 0.72],
  ] as const)('%#: %o reads %s', (box, text, value) => {
    expect(box.read(text)).toBeCloseTo(value, 2);
  });
  test.each([
    [celsius, '400', /^400 °C is out of range\. Enter 40 °C to 140 °C\.$/],
    [fahrenheit, '400', /^400 °F is out of range\. Enter 104 °F to 284 °F\.$/],
    [celsius, '5 kg', /./],
    [celsius, 'warm', /./],
    [mm, '-5', /Enter 0 mm to 200 mm/],
    [numberAsWritten('V', 1, [5, 60]), 'twelve', /^Enter a number in V, for example 10 V\.$/],
    [numberAsWritten('V', 1, [5, 60]), '', /^Enter a number/],
    [numberAsWritten('V', 1, [5, 60]), '1e9', /Enter 5 V to 60 V/],
    [numberAsWritten('', 0, [1, 8]), '0', /0 is out of range\. Enter 1 to 8/],
  ] as const)('%#: %o refuses %s with a sentence', (box, text, says) => {
    expect(box.read(text)).toMatch(says);
  });
  test('what is shown reads back as it was, in either system', () => {
    for (const units of ['metric', 'us', 'both'] as const)
      for (const value of [0, 12, 63.5, 152.4]) {
        const box = quantityAsWritten('length', units, undefined);
        expect(Math.abs((box.read(box.show(value)) as number) - value)).toBeLessThan(0.13);
      }
  });
});

test('a measured curve is a pair a line; a line that is none is named', () => {
  expect(curveAsWritten('0 190\n\n1200;150,5\n2600 0')).toEqual({
    ok: true,
    value: [
      [0, 190],
      [1200, 150.5],
      [2600, 0],
    ],
  });
  expect(curveAsWritten('')).toEqual({ ok: true, value: [] });
  expect(curveAsWritten('0 190\n1200')).toMatchObject({
    ok: false,
    problem: expect.stringContaining('Line 2') as string,
  });
  expect(curveAsWritten('0 190\n-5 3\n9 0')).toMatchObject({
    ok: false,
    problem: expect.stringContaining('Line 2') as string,
  });
  expect(curveAsWritten('0 190\n1200 150')).toMatchObject({
    ok: false,
    problem: 'A curve has three points or more.',
  });
});
