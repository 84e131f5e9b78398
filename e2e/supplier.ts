import { csvLine } from '@radiatrix/core/table';

// Lists as a supplier sends them: titles above the headings, headings and words of its own, blanks left out or hard, numbers held
// back from a spreadsheet, years in six ways, a line of totals. All of it is invented, and the same for the same size.

/** Numbers that look drawn at random and are the same every time. */
function drawn(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 4_294_967_296;
  };
}
const SEED = 20_261_202;
const pick = <T>(list: readonly T[], next: () => number): T => list[Math.floor(next() * list.length)]!;

const numberOf = (at: number): string => `BW-${String.fromCharCode(65 + (at % 7))} ${10_000 + at}`;

export const SUPPLIER = 'Brackwater price list';
export const PARTS_NAME = 'brackwater-parts.csv';
export const LINES_NAME = 'brackwater-lines.csv';

/** A price list of parts: radiators, shrouds and fans in one table, widths in a column that means another thing by kind. */
export function partsList(count: number): string {
  const next = drawn(SEED);
  const line = (cells: string[]): string => cells.map((cell) => (/[;"\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)).join(';') + '\r\n'; // prettier-ignore
  const rows = ['Brackwater Cooling Supply;;;;;;;;\r\n', 'Price list, autumn;;;;;;;;\r\n', ';;;;;;;;\r\n'];
  rows.push(line(['Item No.', 'Part Type', 'Mfr', 'Text', 'Width', 'Height', 'Depth (mm)', 'X-ref', 'Net price']));
  for (let at = 0; at < count; at += 1) {
    const kind = at % 5 === 3 ? 'Fan Shroud' : at % 5 === 4 ? 'Fan' : 'Radiator';
    // One part in some hundreds has a figure that cannot be, as lists have.
    const width = at % 4999 === 500 ? 9999 : Math.round(400 + next() * 350);
    const height = Math.round(300 + next() * 300);
    const thickness = at % 1000 === 250 ? 155 : Math.round(24 + next() * 40);
    const depth = kind === 'Radiator' ? thickness : Math.round(40 + next() * 120);
    rows.push(
      line([
        at % 50 === 7 ? `="${numberOf(at)}"` : at % 50 === 9 ? numberOf(at).replace(' ', '\u00a0') : numberOf(at),
        kind,
        'Brackwater',
        `${kind}, ${pick(['petrol', 'diesel', 'heavy'], next)} series ${at % 90}`,
        at % 11 === 0 ? `${width}.0` : String(width),
        String(height),
        String(depth),
        at % 3 === 0 ? `Harbourline: H${300_000 + at}` : '',
        (40 + next() * 200).toFixed(2),
      ]),
    );
  }
  rows.push(line(['Total', '', '', `${count} items`, '', '', '', '', '']));
  return rows.join('');
} // prettier-ignore

const SYLLABLES = ['bra', 'den', 'fel', 'gor', 'hul', 'kes', 'lor', 'mar', 'nel', 'pol', 'rin', 'sav', 'tor', 'ul', 'wen', 'yar', 'zel']; // prettier-ignore
const named = (at: number): string => {
  const [a, b, c] = [at % 17, Math.floor(at / 17) % 17, Math.floor(at / 289) % 17];
  const word = SYLLABLES[a]! + SYLLABLES[(b + 5) % 17]! + (c > 0 ? SYLLABLES[c]! : '');
  return word.charAt(0).toUpperCase() + word.slice(1);
};

/** What a generated list names: for who counts what has to be made. */
export const LISTED = { makes: 30, models: 358, engines: 58 } as const;
const FUELS = ['petrol', 'diesel'] as const;
const engineOf = (at: number): string =>
  `R${String.fromCharCode(65 + (at % 26))}${10 + (at % 58)} ${(1 + (at % 30) / 10).toFixed(1)} ${FUELS[at % 2]} ${at % 3 === 0 ? 'turbo' : 'naturally aspirated'} straight ${3 + (at % 4)}`;

/** A table of application lines for the parts of `partsList`, with makes, models and engines that nobody has on record. */
export function linesList(count: number, parts: number): string {
  const next = drawn(SEED + 1);
  const out = ['sep=,\r\n', csvLine(['Vehicle Make', 'Vehicle Model', 'From', 'To', 'Engine', 'A/C', 'Built', 'Part No.', 'Comments'])];
  for (let at = 0; at < count; at += 1) {
    const model = Math.floor(next() * LISTED.models);
    const first = 1996 + (model % 12);
    // A line of its own in each part and model, so that the list does not contradict itself.
    const part = at % parts;
    const from = first + ((Math.floor(at / parts) * 3 + (at % 3)) % 9);
    const years = at % 40;
    out.push(
      csvLine([
        named(model % LISTED.makes),
        named(40 + model),
        years === 1 ? `${from}.0` : String(from),
        years === 2 ? '' : String(from + 2),
        engineOf(model % LISTED.engines),
        at % 6 === 0 ? 'w/ A/C' : at % 6 === 3 ? 'w/o A/C' : '',
        years === 5 ? `${from}-03-15 to ${from + 1}-07-31` : '',
        at % 25 === 4 ? numberOf(part).replace(/[- ]/g, '') : numberOf(part),
        years === 7 ? 'see fitting notes' : '',
      ]),
    );
  }
  out.push(csvLine(['Total', '', '', '', '', '', '', '', `${count} lines`]));
  return out.join('');
} // prettier-ignore
