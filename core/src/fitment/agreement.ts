import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { Place } from '../drive/index.ts';

/** Everything that is set to a temperature, °C. */
export interface Settings {
  thermostat: { opensC: number; fullyOpenC: number | undefined };
  /** Slowest stage first. */
  stages: readonly { onC: number; offC: number }[];
  place: Place;
  warningC: number | undefined;
  boilsC: number;
  /** Between the radiator's inlet and its outlet tank at idle. */
  dropK: number;
}

/** A stage of which one temperature or both are known, °C. */
export interface HalfStage {
  onC?: number | undefined;
  offC?: number | undefined;
}
/** Settings of which some are not known yet. */
export interface KnownSettings extends Omit<Settings, 'thermostat' | 'stages'> {
  opensC: number | undefined;
  fullyOpenC: number | undefined;
  /** Slowest stage first. */
  stages: readonly HalfStage[];
}

/** Rules that thermostat and fan keep together. */
export const AGREEMENT_RULES = [
  'off-below-opening',
  'on-below-fully-open',
  'on-near-boiling',
  'on-near-warning',
  'off-above-on',
  'stages-out-of-order',
  'opens-above-boiling',
] as const;
export type AgreementRule = (typeof AGREEMENT_RULES)[number];

export interface Broken {
  rule: AgreementRule;
  stage: number;
  /** It is met in practice and merely runs more than it must. */
  mild: boolean;
  byK: number;
}

/** A temperature sensed at the outlet tank, as it is at the engine's outlet. */
export const atEngine = (settings: Pick<Settings, 'place' | 'dropK'>, tempC: number): number =>
  settings.place === 'radiator-outlet' ? tempC + settings.dropK : tempC;

/** Where a thermostat is fully open, °C: as recorded, else the usual span above its opening. */
export const fullyOpenOf = (
  thermostat: Settings['thermostat'],
  { usualSpan }: Pick<Practice, 'usualSpan'> = USUAL_PRACTICE,
): number => thermostat.fullyOpenC ?? thermostat.opensC + usualSpan;

/** Which rules a set of temperatures breaks; none when all agree. */
export function disagreements(settings: Settings, practice: Practice = USUAL_PRACTICE): Broken[] {
  const broken: Broken[] = [];
  const say = (rule: AgreementRule, stage: number, byK: number, mild = false): void => {
    if (byK > 1e-9) broken.push({ rule, stage, mild, byK });
  };
  const { opensC } = settings.thermostat;
  say('opens-above-boiling', -1, opensC - settings.boilsC);
  settings.stages.forEach((stage, i) => {
    const [on, off] = [atEngine(settings, stage.onC), atEngine(settings, stage.offC)];
    say('off-above-on', i, stage.offC + 1e-6 - stage.onC + 1e-6);
    say('off-below-opening', i, opensC + practice.aboveOpening - off);
    if (i === 0) say('on-below-fully-open', i, fullyOpenOf(settings.thermostat, practice) - on, true);
    say('on-near-boiling', i, on - (settings.boilsC - practice.toBoiling));
    if (settings.warningC !== undefined)
      say('on-near-warning', i, on - (settings.warningC - practice.toWarning));
    if (i > 0) say('stages-out-of-order', i, settings.stages[i - 1]!.onC + 1e-6 - stage.onC);
  });
  return broken;
}

/** A setting that is missing. */
export type Missing = { setting: 'opens' } | { setting: 'on' | 'off'; stage: number };
/** Where a missing setting would agree, whole °C as the switch senses it; an open end is undefined. */
export type Room = Missing & { fromC: number | undefined; toC: number | undefined };

const atLeast = (bounds: readonly (number | undefined)[]): number | undefined => {
  const known = bounds.filter((each) => each !== undefined);
  return known.length > 0 ? Math.max(...known) : undefined;
};
const atMost = (bounds: readonly (number | undefined)[]): number | undefined => {
  const known = bounds.filter((each) => each !== undefined);
  return known.length > 0 ? Math.min(...known) : undefined;
};

/**
 * For each setting that is missing: the range that breaks no rule beside those that are known. Where two are missing
 * each range takes the other one as free. A range whose start is above its end says that nothing agrees.
 */
export function roomToAgree(known: KnownSettings, practice: Practice = USUAL_PRACTICE): Room[] {
  const shift = known.place === 'radiator-outlet' ? known.dropK : 0;
  const plus = (value: number | undefined, by: number) => (value === undefined ? undefined : value + by);
  const { opensC } = known;
  const full = opensC === undefined ? undefined : fullyOpenOf({ opensC, fullyOpenC: known.fullyOpenC }, practice);
  const latestOn = atMost([known.boilsC - practice.toBoiling, plus(known.warningC, -practice.toWarning)])! - shift;
  const lowestOff = plus(opensC, practice.aboveOpening - shift);
  const stages: readonly HalfStage[] = known.stages.length > 0 ? known.stages : [{}];
  const found: Room[] = [];
  const whole = (fromC: number | undefined, toC: number | undefined) => ({
    fromC: fromC === undefined ? undefined : Math.ceil(fromC - 1e-9),
    toC: toC === undefined ? undefined : Math.floor(toC + 1e-9),
  });
  if (opensC === undefined) {
    const offs = stages.map(({ offC }) => plus(offC, shift - practice.aboveOpening));
    // Fully open by the time the first stage comes on.
    const byOn = plus(stages[0]!.onC, shift - practice.usualSpan);
    found.push({ setting: 'opens', ...whole(undefined, atMost([...offs, byOn, known.boilsC])) });
  }
  stages.forEach(({ onC, offC }, stage) => {
    if (onC === undefined) {
      const after = stage === 0 ? plus(full, -shift) : plus(stages[stage - 1]!.onC, practice.nextStage);
      const above = plus(offC ?? lowestOff, practice.switching);
      found.push({ setting: 'on', stage, ...whole(atLeast([after, above]), latestOn) });
    }
    if (offC === undefined)
      found.push({ setting: 'off', stage, ...whole(lowestOff, (onC ?? latestOn) - practice.switching) });
  });
  return found;
} // prettier-ignore

