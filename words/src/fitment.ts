import {
  AIR_TO_BOIL_MOST_C,
  type CaseName,
  type Limit,
  type Steady,
  type WhyHotter,
} from '@radiatrix/core/cooling';
import type { CircuitFault, WiringPlan } from '@radiatrix/core/electrical';
import type { AgreementRoom, AgreementRule, Broken, ClaimFinding, FindingSays, FindingWord, Found, NoPrediction, Proposal, Settings, SetUpNote, SwapHazard, TopTank, Topic } from '@radiatrix/core/fitment'; // prettier-ignore
import type { CoolingNeed } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Amount } from './arguments.ts';
import { fitmentWords } from './en/fitment.ts';
import { rowSentence } from './fit.ts';
import { figureName } from './figures.ts';
import { relationName } from './sets.ts';
import { listed } from './list.ts';
import { kelvins } from './temperature.ts';
import { workText } from './work.ts';

export const topicName = (topic: Topic): string => fitmentWords(`topic:${topic}`);
export const findingName = (word: FindingWord): string => fitmentWords(`word:${word}`);

const mm = (value: number, u?: number): Amount => ({ value, dimension: 'length', u });
const degrees = (value: number): Amount => ({ value, dimension: 'temperature' });
const amps = (value: number): Amount => ({ value, dimension: 'current' });

/** A case of driving. @example caseName('climb', true) // 'Long climb, A/C on' */
export const caseName = (name: CaseName, airConditioning = false): string => {
  const plain = fitmentWords(`case:${name}`);
  return airConditioning ? fitmentWords('case:ac', { case: plain }) : plain;
};
/** What the cooling sums wait for, as a list within a sentence. */
export const coolingNeeds = (missing: readonly CoolingNeed[]): string =>
  listed(
    missing.map((need) =>
      need === 'radiator'
        ? fitmentWords('needs:radiator')
        : fitmentWords('needs:figure', { figure: figureName('radiator', need).toLowerCase() }),
    ),
  );
export const coolingWaits = (missing: readonly CoolingNeed[]): string =>
  fitmentWords('cooling:waits', { needs: coolingNeeds(missing) });
/** Why the sums say nothing of a pull-down. */
export const noPrediction = (why: NoPrediction): string =>
  why.code === 'sums'
    ? why.problem
    : why.code === 'lacks'
      ? fitmentWords('prediction:lacks', { needs: coolingNeeds(why.needs) })
      : fitmentWords('prediction:unsettled');
/** What a set-up takes for granted, as a sentence. */
export const setUpNote = (note: SetUpNote, capKPa: number, units: UnitSystem): string =>
  note === 'usual-cap'
    ? fitmentWords('set-up:usual-cap', { cap: { value: capKPa, dimension: 'pressure' } }, units)
    : fitmentWords(`set-up:${note}`);
export const limitName = (limit: Limit): string => fitmentWords(`limit-name:${limit}`);
export const whyHotterText = (why: WhyHotter): string => fitmentWords(`why:${why}`);

/** Why an answer is shaky, a sentence each. */
export const warningTexts = ({
  warnings,
  coolantReynolds,
}: Pick<Steady, 'warnings' | 'coolantReynolds'>): string[] =>
  warnings.map((each) =>
    each === 'laminar-or-turbulent'
      ? fitmentWords('warn:laminar-or-turbulent', { reynolds: Math.round(coolantReynolds) })
      : fitmentWords(`warn:${each}`),
  );

/** The air in which a set-up boils. @example airToBoilText(60, 'metric') // 'over 60 °C' */
export const airToBoilText = (tempC: number | undefined, units: UnitSystem): string =>
  tempC === undefined
    ? fitmentWords('air-to-boil:any')
    : fitmentWords(
        tempC >= AIR_TO_BOIL_MOST_C ? 'air-to-boil:over' : 'air-to-boil:at',
        { temp: degrees(tempC) },
        units,
      );

