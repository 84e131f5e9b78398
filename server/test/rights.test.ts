import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { EventKind, EventPayloads } from '@radiatrix/core/job';
import type { JobEventDraft, JobRecord, Person, PlanRecord, Problem } from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
const NAMES = ['mara', 'rowan', 'cleo', 'piet', 'idris'] as const;
type Name = (typeof NAMES)[number];
let who: Record<Name, Actor>;
let people: { id: number; name: string; role: Person['role'] }[];
let vehicles: { id: number }[];
let part: { id: number; revisionId: number };
beforeAll(async () => {
  server = await demoServer();
  who = Object.fromEntries(
    await Promise.all(NAMES.map(async (name) => [name, await Actor.signIn(server.app, name)])),
  ) as Record<Name, Actor>;
  people = (await who.mara.get('/api/people').expect(200)).body as typeof people;
  vehicles = (await who.mara.get('/api/vehicles').expect(200)).body as typeof vehicles;
  const [line] = (await who.mara.get('/api/parts?text=NT-R%204402')).body as { id: number }[];
  const { revisionId } = (await who.mara.get(`/api/parts/${line!.id}`)).body as { revisionId: number };
  part = { id: line!.id, revisionId };
}, 120_000);
afterAll(() => server.stop());

let devices = 0;
const HOUR_MS = 3_600_000;
/** One event of a device of its own, by a clock that stands off from the true time. */
const said = <K extends EventKind>(kind: K, payload: EventPayloads[K], offMs = 0): JobEventDraft =>
  device(`d${(devices += 1)}-1`, Date.now() + offMs).event(kind, payload);
const send = (name: Name, job: number, ...events: JobEventDraft[]) => who[name].write('post', `/api/jobs/${job}/events`, { events }); // prettier-ignore
const read = async (job: number) => (await who.mara.get(`/api/jobs/${job}`).expect(200)).body as JobRecord;
const opened = () => said('opened', { vehicleId: vehicles[0]!.id, label: 'rights', complaint: '', odometerKm: null, alterations: [] }, -2 * HOUR_MS); // prettier-ignore
async function newJob(by: Name = 'mara', ...more: JobEventDraft[]): Promise<number> {
  const { body } = await who[by].write('post', '/api/jobs', { events: [opened(), ...more] }).expect(201);
  return (body as JobRecord).id;
}
const named = (name: string) => people.find((each) => each.name.toLowerCase().startsWith(name))!;
const handed = (name: string, offMs = 0) => said('handed over', { to: named(name).id, name: named(name).name }, offMs); // prettier-ignore
const allowed = (offMs = 0) => said('sheet allowed', { partId: part.id, reason: 'measured by hand' }, offMs);
const undo = (event: JobEventDraft, offMs = 0) => said('undone', { event: event.id }, offMs);

