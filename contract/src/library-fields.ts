import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
} from '@radiatrix/core/vehicle';

/** How a value of a record is edited. */
export type FieldType =
  | { type: 'text'; long?: boolean }
  | { type: 'number'; min: number; max: number; whole: boolean; unit?: string }
  | { type: 'choice'; choices: readonly string[] }
  | { type: 'yes-no' }
  | { type: 'words' }
  | { type: 'years' }
  | { type: 'months' }
  | { type: 'record'; of: LibraryTable | 'bay' };

export interface RecordField {
  key: string;
  label: string;
  field: FieldType;
  optional?: boolean;
}

export const LIBRARY_TABLES = [
  'make',
  'model',
  'engine',
  'transmission',
  'source',
  'configuration',
  'bay',
] as const;
export type LibraryTable = (typeof LIBRARY_TABLES)[number];

const of = (key: string, label: string, field: FieldType, optional = false): RecordField => ({
  key,
  label,
  field,
  optional,
});
const choice = (choices: readonly string[]): FieldType => ({ type: 'choice', choices });

/** The records that are a row each: what they hold, and how it is edited. */
export const LIBRARY: Record<LibraryTable, { one: string; many: string; fields: readonly RecordField[] }> = {
  make: { one: 'make', many: 'Makes', fields: [of('name', 'Name', { type: 'text' })] },
  model: {
    one: 'model', many: 'Models',
    fields: [of('makeId', 'Make', { type: 'record', of: 'make' }), of('name', 'Name', { type: 'text' }), of('nicknames', 'What people call it', { type: 'words' }, true), of('life', 'Model years', { type: 'years' })],
  },
  engine: {
    one: 'engine', many: 'Engines',
    fields: [
      of('code', 'Code', { type: 'text' }), of('displacementL', 'Displacement', { type: 'number', min: 0, max: 20, whole: false, unit: 'L' }), of('cylinders', 'Cylinders', { type: 'number', min: 0, max: 16, whole: true }),
      of('layout', 'Layout', choice(LAYOUTS)), of('fuel', 'Fuel', choice(FUELS)), of('aspiration', 'Aspiration', choice(ASPIRATIONS)),
      of('powerKW', 'Power at the crankshaft', { type: 'number', min: 5, max: 1000, whole: false, unit: 'kW' }, true),
    ],
  },
  transmission: {
    one: 'transmission', many: 'Transmissions',
    fields: [of('code', 'Code', { type: 'text' }), of('kind', 'Kind', choice(TRANSMISSION_KINDS)), of('gears', 'Forward speeds, 0 for none to count', { type: 'number', min: 0, max: 12, whole: true })],
  },
  source: {
    one: 'source', many: 'Sources',
    fields: [of('name', 'Name', { type: 'text' }), of('kind', 'Kind', { type: 'text' }), of('grade', 'Grade: 1 installed, 2 measured, 3 data sheet, 4 listed, 5 told', { type: 'number', min: 1, max: 5, whole: true }), of('note', 'Note', { type: 'text', long: true }, true)],
  },
  configuration: {
    one: 'vehicle', many: 'Vehicles',
    fields: [
      of('modelId', 'Model', { type: 'record', of: 'model' }), of('year', 'Model year', { type: 'number', min: 1900, max: 2100, whole: true }), of('engineId', 'Engine', { type: 'record', of: 'engine' }),
      of('transmissionId', 'Transmission', { type: 'record', of: 'transmission' }), of('airConditioning', 'Air conditioning', { type: 'yes-no' }), of('package', 'Cooling package', choice(PACKAGES)),
      of('body', 'Body', choice(BODIES)), of('drive', 'Driven wheels', choice(DRIVES)), of('steering', 'Steering side', choice(SIDES)), of('built', 'Built', { type: 'months' }), of('bayId', 'Bay', { type: 'record', of: 'bay' }),
    ],
  },
  bay: { one: 'bay', many: 'Bays', fields: [of('name', 'Name', { type: 'text' })] },
}; // prettier-ignore