/** A top tank's temperature; what finds no balance has none. */
export const topTankText = ({ settles, topTankC }: TopTank, units: UnitSystem): string =>
  settles ? saysDegrees(topTankC, units) : fitmentWords('top-tank:no-balance');
const saysDegrees = (value: number, units: UnitSystem): string =>
  fitmentWords('amount', { amount: degrees(value) }, units);

export function planFaultText(fault: WiringPlan['faults'][number]): string {
  const side = fitmentWords(`side:${fault.side}`);
  switch (fault.kind) {
    case 'missing':
      return fitmentWords('fault:missing', { side, function: fault.function });
    case 'doubled':
      return fitmentWords('fault:doubled', { side, function: fault.function, positions: fault.positions.join(', ') });
    case 'two-in-one':
      return fitmentWords('fault:two-in-one', { side, position: fault.position });
  }
} // prettier-ignore

export function circuitFaultText(fault: CircuitFault, units: UnitSystem = 'metric'): string {
  switch (fault.kind) {
    case 'fuse-over-wire':
      return fitmentWords('circuit:fuse-over-wire', { fuse: amps(fault.fuseA), carries: amps(fault.ampacityA) }, units);
    case 'fuse-too-small':
      return fitmentWords('circuit:fuse-too-small', { fuse: amps(fault.fuseA), needs: amps(fault.needsA) }, units);
    case 'wire-too-thin':
      return fitmentWords('circuit:wire-too-thin', { carries: amps(fault.ampacityA), current: amps(fault.currentA) }, units);
    case 'drop':
      return fitmentWords('circuit:drop', { drop: fault.dropV.toFixed(2), allowed: fault.allowedV.toFixed(2) });
    case 'relay-too-small':
      return fitmentWords('circuit:relay-too-small', { relay: amps(fault.relayA), needs: amps(fault.needsA) }, units);
  }
} // prettier-ignore

function ruleText(broken: Broken, settings: Settings, units: UnitSystem): string {
  const stage = settings.stages[broken.stage];
  const on = degrees(stage?.onC ?? NaN);
  const off = degrees(stage?.offC ?? NaN);
  const opens = degrees(settings.thermostat.opensC);
  const boils = degrees(settings.boilsC);
  switch (broken.rule) {
    case 'off-below-opening':
      return fitmentWords('rule:off-below-opening', { off, opens }, units);
    case 'on-below-fully-open':
      return fitmentWords('rule:on-below-fully-open', { on }, units);
    case 'on-near-boiling':
      return fitmentWords('rule:on-near-boiling', { on, boils }, units);
    case 'on-near-warning':
      return fitmentWords('rule:on-near-warning', { on, warning: degrees(settings.warningC!) }, units);
    case 'off-above-on':
      return fitmentWords('rule:off-above-on', { off, on }, units);
    case 'stages-out-of-order':
      return fitmentWords('rule:stages-out-of-order', { stage: broken.stage + 1, on }, units);
    case 'opens-above-boiling':
      return fitmentWords('rule:opens-above-boiling', { opens, boils }, units);
  }
}

/** A broken rule, and the rule itself. */
export const brokenText = (broken: Broken, settings: Settings, units: UnitSystem): string =>
  fitmentWords('broken', {
    rule: ruleText(broken, settings, units),
    law: fitmentWords(`law:${broken.rule}`),
  });

const stagesText = ({ stages }: Settings, units: UnitSystem): string =>
  stages
    .map(({ onC, offC }, i) => {
      const given = { on: degrees(onC), off: degrees(offC) };
      return stages.length > 1
        ? fitmentWords('proposal:stage', { ...given, stage: i + 1 }, units)
        : fitmentWords('proposal:fan', given, units);
    })
    .join('; ');

/** The nearest settings that agree. */
export function proposalText({ settings, changesThermostat }: Proposal, units: UnitSystem): string {
  const fans = stagesText(settings, units);
  return changesThermostat
    ? fitmentWords('proposal:thermostat', { fans, opens: degrees(settings.thermostat.opensC) }, units)
    : fitmentWords('proposal', { fans });
}

