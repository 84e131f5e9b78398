import type { AccessMap, Fact, Operation, Task } from '../src/access/index.ts';
import type { Highs } from './oracle.ts';
import { random } from './random.ts';

export const operation = (code: string, change: Partial<Operation> = {}): Operation => ({
  code, when: null, text: code, detail: '', place: 'above', tools: [], consumables: [], minutes: 1, waiting: false,
  gives: [{ thing: code, state: 'off' }], needs: [], uses: [], breaks: 0, connector: '', connectorWhen: null, coolantL: 0,
  transmissionL: 0, people: 1, lift: 'none', cautions: [], photoId: null,
  back: { text: `${code} back`, detail: '', tools: [], consumables: [], minutes: 1, after: [], rules: [], tightenWith: '', renew: [], proof: '' },
  ...change,
}); // prettier-ignore

export const off = (thing: string): Fact => ({ thing, state: 'off' });

/** A map of these operations, with every thing that they speak of. */
export const mapOf = (operations: Operation[], change: Partial<AccessMap> = {}): AccessMap => ({
  title: 'A bay',
  notes: [],
  things: [...new Set(operations.flatMap(({ gives, needs }) => [...gives, ...needs.flat()].map(({ thing }) => thing)))].map((code) => ({ code, name: code, partKind: null, when: null })),
  fasteners: [],
  operations,
  steps: [],
  ...change,
}); // prettier-ignore

const STATES = ['off', 'aside', 'loose', 'out with another'] as const;

/**
 * A random bay: 20 to 60 operations with alternatives, things that several ways share, things moved as one, and now and
 * then a circle, since needs may point anywhere.
 */
export function randomBay(seed: number): { map: AccessMap; goal: Fact[] } {
  const next = random(seed * 7919 + 13);
  const below = (count: number): number => Math.floor(next() * count);
  const count = 20 + below(41);
  const things = Math.ceil(count * 0.7);
  const name = (thing: number): string => `t${String(thing).padStart(2, '0')}`;
  const given: Fact[] = [];
  const operations = Array.from({ length: count }, (_, at): Operation => {
    const thing = at < things ? at : below(things);
    const gives: Fact[] = [{ thing: name(thing), state: at < things ? 'off' : STATES[below(4)]! }];
    // Moved as one with another.
    if (next() < 0.2) gives.push({ thing: name(below(things)), state: STATES[below(3)]! });
    const pickFact = (): Fact => {
      if (given.length === 0 || next() < 0.12) return off(name(below(things)));
      // Mostly of what came shortly before, so that ways in are long.
      return given[Math.max(0, given.length - 1 - below(Math.min(given.length, 14)))]!;
    };
    const alternatives = at < 4 || next() < 0.1 ? 0 : 1 + below(3);
    const needs = Array.from({ length: alternatives }, () => Array.from({ length: 1 + below(3) }, pickFact));
    given.push(...gives);
    return operation(`o${String(at).padStart(2, '0')}`, {
      gives,
      needs,
      minutes: 1 + below(15),
      breaks: next() < 0.3 ? 0.2 : 0,
      uses: next() < 0.5 ? [{ tray: 'A', count: 1 + below(6) }] : [],
      coolantL: next() < 0.2 ? 1 + below(3) : 0,
      people: next() < 0.08 ? 2 : 1,
      lift: next() < 0.1 ? 'stands' : 'none',
      place: (['above', 'below', 'front', 'bench'] as const)[below(4)]!,
      back: next() < 0.15 ? null : { ...operation('x').back!, minutes: below(8) },
    });
  });
  const goal = [off(name(things - 1)), ...(next() < 0.5 ? [off(name(things - 2 - below(5)))] : [])];
  return { map: mapOf(operations), goal };
}

/**
 * The oracle: HiGHS over x an operation is done, a one of its alternatives holds, h a fact is brought about, z by which
 * operation, and t when. Without t two operations could justify each other in a circle.
 *
 * @returns the least cost, or Infinity where the goal cannot be reached
 */
export function leastByHighs(highs: Highs, task: Task): number {
  const count = task.operations.length;
  const most = count + 1;
  const rows: string[] = [];
  const binaries = new Set<string>();
  const b = (name: string): string => (binaries.add(name), name);
  const start = new Set(task.start);
  const wanted = new Set([...task.goal, ...task.operations.flatMap(({ needs }) => needs.flat())]);
  const givers: number[][] = Array.from({ length: task.facts }, () => []);
  task.operations.forEach(({ gives }, o) =>
    gives.forEach((f) => givers[f]!.includes(o) || givers[f]!.push(o)),
  );
  task.operations.forEach(({ needs }, o) => {
    if (needs.length === 0) return;
    rows.push(`${needs.map((_, k) => b(`a${o}_${k}`)).join(' + ')} - ${b(`x${o}`)} >= 0`);
    needs.forEach((facts, k) => {
      for (const f of new Set(facts)) {
        if (start.has(f)) continue;
        rows.push(`a${o}_${k} - ${b(`h${f}`)} <= 0`);
        rows.push(`t${o} - u${f} - ${most} a${o}_${k} >= ${-most}`);
      }
    });
  });
  for (let f = 0; f < task.facts; f++) {
    if (start.has(f) || !wanted.has(f)) continue;
    rows.push(`${givers[f]!.map((p) => `${b(`z${f}_${p}`)} + `).join('')}0 x0 - ${b(`h${f}`)} >= 0`);
    for (const p of givers[f]!) {
      rows.push(`z${f}_${p} - ${b(`x${p}`)} <= 0`);
      rows.push(`u${f} - t${p} - ${most} z${f}_${p} >= ${1 - most}`);
    }
  }
  for (const f of task.goal) if (!start.has(f)) rows.push(`${b(`h${f}`)} >= 1`);
  b('x0');
  const bounds = [
    ...task.operations.map((_, o) => ` 0 <= t${o} <= ${count}`),
    ...Array.from({ length: task.facts }, (_, f) => ` 0 <= u${f} <= ${most}`),
  ];
  const cost = task.operations.map(({ cost: each }, o) => `${each} ${b(`x${o}`)}`).join(' + ');
  const solution = highs.solve(
    `Minimize\n obj: ${cost}\nSubject To\n${rows.map((row, i) => ` c${i}: ${row}`).join('\n')}\nBounds\n${bounds.join('\n')}\nBinary\n ${[...binaries].join(' ')}\nEnd`,
    { mip_rel_gap: 0 },
  );
  return solution.Status === 'Optimal' ? Math.round(solution.ObjectiveValue) : Infinity;
}
