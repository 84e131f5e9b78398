import { LIMITS, WHY_HOTTER, caseWords, type CaseName, type Likely, type WhyHotter } from '../../cooling/index.ts'; // prettier-ignore
import type { CircuitFault, WiringPlan } from '../../electrical/index.ts';
import {
  RELATIONS,
  rowSentence,
  workText,
  type CheckId,
  type Choice,
  type Cleared,
  type LedgerRow,
  type Outcome,
  type Together,
} from '../../fit/index.ts';
import type { Work } from '../../practice/index.ts';
import { formatQuantity, type UnitSystem } from '../../quantity/index.ts';
import { AGREEMENT_RULES, type Broken, type Proposal, type Settings } from '../agreement.ts';
import type { Reach, SwapHazard } from '../shapes/bolts.ts';
import type { ClaimFinding } from '../claims.ts';
import type { Plan } from '../plan.ts';
import { screwsInBox } from './screws-topic.ts';
import type { Stack } from '../shapes/stack-of-parts.ts';

/** What a comparison looks into, in the order it is gone through. */
export const TOPICS = {
  face: 'Face',
  depth: 'Depth',
  ports: 'Ports and loom',
  changes: 'Changes',
  wiring: 'Wiring',
  cooling: 'Cooling',
  drive: 'Drive',
  agreement: 'Agreement',
  claims: 'Claims',
} as const;
export type Topic = keyof typeof TOPICS;
export const TOPIC_NAMES = Object.keys(TOPICS) as Topic[];

/** All is well, there is work to do, it is not known, it does not go. */
export const FINDING_WORDS = {
  clear: 'clear',
  work: 'work to do',
  open: 'open',
  stop: 'stop',
} as const;
export type FindingWord = keyof typeof FINDING_WORDS;
export interface Found {
  about: Topic;
  word: FindingWord;
  sentence: string;
}

const WORST: readonly FindingWord[] = ['stop', 'open', 'work', 'clear'];
/** The finding a topic is known by: the worst of its own, first said first. */
export const worstOf = (found: readonly Found[], about: Topic): Found | undefined =>
  WORST.flatMap((word) => found.filter((each) => each.about === about && each.word === word))[0];

const mm = (value: number, units: UnitSystem, u?: number): string =>
  formatQuantity(value, 'length', units, { uncertainty: u !== undefined && u >= 0.05 ? u : undefined });
const degrees = (value: number, units: UnitSystem): string => formatQuantity(value, 'temperature', units);
/** A difference of temperatures. */
export const kelvins = (value: number, units: UnitSystem, places = 0): string =>
  units === 'us' ? `${(value * 1.8).toFixed(places)} °F` : `${value.toFixed(places)} K`;
const amps = (value: number): string => `${value.toFixed(1)} A`;
const percent = (share: number): number => Math.min(99, Math.max(1, Math.round(share * 100)));

