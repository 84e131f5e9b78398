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
  'part priced': { partId, money: 148.5 },
  'choices made': { choices: { spacer: 8, place: null } },
  'compared': { title: 'one against the other', address: '?nr=1' },
  'sheet allowed': { partId, reason: 'the ends were held together' },
  'checked': { check: 'fans-ac', outcome: 'dead@ac', how: 'hand', said: '', minutes: 2, stream: null, photo: null },
  'check passed over': { check: 'gas', why: 'no tester here' },
  'repaired': { remedy: 'cap', minutes: 2, note: '' },
  'diagnosed': { causes: ['motor-seized@ac'], remedy: 'fan@ac', ends: 'part', chance: 0.94, said: 'Motor of the A/C fan seized or burnt out: 94 %.' },
  'way chosen': { mapId: 1, revisionId: 1, goals: ['radiator'], operations: ['brackets', 'radiator'], already: ['undertray'], title: 'Radiator out upward' },
  'step skipped': { step: 'out undertray', phase: 'remove', partId, reason: 'already missing' },
  'took longer': { step: 'out brackets', why: 'rust', note: 'soaked twice' },
  'minutes put right': { step: 'out brackets', minutes: 25 },
  'fasteners out': { tray: 'A', step: 'out brackets', there: 3, missing: 1, broken: 0, wrong: 0, over: [] },
  'fasteners back': { tray: 'A', step: 'back brackets', count: 4, over: [] },
  'fasteners replaced': { tray: 'A', count: 1, by: 'M8 × 25 from the drawer' },
  'photo taken': { photo: 'a2b4d1f0-0e6c-4a53-9b0e-0d9d1f1c7a11', step: 'out brackets', caption: 'seized' },
  'contour measured': { points: [{ alongMm: 0, intoMm: -10 }, { alongMm: 30, intoMm: 12 }], widthMm: null },
  'bench tested': { partId, fan: 'left', state: 'in its shroud on the core', volts: 13.6, amps: 10.9, turns: 'right way', rough: false, label: { volts: 13.5, amps: 11 } },
  'bench skipped': { partId, unit: '2', why: 'no supply here' },
  'came off': { thing: 'upper-hose', name: 'Upper hose', partKind: null, place: 'above', tool: 'clamp pliers', fasteners: [{ tray: 'A', name: 'clamps', count: 2 }], plug: '', broken: 0, coolantL: 1.5, minutes: 4, note: '' },
  'cooled': { step: 'out cool-down', how: 'measured', tempC: 41 },
  'went back': { thing: 'upper-hose', minutes: 3, renewed: '' },
  'step ticked': { step: 's1', phase: 'remove', partId, done: true },
  'step noted': { step: 's1', text: 'seized' },
  'fasteners counted': { partId, tray: 'A', found: 4 },
  'account opened': { arrival: 'low', lowL: 1.5, capacityL: null, extraL: 0, strength: 45, base: 'ethylene', technology: 'oat', target: 50 },
  'coolant moved': { way: 'out', liquid: 'coolant', litres: 5.1, got: 'jug', tempC: 60, strength: null, lost: false, stage: 'remove', note: '' },
  'disposed': { litres: 11, where: 'council yard, drum 3' },
  'strength read': { with: 'refractometer', shows: -34, scale: 'ethylene', sampleC: 22, compensated: true, of: 'ethylene' },
  'filling chosen': { school: 'sealed funnel', flush: 'none', technology: 'oat', why: '' },
  'vacuum read': { startKPa: 90, endKPa: 89, minutes: 5, altitudeM: 60, coolantC: 18 },
  'bled': { blower: 'high', stream: null, minutes: 28, met: ['thermostat opened', 'fan cycled'], findings: [{ code: 'opened', said: 'at 84 °C' }], ended: 'done' },
  'pressure tested': { ambientKPa: 101.3, capKPa: 108, coolantL: 8, strokes: [{ litres: 0.2, kPa: 35 }, { litres: 0.5, kPa: 90 }], strokeU: 0.03, start: { kPa: 90, coolantC: 20, minutes: 0 }, end: { kPa: 89, coolantC: 20, minutes: 15 }, gaugeU: 0.5, temperatureU: 0.5 },
  'proved': { what: 'fan ac', word: 'proven', said: 'both run', stream: null },
  'proof waived': { what: 'crawl', why: 'no hill within reach' },
  'trial planned': { id: '0b9e1f64-3c51-4b0e-9a77-5f1d2c3b4a59', title: 'fans', protocol: 'pull-down', setUps: [{ id: 'a', name: 'as it came', changes: [] }, { id: 'b', name: 'new fans', changes: ['fans'] }], about: null, margin: null, conditions: { startC: 98, hour: 'after two', load: 'two people', airConditioning: true, blower: 'high' } },
  'run made': { trial: '0b9e1f64-3c51-4b0e-9a77-5f1d2c3b4a59', run: '1c9e1f64-3c51-4b0e-9a77-5f1d2c3b4a59', setUp: 'a', value: 115, written: '1:55', ambientC: 24, startC: 97, lateS: 1, stream: null },
  'follow-up set': { what: 'after the overnight cool-down', due: '2026-03-02T08:00:00.000Z', litres: 0.2 },
  'followed up': { what: 'after the overnight cool-down', found: 'a finger below the mark' },
  'timer': { what: 'work', act: 'begin', step: 's1', boot: 'b', monotonicMs: 12.5 },
  'noted': { text: 'key in the box' },
  'handed over': { to: null, name: '' },
  'promised': { ready: '2026-06-01T15:00:00.000Z', from: null },
  'placed': { bay: '1', at: null },
  'closed': { outcome: 'done', note: '', heads: { phone: 3 } },
  'difference settled': { difference: 'figure pinSpacing', how: 'accepted', said: 'Pins apart: 612 mm' },
  'late looked at': { events: ['8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b'], note: '' },
  'readings taken': { stream, what: 'amps at the fan' },
  'opened again': { note: '' },
  'undone': { event: '8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b' },
}); // prettier-ignore
