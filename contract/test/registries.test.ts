import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { describe, expect, test } from 'vitest';
import { EVENT_KINDS, type EventKind } from '@radiatrix/core/job';
import { PRACTICE_NAMES } from '@radiatrix/core/practice';
import { PROBLEMS } from '../src/problems.ts';
import { eventSamples } from './event-samples.ts';
import { eventPayloads, jobEventsSchema } from '../src/job.ts';

const root = path.resolve(import.meta.dirname, '../..');

describe('problems', () => {
  test('the published list is the registry, both ways', () => {
    const published = [
      ...readFileSync(path.join(root, 'docs/formats/problems.md'), 'utf8').matchAll(
        /^\| `([a-z-]+)` \| (\d{3}) \| (.+?) \|$/gm,
      ),
    ].map(([, code, status, title]) => [code, Number(status), title]);
    expect(published).toEqual(
      Object.entries(PROBLEMS).map(([code, { status, title }]) => [code, status, title]),
    );
  });
  test('each is answered somewhere, and nothing else is', () => {
    const sources = readdirSync(path.join(root, 'server/src'), { recursive: true, encoding: 'utf8' })
      .filter((name) => name.endsWith('.ts'))
      .map((name) => readFileSync(path.join(root, 'server/src', name), 'utf8'))
      .join('\n');
    for (const code of Object.keys(PROBLEMS)) expect(sources).toContain(`'${code}'`);
  });
});

test('every line of practice is read somewhere in core: one that nothing hangs on is no practice', () => {
  const folder = path.join(root, 'core/src');
  const code = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith(path.join('practice', 'table.ts')))
    .map((name) => readFileSync(path.join(folder, name), 'utf8'))
    .join('\n');
  // These two pairs are read by functions of the table itself.
  const own = ['charging12', 'charging24', 'stated12', 'stated24'];
  expect(
    PRACTICE_NAMES.filter((name) => !own.includes(name) && !new RegExp(`\\b${name}\\b`).test(code)),
  ).toEqual([]);
});

describe('events of a job', () => {
  const SAMPLES = eventSamples({
    vehicleId: 1,
    partId: 1,
    revisionId: 1,
    sourceId: 1,
    stream: '8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b',
  });
  const drafted = (kind: EventKind, payload: object) => ({
    events: [
      {
        id: '8c7f2b52-5d0e-4f7a-9c3b-6a1f0e5d4c3b',
        kind,
        device: 'phone',
        seq: 1,
        clock: { ms: 1, n: 0 },
        deviceTime: '2026-11-01T08:00:00Z',
        payload,
      },
    ],
  });

  test('every kind of the registry has a schema, and no schema is of no kind', () => {
    expect(Object.keys(eventPayloads)).toEqual(EVENT_KINDS);
  });
  test.each(EVENT_KINDS)(
    '%s is taken as it is meant, and not with a word more, nor as another kind',
    (kind) => {
      expect(jobEventsSchema.validate(drafted(kind, SAMPLES[kind])).error).toBeUndefined();
      expect(
        jobEventsSchema.validate(drafted(kind, { ...SAMPLES[kind], person: 'somebody' })).error,
      ).toBeDefined();
      expect(jobEventsSchema.validate(drafted('painted' as EventKind, SAMPLES[kind])).error).toBeDefined();
    },
  );
});
