import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { DeskRecord, FigureWanted, JobLine, ReviewLine } from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, rowan: Actor, cleo: Actor, idris: Actor;
let jobs: JobLine[];
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo, idris] = (await Promise.all(['mara', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor]; // prettier-ignore
  jobs = (await mara.get('/api/jobs')).body as JobLine[];
}, 120_000);
afterAll(() => server.stop());

const desk = async (who: Actor): Promise<DeskRecord> => (await who.get('/api/desk').expect(200)).body as DeskRecord; // prettier-ignore
const labels = ({ jobs: rows }: DeskRecord): string[] => rows.map(({ label }) => label);
const idOf = (label: string): number => jobs.find((job) => job.label.startsWith(label))!.id;

describe('what needs whom', () => {
  test('an installer sees what is in their hands, the counter what has to be ordered, the specialist all of it, the reviewer what waits for them', async () => {
    const [own, counter, bench, review] = await Promise.all([
      desk(idris),
      desk(cleo),
      desk(mara),
      desk(rowan),
    ]);
    expect(own.jobs.every(({ hands }) => hands === 'Idris')).toBe(true);
    expect(labels(own)).toContain('Parcel van 3');
    expect(own.failing).toEqual([]);
    expect(labels(counter)).toContain('Harbour taxi 14');
    expect(counter.jobs.map(({ waits }) => waits)).not.toContain('hands');
    expect([counter.toCheck, counter.sentBack]).toEqual([0, []]);
    expect(bench.jobs[0]).toMatchObject({ waits: 'a look at what came late', waitsSaid: '1 entry' });
    expect(bench.failing.map(({ number }) => number).sort()).toEqual(['MV-F 12', 'NT-E 60']);
    expect(bench.jobs.find(({ label }) => label === 'Row 5, old coupe')!.silent).toBe(true);
    const waiting = ((await rowan.get('/api/review')).body as ReviewLine[]).length;
    expect(review.toCheck).toBe(waiting);
    const open = jobs.filter(({ closed }) => !closed).length;
    expect(bench.stages.reduce((sum, { count }) => sum + count, 0)).toBe(open);
    expect(own.stages.reduce((sum, { count }) => sum + count, 0)).toBeLessThan(open);
  });

  test('it follows what happens: ordered, come, closed and laid beside the library, each asks the next', async () => {
    const id = idOf('Harbour taxi 14');
    const hand = device('desk-51', Date.now() - 600_000);
    const part = 'partId' as const;
    const { state } = (await mara.get(`/api/jobs/${id}`)).body as {
      state: { parts: { partId: number }[]; heads: Record<string, number> };
    };
    const { partId } = state.parts[0]!;
    const waits = async () => ((await mara.get('/api/jobs')).body as JobLine[]).find((job) => job.id === id)!.waits; // prettier-ignore
    const say = (...events: Parameters<typeof hand.event>[]) => mara.write('post', `/api/jobs/${id}/events`, { events: events.map((each) => hand.event(...each)) }).expect(200); // prettier-ignore
    expect(await waits()).toBe('a part to be ordered');
    await say(['part moved', { [part]: partId, state: 'ordered' }]);
    expect(await waits()).toBe('a part to arrive');
    expect((await desk(cleo)).jobs.find((job) => job.id === id)!.waits).toBe('a part to arrive');
    await say(['closed', { outcome: 'done', note: '', heads: { ...state.heads, ...hand.heads() } }]);
    expect(await waits()).toBe('the library');
    await say(['difference settled', { difference: `outcome ${partId}`, how: 'left', said: '' }]);
    expect(await waits()).toBeNull();
    const line = ((await mara.get('/api/jobs')).body as JobLine[]).find((each) => each.id === id)!;
    expect(line).toMatchObject({ closed: true, late: 0, waits: null });
  });

  test('figures to measure are those that settle most verdicts on open jobs, of parts that the reader sees', async () => {
    const wanted = (await cleo.get('/api/desk/figures').expect(200)).body as FigureWanted[];
    expect(wanted.length).toBeGreaterThan(0);
    const counts = wanted.map(({ parts }) => parts.length);
    expect(counts).toEqual(counts.toSorted((a, b) => b - a));
    const released = ((await cleo.get('/api/parts')).body as { number: string }[]).map(
      ({ number }) => number,
    );
    for (const { parts } of wanted) expect(released).toEqual(expect.arrayContaining(parts));
  });
});