/** A way to agree that keeps one side as it is. */
export const waySetPoints = (way: Proposal | undefined, units: UnitSystem): string =>
  way
    ? fitmentWords('way:set-points', { fans: stagesText(way.settings, units) })
    : fitmentWords('way:set-points:none');
export const wayThermostat = (
  way: Proposal | undefined,
  highestC: number | undefined,
  units: UnitSystem,
): string =>
  way
    ? fitmentWords('way:thermostat', { opens: degrees(way.settings.thermostat.opensC) }, units)
    : highestC === undefined
      ? ''
      : fitmentWords('way:thermostat:none', { opens: degrees(highestC) }, units);

/** A law that thermostat and fan keep. */
export const lawText = (rule: AgreementRule): string => fitmentWords(`law:${rule}`);

function settingName(room: AgreementRoom, stages: number): string {
  if (room.setting === 'opens') return fitmentWords('setting:opens');
  return stages > 1
    ? fitmentWords(`setting:${room.setting}:stage`, { stage: room.stage + 1 })
    : fitmentWords(`setting:${room.setting}`);
}

/** What is missing between thermostat and fan, and the range of each that would agree. */
function openAgreement({ known, room }: Extract<FindingSays, { by: 'agreement-open' }>, units: UnitSystem): string {
  const name = (each: AgreementRoom) => settingName(each, known.stages.length);
  const missing = listed(room.map(name));
  if (room.some(({ fromC, toC }) => fromC !== undefined && toC !== undefined && fromC > toC)) return fitmentWords('agreement-open:none', { missing });
  const rooms = room.flatMap((each): string[] => {
    const { fromC, toC } = each;
    const setting = name(each);
    if (fromC !== undefined && toC !== undefined) return [fitmentWords('room:between', { setting, from: degrees(fromC), to: degrees(toC) }, units)];
    if (fromC !== undefined) return [fitmentWords('room:from', { setting, from: degrees(fromC) }, units)];
    return toC === undefined ? [] : [fitmentWords('room:to', { setting, to: degrees(toC) }, units)];
  });
  return fitmentWords('agreement-open', { missing, room: fitmentWords('room:agrees', { rooms: rooms.join('; ') }) });
} // prettier-ignore

/** From here on power is said in kilowatts. */
const KILOWATT = 1000;
const watts = (w: number): string =>
  w >= KILOWATT
    ? fitmentWords('kilowatts', { value: (w / KILOWATT).toFixed(1) })
    : fitmentWords('watts', { value: w.toFixed(0) });

function airflowClaim(claim: Extract<ClaimFinding, { kind: 'airflow' }>, units: UnitSystem): string {
  const flow = (value: number): Amount => ({ value, dimension: 'airflow' });
  const power = fitmentWords('claim:airflow:power', {
    claimed: flow(claim.claimedM3H), air: watts(claim.airPowerW), drawn: watts(claim.drawnW),
  }, units);
  if (claim.verdict === 'holds') return fitmentWords('claim:airflow:holds', { power });
  const moves = { usual: flow(claim.usualM3H), most: flow(claim.mostM3H), needs: amps(claim.needsA) };
  if (claim.verdict === 'too-little') return fitmentWords('claim:airflow:too-little', { claimed: flow(claim.claimedM3H), drawn: watts(claim.drawnW), usual: flow(claim.usualM3H), least: flow(claim.leastM3H) }, units);
  if (claim.verdict === 'impossible') return fitmentWords('claim:airflow:impossible', { power, ...moves }, units);
  const shares = { usualShare: Math.round(claim.usualShare * 100), mostShare: Math.round(claim.mostShare * 100) };
  return fitmentWords('claim:airflow:not-credible', { power, ...shares, ...moves }, units);
} // prettier-ignore

