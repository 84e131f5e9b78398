import type { CoolingPackage, Configuration, Vocabulary } from '../vehicle/index.ts';
import { inScope, type Scope } from './claim.ts';

/** Which vehicles and parts a step, a fastener or a note concerns: the scope of a claim, by codes; absent means any. */
export interface ConditionScope {
  years?: readonly [number, number];
  /** Build months `YYYY-MM`, inclusive. */
  built?: readonly [string, string];
  /** Engine codes. */
  engines?: readonly string[];
  /** Transmission codes. */
  transmissions?: readonly string[];
  airConditioning?: boolean;
  packages?: readonly CoolingPackage[];
  steering?: 'left' | 'right';
  /** What the part that goes in has: a figure of words to the words it may be. */
  part?: Readonly<Record<string, readonly string[]>>;
}
export interface Condition extends ConditionScope {
  except?: readonly ConditionScope[];
}

/** What a condition is held against. */
export interface ConditionContext {
  vehicle: Configuration;
  vocabulary: Vocabulary;
  /** Words on the part's record, by key. */
  part: Readonly<Record<string, string | undefined>>;
}

const idsOf = (
  codes: readonly string[] | undefined,
  all: readonly { id: number; code: string }[],
): number[] | null => (codes ? all.filter(({ code }) => codes.includes(code)).map(({ id }) => id) : null);

function lies(
  { years, built, engines, transmissions, airConditioning, packages, steering, part }: ConditionScope,
  context: ConditionContext,
): boolean {
  const scope: Scope = {
    years: years ?? null,
    built: built ?? null,
    engineIds: idsOf(engines, context.vocabulary.engines),
    transmissionIds: idsOf(transmissions, context.vocabulary.transmissions),
    airConditioning: airConditioning ?? null,
    packages: packages ?? null,
  };
  return (
    inScope(scope, context.vehicle) &&
    (steering === undefined || steering === context.vehicle.steering) &&
    Object.entries(part ?? {}).every(([key, words]) => {
      // What nobody recorded of the part may be so: the step stays on the sheet.
      const word = context.part[key];
      return word === undefined || words.includes(word);
    })
  );
}

/** Whether a conditional thing concerns this vehicle and this part, by the same algebra as a claim: scope, less exceptions. */
export const concerns = (condition: Condition | null | undefined, context: ConditionContext): boolean =>
  !condition || (lies(condition, context) && !(condition.except ?? []).some((scope) => lies(scope, context)));

/** A condition as the trade writes it, without the model: `2008–2012, QA5; not 2010`. */
export function conditionSentence(condition: Condition): string {
  const text = ({
    years,
    built,
    engines,
    transmissions,
    airConditioning,
    packages,
    steering,
    part,
  }: ConditionScope): string =>
    [
      years ? (years[0] === years[1] ? String(years[0]) : `${years[0]}–${years[1]}`) : '',
      built ? `built ${built[0]} to ${built[1]}` : '',
      engines?.join(' or ') ?? '',
      transmissions?.join(' or ') ?? '',
      airConditioning === undefined
        ? ''
        : airConditioning
          ? 'with air conditioning'
          : 'without air conditioning',
      packages?.join(' or ') ?? '',
      steering ? `${steering}-hand drive` : '',
      ...Object.entries(part ?? {}).map(([key, words]) => `part with ${key} ${words.join(' or ')}`),
    ]
      .filter(Boolean)
      .join(', ');
  return [text(condition), ...(condition.except ?? []).map((scope) => `not ${text(scope)}`)]
    .filter(Boolean)
    .join('; ');
}