/** Which part of a comparison a check is shown in; every check has one. */
const TOPIC_OF: Record<CheckId, Topic> = {
  listed: 'claims', coherent: 'face', width: 'face', height: 'face', sideGap: 'face', topGap: 'face', coreShare: 'face',
  pinSpacing: 'face', pinDiameter: 'face', topMount: 'face', topMountSpacing: 'face', condenserTabs: 'face',
  fanMountWidth: 'face', fanMountHeight: 'face', frameWidth: 'face', frameHeight: 'face', holdsRadiator: 'face', sweptShare: 'face', fanThrow: 'face',
  depthWithFan: 'depth', bladesWithFan: 'depth', depthWithoutFan: 'depth', shroudDepth: 'depth', fanDepth: 'depth', bladeToCore: 'depth', bladesInShroud: 'depth', fanStandoff: 'depth',
  inletSide: 'ports', inletDiameter: 'ports', inletHeight: 'ports', outletSide: 'ports', outletDiameter: 'ports', outletHeight: 'ports',
  inletDirection: 'ports', outletDirection: 'ports', hoseCoupling: 'ports', oilCooler: 'ports', oilCoolerFitting: 'ports', engineOilCooler: 'ports',
  bottle: 'ports', capPressure: 'ports', neckBore: 'ports', neckSeat: 'ports', sensorPort: 'ports', ventNipple: 'ports', drainSide: 'ports',
  fanConnector: 'wiring', fanCurrent: 'wiring', fanWire: 'wiring', voltage: 'wiring', fanControl: 'wiring', motorConnector: 'wiring', moduleConnector: 'wiring', relayFoot: 'wiring', relayRating: 'wiring', moduleRating: 'wiring', moduleHoles: 'wiring', adapterPlug: 'wiring',
  thermostatAndFan: 'agreement', thermostatRating: 'agreement', thermostatSpan: 'agreement', thermostatFlange: 'ports', thermostatSeal: 'ports',
  motorShaft: 'depth', shaftDiameter: 'depth', motorBoltCircle: 'depth', motorRoom: 'depth', motorRotation: 'depth',
  capStyle: 'ports', capBore: 'ports', capSeatDepth: 'ports', capRating: 'ports', hoseRadiatorEnd: 'ports', hoseEngineEnd: 'ports', hoseLength: 'ports', hoseSpring: 'ports',
  tankSort: 'ports', tankHoles: 'ports', tankHose: 'ports', mountBore: 'face', mountHole: 'face', adapterHose: 'ports', adapterPort: 'ports', adapterGround: 'wiring',
  fanDrive: 'wiring', fanKit: 'wiring', hubThread: 'depth', hubCircle: 'depth', hubPilot: 'depth', drivenBlade: 'depth',
  bladeShaft: 'depth', bladeBore: 'depth', bladeTips: 'depth', bladeCount: 'depth',
  kitPlug: 'wiring', kitRating: 'wiring', kitFuse: 'wiring', kitWire: 'wiring', kitProbe: 'ports', kitRequest: 'wiring', kitByHand: 'agreement',
  setUpperRadiator: 'ports', setUpperEngine: 'ports', setUpperLength: 'ports', setLowerRadiator: 'ports', setLowerEngine: 'ports', setLowerLength: 'ports',
  reroutePlate: 'ports', rerouteSeat: 'ports', reroutePort: 'ports',
}; // prettier-ignore
export const topicOf = (check: CheckId): Topic => TOPIC_OF[check];

const OF_OUTCOME: Partial<Record<Outcome, FindingWord>> = {
  change: 'work',
  fail: 'stop',
  open: 'open',
  unknown: 'open',
};

const wordOf = (row: Pick<LedgerRow, 'outcome' | 'decisive'>): FindingWord | undefined => {
  const word = OF_OUTCOME[row.outcome];
  return word && !row.decisive && word !== 'open' ? 'work' : word;
};

/** What the rows of one topic say: only what is not met, or one line when all is. */
export function ledgerFindings(about: Topic, ledger: readonly LedgerRow[], units: UnitSystem): Found[] {
  const rows = ledger.filter(
    (row) => TOPIC_OF[row.check] === about && row.check !== 'listed' && row.outcome !== 'not-asked',
  );
  const found = rows.flatMap((row): Found[] => {
    const word = wordOf(row);
    return word ? [{ about, word, sentence: rowSentence(row, units) }] : [];
  });
  if (found.length > 0 || rows.length === 0) return found;
  const tight = rows
    .filter((row) => row.margin?.dimension === 'length')
    .sort((a, b) => a.margin!.value - b.margin!.value)[0];
  return [
    {
      about,
      word: 'clear',
      sentence: tight
        ? `All ${rows.length} checks are met; the tightest: ${rowSentence(tight, units, false)}`
        : `All ${rows.length} checks are met.`,
    },
  ];
}

/** The row behind each clearance of the stack: the check and the drawing cannot differ. */
const CLEARANCE_ROWS: Record<Cleared['key'], readonly CheckId[]> = {
  motor: ['fanDepth', 'depthWithFan'],
  bare: ['depthWithoutFan'],
  shroud: ['shroudDepth'],
  blades: ['bladeToCore', 'bladesWithFan'],
};
const rowBehind = (ledger: readonly LedgerRow[], key: Cleared['key']): LedgerRow | undefined =>
  ledger.find((row) => CLEARANCE_ROWS[key].includes(row.check));