/** What a seller's claim comes to, and what would have to be true. */
export function claimText(claim: ClaimFinding, units: UnitSystem): string {
  switch (claim.kind) {
    case 'total': {
      const sum: Amount = { value: claim.sum, dimension: 'airflow' };
      return claim.holds
        ? fitmentWords('claim:total:holds', { sum }, units)
        : fitmentWords('claim:total', { sum, claimed: { value: claim.claimed, dimension: 'airflow' } }, units);
    }
    case 'airflow':
      return airflowClaim(claim, units);
    case 'area': {
      if (claim.holds) return fitmentWords('claim:area:holds');
      const area = (mm2: number): Amount => ({ value: mm2 / MM2_PER_CM2, dimension: 'area' });
      const given = { worksOut: area(claim.worksOutMm2), claimed: area(claim.claimedMm2) };
      return fitmentWords('claim:area', { ...given, height: mm(claim.heightWouldBeMm) }, units);
    }
    case 'volume': {
      if (claim.holds) return fitmentWords('claim:volume:holds');
      const space = (mm3: number): Amount => ({ value: mm3 / MM3_PER_L, dimension: 'volume' });
      const given = { worksOut: space(claim.worksOutMm3), claimed: space(claim.claimedMm3) };
      return fitmentWords('claim:volume', { ...given, thickness: mm(claim.thicknessWouldBeMm) }, units);
    }
    case 'same-fit':
      return claim.holds
        ? fitmentWords('claim:same-fit:holds')
        : fitmentWords('claim:same-fit', { fresh: mm(claim.newMm), old: mm(claim.oldMm), u: mm(claim.u) }, units);
  }
} // prettier-ignore
const MM2_PER_CM2 = 100;
const MM3_PER_L = 1e6;

/** Two screws that must not change places. */
export function hazardText(
  { thread, long, short, deeperMm, sparesMm }: SwapHazard,
  units: UnitSystem,
): string {
  const given = { thread, long, short, deeper: mm(deeperMm) };
  if (sparesMm === undefined) return fitmentWords('hazard:unknown', given, units);
  return sparesMm < 0
    ? fitmentWords('hazard:through', { ...given, over: mm(-sparesMm) }, units)
    : fitmentWords('hazard', { ...given, room: mm(sparesMm) }, units);
}

function clearanceText(says: Extract<FindingSays, { by: 'clearance' }>, units: UnitSystem): string {
  const { code, key, nominalMm, wantedMm, gapMm, chance, spacerMm, leavesMm } = says;
  const clearance = fitmentWords(`clearance:${key}`, { nominal: mm(nominalMm), wanted: mm(wantedMm) }, units);
  const given = { clearance, gap: mm(Math.abs(gapMm)) };
  const spacer = mm(spacerMm ?? NaN);
  switch (code) {
    case 'clears':
    case 'short':
    case 'fails':
    case 'fails-no-spacer':
      return fitmentWords(`clearance:${code}`, given, units);
    case 'clears-on-spacers':
      return fitmentWords('clearance:clears-on-spacers', { ...given, spacer }, units);
    case 'short-spacer':
      return fitmentWords('clearance:short-spacer', { ...given, spacer, leaves: mm(leavesMm ?? NaN) }, units);
    case 'open':
      return fitmentWords('clearance:open', { clearance, percent: Math.min(99, Math.max(1, Math.round(chance * 100))) });
  }
} // prettier-ignore

function wiringText({
  verdict,
  kit,
  joints,
  changes,
  faults,
}: Extract<FindingSays, { by: 'wiring' }>): string {
  switch (verdict) {
    case 'plugs-in':
    case 'adapter':
      return fitmentWords(kit ? `wiring:${verdict}:kit` : `wiring:${verdict}`);
    case 're-terminate':
      return fitmentWords('wiring:re-terminate', { n: joints, changes });
    case 'cannot':
      return fitmentWords('wiring:cannot', { faults: faults.map(planFaultText).join(' ') });
  }
}

