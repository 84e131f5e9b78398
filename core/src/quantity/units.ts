/**
 * Units a hand writes on a bench, by dimension.
 *
 * Every factor is exact by definition: the inch is 25.4 mm and the pound 0.45359237 kg (international yard and
 * pound agreement, 1959), the US gallon 231 cubic inches, the imperial gallon 4.54609 L, standard gravity
 * 9.80665 m/s² (3rd CGPM, 1901). Derived factors are written as products so that the reader can check them.
 */

export const DIMENSIONS = [
  'length',
  'area',
  'volume',
  'mass',
  'temperature',
  'torque',
  'pressure',
  'airflow',
  'current',
  'share',
] as const;
export type Dimension = (typeof DIMENSIONS)[number];

export interface Unit {
  /** How the unit is shown, e.g. `mm`. */
  readonly symbol: string;
  /** What a hand may write for it; compared in lower case with spaces and dots taken out. */
  readonly spellings: readonly string[];
  /** Record value = (written value − offset) × factor. */
  readonly factor: number;
  readonly offset?: number;
}

const INCH_MM = 25.4;
const POUND_KG = 0.45359237;
const GRAVITY = 9.80665;
const POUND_FORCE_N = POUND_KG * GRAVITY;
const CUBIC_INCH_L = (INCH_MM * INCH_MM * INCH_MM) / 1e6;
const US_GALLON_L = 231 * CUBIC_INCH_L;
const IMPERIAL_GALLON_L = 4.54609;
const CUBIC_FOOT_M3 = (0.3048 * 0.3048 * 0.3048) as number;

/** The first unit of each list is the one records are kept in. */
export const UNITS: Readonly<Record<Dimension, readonly Unit[]>> = {
  length: [
    {
      symbol: 'mm',
      spellings: ['mm', 'millimetre', 'millimetres', 'millimeter', 'millimeters', 'mil'],
      factor: 1,
    },
    { symbol: 'cm', spellings: ['cm', 'centimetre', 'centimetres', 'centimeter', 'centimeters'], factor: 10 },
    { symbol: 'm', spellings: ['m', 'metre', 'metres', 'meter', 'meters'], factor: 1000 },
    { symbol: 'in', spellings: ['in', 'inch', 'inches', '"', '”', '″', "''"], factor: INCH_MM },
    { symbol: 'ft', spellings: ['ft', 'foot', 'feet', "'", '’', '′'], factor: 12 * INCH_MM },
    { symbol: 'thou', spellings: ['thou'], factor: INCH_MM / 1000 },
  ],
  area: [
    { symbol: 'cm²', spellings: ['cm²', 'cm2', 'sqcm', 'squarecentimetres', 'squarecentimeters'], factor: 1 },
    { symbol: 'mm²', spellings: ['mm²', 'mm2', 'sqmm'], factor: 0.01 },
    { symbol: 'm²', spellings: ['m²', 'm2', 'sqm'], factor: 10_000 },
    {
      symbol: 'sq in',
      spellings: ['sqin', 'in²', 'in2', 'sqinch', 'sqinches', 'squareinch', 'squareinches', 'sq"'],
      factor: (INCH_MM * INCH_MM) / 100,
    },
    {
      symbol: 'sq ft',
      spellings: ['sqft', 'ft²', 'ft2', 'squarefoot', 'squarefeet'],
      factor: (144 * INCH_MM * INCH_MM) / 100,
    },
  ],
  volume: [
    { symbol: 'L', spellings: ['l', 'ltr', 'litre', 'litres', 'liter', 'liters', 'lt'], factor: 1 },
    {
      symbol: 'mL',
      spellings: ['ml', 'cc', 'cm3', 'cm³', 'millilitre', 'millilitres', 'milliliters'],
      factor: 0.001,
    },
    {
      symbol: 'US gal',
      spellings: ['gal', 'gallon', 'gallons', 'usgal', 'usgallon', 'usgallons'],
      factor: US_GALLON_L,
    },
    {
      symbol: 'US qt',
      spellings: ['qt', 'qts', 'quart', 'quarts', 'usqt', 'usquart', 'usquarts'],
      factor: US_GALLON_L / 4,
    },
    {
      symbol: 'US pt',
      spellings: ['pt', 'pint', 'pints', 'uspt', 'uspint', 'uspints'],
      factor: US_GALLON_L / 8,
    },
    {
      symbol: 'US fl oz',
      spellings: ['floz', 'fluidounce', 'fluidounces', 'usfloz'],
      factor: US_GALLON_L / 128,
    },
    {
      symbol: 'imp gal',
      spellings: [
        'impgal',
        'impgallon',
        'impgallons',
        'ukgal',
        'ukgallon',
        'imperialgallons',
        'imperialgallon',
      ],
      factor: IMPERIAL_GALLON_L,
    },
    {
      symbol: 'imp pt',
      spellings: ['imppt', 'imppint', 'imppints', 'ukpt', 'ukpint'],
      factor: IMPERIAL_GALLON_L / 8,
    },
    {
      symbol: 'cu in',
      spellings: ['cuin', 'in3', 'in³', 'cubicinch', 'cubicinches', 'cid'],
      factor: CUBIC_INCH_L,
    },
  ],
  mass: [
    { symbol: 'kg', spellings: ['kg', 'kgs', 'kilo', 'kilos', 'kilogram', 'kilograms'], factor: 1 },
    { symbol: 'g', spellings: ['g', 'gram', 'grams', 'gm'], factor: 0.001 },
    { symbol: 'lb', spellings: ['lb', 'lbs', 'pound', 'pounds', '#'], factor: POUND_KG },
    { symbol: 'oz', spellings: ['oz', 'ounce', 'ounces'], factor: POUND_KG / 16 },
  ],
  temperature: [
    { symbol: '°C', spellings: ['°c', 'c', 'degc', 'celsius', '℃', 'degreesc'], factor: 1 },
    {
      symbol: '°F',
      spellings: ['°f', 'f', 'degf', 'fahrenheit', '℉', 'degreesf'],
      factor: 5 / 9,
      offset: 32,
    },
    { symbol: 'K', spellings: ['k', 'kelvin'], factor: 1, offset: 273.15 },
  ],
  torque: [
    {
      symbol: 'N·m',
      spellings: ['nm', 'n·m', 'n-m', 'n*m', 'n⋅m', 'newtonmetre', 'newtonmetres', 'newtonmeters'],
      factor: 1,
    },
    {
      symbol: 'lbf·ft',
      spellings: [
        'lbf·ft',
        'lbfft',
        'lb-ft',
        'lbft',
        'ft-lb',
        'ftlb',
        'ft-lbs',
        'ftlbs',
        'lb·ft',
        'ft·lb',
        'ft·lbf',
        'ftlbf',
        'footpound',
        'footpounds',
        'foot-pounds',
      ],
      factor: POUND_FORCE_N * 0.3048,
    },
    {
      symbol: 'lbf·in',
      spellings: [
        'lbf·in',
        'lbfin',
        'lb-in',
        'lbin',
        'in-lb',
        'inlb',
        'in-lbs',
        'inlbs',
        'lb·in',
        'in·lb',
        'inchpound',
        'inchpounds',
        'inch-pounds',
      ],
      factor: (POUND_FORCE_N * INCH_MM) / 1000,
    },
    { symbol: 'kgf·m', spellings: ['kgf·m', 'kgfm', 'kgm', 'kg-m', 'mkg', 'kg·m'], factor: GRAVITY },
  ],
  pressure: [
    { symbol: 'kPa', spellings: ['kpa', 'kilopascal', 'kilopascals'], factor: 1 },
    { symbol: 'Pa', spellings: ['pa', 'pascal'], factor: 0.001 },
    { symbol: 'bar', spellings: ['bar', 'bars'], factor: 100 },
    {
      symbol: 'psi',
      spellings: ['psi', 'lb/in2', 'lbf/in2', 'lbf/in²', 'psig'],
      factor: (POUND_FORCE_N / (INCH_MM * INCH_MM)) * 1000,
    },
  ],
  airflow: [
    { symbol: 'm³/h', spellings: ['m³/h', 'm3/h', 'm3h', 'm³/hr', 'm3/hr', 'cmh'], factor: 1 },
    { symbol: 'm³/min', spellings: ['m³/min', 'm3/min', 'cmm'], factor: 60 },
    { symbol: 'm³/s', spellings: ['m³/s', 'm3/s'], factor: 3600 },
    { symbol: 'L/s', spellings: ['l/s'], factor: 3.6 },
    { symbol: 'CFM', spellings: ['cfm', 'ft3/min', 'ft³/min', 'cuft/min'], factor: CUBIC_FOOT_M3 * 60 },
  ],
  current: [
    { symbol: 'A', spellings: ['a', 'amp', 'amps', 'ampere', 'amperes'], factor: 1 },
    { symbol: 'mA', spellings: ['ma', 'milliamp', 'milliamps'], factor: 0.001 },
  ],
  share: [{ symbol: '%', spellings: ['%', 'percent', 'pct', 'percentage'], factor: 1 }],
};

