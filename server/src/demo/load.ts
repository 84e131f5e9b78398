import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import type { Person, SessionState, Workshop } from '@radiatrix/contract';
import { bundleSchema, type Bundle } from '@radiatrix/contract/schemas';
import type { Database, Db } from '../db/client.ts';
import { asPerson } from '../db/transaction.ts';
import { connectorIds } from '../figures/queries.ts';
import { applyBundle } from '../importing/service.ts';
import { partIdByNumber } from '../parts/queries.ts';
import { addClaim } from '../parts/service.ts';
import { doneOrProposed } from '../proposals/service.ts';
import { loadVocabulary, sourceByName } from '../vehicles/queries.ts';
import { settingOnce } from '../people/queries.ts';
import { changeWorkshop, workshopRecord } from '../schedule/workshop.ts';
import { addPerson } from '../people/service.ts';
import { rewritten } from '../photos/read.ts';
import { addPhoto } from '../photos/service.ts';
import { releaseRevision, reviewLines, reviewRecord } from '../review/service.ts';
import { tagOf } from '../revisions/service.ts';
import { loadDemoFailures } from './failures.ts';
import { loadDemoJobs } from './jobs.ts';

interface Cast {
  password: string;
  people: { username: string; name: string; role: Person['role']; administers?: boolean }[];
  /** Titles of revisions that stay drafts, so that the reviewer has something to look at. */
  unreleased: string[];
  /** A claim that the specialist has proposed, so that he also has a change to look at. */
  proposed: {
    part: string;
    model: string;
    years: [number, number];
    fits: boolean;
    source: string;
    note: string;
  };
}

/**
 * Fills an empty database with the demo: accounts, then the bundles in `demo/` through the same importer a user
 * has, then releases by a reviewer who did not write them. Marks the database, so that the sign-in page can say so.
 */
export async function loadDemo(db: Database, folder: string): Promise<void> {
  const cast = JSON.parse(readFileSync(path.join(folder, 'people.json'), 'utf8')) as Cast;
  const accounts: NonNullable<SessionState['demo']> = [];
  const people = new Map<string, Person>();
  for (const each of cast.people) {
    const id = await addPerson(db, { ...each, password: cast.password }, true);
    people.set(each.role, people.get(each.role) ?? { administers: false, ...each, id });
    const { username, name, role } = each;
    accounts.push({ username, name, role, password: cast.password });
  }
  const [specialist, reviewer] = [people.get('specialist')!, people.get('reviewer')!];
  await asPerson(db, specialist.id, async (tx) => {
    const bundles = readdirSync(folder).filter((name) => /^\d.*\.json$/.test(name)).sort(); // prettier-ignore
    for (const name of bundles) {
      const { error, value } = bundleSchema.validate(
        JSON.parse(readFileSync(path.join(folder, name), 'utf8')),
        { abortEarly: false },
      );
      if (error) throw new Error(`${name}: ${error.message}`);
      await applyBundle(tx, value as Bundle, specialist);
    }
    await addPhotos(tx, folder);
  });
  await asPerson(db, reviewer.id, async (tx) => {
    for (const line of await reviewLines(tx)) {
      if (cast.unreleased.some((title) => line.title.startsWith(title))) continue;
      const record = await reviewRecord(tx, line.kind, line.id);
      await releaseRevision(
        tx,
        line.kind,
        line.id,
        reviewer,
        tagOf({ id: record.revisionId, version: record.version }),
        () => Promise.reject(new Error('the demo proposes nothing')),
      );
    }
  });
  await asPerson(db, specialist.id, (tx) => proposeClaim(tx, specialist, cast.proposed));
  await asPerson(db, specialist.id, (tx) => setUpWorkshop(tx, folder, specialist.id));
  await loadDemoJobs(db, folder, people);
  await loadDemoFailures(db, folder, specialist);
  await settingOnce(db, 'demo', { accounts });
}

/** Bays, single tools and hours, and who works in them, by their names. */
async function setUpWorkshop(db: Db, folder: string, by: number): Promise<void> {
  const { people, ...shop } = JSON.parse(readFileSync(path.join(folder, 'workshop.json'), 'utf8')) as Omit<Workshop, 'people' | 'zone'> & { people: string[] };
  const { zone, colleagues } = await workshopRecord(db);
  const idOf = (name: string): number => colleagues.find((each) => each.name.toLowerCase() === name)!.id;
  await changeWorkshop(db, { zone, ...shop, people: people.map((name) => ({ id: idOf(name), hours: null, away: [] })) }, 0, by);
} // prettier-ignore

/** As the specialist would by hand: the claim is of a part that everybody sees, so it waits. */
async function proposeClaim(
  tx: Db,
  specialist: Person,
  { part, model, source, ...rest }: Cast['proposed'],
): Promise<void> {
  const partId = (await partIdByNumber(tx, part))!;
  const modelId = (await loadVocabulary(tx)).models.find(({ name }) => name === model)!.id;
  const sourceId = (await sourceByName(tx, source))!;
  const body = {
    ...rest,
    modelId,
    sourceId,
    built: null,
    engineIds: null,
    transmissionIds: null,
    airConditioning: null,
    packages: null,
    exceptions: [],
  };
  const request = {
    route: 'newClaim',
    params: { id: String(partId) },
    query: {},
    body,
    ifMatch: '',
  } as const;
  await doneOrProposed(tx, specialist, request, (inner) => addClaim(inner, partId, body));
}

async function addPhotos(tx: Parameters<Parameters<typeof asPerson>[2]>[0], folder: string): Promise<void> {
  const pictures = path.join(folder, 'photos');
  let names: string[];
  try {
    names = readdirSync(pictures).filter((name) => name.endsWith('.png'));
  } catch {
    return;
  }
  for (const name of names) {
    // `<connector code>--<caption with dashes>.png`
    const [code, caption] = name.replace(/\.png$/, '').split('--') as [string, string];
    const content = await rewritten(readFileSync(path.join(pictures, name)));
    const id = (await connectorIds(tx, [code])).get(code);
    if (id === undefined) continue;
    await addPhoto(tx, { subject: 'connector', id, caption: caption.replaceAll('-', ' ') }, content);
  }
}

export interface FirstPerson {
  username: string;
  password: string;
  administers: boolean;
}

/** Accounts for a database that starts empty: one of each role, with passwords that are shown once and kept nowhere. */
export async function addFirstPeople(db: Database, newPassword: () => string): Promise<FirstPerson[]> {
  const made: FirstPerson[] = [];
  for (const role of ['specialist', 'reviewer', 'clerk', 'installer'] as const) {
    const password = newPassword();
    await addPerson(db, {
      username: role,
      name: role[0]!.toUpperCase() + role.slice(1),
      role,
      administers: role === 'reviewer',
      password,
    });
    made.push({ username: role, password, administers: role === 'reviewer' });
  }
  return made;
}

export { nobodyIsThere as isEmpty } from '../people/queries.ts';
