import { randomUUID } from 'node:crypto';
import { expect, type APIRequestContext, type Page } from '@playwright/test';
import { CLOCK_START, tick, type EventKind, type EventPayloads } from '@radiatrix/core/job';
import type {
  JobRecord,
  MatchResult,
  NumberedEvent,
  EventPage,
  VehicleAccess,
  VehicleLine,
} from '@radiatrix/contract';
import { waysIn, type Way } from '@radiatrix/core/access';

/** What a page's own person may ask of the server. */
export async function asked<T>(request: APIRequestContext, url: string): Promise<T> {
  const answer = await request.get(url);
  expect(answer.ok(), `${url} ${answer.status()}`).toBe(true);
  return (await answer.json()) as T;
}

export async function sent<T>(request: APIRequestContext, url: string, data: unknown): Promise<T> {
  const { csrfToken } = await asked<{ csrfToken: string }>(request, '/api/session');
  const answer = await request.post(url, { data, headers: { 'X-CSRF-Token': csrfToken } });
  expect(answer.ok(), `${url} ${answer.status()} ${await answer.text()}`).toBe(true);
  return (await answer.json()) as T;
}

/** Events as one device writes them down. */
export function desk() {
  const device = `desk-${randomUUID().slice(0, 8)}`;
  let [clock, seq] = [CLOCK_START, 0];
  return <K extends EventKind>(kind: K, payload: EventPayloads[K]) => {
    clock = tick(clock, Date.now());
    seq += 1;
    return { id: randomUUID(), kind, device, seq, clock, deviceTime: new Date().toISOString(), payload };
  };
}

/** A job on a vehicle, with a part that goes in and, where it is asked for, a way in and whoever does it. */
export async function openedJob(
  page: Page,
  { label, number, goals, hands }: { label: string; number: string; goals?: string[]; hands?: string },
): Promise<{ id: number; vehicleId: number; way: Way | undefined }> {
  const { request } = page;
  const vehicles = await asked<VehicleLine[]>(request, '/api/vehicles');
  const vehicle = vehicles.find(
    ({ title, transmission, configuration }) =>
      title === '2011 Quillon Tussock' && /auto/.test(transmission) && configuration.airConditioning,
  )!;
  const { candidates } = await asked<MatchResult>(request, `/api/vehicles/${vehicle.id}/match`);
  const part = candidates.find((each) => each.number === number)!;
  const say = desk();
  const people = await asked<{ id: number; name: string }[]>(request, '/api/people');
  const to = people.find(({ name }) => name === hands);
  const access = await asked<VehicleAccess>(request, `/api/vehicles/${vehicle.id}/access`);
  const found = goals
    ? waysIn({ map: access.map!.document, goal: goals.map((thing) => ({ thing, state: 'off' })) })
    : undefined;
  const way = found?.found
    ? found.ways.find(({ people: count, lift }) => count === 1 && lift !== 'lift')
    : undefined;
  const record = await sent<JobRecord>(request, '/api/jobs', {
    events: [
      say('opened', { vehicleId: vehicle.id, label, complaint: '', odometerKm: null, alterations: [] }),
      say('part chosen', {
        partId: part.id,
        revisionId: await revisionOf(request, part.id),
        kind: part.kind,
        role: 'goes in',
      }),
      ...(way
        ? [
            say('way chosen', {
              mapId: access.map!.id,
              revisionId: access.map!.revisionId,
              goals: goals!,
              operations: way.operations,
              already: [],
              title: 'One pair of hands',
            }),
          ]
        : []),
      ...(to ? [say('handed over', { to: to.id, name: to.name })] : []),
    ],
  });
  return { id: record.id, vehicleId: vehicle.id, way };
}

const revisionOf = async (request: APIRequestContext, partId: number): Promise<number> =>
  (await asked<{ revisionId: number }>(request, `/api/parts/${partId}`)).revisionId;

/** All events that the server has of a job. */
export async function eventsOf(request: APIRequestContext, id: number): Promise<NumberedEvent[]> {
  const events: NumberedEvent[] = [];
  for (;;) {
    const page = await asked<EventPage>(
      request,
      `/api/jobs/${id}/events?after=${events.at(-1)?.number ?? 0}`,
    );
    events.push(...page.events);
    if (!page.more) return events;
  }
}

/** A small photograph. */
export const PICTURE = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAABgAAAAQCAIAAACDRijCAAAACXBIWXMAAAPoAAAD6AG1e1JrAAAAIElEQVR4nGNY6iFDFcQwatDS0TBaOpqOPEaziAf5xQgA0zWNkMh1fwYAAAAASUVORK5CYII=', 'base64'); // prettier-ignore
