/** In the shop's own money: whole where it is whole, else with two places. */
export const moneyText = (money: number): string =>
  Number.isInteger(money) ? String(money) : money.toFixed(2);

/** A price as somebody types it, with a point or a comma before two places at most; undefined where it is none. */
export function readMoney(text: string): number | undefined {
  const plain = text.trim().replace(',', '.');
  const money = Number(plain);
  return /^\d{1,6}(\.\d{1,2})?$/.test(plain) && money <= 100_000 ? money : undefined;
}
