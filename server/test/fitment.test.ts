import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { PlanningRecord, MatchResult } from '@radiatrix/contract';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let cleo: Actor;
let vehicleId: number;
const ids: Record<string, number> = {};
beforeAll(async () => {
  server = await demoServer();
  cleo = await Actor.signIn(server.app, 'cleo');
  const { body } = await cleo
    .get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`)
    .expect(200);
  vehicleId = (body as { vehicles: { id: number }[] }).vehicles[0]!.id;
  const match = (await cleo.get(`/api/vehicles/${vehicleId}/match`).expect(200)).body as MatchResult;
  for (const { number, id } of match.candidates) ids[number] = id;
});
afterAll(() => server.stop());

const bench = async (query: string): Promise<PlanningRecord> =>
  (await cleo.get(`/api/vehicles/${vehicleId}/planning?${query}`).expect(200)).body as PlanningRecord;

describe('parts side by side', () => {
  test('come with their figures, plugs, thermostats and the screws round the core, in the order asked', async () => {
    const both = await bench(`part=${ids['NT-F 2260']}&part=${ids['NT-R 4410']}`);
    expect(both.parts.map((part) => part.number)).toEqual(['NT-F 2260', 'NT-R 4410']);
    expect(both.bay.quantities.bayDepth).toMatchObject({ value: 176, u: 2 });
    expect(both.connectors.map((each) => each.code).sort()).toEqual(['FAN-2A', 'FAN-4K']);
    expect(both.thermostats.map((each) => each.opensC)).toContain(82);
    expect(both.fasteners.some((each) => each.thread.startsWith('M6') && each.lengthMm === 16)).toBe(true);
    expect(both.parts[0]!.inTheBox).toContainEqual({ name: '12 mm spacers', quantity: 4 });
    expect(both.job).toBeNull();
  });
  test('a part or a job that is not there is said', async () => {
    await cleo.get(`/api/vehicles/${vehicleId}/planning?part=999999`).expect(404);
    await cleo.get(`/api/vehicles/${vehicleId}/planning?part=${ids['NT-R 4410']}&job=999999`).expect(404);
    await cleo.get(`/api/vehicles/${vehicleId}/planning?part=one`).expect(422);
  });
});