describe('an undo takes the right to what it undoes', () => {
  test('through undos of undos, and whatever the clock says', async () => {
    const allow = allowed();
    const job = await newJob('mara', allow, handed('idris'));
    const taken = undo(allow);
    await send('mara', job, taken).expect(200);
    expect((await read(job)).state.allowed).toEqual({});
    for (const name of ['idris', 'cleo'] as const)
      for (const off of [0, -HOUR_MS, HOUR_MS])
        expect((await send(name, job, undo(taken, off))).status, `${name} ${off}`).toBe(403);
    // In one batch, the chain led through an undo of the installer's own.
    const own = undo(taken);
    expect((await send('idris', job, own, undo(own))).status).toBe(403);
    await send('rowan', job, undo(taken, -HOUR_MS)).expect(200);
    expect(Object.keys((await read(job)).state.allowed)).toEqual([String(part.id)]);
  });

  test('an installer does not take a job back, nor a comparison of another person, and nobody undoes that a job was opened', async () => {
    const to = handed('idris');
    const kept = said('compared', { title: 'x', address: '?nr=1' });
    const away = handed('piet');
    const job = await newJob('mara', to, kept, away);
    expect((await send('idris', job, undo(away, -1))).status).toBe(403);
    expect((await send('idris', job, undo(away))).status).toBe(403);
    expect((await send('cleo', job, undo(kept))).status).toBe(403);
    const first = (await read(job)).story.find(({ kind }) => kind === 'opened')!;
    expect((await send('rowan', job, said('undone', { event: first.id }))).status).toBe(403);
    // The buttons say so before it is tried.
    const story = ((await who.idris.get(`/api/jobs/${job}`)).body as JobRecord).story;
    expect(story.filter(({ undoable }) => undoable).map(({ kind }) => kind)).toEqual(['compared']);
  });

  test('random chains, roles and clocks come to what a model of rights says', async () => {
    /** The model: for each kind, who may say it. Written by hand, beside the rule and not from it. */
    const MAY: Record<string, readonly Name[]> = {
      'sheet allowed': ['mara', 'rowan'],
      'part priced': ['mara', 'rowan', 'cleo'],
      'step noted': ['mara', 'rowan', 'cleo', 'idris'],
      placed: ['mara', 'rowan', 'cleo'],
    };
    const made: Record<string, (off: number) => JobEventDraft> = {
      'sheet allowed': allowed,
      'part priced': (off) => said('part priced', { partId: part.id, money: 10 }, off),
      'step noted': (off) => said('step noted', { step: 's', text: 'seen' }, off),
      placed: (off) => said('placed', { bay: 'A', at: null }, off),
    };
    const actor = fc.constantFrom<Name>('mara', 'rowan', 'cleo', 'idris');
    const offs = fc.constantFrom(0, -1, -HOUR_MS, HOUR_MS, 30 * HOUR_MS);
    const step = fc.record({ by: actor, kind: fc.constantFrom(...Object.keys(MAY)), at: fc.nat(20), undoes: fc.boolean(), off: offs }); // prettier-ignore
    await fc.assert(
      fc.asyncProperty(fc.array(step, { minLength: 6, maxLength: 14 }), async (steps) => {
        const job = await newJob('mara', handed('idris', -HOUR_MS));
        const kept: { draft: JobEventDraft; root: string; names?: string }[] = [];
        for (const { by, kind, at, undoes, off } of steps) {
          const target = undoes ? kept[at % (kept.length || 1)] : undefined;
          const draft = target ? undo(target.draft, off) : made[kind]!(off);
          const root = target?.root ?? kind;
          const { status } = await send(by, job, draft);
          expect(status, `${by} ${target ? 'undoes ' : ''}${root}`).toBe(MAY[root]!.includes(by) ? 200 : 403);
          if (status === 200) kept.push({ draft, root, ...(target ? { names: target.draft.id } : {}) });
        }
        const stands = (id: string): boolean => !kept.some(({ draft, names }) => names === id && stands(draft.id)); // prettier-ignore
        const left = kept.filter(({ draft, names }) => names === undefined && stands(draft.id));
        const { state } = await read(job);
        expect(Object.keys(state.allowed).length > 0).toBe(left.some(({ root }) => root === 'sheet allowed'));
        expect(state.stepNotes).toHaveLength(left.filter(({ root }) => root === 'step noted').length);
        expect(state.placed.bay !== null).toBe(left.some(({ root }) => root === 'placed'));
      }),
      { numRuns: 14, seed: 11 },
    );
  }, 120_000);
});

describe('what is decided when it arrives', () => {
  test('after a job has left an installer’s hands their work counts as handed in, a decision waits aside', async () => {
    const job = await newJob('mara', handed('idris', -HOUR_MS));
    await send('mara', job, handed('piet')).expect(200);
    const past = -HOUR_MS / 2;
    const note = said('step noted', { step: 's', text: 'a cracked clip' }, past);
    const chosen = said('part chosen', { partId: part.id, revisionId: part.revisionId, kind: 'radiator', role: 'goes in' }, past); // prettier-ignore
    const closed = said('closed', { outcome: 'done', note: '', heads: {} }, past);
    await send('idris', job, note, chosen, closed).expect(200);
    const { state, aside, story } = await read(job);
    expect(state.closed).toBeNull();
    expect(state.parts).toEqual([]);
    expect(aside.map(({ kind }) => kind).sort()).toEqual(['closed', 'part chosen']);
    expect(story.find(({ kind }) => kind === 'step noted')).toMatchObject({ handedIn: true });
    await who.rowan.write('post', `/api/jobs/${job}/aside`, { events: [chosen.id], take: true }).expect(200);
    expect((await read(job)).state.parts.map(({ partId }) => partId)).toEqual([part.id]);
  });

  test('a job is opened once; a part that is not on record, or is one of another kind, is not chosen', async () => {
    const job = await newJob();
    const other = said('opened', { vehicleId: vehicles[1]!.id, label: '', complaint: '', odometerKm: null, alterations: [] }); // prettier-ignore
    expect((await send('mara', job, other)).status).toBe(409);
    expect((await read(job)).vehicle.id).toBe(vehicles[0]!.id);
    const draft = await who.mara.write('post', '/api/parts', { number: 'DRAFT 1', maker: 'Nordtal', kind: 'radiator', description: '', figures: {}, ports: [], fasteners: [], box: [], supersedes: [] }); // prettier-ignore
    const unseen = (draft.body as { id?: number }).id;
    const choose = (partId: number, kind: 'radiator' | 'fan' = 'radiator') => said('part chosen', { partId, revisionId: 1, kind, role: 'goes in' }); // prettier-ignore
    expect((await send('mara', job, choose(999_999))).status).toBe(422);
    expect((await send('mara', job, choose(part.id, 'fan'))).status).toBe(422);
    if (unseen) expect((await send('cleo', job, choose(unseen))).status).toBe(422);
    await send('cleo', job, choose(part.id)).expect(200);
  });

  test('an undo of something that nobody has seen waits aside', async () => {
    const job = await newJob('mara', handed('idris'));
    await send('idris', job, said('undone', { event: crypto.randomUUID() })).expect(200);
    expect((await read(job)).aside.map(({ kind }) => kind)).toEqual([]);
    const { rows } = await server.connection.pool.query<{ standing: string }>('select standing from job_event where job_id = $1 and kind = $2', [job, 'undone']); // prettier-ignore
    expect(rows.map(({ standing }) => standing)).toEqual(['aside']);
  });
});

