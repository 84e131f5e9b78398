import { fromRecord, unitBySymbol, type Dimension, type Unit } from './units.ts';

/** Which units a reader wants to see. */
export type UnitSystem = 'metric' | 'us' | 'both';

interface Shown {
  unit: Unit;
  places: number;
}

const shown = (dimension: Dimension, symbol: string, places: number): Shown => ({
  unit: unitBySymbol(dimension, symbol),
  places,
});

const SHOWN: Readonly<Record<Dimension, { metric: Shown; us: Shown }>> = {
  length: { metric: shown('length', 'mm', 1), us: shown('length', 'in', 2) },
  area: { metric: shown('area', 'cm²', 0), us: shown('area', 'sq in', 0) },
  volume: { metric: shown('volume', 'L', 1), us: shown('volume', 'US qt', 1) },
  mass: { metric: shown('mass', 'kg', 2), us: shown('mass', 'lb', 1) },
  temperature: { metric: shown('temperature', '°C', 0), us: shown('temperature', '°F', 0) },
  torque: { metric: shown('torque', 'N·m', 1), us: shown('torque', 'lbf·ft', 1) },
  pressure: { metric: shown('pressure', 'kPa', 0), us: shown('pressure', 'psi', 1) },
  airflow: { metric: shown('airflow', 'm³/h', 0), us: shown('airflow', 'CFM', 0) },
  current: { metric: shown('current', 'A', 1), us: shown('current', 'A', 1) },
  share: { metric: shown('share', '%', 0), us: shown('share', '%', 0) },
};

const trim = (value: number, places: number): string => {
  const text = value.toFixed(places);
  const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text;
  return (short === '-0' ? '0' : short).replace('-', '−');
};

function one(value: number, { unit, places: usual }: Shown, options: FormatOptions): string {
  const places = options.places ?? usual;
  const number = trim(options.difference ? value / unit.factor : fromRecord(value, unit), places);
  const signed = options.signed && value > 0 ? `+${number}` : number;
  const tolerance =
    options.uncertainty === undefined ? '' : ` ± ${trim(options.uncertainty / unit.factor, places)}`;
  return options.bare ? `${signed}${tolerance}` : `${signed}${tolerance} ${unit.symbol}`;
}

export interface FormatOptions {
  /** Expanded uncertainty in the record unit, shown after ±. */
  uncertainty?: number;
  /** Without the unit, for columns that carry it in their head. */
  bare?: boolean;
  signed?: boolean;
  /** The value is a difference of two readings, so a scale's zero plays no part in it. */
  difference?: boolean;
  /** Decimals where a reading is finer than the dimension is usually said. */
  places?: number;
}

/**
 * A record value in the units a reader wants.
 * @example formatQuantity(730.25, 'length', 'both') // '730.3 mm (28.75 in)'
 */
export function formatQuantity(
  value: number,
  dimension: Dimension,
  system: UnitSystem,
  options: FormatOptions = {},
): string {
  const { metric, us } = SHOWN[dimension];
  if (system === 'us') return one(value, us, options);
  const text = one(value, metric, options);
  return system === 'both' && us.unit.symbol !== metric.unit.symbol
    ? `${text} (${one(value, us, options)})`
    : text;
}

/** The unit a number without one is taken to be in, and that heads a column. */
export const preferredUnit = (dimension: Dimension, system: UnitSystem): Unit =>
  SHOWN[dimension][system === 'us' ? 'us' : 'metric'].unit;