function coolingText(says: Extract<FindingSays, { by: 'cooling' }>, units: UnitSystem): string {
  const { code, topTank, marginK, u = 0, limit, old, why } = says;
  const given = {
    case: caseName(says.case, says.airConditioning),
    topTank: topTankText(topTank, units),
    margin: kelvins(Math.abs(marginK), units),
    u: kelvins(u, units),
  };
  return [
    code === 'no-balance'
      ? fitmentWords('cooling:no-balance', { case: given.case })
      : fitmentWords(marginK >= 0 ? 'cooling:below' : 'cooling:past', given),
    old ? fitmentWords('cooling:old', { topTank: topTankText(old, units) }) : '',
    why ? fitmentWords('cooling:why', { why: whyHotterText(why) }) : '',
    code === 'open' ? fitmentWords('cooling:unmeasured') : '',
    code === 'below' ? '' : fitmentWords(`limit:${limit}`),
  ]
    .filter((each) => each !== '')
    .join(' ');
}

/** @example clockText(95) // '1 min 35 s' */
const clockText = (seconds: number): string => {
  const whole = Math.round(seconds);
  return whole < 60
    ? fitmentWords('seconds', { s: whole })
    : fitmentWords('minutes', { min: Math.floor(whole / 60), s: String(whole % 60).padStart(2, '0') });
};

function driveText(says: Extract<FindingSays, { by: 'drive' }>, units: UnitSystem): string {
  const { hottestC, hottestAtS, boilsC, times, pullDownS } = says;
  const fan =
    says.fan === 'cycles'
      ? pullDownS === undefined
        ? fitmentWords('drive:cycles', { times })
        : fitmentWords('drive:cycles:pull-down', { times, pullDown: clockText(pullDownS) })
      : fitmentWords(`drive:${says.fan}`);
  const given = { hottest: degrees(hottestC), after: clockText(hottestAtS), fan };
  if (boilsC === undefined) return fitmentWords('drive', given, units);
  return hottestC >= boilsC
    ? fitmentWords('drive:boils', given, units)
    : fitmentWords('drive:below', { ...given, below: kelvins(boilsC - hottestC, units) }, units);
}

/** A finding of a comparison as a sentence in the reader's units. */
export function foundText({ says }: Pick<Found, 'says'>, units: UnitSystem): string {
  switch (says.by) {
    case 'row':
      return rowSentence(says.row, units);
    case 'all-met':
      return says.tightest
        ? fitmentWords('all-met:tightest', { n: says.n, row: rowSentence(says.tightest, units, false) })
        : fitmentWords('all-met', { n: says.n });
    case 'work':
      return fitmentWords('work', { work: workText(says.work, units) });
    case 'claim':
      return claimText(says.claim, units);
    case 'hazard':
      return hazardText(says.hazard, units);
    case 'agreement': {
      const rule = ruleText(says.broken, says.settings, units);
      return says.proposal
        ? fitmentWords('agreement:proposal', { rule, proposal: proposalText(says.proposal, units) })
        : fitmentWords('agreement:none', { rule });
    }
    case 'agreement-open':
      return openAgreement(says, units);
    case 'clearance':
      return clearanceText(says, units);
    case 'stack-gap':
      return fitmentWords('stack-gap', { figure: figureName(says.subject, says.key), leaves: fitmentWords(`leaves:${says.leavesOpen}`) });
    case 'colour-trap':
      return fitmentWords('colour-trap', { colour: says.colour, function: says.function, there: says.there });
    case 'wiring':
      return wiringText(says);
    case 'cooling':
      return coolingText(says, units);
    case 'screw':
      return says.code === 'touches'
        ? fitmentWords('screw:touches', { tray: says.tray, by: mm(says.byMm) }, units)
        : fitmentWords('screw:too-short', { tray: says.tray });
    case 'box-screws':
      return fitmentWords('box-screws', { name: says.name, deeper: mm(says.deeperMm), most: mm(says.mostMm) }, units);
    case 'relation':
      return fitmentWords(`relation:${says.outcome}`, { relation: relationName(says.relation) });
    case 'plain':
      return fitmentWords(says.code);
    case 'drive':
      return driveText(says, units);
    case 'text':
      return says.text;
  }
} // prettier-ignore