describe('clocks', () => {
  const FAR = Date.parse('2099-12-31T00:00:00Z');
  test('one that runs ahead is kept and marked, and nobody follows it', async () => {
    const job = await newJob('mara', handed('idris', -HOUR_MS));
    const poisoned = { ...said('step noted', { step: 's', text: 'from the future' }), clock: { ms: 4_102_444_800_000, n: 2_147_483_647 }, deviceTime: '9999-12-31T23:59:59Z' } as JobEventDraft; // prettier-ignore
    await send('idris', job, poisoned).expect(200);
    const { clock, story, state } = await read(job);
    expect(clock.ms).toBeLessThan(Date.now() + 2 * HOUR_MS);
    const told = story.find(({ id }) => id === poisoned.id)!;
    expect(told.clockSaid).toMatch(/^9999-12-31T23:59:59/);
    expect(Date.parse(told.at)).toBeLessThan(Date.now() + HOUR_MS);
    expect(state.stepNotes.map(({ text }) => text)).toEqual(['from the future']);
    // What is done next by a right clock comes after it, and is taken.
    await send('mara', job, said('described', { label: 'later' }, 1000)).expect(200);
    expect((await read(job)).state.label).toBe('later');
  });

  test('a hand-over of a poisoned clock does not stand for ever', async () => {
    const job = await newJob();
    const far = { ...handed('idris'), clock: { ms: FAR, n: 0 } } as JobEventDraft;
    await send('cleo', job, far).expect(200);
    await send('cleo', job, handed('piet', 1000)).expect(200);
    expect((await read(job)).state.handedTo?.id).toBe(named('piet').id);
    await send('piet', job, said('step noted', { step: 's', text: 'mine' }, 2000)).expect(200);
  });

  test('a batch of one such phone keeps its own order', async () => {
    const job = await newJob('mara', handed('idris', -HOUR_MS));
    const phone = device('ahead-1', FAR);
    const notes = [0, 1, 2].map((n) => phone.event('step noted', { step: 's', text: `note ${n}` }));
    await send('idris', job, ...notes).expect(200);
    expect((await read(job)).state.stepNotes.map(({ text }) => text)).toEqual(['note 0', 'note 1', 'note 2']);
  });
});

describe('one person', () => {
  test('does not try plans as an installer, and is told when to ask again', async () => {
    const { jobs, people: hands } = (await who.cleo.get('/api/plan').expect(200)).body as PlanRecord;
    const moves = [{ id: jobs[0]!.id, person: hands.at(-1)!.id }];
    await who.idris.write('post', '/api/plan/try', { moves }).expect(403);
    const answers = await Promise.all(
      Array.from({ length: 12 }, () => who.cleo.write('post', '/api/plan/try', { moves })),
    );
    const refused = answers.filter(({ status }) => status === 429);
    for (const { headers, body } of refused) {
      expect(headers['retry-after']).toBe('3');
      expect((body as Problem).code).toBe('busy');
    }
    expect(answers.every(({ status }) => [200, 429].includes(status))).toBe(true);
    expect(answers.some(({ status }) => status === 200)).toBe(true);
    await who.mara.get('/api/vehicles').expect(200);
  }, 180_000);
});