const squeeze = (text: string): string => text.toLowerCase().replace(/[\s.]/g, '');

const index = new Map<string, { dimension: Dimension; unit: Unit }[]>();
for (const dimension of DIMENSIONS) {
  for (const unit of UNITS[dimension]) {
    for (const spelling of unit.spellings) {
      const key = squeeze(spelling);
      index.set(key, [...(index.get(key) ?? []), { dimension, unit }]);
    }
  }
}

/** The unit a word stands for in a dimension; when it belongs to another dimension, that one is named. */
export function findUnit(
  word: string,
  dimension: Dimension,
): { found: 'unit'; unit: Unit } | { found: 'other'; dimension: Dimension } | { found: 'none' } {
  const hits = index.get(squeeze(word)) ?? [];
  const here = hits.find((hit) => hit.dimension === dimension);
  if (here) return { found: 'unit', unit: here.unit };
  return hits[0] ? { found: 'other', dimension: hits[0].dimension } : { found: 'none' };
}

/** The unit records of this dimension are kept in: mm, cm², L, kg, °C, N·m, kPa, m³/h, A, %. */
export const recordUnit = (dimension: Dimension): Unit => UNITS[dimension][0]!;

export function unitBySymbol(dimension: Dimension, symbol: string): Unit {
  const unit = UNITS[dimension].find((candidate) => candidate.symbol === symbol);
  if (!unit) throw new RangeError(`no unit ${symbol} for ${dimension}`);
  return unit;
}

export const toRecord = (written: number, unit: Unit): number => (written - (unit.offset ?? 0)) * unit.factor;
export const fromRecord = (value: number, unit: Unit): number => value / unit.factor + (unit.offset ?? 0);

/**
 * Converts between two units of one dimension, e.g. `convert(13.5, 'torque', 'lbf·ft', 'N·m')` is 18.30….
 * @throws RangeError for an unknown symbol or a value that is not finite
 */
export function convert(value: number, dimension: Dimension, from: string, to: string): number {
  if (!Number.isFinite(value)) throw new RangeError(`not a finite number: ${value}`);
  return fromRecord(toRecord(value, unitBySymbol(dimension, from)), unitBySymbol(dimension, to));
}