/** What the depth stack says: each clearance against what practice wants, and the spacer that helps. */
export function depthFindings(
  stack: Stack,
  cleared: readonly Cleared[],
  ledger: readonly LedgerRow[],
  spacer: { choice: Choice | undefined; taken: number | undefined; supplied: number | undefined },
  units: UnitSystem,
): Found[] {
  const about = 'depth';
  const found: Found[] = stack.missing.map((each) => ({
    about,
    word: 'open',
    sentence: `${each.figure} is not on record (${each.where}): ${each.leavesOpen} stays open.`,
  }));
  for (const each of cleared) {
    const row = rowBehind(ledger, each.key);
    // What nothing that goes in changes is drawn, and not judged.
    if (!row) continue;
    const gap = each.nominalMm - each.wantedMm;
    const head = `${each.label} ${mm(each.nominalMm, units)}, ${mm(each.wantedMm, units)} wanted`;
    const own =
      spacer.taken !== undefined &&
      spacer.taken !== spacer.supplied &&
      (each.key === 'motor' || each.key === 'blades');
    if (row.outcome === 'pass' || (row.outcome === 'change' && gap >= 0))
      found.push({
        about,
        word: row.outcome === 'change' ? 'work' : 'clear',
        sentence: `${head}: clears, ${mm(gap, units)} to spare${own ? ` on ${mm(spacer.taken!, units)} spacers` : ''}.`,
      });
    else if (row.outcome === 'change')
      found.push({
        about,
        word: 'work',
        sentence: `${head}: ${mm(-gap, units)} short as supplied.${spacer.choice?.kind === 'chosen' ? ` A ${mm(spacer.choice.spacerMm, units)} spacer under the fan’s feet leaves ${mm(spacer.choice.leavesMm, units)}.` : ''}`,
      });
    else if (row.outcome === 'fail')
      found.push({
        about,
        word: 'stop',
        sentence: `${head}: it does not clear, ${mm(-gap, units)} short.${each.key === 'motor' && spacer.choice?.kind === 'none' ? ' No spacer from stock keeps both motor and blades off.' : ''}`,
      });
    else if (row.outcome === 'open')
      found.push({
        about,
        word: 'open',
        sentence: `${head}: kept in ${percent(each.chance)} of 100 such vehicles; measure the bay more closely.`,
      });
    else found.push({ about, word: 'open', sentence: rowSentence(row, units) });
  }
  const drawn = new Set(Object.values(CLEARANCE_ROWS).flat());
  const others = ledger.filter(
    (row) => !drawn.has(row.check) || !cleared.some((each) => CLEARANCE_ROWS[each.key].includes(row.check)),
  );
  return [...found, ...ledgerFindings(about, others, units).filter((each) => each.word !== 'clear')];
}

/**
 * What the wiring plan says, wire by wire; fuse, wire and drive are rows of the ledger.
 *
 * @param kit a controller kit stands in for the vehicle's loom
 */
export function wiringFindings(plan: WiringPlan | undefined, kit = false): Found[] {
  const about = 'wiring';
  const found: Found[] = [];
  if (!plan)
    found.push({
      about,
      word: 'open',
      sentence: 'Loom plug or fan plug is not on record: the wiring cannot be laid out.',
    });
  else {
    const traps = plan.joints.filter((joint) =>
      joint.flags.some((flag) => flag.kind === 'means-something-else'),
    );
    const changes = plan.joints.filter((joint) => joint.flags.some((flag) => flag.kind === 'colour-changes'));
    for (const joint of traps.slice(0, 1)) {
      const flag = joint.flags.find((each) => each.kind === 'means-something-else')!;
      found.push({
        about,
        word: plan.verdict === 'cannot' ? 'stop' : 'work',
        sentence: `Colour trap: ${flag.colour} is ${joint.function} on one side and ${flag.there} on the other. Join by function, never by colour.`,
      });
    }
    const verdict: Record<WiringPlan['verdict'], Omit<Found, 'about'>> = {
      'plugs-in': { word: 'clear', sentence: `The fan plugs straight into ${kit ? 'its kit' : 'the loom'}.` },
      adapter: {
        word: 'work',
        sentence: `An adapter on record joins ${kit ? 'kit' : 'loom'} and fan: nothing is cut.`,
      },
      're-terminate': {
        word: 'work',
        sentence: `Re-terminate: ${plan.joints.length} wires joined by function, ${changes.length} of them change colour.`,
      },
      cannot: {
        word: 'stop',
        sentence: `The plugs cannot be joined as recorded: ${plan.faults.map(planFaultSentence).join(' ')}`,
      },
    };
    found.push({ about, ...verdict[plan.verdict] });
  }
  return found;
}

