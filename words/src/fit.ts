import { attributeOf, type PartKind, type SubjectKind, type Trace } from '@radiatrix/core/figures';
import { COUNTS_IN, type CountsIn, type Elsewhere } from '@radiatrix/core/fit';
import type { CheckId, Deciding, SaidRow, Shown, ToMeasure, VerdictLine, VerdictWord } from '@radiatrix/core/fit'; // prettier-ignore
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Argument } from './arguments.ts';
import { checkWords } from './en/checks.ts';
import { verdictWords } from './en/verdict.ts';
import { incoherenceText } from './coherence.ts';
import { choiceName, figureName, kindName } from './figures.ts';
import { capital, listed } from './list.ts';
import { methodName } from './methods.ts';
import { quantityText } from './quantity.ts';
import { workText } from './work.ts';

type Say = (key: string, given?: Record<string, Argument>, units?: UnitSystem) => string;
const check = checkWords as unknown as Say;

/** The name of a check. @example checkName('width') // 'Width in the support' */
export const checkName = (id: CheckId): string => check(id);
/** A verdict as a heading. @example verdictName('no') // 'Does not go in' */
export const verdictName = (verdict: VerdictWord): string => verdictWords(verdict);

/** The first letter small, as a name stands within a sentence; A/C and the like stay. */
const within = (name: string): string =>
  /^[A-Z][a-z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;

/** One side of a row: a figure in the reader's units, a word, or “not known”. */
export function shownText(shown: Shown | undefined, units: UnitSystem): string {
  if (!shown) return verdictWords('not-known');
  switch (shown.type) {
    case 'quantity':
      return (shown.prefix ?? '') + quantityText(shown, units);
    case 'word':
      return choiceName(attributeOf(shown.subject, shown.key), shown.word);
    case 'incoherent':
      return shown.pairs.map((pair) => incoherenceText(pair, units)).join(' ');
    case 'said':
      return listed(
        shown.codes.map((code) =>
          code === 'original' || code === 'on-vehicle'
            ? verdictWords(code, { number: shown.amounts!.number as string })
            : code === 'wire'
            ? verdictWords('wire', {
                name: shown.amounts!.name!,
                carries: { value: shown.amounts!.carries as number, dimension: 'current' },
              }, units)
            : verdictWords(code),
        ),
      ); // prettier-ignore
  }
}

/** How a figure is known: as it was written, by what method, from which source, by whom; or what it follows from. */
export function traceText({ text, worked, method, source, grade, by, at }: Trace): string {
  const from = worked && verdictWords(`worked:${worked}`);
  const trace = !from
    ? verdictWords('trace:written', { text, method: methodName(method), source, grade })
    : text === ''
      ? verdictWords('trace:worked', { from, grade })
      : verdictWords('trace:chosen', { text, from });
  return by === '' ? trace : verdictWords('trace:by', { trace, by, on: at.slice(0, 10) });
}

/** A figure to be measured, with whose it is. @example measureText({ subject: 'bay', key: 'openingWidth' }) // 'the vehicle’s opening width' */
export function measureText({ subject, key }: { subject: SubjectKind; key: string }): string {
  const figure = within(figureName(subject, key));
  return subject === 'bay'
    ? verdictWords('of-vehicle', { figure })
    : verdictWords('of-part', { kind: kindName(subject), figure });
}

/** What to measure first, with what it needs besides to settle anything. @example … 'the vehicle’s opening width and the radiator’s width' */
export const measureFirstText = ({ subject, key, together }: ToMeasure): string =>
  listed([{ subject, key }, ...together].map(measureText));

function listingText({ listing }: SaidRow): string {
  if (!listing) return '';
  const [sources, against] = [listing.for.join('; '), listing.against.join('; ')];
  if (sources !== '' && against !== '') return verdictWords('listed:both', { sources, against });
  if (sources !== '') return verdictWords('listed', { sources });
  if (against !== '') return verdictWords('listed:against', { against });
  return listing.elsewhere.length > 0
    ? verdictWords('listed:elsewhere', { elsewhere: listing.elsewhere.join('; ') })
    : verdictWords('listed:none');
}

function unknownText(row: SaidRow): string {
  const name = checkName(row.check);
  if (row.missing.length > 0)
    return verdictWords('row:unknown', { check: name, lacks: listed(row.missing.map(measureText)) });
  const why = `${row.check}:unknown`;
  return why in checkWords.messages
    ? verdictWords('row:unknown:why', { check: name, why: check(why) })
    : verdictWords('row:untold', { check: name });
}

/** A spare cooler in the tank is said to be one: nothing has to be done about it but a cap. */
const spareCooler = ({ check: id, need, have }: SaidRow): boolean =>
  id === 'oilCooler' &&
  need?.type === 'word' &&
  have?.type === 'word' &&
  need.word !== 'radiator' &&
  have.word !== 'none';

function outcomeText(row: SaidRow, units: UnitSystem): string {
  const { margin, small, outcome } = row;
  const met = outcome === 'pass' || (outcome === 'change' && margin !== undefined && margin.value >= 0);
  if (met && spareCooler(row)) return verdictWords('spare-cooler');
  // Equal sizes of the trade's series may lie further apart than the tolerance and still be met.
  if (met && margin && margin.value < 0) return verdictWords('as-it-is');
  const ending = met ? 'met' : small && `${row.check}:small` in checkWords.messages ? 'small' : 'short';
  const amount: Argument = margin
    ? { value: Math.abs(margin.value), dimension: margin.dimension, difference: true }
    : '';
  return check(`${row.check}:${ending}`, { margin: amount }, units);
} // prettier-ignore

/**
 * A ledger row as one sentence with its figures, in the reader's units, and the work a change takes unless left out.
 * @example 'Bottom pins 612 mm apart, this vehicle 610 ± 3 mm: seats, 1 mm to spare.'
 */
export function rowSentence(row: SaidRow, units: UnitSystem, withWork = true): string {
  if (row.check === 'listed') return listingText(row);
  if (row.check === 'coherent') return shownText(row.have, units);
  if (row.outcome === 'unknown') return unknownText(row);
  const { margin } = row;
  const gap: Argument = { value: margin?.tolerance ?? 0, dimension: 'length' };
  const compared = { have: shownText(row.have, units), need: shownText(row.need, units), gap };
  const sides = check(`${row.check}:sides`, compared, units);
  const shop = margin && row.own ? verdictWords('row:shop') : '';
  if (row.outcome === 'open' && margin)
    return verdictWords('row:open', { sides, shop, u: { value: margin.u, dimension: margin.dimension, difference: true } }, units);
  const said = verdictWords('row:met', { sides, outcome: outcomeText(row, units), shop });
  return withWork && row.work ? verdictWords('row:work', { row: said, work: workText(row.work, units) }) : said;
} // prettier-ignore

const installedText = ({ result, note, on }: Extract<Deciding, { by: 'installed' }>): string =>
  verdictWords(`installed:${result}`, { on, note }).replace(/ {2,}/g, ' ').trimEnd();

function nothingKnown(first: ToMeasure | undefined): string {
  return first
    ? verdictWords('no-figures:start', { first: measureFirstText(first) })
    : verdictWords('no-figures');
}

/** The one fact that decides a verdict, as a sentence. */
export function decidingSentence(verdict: VerdictLine, units: UnitSystem): string {
  const { deciding, decidingRow: row, unmeasured, measureFirst, met } = verdict;
  if (deciding.by === 'installed') return installedText(deciding);
  if (deciding.by === 'nothing-known' && verdict.verdict === 'straight-in') return verdictWords('nothing-to-meet');
  if (deciding.by === 'nothing-known' || !row) return nothingKnown(measureFirst);
  if (verdict.verdict === 'not-proven' && unmeasured > 1 && measureFirst)
    return verdictWords('unmeasured', { n: unmeasured, first: measureFirstText(measureFirst) });
  if (verdict.verdict !== 'straight-in') return rowSentence(row, units, false);
  if (!row.margin) return verdictWords('all-met:words', { n: met });
  const margin: Argument = { value: row.margin.value, dimension: row.margin.dimension, difference: true };
  return verdictWords('all-met', { n: met, check: within(checkName(row.check)), margin }, units);
} // prettier-ignore

/** Figures of a part that no row of its verdict looks at, a sentence for each place where they count. */
export function elsewhereTexts(kind: PartKind, elsewhere: readonly Elsewhere[]): string[] {
  const places: readonly (CountsIn | undefined)[] = [...COUNTS_IN, undefined];
  return places.flatMap((place) => {
    const figures = elsewhere.filter(({ where }) => where === place).map(({ key }) => within(figureName(kind, key)));
    return figures.length === 0 ? [] : [capital(verdictWords(place ? `elsewhere:${place}` : 'elsewhere:nobody', { figures: listed(figures) }))];
  });
} // prettier-ignore
