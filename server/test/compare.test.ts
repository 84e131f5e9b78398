import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Bench, Comparison, MatchResult, Problem } from '@radiatrix/contract';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, cleo: Actor;
let vehicleId: number;
const ids: Record<string, number> = {};
beforeAll(async () => {
  server = await demoServer();
  [mara, cleo] = (await Promise.all(['mara', 'cleo'].map((name) => Actor.signIn(server.app, name)))) as [
    Actor,
    Actor,
  ];
  const { body } = await cleo
    .get(`/api/find?text=${encodeURIComponent('09 tussock diesel auto aircon standard cooling')}`)
    .expect(200);
  vehicleId = (body as { vehicles: { id: number }[] }).vehicles[0]!.id;
  const match = (await cleo.get(`/api/vehicles/${vehicleId}/match`).expect(200)).body as MatchResult;
  for (const { number, id } of match.candidates) ids[number] = id;
});
afterAll(() => server.stop());

const bench = async (query: string): Promise<Bench> =>
  (await cleo.get(`/api/vehicles/${vehicleId}/bench?${query}`).expect(200)).body as Bench;

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
  test('of a job count its own figures first; a part or a job that is not there is said', async () => {
    const { body } = await mara
      .write('post', '/api/jobs', {
        vehicleId,
        label: 'lift one',
        figures: [{ key: 'bayDepth', text: '171 mm', method: 'tape' }],
      })
      .expect(201);
    const { id } = body as { id: number };
    const own = await bench(`part=${ids['NT-R 4410']}&job=${id}`);
    expect(own.bay.quantities.bayDepth!.value).toBe(171);
    expect(own.job).toMatchObject({ id, label: 'lift one' });
    await cleo.get(`/api/vehicles/${vehicleId}/bench?part=999999`).expect(404);
    await cleo.get(`/api/vehicles/${vehicleId}/bench?part=${ids['NT-R 4410']}&job=999999`).expect(404);
    await cleo.get(`/api/vehicles/${vehicleId}/bench?part=one`).expect(422);
  });
});

describe('comparisons of a job', () => {
  test('are kept as they were asked with what was found, once however often sent, and can be taken away', async () => {
    const { body } = await mara.write('post', '/api/jobs', { vehicleId }).expect(201);
    const jobId = (body as { id: number }).id;
    const document = {
      title: 'NT-R 4410 against NT-R 4402',
      address: `?nf=${ids['NT-F 2260']}&nr=${ids['NT-R 4410']}&spacer=4`,
      findings: [{ about: 'depth', word: 'stop', sentence: 'Fan motor to engine 14 mm, 20 mm wanted.' }],
    };
    const first = await mara
      .write('post', `/api/jobs/${jobId}/comparisons`, document, { key: 'comparison-one-key' })
      .expect(201);
    const again = await mara
      .write('post', `/api/jobs/${jobId}/comparisons`, document, { key: 'comparison-one-key' })
      .expect(201);
    expect(again.body).toEqual(first.body);
    const list = async () =>
      (await cleo.get(`/api/jobs/${jobId}/comparisons`).expect(200)).body as Comparison[];
    expect(await list()).toMatchObject([{ ...document, jobId, saved: { by: 'Mara' } }]);
    for (const wrong of [
      { ...document, address: 'https://elsewhere' },
      { ...document, findings: [] },
      { ...document, findings: [{ about: 'depth', word: 'maybe', sentence: 'x' }] },
    ]) {
      const refused = await mara.write('post', `/api/jobs/${jobId}/comparisons`, wrong).expect(422);
      expect((refused.body as Problem).fields!.length).toBeGreaterThan(0);
    }
    await mara.write('post', '/api/jobs/999999/comparisons', document).expect(404);
    const { id } = first.body as { id: number };
    await mara.write('delete', `/api/comparisons/${id}`).expect(204);
    await mara.write('delete', `/api/comparisons/${id}`).expect(404);
    expect(await list()).toEqual([]);
  });
});