export const planFaultSentence = (fault: WiringPlan['faults'][number]): string =>
  fault.kind === 'missing'
    ? `The ${fault.side} has no wire for ${fault.function}.`
    : fault.kind === 'doubled'
      ? `On the ${fault.side}, ${fault.function} is there twice (cavities ${fault.positions.join(' and ')}).`
      : `On the ${fault.side}, cavity ${fault.position} holds two wires.`;

export function circuitFaultSentence(fault: CircuitFault): string {
  switch (fault.kind) {
    case 'fuse-over-wire':
      return `The ${fault.fuseA} A fuse does not protect the wire, which carries ${fault.ampacityA} A.`;
    case 'fuse-too-small':
      return `The ${fault.fuseA} A fuse is too small: it needs ${amps(fault.needsA)} to run for hours in a warm bay.`;
    case 'wire-too-thin':
      return `The wire carries ${fault.ampacityA} A; the fan takes ${amps(fault.currentA)}.`;
    case 'drop':
      return `${fault.dropV.toFixed(2)} V is lost on the way there and back; ${fault.allowedV.toFixed(2)} V is let pass.`;
    case 'relay-too-small':
      return `The ${fault.relayA} A relay is too small: it needs ${amps(fault.needsA)}.`;
  }
}

/** Cases worked out for old and new, and why the new one is hotter where it is. */
export type CoolingCases = readonly {
  name: CaseName;
  old: Likely | undefined;
  fresh: Likely;
  why?: WhyHotter | undefined;
  /** Whether the vehicle has one, and it is on. */
  airConditioning?: boolean;
}[];

/** A top tank as it is said: what finds no balance is no temperature. */
export const topTankWords = ({ settles, topTankC }: Likely['steady'], units: UnitSystem): string =>
  settles ? degrees(topTankC, units) : 'no balance: it boils over';

/** Whether it will cool: the hottest case against boiling, and how it stands beside the old. */
export function coolingFindings(cases: CoolingCases, units: UnitSystem): Found[] {
  const about = 'cooling';
  const worst = [...cases].sort((a, b) => a.fresh.steady.marginK - b.fresh.steady.marginK)[0];
  if (!worst) return [];
  const { fresh, old, name, why, airConditioning = true } = worst;
  const { marginK, limit } = fresh.steady;
  const beside = `${old ? ` The old one: ${topTankWords(old.steady, units)}.` : ''}${
    why ? ` Hotter than the old one: ${WHY_HOTTER[why]}.` : ''
  }`;
  const label = caseWords(name, airConditioning);
  if (fresh.u === undefined)
    return [
      {
        about,
        word: 'stop',
        sentence: `${label}: more heat comes in than this can get rid of before the coolant boils away; there is no temperature to settle at.${beside} It is limited by ${LIMITS[limit]}.`,
      },
    ];
  const at = `Hottest case ${label}: ${topTankWords(fresh.steady, units)} in the top tank, ${
    marginK >= 0 ? `${kelvins(marginK, units)} below boiling` : `${kelvins(-marginK, units)} past boiling`
  }, ± ${kelvins(fresh.u, units)}.${beside}`;
  if (marginK >= fresh.u) return [{ about, word: 'clear', sentence: at }];
  if (marginK <= -fresh.u)
    return [{ about, word: 'stop', sentence: `${at} It is limited by ${LIMITS[limit]}.` }];
  return [
    {
      about,
      word: 'open',
      sentence: `${at} What is not measured leaves it open; limited by ${LIMITS[limit]}.`,
    },
  ];
}

