import { hazardText, swapHazards, type Finding } from '../procedure/index.ts';
import { compile } from './compile.ts';
import { costOf } from './ways.ts';
import { Reach } from './task.ts';
import { factKey, type AccessMap, type Fact, type Operation } from './types.ts';

const saidFact = (map: AccessMap, { thing, state }: Fact): string =>
  `${map.things.find(({ code }) => code === thing)?.name ?? thing} ${state}`;

/** Of operations that can never be done, a ring of which each waits for the next; empty where there is none. */
function ringAmong(stuck: readonly Operation[], holds: ReadonlySet<string>): Operation[] {
  const givers = (fact: Fact): Operation[] =>
    stuck.filter(({ gives }) => gives.some((given) => factKey(given) === factKey(fact)));
  const waitsFor = (operation: Operation): Operation[] =>
    operation.needs.flatMap((facts) => facts.filter((fact) => !holds.has(factKey(fact))).flatMap(givers));
  const path: Operation[] = [];
  let at: Operation | undefined = stuck[0];
  while (at && !path.includes(at)) {
    path.push(at);
    at = waitsFor(at)[0];
  }
  return at ? path.slice(path.indexOf(at)) : [];
}

/**
 * Reads a map the way a careful reviewer does: what can be reached, what goes back, what the figures rest on.
 * Findings marked `wrong` stop a release; those marked `look` are for the eye.
 */
export function proofreadMap(map: AccessMap): Finding[] {
  const findings: Finding[] = [];
  const wrong = (at: string, message: string) => findings.push({ severity: 'wrong', at, message });
  const look = (at: string, message: string) => findings.push({ severity: 'look', at, message });
  const things = new Set(map.things.map(({ code }) => code));
  const codes = new Set<string>();
  const at = (operation: Operation): string => `operations.${operation.code}`;

  if (map.operations.length === 0) wrong('operations', 'No operations yet.');
  if (!map.things.some(({ partKind }) => partKind !== null))
    wrong('things', 'Nothing on it is a part that gets changed, so no way in leads anywhere.');
  for (const { code, name, partOf } of map.things)
    if (partOf && (partOf === code || !things.has(partOf)))
      wrong(`things.${code}`, `${name}: is part of ${partOf}, which is not another thing of this map.`);
  for (const operation of map.operations) {
    if (codes.has(operation.code)) wrong(at(operation), `${operation.code} is given out twice.`);
    codes.add(operation.code);
    for (const fact of [...operation.gives, ...operation.needs.flat()])
      if (!things.has(fact.thing)) wrong(at(operation), `${operation.text}: ${fact.thing} is not among the things of this map.`);
    if (operation.gives.length === 0) wrong(at(operation), `${operation.text}: brings nothing about.`);
    if (operation.back === null && operation.uses.length > 0)
      wrong(at(operation), `${operation.text}: its fasteners come out and nothing puts them back.`);
    for (const { tray } of operation.uses)
      if (!map.fasteners.some((fastener) => fastener.tray === tray))
        wrong(at(operation), `${operation.text}: tray ${tray} holds nothing.`);
  } // prettier-ignore
  for (const operation of map.operations)
    for (const code of operation.back?.after ?? [])
      if (!codes.has(code)) wrong(at(operation), `${operation.text}: goes back after ${code}, which is not on this map.`);

  for (const step of map.steps)
    for (const code of step.onlyAfter ?? [])
      if (!codes.has(code)) wrong('steps', `${step.text}: only after ${code}, which is not on this map.`);

  const { task, facts } = compile({ map, goal: [], cost: () => 0 });
  const reach = new Reach(task, map.operations.map((_, number) => number));
  const holds = new Set(facts.filter((_, number) => reach.holds[number]).map(factKey));
  const given = new Set(map.operations.flatMap(({ gives }) => gives.map(factKey)));
  const stuck = map.operations.filter((_, number) => !reach.done[number]);
  for (const operation of stuck) {
    const never = operation.needs.flat().filter((fact) => !given.has(factKey(fact)));
    if (never.length > 0)
      wrong(at(operation), `${operation.text}: nothing brings about ${never.map((fact) => saidFact(map, fact)).join(', ')}.`);
  }
  const ring = ringAmong(stuck, holds);
  if (ring.length > 0)
    wrong(at(ring[0]!), `A circle: ${[...ring, ring[0]!].map(({ text }) => `“${text}”`).join(' waits for ')}.`);
  for (const operation of stuck)
    if (!ring.includes(operation) && operation.needs.flat().every((fact) => given.has(factKey(fact))))
      wrong(at(operation), `${operation.text}: can never be reached.`);
  for (const thing of map.things)
    if (thing.partKind !== null && !holds.has(factKey({ thing: thing.code, state: 'off' })))
      wrong(`things.${thing.code}`, `${thing.name}: no way gets it off.`);

  afterRing(map).forEach((ringed) => wrong(at(ringed[0]!), `Going back, each waits for the next: ${ringed.map(({ text }) => `“${text}”`).join(', ')}.`));
  for (const fastener of map.fasteners) {
    const name = `${fastener.tray}, ${fastener.name}`;
    const place = `fasteners.${fastener.tray}`;
    const counts = map.operations.flatMap(({ uses }) => uses.filter(({ tray }) => tray === fastener.tray).map(({ count }) => count));
    if (counts.length === 0) look(place, `${name}: no operation uses it.`);
    if (Math.max(0, ...counts) > fastener.expected)
      wrong(place, `${name}: an operation takes out ${Math.max(...counts)}, but there should be ${fastener.expected}.`);
    if (fastener.torqueNm !== null && fastener.torqueSource.trim() === '')
      wrong(place, `${name}: a torque needs the record it came from.`);
  }
  for (const hazard of swapHazards(map))
    look(`fasteners.${hazard.tray}`, hazardText(hazard));
  const levels = [...new Set([0, ...map.operations.map(({ coolantL }) => coolantL)])].sort((a, b) => a - b);
  const beside = levels.map((coolantL) => costOf({ ...map, operations: map.operations.slice(0, 1).map((each) => ({ ...each, coolantL })) }, map.operations.slice(0, 1).map(({ code }) => code)).besideMinutes);
  levels.forEach((level, index) => {
    if (index > 0 && beside[index]! < beside[index - 1]!)
      wrong('steps', `Losing ${level} L asks for less filling and bleeding than losing ${levels[index - 1]} L: the ranges of those steps leave a hole.`);
  });
  return findings;
} // prettier-ignore

/** Rings among what goes back after what. */
function afterRing(map: AccessMap): Operation[][] {
  const byCode = new Map(map.operations.map((operation) => [operation.code, operation]));
  const rings: Operation[][] = [];
  const clear = new Set<string>();
  const walk = (operation: Operation, path: Operation[]): void => {
    if (clear.has(operation.code)) return;
    const from = path.indexOf(operation);
    if (from >= 0) {
      rings.push(path.slice(from));
      return;
    }
    for (const code of operation.back?.after ?? []) {
      const next = byCode.get(code);
      if (next) walk(next, [...path, operation]);
    }
    clear.add(operation.code);
  };
  for (const operation of map.operations) walk(operation, []);
  return rings;
}
