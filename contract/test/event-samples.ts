import type { EventKind, EventPayloads } from '@radiatrix/core/job';

/** What the samples name; each is on record where they are sent. */
export interface SampleNames {
  vehicleId: number;
  partId: number;
  revisionId: number;
  sourceId: number;
  stream: string;
}

/** Something that each kind of event may say; a kind of the registry that is missing here does not compile. */
export const eventSamples = ({
  vehicleId,
  partId,
  revisionId,
  sourceId,
  stream,
}: SampleNames): { readonly [K in EventKind]: EventPayloads[K] } => ({
  'opened': { vehicleId, label: 'lift two', complaint: 'hot', odometerKm: 91_000, alterations: ['second cooler'] },
  'described': { odometerKm: null },
  'vehicle put right': { vehicleId, why: 'it is the manual' },
  'figure taken': { key: 'bayDepth', text: '171 mm', method: 'tape', sourceId },
  'figure given up': { key: 'bayDepth', why: '' },
  'part chosen': { partId, revisionId, kind: 'radiator', role: 'goes in' },
  'part dropped': { partId: 1_000_000 },
  'part moved': { partId, state: 'here' },
  'choices made': { choices: { spacer: 8, place: null } },
  'compared': { title: 'one against the other', address: '?nr=1' },
  'sheet allowed': { partId, reason: 'the ends were held together' },
  'way chosen': { mapId: 1, revisionId: 1, goals: ['radiator'], operations: ['brackets', 'radiator'], already: ['undertray'], title: 'Radiator out upward' },
  'step skipped': { step: 'out undertray', phase: 'remove', partId, reason: 'already missing' },
  'took longer': { step: 'out brackets', why: 'rust', note: 'soaked twice' },
  'minutes put right': { step: 'out brackets', minutes: 25 },
  'fasteners out': { tray: 'A', step: 'out brackets', there: 3, missing: 1, broken: 0, wrong: 0, over: [] },
  'fasteners back': { tray: 'A', step: 'back brackets', count: 4, over: [] },
  'fasteners replaced': { tray: 'A', count: 1, by: 'M8 × 25 from the drawer' },
  'photo taken': { photo: 'a2b4d1f0-0e6c-4a53-9b0e-0d9d1f1c7a11', step: 'out brackets', caption: 'seized' },
  'bench tested': { partId, fan: 'left', state: 'in its shroud on the core', volts: 13.6, amps: 10.9, turns: 'right way', rough: false, label: { volts: 13.5, amps: 11 } },
  'step ticked': { step: 's1', phase: 'remove', partId, done: true },
  'step noted': { step: 's1', text: 'seized' },
  'fasteners counted': { partId, tray: 'A', found: 4 },
  'timer': { what: 'work', act: 'begin', step: 's1', boot: 'b', monotonicMs: 12.5 },
  'noted': { text: 'key in the box' },
  'handed over': { to: null, name: '' },
  'closed': { outcome: 'done', note: '', heads: { phone: 3 } },
  'late looked at': { events: ['8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b'], note: '' },
  'readings taken': { stream, what: 'amps at the fan' },
  'opened again': { note: '' },
  'undone': { event: '8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b' },
}); // prettier-ignore