const RULE_WORDS = (broken: Broken, settings: Settings, units: UnitSystem): string => {
  const stage = settings.stages[broken.stage];
  const [on, off] = stage ? [degrees(stage.onC, units), degrees(stage.offC, units)] : ['', ''];
  const opens = degrees(settings.thermostat.opensC, units);
  switch (broken.rule) {
    case 'off-below-opening':
      return `The fan goes off at ${off} and the thermostat starts to open at ${opens}: the fan may never stop.`;
    case 'on-below-fully-open':
      return `The fan comes on at ${on}, before the thermostat is fully open: it runs more than it must.`;
    case 'on-near-boiling':
      return `The fan comes on at ${on}, too near boiling (${degrees(settings.boilsC, units)}).`;
    case 'on-near-warning':
      return `The fan comes on at ${on}, too near the warning lamp (${degrees(settings.warningC!, units)}).`;
    case 'off-above-on':
      return `The fan goes off at ${off}, which is not below where it comes on (${on}).`;
    case 'stages-out-of-order':
      return `Stage ${broken.stage + 1} comes on at ${on}, before the one below it.`;
    case 'opens-above-boiling':
      return `The thermostat opens at ${opens}, above boiling (${degrees(settings.boilsC, units)}).`;
  }
};

/** One sentence a broken rule, the rule named. */
export const brokenSentence = (broken: Broken, settings: Settings, units: UnitSystem): string =>
  `${RULE_WORDS(broken, settings, units)} Rule: ${AGREEMENT_RULES[broken.rule]}.`;

/** The proposal as an order. */
export function proposalSentence(proposal: Proposal, units: UnitSystem): string {
  const { thermostat, stages } = proposal.settings;
  const fans = stages
    .map(
      (stage, i) =>
        `${stages.length > 1 ? `stage ${i + 1} ` : ''}on ${degrees(stage.onC, units)}, off ${degrees(stage.offC, units)}`,
    )
    .join('; ');
  return `Nearest that agrees: fan ${fans}${
    proposal.changesThermostat ? `, with a ${degrees(thermostat.opensC, units)} thermostat` : ''
  }.`;
}

export function agreementFindings(
  settings: Settings | undefined,
  broken: readonly Broken[],
  proposal: Proposal | undefined,
  units: UnitSystem,
): Found[] {
  const about = 'agreement';
  if (!settings)
    return [
      {
        about,
        word: 'open',
        sentence:
          'Thermostat rating or fan temperatures are not on record: write them in to hold them together.',
      },
    ];
  if (broken.length === 0) return [{ about, word: 'clear', sentence: 'Thermostat and fan agree.' }];
  const [first] = [...broken].sort((a, b) => Number(a.mild) - Number(b.mild));
  return [
    {
      about,
      word: first!.mild || proposal ? 'work' : 'stop',
      sentence: `${RULE_WORDS(first!, settings, units)}${
        proposal ? ` ${proposalSentence(proposal, units)}` : ' Nothing in stock agrees.'
      }`,
    },
  ];
}

