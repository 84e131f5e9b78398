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
