import { ofBay, wordOfBay, type Check } from '../checks/check.ts';
import { match, same, words } from '../checks/families.ts';

/** What an expansion tank or recovery bottle has to meet. */
export const tankChecks: Check[] = [
  words('tankSort', 'tank', 'sort', wordOfBay('bottle'), same),
  match('tankHoles', 'tank', 'holes', ofBay('tankHoles')),
  match('tankHose', 'tank', 'hoseBarb', ofBay('tankHose'), { prefix: 'Ø', series: true }),
  // A recovery bottle carries no pressure cap; until it is known which it is, the cap is asked.
  match('capRating', 'tank', 'capPressure', ofBay('capPressure'), {
    dimension: 'pressure',
    asked: (vehicle) => vehicle.figures.words.bottle?.word !== 'recovery',
  }),
];