/** What a claim comes to, and what would have to be true. */
export function claimSentence(finding: ClaimFinding, units: UnitSystem): string {
  const flow = (m3h: number): string => formatQuantity(m3h, 'airflow', units);
  const area = (mm2: number): string => formatQuantity(mm2 / 100, 'area', units);
  const space = (mm3: number): string => formatQuantity(mm3 / 1e6, 'volume', units);
  switch (finding.kind) {
    case 'total':
      return finding.holds
        ? `The fans add up to ${flow(finding.sum)}, as claimed.`
        : `The fans add up to ${flow(finding.sum)}, not ${flow(finding.claimed)}: the claim does not add up.`;
    case 'airflow': {
      const power = `${flow(finding.claimedM3H)} needs at least ${watts(finding.airPowerW)} of air power; ${watts(finding.drawnW)} is drawn`;
      if (finding.verdict === 'holds') return `${power}: the claim can be true.`;
      const lead =
        finding.verdict === 'impossible'
          ? `${power}: impossible.`
          : `${power}. Real sets turn 20 to 35 % into air power: not credible.`;
      return `${lead} That power moves ${flow(finding.usualM3H)}, ${flow(finding.mostM3H)} at most; the claim would need about ${amps(finding.needsA)}.`;
    }
    case 'area':
      return finding.holds
        ? 'The area follows from the dimensions.'
        : `The dimensions give ${area(finding.worksOutMm2)}, not ${area(finding.claimedMm2)}; the core would have to be ${mm(finding.heightWouldBeMm, units)} high.`;
    case 'volume':
      return finding.holds
        ? 'The volume follows from face and thickness. It is the space the core fills, not the coolant it holds.'
        : `Face and thickness give ${space(finding.worksOutMm3)} of space, not ${space(finding.claimedMm3)}; the core would have to be ${mm(finding.thicknessWouldBeMm, units)} thick.`;
    case 'same-fit':
      return finding.holds
        ? 'Old and new are alike in depth, within what the figures may be off by.'
        : `Sold as the same fit, but ${mm(finding.newMm, units)} deep where the old is ${mm(finding.oldMm, units)} (± ${mm(finding.u, units)}): the depth stack decides.`;
  }
}
const watts = (w: number): string => (w >= 1000 ? `${(w / 1000).toFixed(1)} kW` : `${w.toFixed(0)} W`);
const claimHolds = (finding: ClaimFinding): boolean =>
  finding.kind === 'airflow' ? finding.verdict === 'holds' : finding.holds;

/** Another depth is work to look into; what cannot be, or is not believed, is a claim nothing is built on: it stops no part. */
export const claimWord = (claim: ClaimFinding): FindingWord =>
  claimHolds(claim) ? 'clear' : claim.kind === 'same-fit' ? 'work' : 'open';

export const claimFindings = (claims: readonly ClaimFinding[], units: UnitSystem): Found[] =>
  claims.map((claim) => ({
    about: 'claims',
    word: claimWord(claim),
    sentence: claimSentence(claim, units),
  }));

/** Screws: what touches, and what would if two were swapped. */
export function boltFindings(
  reaches: readonly Reach[],
  hazards: readonly SwapHazard[],
  units: UnitSystem,
): Found[] {
  const about = 'changes';
  const found: Found[] = [];
  for (const each of reaches)
    if (each.verdict === 'touches' || each.verdict === 'too-short')
      found.push({
        about,
        word: 'stop',
        sentence:
          each.verdict === 'touches'
            ? `Screw ${each.tray} goes ${mm(-each.spareMm!, units)} into what lies behind it.`
            : `Screw ${each.tray} is too short for its stack.`,
      });
  for (const hazard of hazards) found.push({ about, word: 'work', sentence: hazardSentence(hazard, units) });
  return found;
}
export const hazardSentence = (hazard: SwapHazard, units: UnitSystem): string =>
  `${hazard.thread}: ${hazard.long} in the place of ${hazard.short} goes ${mm(hazard.deeperMm, units)} deeper${
    hazard.sparesMm === undefined
      ? '; how much room lies behind it is not on record'
      : hazard.sparesMm < 0
        ? `, ${mm(-hazard.sparesMm, units)} more than there is room: through the core, if that lies behind`
        : ` and still has ${mm(hazard.sparesMm, units)}`
  }. Keep them apart in the tray.`;

