import { expect, test } from 'vitest';
import { moneyText, readMoney } from '../src/ui/money.ts';

test('a price is read with a point or a comma and two places at most, and written as it was read', () => {
  expect(['148.50', '148,5', ' 86 ', '0'].map(readMoney)).toEqual([148.5, 148.5, 86, 0]);
  for (const text of ['', '-3', '1e5', '148.505', 'about 90', '1 200', '999999', 'NaN', '.5', '5.'])
    expect(readMoney(text), text).toBeUndefined();
  for (const money of [86, 148.5, 0, 99_999.99]) expect(readMoney(moneyText(money))).toBe(money);
});