export interface Stock {
  /** Ratings of thermostats that can be had, °C, with their own full opening where known. */
  thermostats: readonly { opensC: number; fullyOpenC: number | undefined }[];
  /** A controller's range, or pairs of a fixed switch. */
  fan:
    | { kind: 'adjustable'; fromC: number; toC: number }
    | { kind: 'pairs'; pairs: readonly { onC: number; offC: number }[] };
}
export interface Proposal {
  settings: Settings;
  /** Degrees by which things were moved; another thermostat counts as five more, and twice its degrees where cooler. */
  cost: number;
  changesThermostat: boolean;
}

/**
 * The nearest set of temperatures that breaks no rule: smallest change in all, whole degrees.
 *
 * @returns undefined where nothing in stock agrees; the settings themselves where they already do
 */
export function nearestAgreement(
  settings: Settings,
  stock: Stock,
  practice: Practice = USUAL_PRACTICE,
): Proposal | undefined {
  if (disagreements(settings, practice).length === 0) return { settings, cost: 0, changesThermostat: false };
  const asIs = settings.thermostat;
  let best: Proposal | undefined;
  const candidates = [asIs, ...stock.thermostats.filter((each) => each.opensC !== asIs.opensC)];
  for (const thermostat of candidates) {
    const changes = thermostat !== asIs;
    const off = thermostat.opensC - asIs.opensC;
    const moved = changes ? practice.otherThermostat + (off < 0 ? -practice.coolerCounts * off : off) : 0;
    if (best && moved >= best.cost) continue;
    const stages = fittingStages({ ...settings, thermostat }, stock, practice);
    if (!stages) continue;
    const cost =
      moved +
      stages.reduce(
        (sum, stage, i) =>
          sum +
          Math.abs(stage.onC - settings.stages[i]!.onC) +
          Math.abs(stage.offC - settings.stages[i]!.offC),
        0,
      );
    const proposed = { ...settings, thermostat, stages };
    if ((!best || cost < best.cost) && disagreements(proposed, practice).length === 0)
      best = { settings: proposed, cost, changesThermostat: changes };
  }
  return best;
}

/** Ways to agree that leave one side as it is: other set points for this thermostat, another thermostat for these set points. */
export interface OneSided {
  setPoints: Proposal | undefined;
  thermostat: Proposal | undefined;
  /** The highest opening that agrees with the set points, °C, whether or not such a thermostat is on record. */
  opensAtMostC: number | undefined;
}
export const oneSidedAgreement = (
  settings: Settings,
  stock: Stock,
  practice: Practice = USUAL_PRACTICE,
): OneSided => ({
  setPoints: nearestAgreement(settings, { ...stock, thermostats: [] }, practice),
  thermostat: nearestAgreement(settings, { ...stock, fan: { kind: 'pairs', pairs: settings.stages } }, practice),
  opensAtMostC: roomToAgree({ ...settings, opensC: undefined, fullyOpenC: undefined }, practice)[0]?.toC,
}); // prettier-ignore

/** The stages moved as little as they have to be for one thermostat. */
function fittingStages(
  settings: Settings,
  stock: Stock,
  practice: Practice,
): { onC: number; offC: number }[] | undefined {
  const shift = settings.place === 'radiator-outlet' ? settings.dropK : 0;
  const lowestOff = Math.ceil(settings.thermostat.opensC + practice.aboveOpening - shift - 1e-9);
  const highestOn = Math.floor(
    Math.min(
      settings.boilsC - practice.toBoiling,
      settings.warningC === undefined ? Infinity : settings.warningC - practice.toWarning,
    ) -
      shift +
      1e-9,
  );
  const stages: { onC: number; offC: number }[] = [];
  for (const [i, stage] of settings.stages.entries()) {
    const lowestOn = Math.ceil(
      (i === 0
        ? fullyOpenOf(settings.thermostat, practice) - shift
        : stages[i - 1]!.onC + practice.nextStage) - 1e-9,
    );
    let best: { onC: number; offC: number; cost: number } | undefined;
    const look = (onC: number, offC: number): void => {
      if (onC < lowestOn || onC > highestOn || offC < lowestOff || offC > onC - practice.switching) return;
      const cost = Math.abs(onC - stage.onC) + Math.abs(offC - stage.offC);
      if (!best || cost < best.cost) best = { onC, offC, cost };
    };
    if (stock.fan.kind === 'pairs') stock.fan.pairs.forEach((pair) => look(pair.onC, pair.offC));
    else {
      const { fromC, toC } = stock.fan;
      // As it is, or to whole degrees.
      const choices = (own: number): number[] => {
        const all = own >= fromC && own <= toC ? [own] : [];
        for (let at = Math.ceil(fromC); at <= toC; at += 1) all.push(at);
        return all;
      };
      for (const on of choices(stage.onC)) for (const off of choices(stage.offC)) look(on, off);
    }
    if (!best) return undefined;
    stages.push({ onC: best.onC, offC: best.offC });
  }
  return stages;
}