/** What is to be done, as orders with effort and minutes, and what the lower spacers ask of the box's screws. */
export function workFindings(
  work: readonly Work[],
  lower: { byMm: number; boxScrews: readonly { name: string; lengthMm: number }[] },
  units: UnitSystem,
): Found[] {
  const about = 'changes';
  const says = work.map((each) => `${workText(each, units)}.`);
  if (lower.byMm > 0)
    for (const screw of lower.boxScrews)
      says.push(
        `On the lower spacers the ${screw.name} of the box go ${mm(lower.byMm, units)} deeper: use screws of ${mm(screw.lengthMm - lower.byMm, units)} or less.`,
      );
  return says.length > 0
    ? says.map((sentence) => ({ about, word: 'work', sentence }))
    : [{ about, word: 'clear', sentence: 'Nothing to trim, slot or fill.' }];
}

function relationFindings({ relations }: Together): Found[] {
  return relations.flatMap(({ relation }): Found[] =>
    relation.outcome === 'fail' || relation.outcome === 'unknown'
      ? [
          {
            about: 'changes',
            word: relation.outcome === 'fail' ? 'stop' : 'open',
            sentence: `${RELATIONS[relation.id].label}: ${relation.outcome === 'fail' ? 'it does not go' : 'not on record, measure it'}.`,
          },
        ]
      : [],
  );
}

/** Swap hazards that are found; all of them are listed with the screws. */
const HAZARDS_FOUND = 2;
const TOUCHING: ReadonlySet<Reach['verdict']> = new Set(['touches', 'too-short']);

/**
 * A fan in a frame of its own draws through the core with a shroud round it and without; what the shroud adds to that,
 * nobody has measured, and the sums see no difference. That is said, not shown as none.
 */
function shroudFindings({ old, fresh }: Pick<Plan, 'old' | 'fresh'>): Found[] {
  const framed = fresh.assembly.fan?.quantities.width !== undefined;
  if (!old.assembly.shroud || fresh.assembly.shroud || !framed) return [];
  return [
    {
      about: 'cooling',
      word: 'open',
      sentence:
        'The shroud comes out from round a fan with a frame of its own: what it adds is not known to these sums. Keep it, or measure the top tank with and without.',
    },
  ];
}

/** All that a plan says without a long sum, in the reader's units. */
export function findingsOf(plan: Plan, units: UnitSystem): Found[] {
  const { ledger, fresh } = plan;
  const fan = fresh.assembly.fan;
  const spacerChosen =
    plan.fittedSpacer !== undefined && plan.lowered !== 0 ? plan.fittedSpacer - plan.lowered : undefined;
  return [
    ...ledgerFindings('face', ledger, units),
    ...depthFindings(
      plan.depth.stack,
      plan.depth.cleared,
      ledger,
      { choice: plan.choice, taken: spacerChosen, supplied: plan.fittedSpacer },
      units,
    ),
    ...ledgerFindings('ports', ledger, units),
    ...boltFindings(
      plan.reaches.filter((each) => TOUCHING.has(each.verdict)),
      plan.hazards.slice(0, HAZARDS_FOUND),
      units,
    ),
    ...relationFindings(plan.together),
    ...workFindings(plan.work, { byMm: plan.lowered, boxScrews: screwsInBox(fresh.parts.fan) }, units),
    ...(fan && fan.words.drivenBy?.word !== 'engine' ? wiringFindings(plan.plan, plan.kit) : []),
    ...ledgerFindings(
      'wiring',
      ledger.filter((row) => row.check !== 'fanConnector' || row.outcome === 'unknown'),
      units,
    ),
    ...shroudFindings(plan),
    ...ledgerFindings('agreement', ledger, units).filter((each) => each.word !== 'clear'),
    ...(fan && fan.words.drivenBy?.word === 'engine'
      ? [
          {
            about: 'agreement' as const,
            word: 'clear' as const,
            sentence: 'The engine turns the fan: no switch has to agree with the thermostat.',
          },
        ]
      : fan || plan.settings
        ? agreementFindings(plan.settings, plan.broken, plan.proposal, units)
        : []),
    ...claimFindings(
      plan.claims.flatMap((each) => (each.finding.ok ? [each.finding.value] : [])),
      units,
    ),
  ];
}

/** Whether a check of the ledger has a place on the face drawing. */
export const onFace = (row: LedgerRow): boolean =>
  TOPIC_OF[row.check] === 'face' && row.outcome !== 'not-asked';
