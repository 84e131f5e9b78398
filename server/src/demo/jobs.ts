import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { backStep, outStep, preferred, wayWords, waysIn, type Objective } from '@radiatrix/core/access';
import {
  CLOCK_START,
  tick,
  type EventKind,
  type EventPayloads,
  type FollowUp,
  type PartRole,
  type PartState,
} from '@radiatrix/core/job';
import type { JobEventDraft, Person } from '@radiatrix/contract';
import { vehicleAccess } from '../access/service.ts';
import type { Database, Db } from '../db/client.ts';
import { asPerson } from '../db/transaction.ts';
import { addEvents, openJob } from '../jobs/service.ts';
import { partIdByNumber, partLines } from '../parts/queries.ts';
import { documentOf } from '../procedures/queries.ts';
import { headOf } from '../revisions/queries.ts';
import { configurations, loadVocabulary, proceduresOfBay, sourceByName } from '../vehicles/queries.ts';

/** A job as the demo tells it: parts by number, steps by how far the work came. */
interface DemoJob {
  label: string;
  vehicle: { model: string; year: number; engine: string; transmission: string; airConditioning: boolean };
  complaint: string;
  odometerKm: number;
  by: Person['role'];
  daysAgo: number;
  alterations?: string[];
  events: [kind: string, payload: Record<string, unknown>][];
}

const DAY_MS = 86_400_000;
const HOUR_MS = 3_600_000;

type Clock = [days: number, clock: string];
/** A time of a day so many days from now, by the shop's own clock. */
function clockIn(said: Clock | undefined): string | null {
  if (!said) return null;
  const [days, clock] = said;
  const day = new Date();
  day.setDate(day.getDate() + days);
  day.setHours(Number(clock.slice(0, 2)), Number(clock.slice(3)), 0, 0);
  return day.toISOString();
}

/** Writes a job's events as one device would have, some minutes apart. */
export function device(name: string, startMs: number) {
  let [clock, seq, now] = [CLOCK_START, 0, startMs];
  return {
    heads: () => ({ [name]: seq }),
    event: <K extends EventKind>(kind: K, payload: EventPayloads[K]): JobEventDraft => {
      now += 180_000;
      clock = tick(clock, now);
      seq += 1;
      return { id: randomUUID(), kind, device: name, seq, clock, deviceTime: new Date(now).toISOString(), payload } as JobEventDraft; // prettier-ignore
    },
  };
}

async function vehicleOf(db: Db, wanted: DemoJob['vehicle']) {
  const vocabulary = await loadVocabulary(db);
  const model = vocabulary.models.find((each) => each.name === wanted.model);
  const engine = vocabulary.engines.find((each) => each.code === wanted.engine);
  const transmission = vocabulary.transmissions.find((each) => each.code === wanted.transmission);
  const found = (await configurations(db, model ? [model.id] : [])).find(
    (each) =>
      each.year === wanted.year &&
      each.engineId === engine?.id &&
      each.transmissionId === transmission?.id &&
      each.airConditioning === wanted.airConditioning,
  );
  if (!found) throw new Error(`demo job: no ${JSON.stringify(wanted)}`);
  return found;
}

