import type { Cell, Claim, Scope } from '../src/application/index.ts';
import type { Configuration, Vocabulary } from '../src/vehicle/index.ts';

/** Seeded numbers from 0 to 1 (mulberry32, public domain), so that every run tries the same instances. */
export function random(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export const anyScope: Scope = {
  years: null,
  built: null,
  engineIds: null,
  transmissionIds: null,
  airConditioning: null,
  packages: null,
};

export const configuration = (id: number, change: Partial<Configuration> = {}): Configuration => ({
  id,
  modelId: 1,
  year: 2010,
  engineId: 1,
  transmissionId: 1,
  airConditioning: true,
  package: 'standard',
  body: 'van',
  drive: 'front',
  steering: 'left',
  built: ['2009-09', '2010-08'],
  ...change,
});

export const claim = (id: number, change: Partial<Claim> = {}): Claim => ({
  ...anyScope,
  id,
  partId: 1,
  modelId: 1,
  years: [2008, 2012],
  fits: true,
  sourceId: 1,
  exceptions: [],
  ...change,
});

export const emptyVocabulary: Vocabulary = {
  makes: [{ id: 1, name: 'Pellworth' }],
  models: [{ id: 1, makeId: 1, name: 'Haulden', nicknames: [], life: [2000, 2020] }],
  engines: [1, 2, 3, 4].map((id) => ({
    id,
    code: `E${id}`,
    displacementL: 2,
    cylinders: 4,
    layout: 'straight',
    fuel: 'diesel',
    aspiration: 'turbo',
  })),
  transmissions: [1, 2, 3].map((id) => ({ id, code: `T${id}`, kind: 'manual', gears: 5 })),
};

/**
 * Up to 200 vehicles as a catalogue has them: engines with their own lives and transmissions, a change of part in some
 * year of each, one transmission that never takes it in the heavy-duty package, and now and then an odd one out.
 */
export function tradeLike(seed: number): Cell[] {
  const next = random(seed);
  const pick = (count: number): number => Math.floor(next() * count);
  const [years, engines, transmissions, packages] = [8 + pick(6), 3 + pick(3), 2 + pick(2), next() < 0.6];
  const cells: Cell[] = [];
  for (let engine = 0; engine < engines; engine += 1) {
    const from = pick(Math.ceil(years / 2));
    const to = Math.min(years - 1, from + 3 + pick(years));
    const own = Array.from({ length: transmissions }, (_, t) => t).filter(
      (t) => t === engine % transmissions || next() < 0.6,
    );
    const heavy = packages && next() < 0.5;
    const split = from + pick(to - from + 2);
    const [late, odd] = [next() < 0.5, pick(transmissions)];
    for (let year = from; year <= to; year += 1)
      for (const transmission of own)
        for (const name of heavy ? (['standard', 'heavy-duty'] as const) : (['standard'] as const)) {
          let fits = year < split !== late && !(name === 'heavy-duty' && transmission === odd);
          if (next() < 0.015) fits = !fits;
          cells.push({
            year: 2000 + year,
            engineId: engine + 1,
            transmissionId: transmission + 1,
            airConditioning: true,
            package: name,
            built: [`${1999 + year}-09`, `${2000 + year}-08`],
            state: fits ? 'must' : 'never',
          });
        }
  }
  return cells.slice(0, 200);
}
