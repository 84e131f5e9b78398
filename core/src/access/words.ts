import { THING_STATES, type AccessMap, type Fact, type ThingState } from './types.ts';

/** A fact as it is said: the thing by its name. */
export function factWords(map: Pick<AccessMap, 'things'>, { thing, state }: Fact): string {
  const name = map.things.find(({ code }) => code === thing)?.name ?? thing;
  return state === 'ready' ? name.toLowerCase() : `${name.toLowerCase()} ${state}`;
}

/** What an operation needs, in words: alternatives parted by “or”. Empty where nothing is in the way. */
export const needsWords = (map: Pick<AccessMap, 'things'>, needs: readonly (readonly Fact[])[]): string =>
  needs.map((facts) => facts.map((fact) => factWords(map, fact)).join(' and ')).join(', or ');

/** Facts as a hand writes them: `upper-hose off, brackets off`; without a state, off is meant. */
export const writeFacts = (facts: readonly Fact[]): string =>
  facts.map(({ thing, state }) => `${thing} ${state}`).join(', ');

export type FactsRead = { ok: true; facts: Fact[] } | { ok: false; message: string };

/** Reads facts as a hand writes them. @param things codes that may be named */
export function readFacts(text: string, things: ReadonlySet<string>): FactsRead {
  const facts: Fact[] = [];
  for (const each of text.split(/[,+]|\band\b/).map((part) => part.trim()).filter(Boolean)) {
    const state: ThingState = THING_STATES.find((word) => each.endsWith(` ${word}`)) ?? 'off';
    const thing = each.endsWith(` ${state}`) ? each.slice(0, -state.length - 1).trim() : each;
    if (!things.has(thing)) return { ok: false, message: `“${thing}” is not among the things of this map.` };
    facts.push({ thing, state });
  }
  return { ok: true, facts };
} // prettier-ignore

/** In how many rounds each operation can be reached at the earliest: 0 where nothing is in the way; absent where it never can. */
export function depthsOf(map: AccessMap): Map<string, number> {
  const holds = new Set<string>();
  const depths = new Map<string, number>();
  for (let round = 0; ; round += 1) {
    const ready = map.operations.filter(
      ({ code, needs }) => !depths.has(code) && (needs.length === 0 || needs.some((facts) => facts.every(({ thing, state }) => holds.has(`${thing} ${state}`)))),
    ); // prettier-ignore
    if (ready.length === 0) return depths;
    for (const { code, gives } of ready) {
      depths.set(code, round);
      for (const { thing, state } of gives) holds.add(`${thing} ${state}`);
    }
  }
}
