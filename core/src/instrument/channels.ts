/** What an instrument measures. */
export const QUANTITIES = {
  coolant: { label: 'coolant', unit: '°C', least: -40, most: 160 },
  ambient: { label: 'air outside', unit: '°C', least: -50, most: 70 },
  volts: { label: 'volts at the plug', unit: 'V', least: -60, most: 60 },
  amps: { label: 'amps', unit: 'A', least: -600, most: 600 },
  pressure: { label: 'pressure over ambient', unit: 'kPa', least: -110, most: 400 },
  speed: { label: 'engine speed', unit: '1/min', least: 0, most: 9000 },
  sound: { label: 'sound level', unit: 'dB(A)', least: 10, most: 140 },
  freezing: { label: 'freezing scale', unit: '°C', least: -70, most: 5 },
  elapsed: { label: 'time', unit: 's', least: 0, most: 86_400 },
  // Signed: a blade that turns against its mark reads below nothing.
  spin: { label: 'speed of the fan, below 0 backwards', unit: '1/min', least: -9000, most: 9000 },
  wobble: { label: 'wobble', unit: 'mm/s', least: 0, most: 500 },
  air: { label: 'air at the vents', unit: '°C', least: -40, most: 120 },
} as const;
export type Quantity = keyof typeof QUANTITIES;
export const QUANTITY_NAMES = Object.keys(QUANTITIES) as Quantity[];

/** One column of an instrument's readings. */
export interface ReadingChannel {
  name: string;
  quantity: Quantity;
  unit: string;
  /** Expanded uncertainty (k = 2) of one reading, in its unit. */
  u: number;
}

export interface InstrumentHead {
  id: string;
  label: string;
  channels: ReadingChannel[];
  /** Readings a second. */
  hz: number;
  /** A stand-in that ships with the product, not a device. */
  simulated: boolean;
}

/** One moment: a number that counts the instrument's readings, its own clock, a value a channel. */
export interface Reading {
  seq: number;
  ms: number;
  /** null where it gave none. */
  values: (number | null)[];
}

/** What a written unit means for a quantity, as factor and offset to the unit above; undefined where it is another's. */
export function unitFor(quantity: Quantity, written: string): { factor: number; offset: number } | undefined {
  const unit = written.toLowerCase().replaceAll(/[\s.]/g, '');
  const own = QUANTITIES[quantity].unit;
  if (unit === '' || unit === own.toLowerCase()) return { factor: 1, offset: 0 };
  if (own === '°C') {
    if (['c', 'degc', '°c', 'celsius'].includes(unit)) return { factor: 1, offset: 0 };
    if (['f', 'degf', '°f', 'fahrenheit'].includes(unit)) return { factor: 5 / 9, offset: -32 };
    if (unit === 'k') return { factor: 1, offset: -273.15 };
  }
  // Exact: 1 psi is 6.894757… kPa by the pound and the inch; 1 bar is 100 kPa.
  if (own === 'kPa') {
    if (unit === 'psi') return { factor: 6.894757293168361, offset: 0 };
    if (unit === 'bar') return { factor: 100, offset: 0 };
    if (unit === 'mbar' || unit === 'hpa') return { factor: 0.1, offset: 0 };
  }
  if (own === 'A' && unit === 'ma') return { factor: 0.001, offset: 0 };
  if (own === 'V' && unit === 'mv') return { factor: 0.001, offset: 0 };
  if (own === 'mm/s' && unit === 'in/s') return { factor: 25.4, offset: 0 };
  if (own === '1/min' && ['rpm', 'min-1'].includes(unit)) return { factor: 1, offset: 0 };
  if (own === 'dB(A)' && ['db', 'dba'].includes(unit)) return { factor: 1, offset: 0 };
  return undefined;
}
