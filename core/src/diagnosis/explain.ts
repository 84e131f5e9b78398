import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { marginals, normal, observe, totalOf, type Belief, type Followed } from './belief.ts';
import type { NextStep } from './next.ts';
import { inSentence, outcomeWords } from './said.ts';
import { type Cause, type Observation, type Remedy, type VehicleTable } from './table.ts';

/** One cause with its chance, and what speaks for and against it. */
export interface Suspect {
  cause: Cause;
  chance: number;
  /** Findings that make it likelier, and those that make it less so, the strongest first: as said. */
  speaksFor: string[];
  against: string[];
}

/** A finding speaks from here on: so many times as likely under the cause as without it. */
const SPEAKS = 1.6;

type Seen = readonly number[];
const saidOf = (observation: Observation, outcomes: Seen): string =>
  `${inSentence(observation.label)}: ${outcomeWords(observation.id, outcomes.map((each) => observation.outcomes[each]!.id).join('|'))}`; // prettier-ignore
const held = (table: VehicleTable, { found }: Pick<Followed, 'found'>): [Observation, Seen][] =>
  [...found].map(([id, outcomes]) => [table.observations.find((each) => each.id === id)!, outcomes]);
const chanceIn = (row: readonly number[], outcomes: Seen): number =>
  outcomes.reduce((sum, each) => sum + row[each]!, 0);

/** What it may be, the likeliest first. */
export function suspects(table: VehicleTable, followed: Followed, most = 6): Suspect[] {
  const chances = marginals(table, followed.said);
  const findings = held(table, followed);
  const order = [...chances.keys()].sort((a, b) => chances[b]! - chances[a]!).slice(0, most);
  return order.map((at) => {
    const weighed = findings.map(([observation, outcomes]) => {
      // Against what would be seen where it is not this one.
      let [without, weight] = [0, 0];
      table.causes.forEach((_, other) => {
        if (other === at) return;
        without += chances[other]! * chanceIn(observation.rows[other]!, outcomes);
        weight += chances[other]!;
      });
      const own = chanceIn(observation.rows[at]!, outcomes);
      return { said: saidOf(observation, outcomes), ratio: weight > 0 && without > 0 ? (own * weight) / without : 1 };
    });
    const by = (sign: 1 | -1): string[] =>
      weighed.filter(({ ratio }) => (sign > 0 ? ratio >= SPEAKS : ratio <= 1 / SPEAKS)).sort((a, b) => sign * (b.ratio - a.ratio)).map(({ said }) => said);
    return { cause: table.causes[at]!, chance: chances[at]!, speaksFor: by(1).slice(0, 3), against: by(-1).slice(0, 3) };
  });
} // prettier-ignore

/** A finding that does not go with the rest. */
export interface Contradiction {
  observation: Observation;
  said: string;
  /** How likely it is where everything else is so. */
  chance: number;
}

/** Findings that the others speak against, the least likely first. A table never rules anything out for good: it names what does not fit. */
export function contradictions(table: VehicleTable, followed: Followed, practice: Practice = USUAL_PRACTICE): Contradiction[] {
  const findings = held(table, followed);
  if (findings.length < 2) return [];
  // What was believed before the findings that hold now.
  const before = findings.reduce((belief: Belief, [observation, outcomes]) => divided(table, belief, observation, outcomes), followed.belief);
  return findings
    .map(([observation, outcomes], at) => {
      const rest = findings.reduce((belief, [other, shown], k) => (k === at ? belief : observe(table, belief, other, shown)), before);
      const all = normal(rest);
      const chance = all ? totalOf(observe(table, all, observation, outcomes)) : 0;
      return { observation, said: saidOf(observation, outcomes), chance };
    })
    .filter(({ chance }) => chance < practice.contradicts)
    .sort((a, b) => a.chance - b.chance);
} // prettier-ignore

/** Takes a finding back out of a belief; no chance of the table is nought, so it can be. */
function divided(table: VehicleTable, belief: Belief, observation: Observation, outcomes: Seen): Belief {
  const one = Float64Array.from(belief, () => 1);
  const likely = observe(table, one, observation, outcomes);
  return belief.map((each, at) => each / likely[at]!);
}

/** Where a diagnosis stands, in words and by what ends it. */
export interface Standing {
  word: 'found' | 'likely' | 'open' | 'sound';
  remedy: Remedy | undefined;
  /** What is to be put right, likeliest first. */
  causes: Cause[];
  chance: number;
  said: string;
}

/**
 * Where a diagnosis stands. It ends where looking further would not change what is done; it is found only from a chance
 * that the practice calls sure, and likely below it.
 */
export function standing(table: VehicleTable, followed: Followed, next: NextStep | undefined, practice: Practice = USUAL_PRACTICE): Standing {
  const chances = marginals(table, followed.said);
  const top = [...chances.keys()].sort((a, b) => chances[b]! - chances[a]!);
  const first = top[0]!;
  const percent = (share: number): string => `${Math.round(100 * share)} %`;
  if (next?.step.what.do !== 'repair') return { word: 'open', remedy: undefined, causes: [table.causes[first]!], chance: chances[first]!, said: `Open: the likeliest, ${inSentence(table.causes[first]!.label)}, stands at ${percent(chances[first]!)}.` };
  const { remedy } = next.step.what;
  const number = table.remedies.indexOf(remedy);
  const causes = top.filter((at) => table.causes[at]!.remedy === number && chances[at]! > 0.02).map((at) => table.causes[at]!);
  // Whatever of them it is, the same is done.
  const chance = Math.min(1, table.hypotheses.reduce((sum, set, at) => sum + (set.some((cause) => table.causes[cause]!.remedy === number) ? followed.said[at]! : 0), 0));
  const sure = chance >= practice.sureOf;
  const names = causes.slice(0, 3).map(({ label }) => label).join(', or ');
  if (remedy.line.ends === 'nothing') return { word: 'sound', remedy, causes, chance, said: followed.repaired.length > 0 ? `Nothing is left of it, at ${percent(chance)}.` : `Nothing is wrong, at ${percent(chance)}: this is how it should be.` };
  return {
    word: sure ? 'found' : 'likely', remedy, causes, chance,
    said: sure ? `${names}: ${percent(chance)}. Looking further would not change what is done.` : `${names}: ${percent(chance)}, not certain. Looking further costs more than trying this.`,
  };
} // prettier-ignore
