import { describe, expect, test } from 'vitest';
import { LIBRARY, LIBRARY_TABLES } from '../src/index.ts';
import { librarySchema, ROUTES, type Route } from '../src/schemas/index.ts';

describe('the table of routes', () => {
  const routes = Object.entries(ROUTES) as [string, Route][];
  test('no two answer to the same call', () => {
    const calls = routes.map(([, { method, path }]) => `${method} ${path.replace(/:\w+/g, ':x')}`);
    expect(new Set(calls).size).toBe(calls.length);
  });
  test('whatever changes something needs a person, and a change of a record its version', () => {
    for (const [name, route] of routes) {
      if (route.method !== 'get' && name !== 'signIn' && name !== 'acceptInvitation')
        expect(route.roles, name).not.toBe('anyone');
      // Lines are replaced by naming those that go, which says what the change was based on; samples are never changed.
      if (
        route.method === 'put' &&
        name !== 'rewrite' &&
        name !== 'newJobPhoto' &&
        name !== 'streamChunk' &&
        name !== 'changePassword'
      )
        expect(route.ifMatch, name).toBe(true);
    }
  });
  test('what an installer must not do is not open to installers', () => {
    for (const name of ['newClaim', 'rewrite', 'release', 'importApply', 'applyUpload', 'saveRecordValues'])
      expect(ROUTES[name as 'rewrite'].roles).not.toContain('installer');
  });
});

describe('records of the library', () => {
  test.each([...LIBRARY_TABLES])(
    'a %s that is empty is refused, with every field that is needed',
    (table) => {
      const { error } = librarySchema(table).validate({}, { abortEarly: false });
      const missing = new Set(error?.details.map((detail) => detail.path[0]));
      for (const { key, optional } of LIBRARY[table].fields)
        if (!optional && key !== 'nicknames') expect(missing, key).toContain(key);
    },
  );
  test('values outside of what can be are refused by name', () => {
    const engine = {
      code: 'X',
      displacementL: 2,
      cylinders: 4,
      layout: 'straight',
      fuel: 'diesel',
      aspiration: 'turbo',
    };
    expect(librarySchema('engine').validate(engine).error).toBeUndefined();
    for (const wrong of [
      { displacementL: -1 },
      { cylinders: 4.5 },
      { fuel: 'steam' },
      { code: '' },
      { strange: 1 },
    ])
      expect(librarySchema('engine').validate({ ...engine, ...wrong }).error).toBeDefined();
  });
  test('months and years are spans of two', () => {
    const model = { makeId: 1, name: 'Haulden', nicknames: [] };
    expect(librarySchema('model').validate({ ...model, life: [2010, 2016] }).error).toBeUndefined();
    for (const life of [[2010], [1800, 2016], 'always', [2010, 2016, 2018]])
      expect(librarySchema('model').validate({ ...model, life }).error).toBeDefined();
  });
});