async function eventsOf(
  db: Db,
  job: DemoJob,
  vehicle: { id: number; bayId: number },
  hand: ReturnType<typeof device>,
  people: ReadonlyMap<string, Person>,
  person: Person,
): Promise<JobEventDraft[]> {
  const partOf = async (number: unknown) => {
    const id = await partIdByNumber(db, String(number));
    const [line] = await partLines(db, { ids: [id!] }, true);
    return line!;
  };
  const events: JobEventDraft[] = [];
  for (const [kind, payload] of job.events) {
    if (kind === 'part chosen') {
      const part = await partOf(payload.part);
      events.push(
        hand.event('part chosen', {
          partId: part.id,
          revisionId: part.revisionId,
          kind: part.kind,
          role: payload.role as PartRole,
        }),
      );
    } else if (kind === 'handed over') {
      const { id, name } = people.get(String(payload.role))!;
      events.push(hand.event('handed over', { to: id, name }));
    } else if (kind === 'part priced')
      events.push(
        hand.event('part priced', { partId: (await partOf(payload.part)).id, money: Number(payload.money) }),
      );
    else if (kind === 'part moved')
      events.push(
        hand.event('part moved', {
          partId: (await partOf(payload.part)).id,
          state: payload.state as PartState,
        }),
      );
    else if (kind === 'figure taken')
      events.push(
        hand.event('figure taken', {
          key: String(payload.key),
          text: String(payload.text),
          method: payload.method as 'tape',
          sourceId: (await sourceByName(db, String(payload.source)))!,
        }),
      );
    else if (kind === 'steps') {
      const part = await partOf(payload.part);
      const way = (await proceduresOfBay(db, vehicle.bayId, true)).find(
        (each) => each.title === payload.procedure,
      );
      const head = way && (await headOf(db, 'procedure', way.id, true));
      const steps = head ? (await documentOf(db, head.id))!.steps : [];
      for (const step of steps.slice(0, payload.count as number))
        events.push(
          hand.event('step ticked', { step: step.id, phase: step.phase, partId: part.id, done: true }),
        );
    } else if (kind === 'way') {
      const { map } = await vehicleAccess(db, vehicle.id, person, undefined);
      const goals = payload.goals as string[];
      const found = waysIn({ map: map!.document, goal: goals.map((thing) => ({ thing, state: 'off' })) });
      const way = found.found ? preferred(found.ways, [payload.first as Objective]) : undefined;
      if (!way) throw new Error(`demo job: no way in to ${goals.join(', ')}`);
      events.push(
        hand.event('way chosen', {
          mapId: map!.id,
          revisionId: map!.revisionId,
          goals,
          operations: way.operations,
          already: [],
          title: wayWords(map!.document, way.operations),
        }),
      );
    } else if (kind === 'timed') {
      // Every move of the way that was chosen, out and back, at this job's pace and each a little off.
      const chosen = events.findLast((event) => event.kind === 'way chosen')!.payload as EventPayloads['way chosen']; // prettier-ignore
      const { map } = await vehicleAccess(db, vehicle.id, person, undefined);
      const last = chosen.operations.at(-1)!;
      if (payload.rust) events.push(hand.event('took longer', { step: outStep(last), why: 'rust', note: String(payload.rust) })); // prettier-ignore
      for (const code of chosen.operations) {
        const operation = map!.document.operations.find((each) => each.code === code)!;
        const off = (payload.pace as number) * (0.8 + 0.05 * (code.length % 9));
        const took = (minutes: number): number => Math.round(10 * minutes * off) / 10;
        if (!operation.waiting && operation.minutes > 0)
          events.push(hand.event('minutes put right', { step: outStep(code), minutes: took(operation.minutes) })); // prettier-ignore
        if (operation.back && operation.back.minutes > 0)
          events.push(hand.event('minutes put right', { step: backStep(code), minutes: took(operation.back.minutes) })); // prettier-ignore
      }
    } else if (kind === 'follow-up set')
      events.push(
        hand.event('follow-up set', {
          what: payload.what as FollowUp,
          due: new Date(Date.now() + (payload.inHours as number) * HOUR_MS).toISOString(),
          litres: payload.litres as number,
        }),
      );
    else if (kind === 'promised')
      events.push(hand.event('promised', { ready: clockIn(payload.ready as Clock | undefined), from: clockIn(payload.from as Clock | undefined) })); // prettier-ignore
    else if (kind === 'closed')
      events.push(
        hand.event('closed', { ...(payload as { outcome: 'done'; note: string }), heads: hand.heads() }),
      );
    else if (kind !== 'late') events.push(hand.event(kind as 'noted', payload as { text: string }));
  }
  return events;
}

/** Jobs at different stages, so that desk, job and sheet have something true to show. */
export async function loadDemoJobs(
  db: Database,
  folder: string,
  people: ReadonlyMap<string, Person>,
  now = Date.now(),
): Promise<void> {
  const { jobs } = JSON.parse(readFileSync(path.join(folder, 'jobs.json'), 'utf8')) as { jobs: DemoJob[] };
  for (const [i, job] of [...jobs].reverse().entries()) {
    const person = people.get(job.by)!;
    await asPerson(db, person.id, async (tx) => {
      const vehicle = await vehicleOf(tx, job.vehicle);
      const hand = device(`desk-${i + 1}`, now - job.daysAgo * DAY_MS);
      const opened = hand.event('opened', {
        vehicleId: vehicle.id,
        label: job.label,
        complaint: job.complaint,
        odometerKm: job.odometerKm,
        alterations: job.alterations ?? [],
      });
      const id = await openJob(
        tx,
        [opened, ...(await eventsOf(tx, job, vehicle, hand, people, person))],
        person,
      );
      const late = job.events.filter(([kind]) => kind === 'late');
      const phone = device(`phone-${i + 1}`, now - (job.daysAgo - 1) * DAY_MS);
      if (late.length > 0)
        await addEvents(
          tx,
          id,
          late.map(([, { kind, payload }]) => phone.event(kind as 'noted', payload as { text: string })),
          person,
        );
    });
  }
}
