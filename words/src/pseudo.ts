import { setDisguise } from './catalogue.ts';

/**
 * A language for tests only: every letter of a message carries an accent and the message is 40 % longer. A plain letter on
 * screen was not said by a catalogue; a clipped word has no room for another language.
 */
export function usePseudo(): void {
  setDisguise({ given: plainText, said: pseudo });
}

const PLAIN = 'abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ';
const ACCENTED = 'áƀćďéƒǵĥíĵķĺḿńóṕɋŕśţúṽẃẍýźÁƁĆĎÉƑǴĤÍĴĶĹḾŃÓṔɊŔŚŢÚṼẂẌÝŹ';
const accents = new Map([...PLAIN].map((letter, i) => [letter, [...ACCENTED][i]!]));

/** What a person typed, a number or a unit stays as it is: it goes through between these two marks. */
const [FROM, TO] = ['\uE000', '\uE001'];
export const plainText = (given: Record<string, string | number>): Record<string, string | number> =>
  Object.fromEntries(
    Object.entries(given).map(([name, value]) => [
      name,
      typeof value === 'string' ? `${FROM}${value}${TO}` : value,
    ]),
  );

/** @example pseudo('Release') // 'Ŕéĺéáśé~~~' */
export function pseudo(text: string): string {
  let plain = 0;
  let said = '';
  let letters = 0;
  for (const letter of text) {
    if (letter === FROM) plain += 1;
    else if (letter === TO) plain -= 1;
    else if (plain > 0) said += letter;
    else {
      said += accents.get(letter) ?? letter;
      letters += 1;
    }
  }
  return said + '~'.repeat(Math.round(letters * 0.4));
}
