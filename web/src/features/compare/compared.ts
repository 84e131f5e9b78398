import {
  FACE_CHECKS,
  PRACTICE,
  agreementFindings,
  boltFindings,
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  claimFindings,
  clear,
  depthFindings,
  differencesOf,
  disagreements,
  edgeGaps,
  faceOf,
  faceOfBay,
  footSpacer,
  frameSpacer,
  hosePlan,
  hubSpacer,
  impossibleFigures,
  ledgerFindings,
  likelyVehicleClass,
  nearestAgreement,
  reach,
  setUpOf,
  settingsOf,
  stackOf,
  supportWork,
  swapHazards,
  wiringFindings,
  type Assembly,
  type ClaimFinding,
  type Cleared,
  type Found,
  type Ready,
  type Screw,
  type Settings,
} from '@radiatrix/core/compare';
import {
  AS_SAID,
  CASES,
  VEHICLE_CLASSES,
  boilsUnder,
  steady,
  type CaseName,
  type CoolingInputs,
  type VehicleClass,
  type VehicleLoad,
} from '@radiatrix/core/cooling';
import {
  checkCircuit,
  currentAt,
  wireOf,
  wiringPlan,
  CIRCUIT_PRACTICE,
  type Circuit,
  type Plug,
} from '@radiatrix/core/electrical';
import type { FigureSet, LedgerRow } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Bench, BenchPart } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import { attempt, type Attempt } from './attempt.ts';

/** One side of a comparison: the parts, and the figures they stand for. */
export interface Side {
  parts: { radiator?: BenchPart; fan?: BenchPart; shroud?: BenchPart };
  assembly: Assembly;
}

export function sideOf(
  bench: Bench,
  ids: { radiator: number | undefined; fan: number | undefined; shroud: number | undefined },
): Side {
  const parts: Side['parts'] = {};
  for (const kind of ['radiator', 'fan', 'shroud'] as const) {
    const part = bench.parts.find((each) => each.id === ids[kind] && each.kind === kind);
    if (part) parts[kind] = part;
  }
  return {
    parts,
    assembly: {
      radiator: parts.radiator?.figures as FigureSet<'radiator'> | undefined,
      fan: parts.fan?.figures as FigureSet<'fan'> | undefined,
      shroud: parts.shroud?.figures as FigureSet<'shroud'> | undefined,
    },
  };
}

/** One-sided 95 %: so much more than wanted has to be there for that share to keep it. */
const KEEPS = 1.645 / 2;
/** Coolant loses about this much between inlet and outlet tank at idle, where no sum has said; common practice. */
const USUAL_DROP_K = 8;

const plugOf = (bench: Bench, code: string | undefined): Plug | undefined => {
  const connector = bench.connectors.find((each) => each.code === code);
  return (
    connector && {
      code: connector.code,
      pins: connector.cavities.map(({ position, function: does, colour, gauge }) => ({
        position,
        function: does,
        colour,
        gauge,
      })),
    }
  );
};

/** Vehicle figures: the class, what was written in laid over it. */
export function loadOf(
  bench: Bench,
  asked: Asked,
): { cls: VehicleClass; load: VehicleLoad; known: Set<string> } {
  const cls =
    asked.load ??
    likelyVehicleClass(bench.vehicle.configuration.body, bench.vehicle.configuration.package === 'towing');
  const written = {
    massKg: asked.mass,
    dragAreaM2: asked.drag,
    pumpIdleLMin: asked.pumpIdle,
    pumpWorkingLMin: asked.pumpWork,
    idleHeatKW: asked.idleHeat,
    condenserKW: asked.condenser,
  };
  const known = Object.fromEntries(Object.entries(written).filter(([, value]) => value !== undefined));
  return {
    cls,
    load: { ...VEHICLE_CLASSES[cls].load, ...(known as Partial<VehicleLoad>) },
    known: new Set(Object.keys(known)),
  };
}

/** Screws that come in the boxes of parts: `M6 × 25 screws`. */
export function screwsInBox(
  part: BenchPart | undefined,
): { thread: string; lengthMm: number; name: string }[] {
  return (part?.inTheBox ?? []).flatMap(({ name }) => {
    const found = /\b(M\d+(?:[.,]\d+)?)\s*[×x]\s*(\d+)\b/i.exec(name);
    return found ? [{ thread: found[1]!, lengthMm: Number(found[2]), name }] : [];
  });
}

function depthOf(bench: Bench, side: Side, spacerMm: number | undefined) {
  const stack = stackOf(bench.bay, side.assembly, spacerMm);
  return { stack, cleared: stack.clearances.map(clear) };
}

function spacerChoice(
  supplied: Cleared[],
  fan: FigureSet<'fan'> | undefined,
  spread: (key: string) => number,
) {
  const fitted = fan?.quantities.spacer?.value;
  const [motor, blades] = ['motor', 'blades'].map((key) => supplied.find((each) => each.key === key));
  if (fitted === undefined || !motor || !blades) return undefined;
  return attempt(() =>
    frameSpacer(
      { motorToEngineMm: motor.nominalMm, bladeToCoreMm: blades.nominalMm, fittedMm: fitted },
      PRACTICE.footSpacersMm,
      PRACTICE.motorToEngineMm + KEEPS * spread('motor'),
      PRACTICE.electricBladeToCoreMm + KEEPS * spread('blades'),
    ),
  );
}

/** Everything about a comparison that takes no time to work out, from what is on record and what is asked. */
export function compare(
  bench: Bench,
  old: Side,
  fresh: Side,
  asked: Asked,
  ledger: readonly LedgerRow[],
  units: UnitSystem,
) {
  const { bay } = bench;
  const fan = fresh.assembly.fan;
  // Depth
  const before = depthOf(bench, old, undefined);
  const supplied = depthOf(bench, fresh, undefined);
  const spread = (key: string): number => {
    const own = supplied.stack.clearances.find((each) => each.key === key);
    return own ? Math.hypot(...own.parts.map((part) => part.figure.u)) : 0;
  };
  const choice = spacerChoice(supplied.cleared, fan, spread);
  const depth = attempt(() => depthOf(bench, fresh, asked.spacer));
  const now = depth.ok ? depth.value : supplied;
  const fittedSpacer = fan?.quantities.spacer?.value;

  // Face and edges
  const face = {
    bay: faceOfBay(bay),
    old: faceOf(old.assembly),
    fresh: faceOf(fresh.assembly),
    differences: differencesOf(old.assembly.radiator, fresh.assembly.radiator),
  };
  const edges = fresh.assembly.radiator && attempt(() => edgeGaps(bay, fresh.assembly.radiator!));
  const [opening, width] = [bay.quantities.openingWidth, fresh.assembly.radiator?.quantities.overallWidth];
  const support = opening && width ? supportWork(opening.value, width.value) : undefined;
  const standoff = fan?.quantities.standoff?.value;
  const foot = standoff === undefined ? undefined : attempt(() => footSpacer(standoff));
  const thicker =
    old.assembly.radiator?.quantities.coreThickness && fresh.assembly.radiator?.quantities.coreThickness
      ? (fresh.assembly.radiator.quantities.coreThickness.value -
          old.assembly.radiator.quantities.coreThickness.value) /
          2 +
        ((fresh.assembly.radiator.quantities.thickness?.value ?? 0) -
          (old.assembly.radiator.quantities.thickness?.value ?? 0)) /
          2
      : undefined;
  const hub =
    asked.hubGap !== undefined && asked.hubFitted !== undefined
      ? attempt(() => hubSpacer(asked.hubGap!, asked.hubFitted!, thicker ?? 0))
      : undefined;
  const hoses = (['upper', 'lower'] as const).map((which) => {
    const [end, key] =
      which === 'upper' ? (['inlet', asked.hoseUp] as const) : (['outlet', asked.hoseDown] as const);
    const oldLength = bay.quantities[`${which}HoseLength`]?.value;
    const [bore, neck] = [
      bay.quantities[`${end}Diameter`]?.value,
      fresh.assembly.radiator?.quantities[`${end}Diameter`]?.value,
    ];
    return {
      which,
      bore,
      neck,
      oldLength,
      plan:
        bore && neck
          ? attempt(() =>
              hosePlan({
                lengthMm: key ?? oldLength ?? 1,
                oldLengthMm: oldLength ?? key ?? 1,
                boreMm: bore,
                neckMm: neck,
                suction: which === 'lower',
                hasSpring: false,
              }),
            )
          : undefined,
    };
  });

  // Screws
  const lowered = fittedSpacer !== undefined && asked.spacer !== undefined ? fittedSpacer - asked.spacer : 0;
  const boss = fresh.assembly.radiator?.quantities.bossDepth?.value;
  // Trays are lettered anew in each procedure: screws can only change places within one way in.
  const ways = [...new Map(bench.fasteners.map((each) => [each.procedureId, each.procedure]))];
  const way = ways.some(([id]) => id === asked.way) ? asked.way : ways[0]?.[0];
  const screws: Screw[] = [
    ...bench.fasteners
      .filter((each) => each.procedureId === way && each.lengthMm !== null && each.lengthMm > 0)
      .map((each) => ({
        tray: each.tray,
        name: each.name,
        thread: each.thread,
        lengthMm: each.lengthMm!,
        stackMm: asked.room[each.tray]?.stackMm,
        freeMm: asked.room[each.tray]?.freeMm,
      })),
    ...[fresh.parts.fan, fresh.parts.radiator].flatMap((part, i, all) =>
      all.indexOf(part) !== i
        ? []
        : screwsInBox(part).map((screw) => {
            const tray = `box ${part!.number}`;
            const written = asked.room[tray];
            const spacer = part === fresh.parts.fan ? (asked.spacer ?? fittedSpacer) : undefined;
            return {
              tray,
              name: screw.name,
              thread: screw.thread,
              lengthMm: screw.lengthMm,
              stackMm:
                written?.stackMm ??
                (spacer !== undefined && asked.foot !== undefined ? spacer + asked.foot : undefined),
              freeMm: written?.freeMm ?? boss,
            };
          }),
    ),
  ];
  const reaches = screws.map((screw) => reach(screw));
  const called = (tray: string): string => {
    const name = screws.find((each) => each.tray === tray)?.name;
    return name && !tray.startsWith('box') ? `${tray} (${name.toLowerCase()})` : tray;
  };
  const hazards = swapHazards(screws).map((each) => ({
    ...each,
    long: called(each.long),
    short: called(each.short),
  }));

  // Wiring
  const [loom, plug] = [
    plugOf(bench, bay.words.fanConnector?.word),
    plugOf(bench, fan?.words.fanConnector?.word),
  ];
  const plan = loom && plug ? wiringPlan(loom, plug, bench.adapters) : undefined;
  const systemV = Number(bay.words.systemVoltage?.word ?? fan?.words.voltage?.word ?? '12') as 12 | 24;
  const chargingV = CIRCUIT_PRACTICE.chargingV[systemV === 24 ? '24' : '12'];
  const current = asked.amps ?? fan?.quantities.current?.value;
  const wireSize = bay.words.fanWire?.word;
  const wire = wireSize === undefined ? undefined : wireOf(wireSize);
  const circuitInput: Attempt<Circuit> | undefined =
    current === undefined || !wire
      ? undefined
      : attempt(() => ({
          currentA: currentAt(current, systemV === 24 ? 27 : 13.5, chargingV),
          systemV: chargingV,
          feedM: (asked.feed ?? bay.quantities.fanFeedLength?.value ?? 1500) / 1000,
          groundM: (asked.ground ?? bay.quantities.fanGroundLength?.value ?? 500) / 1000,
          wire,
          fuseA: asked.fuse ?? bay.quantities.fanFuse?.value,
          relayA: asked.relay,
        }));
  const circuit = circuitInput?.ok ? attempt(() => checkCircuit(circuitInput.value)) : circuitInput;

  // Cooling
  const { cls, load, known } = loadOf(bench, asked);
  const coolant = {
    base: asked.base ?? ('ethylene' as const),
    volumeShare: (asked.mix ?? bay.quantities.coolantMix?.value ?? 50) / 100,
  };
  const setUp = (side: Side, coreClass: typeof asked.coreOld): Ready =>
    setUpOf(bay, side.assembly, { coreClass, capKPa: asked.cap, ...coolant, gapMm2: asked.gap });
  const measured = (ready: Ready): Ready =>
    ready.ok && ready.setUp.fans && asked.curve.length > 0
      ? { ...ready, setUp: { ...ready.setUp, fans: { ...ready.setUp.fans, curve: asked.curve } } }
      : ready;
  const setUps = { old: setUp(old, asked.coreOld), fresh: measured(setUp(fresh, asked.coreNew)) };
  const inputsOf = (ready: Ready, name: CaseName): CoolingInputs | undefined =>
    ready.ok
      ? {
          setUp: ready.setUp,
          load,
          leeway: AS_SAID,
          conditions: {
            ...CASES[name].conditions,
            ...(asked.ambient === undefined ? {} : { ambientC: asked.ambient }),
            ...(asked.altitude === undefined ? {} : { altitudeM: asked.altitude }),
            ...(asked.humidity === undefined ? {} : { humidity: asked.humidity / 100 }),
          },
        }
      : undefined;

  /** How much cooler the top tank runs with no air round the core, K. */
  const closing = (name: CaseName): Attempt<number> | undefined => {
    const own = inputsOf(setUps.fresh, name);
    return (
      own &&
      attempt(() => steady(own).topTankC - steady({ ...own, setUp: { ...own.setUp, gapMm2: 0 } }).topTankC)
    );
  };

  // Agreement
  const boils = attempt(() => (setUps.fresh.ok ? boilsUnder(setUps.fresh.setUp, asked.altitude ?? 0) : NaN));
  const boilsC = boils.ok && Number.isFinite(boils.value) ? boils.value : undefined;
  const stages =
    asked.on !== undefined && asked.off !== undefined
      ? [
          { onC: asked.on, offC: asked.off },
          ...(asked.on2 !== undefined && asked.off2 !== undefined
            ? [{ onC: asked.on2, offC: asked.off2 }]
            : []),
        ]
      : undefined;
  const settings: Settings | undefined =
    boilsC === undefined
      ? undefined
      : settingsOf(
          bay,
          fan,
          bench.thermostats,
          { opensC: asked.opens, fullyOpenC: asked.full, stages, place: asked.place },
          { boilsC, dropK: USUAL_DROP_K },
        );
  const broken = settings ? disagreements(settings) : [];
  const proposal =
    settings && broken.length > 0
      ? nearestAgreement(settings, {
          thermostats: bench.thermostats.map(({ opensC, fullyOpenC }) => ({
            opensC,
            fullyOpenC: fullyOpenC ?? undefined,
          })),
          fan: { kind: 'adjustable', fromC: CONTROLLER_C[0], toC: CONTROLLER_C[1] },
        })
      : undefined;

  const claims = claimsOf(old, fresh, asked, chargingV);
  return {
    old,
    fresh,
    before,
    supplied,
    depth: now,
    depthProblem: depth.ok ? undefined : depth.problem,
    choice: choice?.ok ? choice.value : undefined,
    fittedSpacer,
    face,
    ledger,
    edges: edges?.ok ? edges.value : undefined,
    support,
    standoff,
    foot: foot?.ok ? foot.value : undefined,
    hub,
    comesNearerMm: thicker,
    hoses,
    ways,
    way,
    screws,
    reaches,
    hazards,
    lowered,
    loom,
    plug,
    plan,
    circuit,
    circuitInput,
    wire,
    current,
    chargingV,
    cls,
    load,
    known,
    coolant,
    setUps,
    inputsOf,
    closing,
    boils,
    settings,
    broken,
    proposal,
    claims,
    /** All that can be said without a long sum. */
    findings: [
      ...(fresh.assembly.radiator ? impossibleFigures(fresh.assembly.radiator) : []).map(
        (sentence): Found => ({ about: 'face', word: 'stop', sentence }),
      ),
      ...ledgerFindings('face', ledger, units),
      ...depthFindings(
        now.stack,
        now.cleared,
        { choice: choice?.ok ? choice.value : undefined, taken: asked.spacer, supplied: fittedSpacer },
        units,
      ),
      ...ledgerFindings('ports', ledger, units),
      ...boltFindings(reaches, hazards.slice(0, 2), units),
      ...changeFindings({
        support,
        edges: edges?.ok ? edges.value : undefined,
        foot: foot?.ok ? foot.value : undefined,
        lowered,
        screws: fresh.parts.fan ? screwsInBox(fresh.parts.fan) : [],
      }),
      ...(fan ? wiringFindings(plan, circuit?.ok ? circuit.value : undefined) : []),
      ...(fan || settings ? agreementFindings(settings, broken, proposal, units) : []),
      ...claimFindings(
        claims.flatMap((each) => (each.finding.ok ? [each.finding.value] : [])),
        units,
      ),
    ] satisfies Found[],
  };
}
/** Controllers adjust over this range (150 to 240 °F), °C; common practice. */
const CONTROLLER_C = [65, 115] as const;

export type Compared = ReturnType<typeof compare>;

function changeFindings({
  support,
  edges,
  foot,
  lowered,
  screws,
}: {
  support: ReturnType<typeof supportWork> | undefined;
  edges: ReturnType<typeof edgeGaps>;
  foot: ReturnType<typeof footSpacer> | undefined;
  lowered: number;
  screws: { name: string; lengthMm: number }[];
}): Found[] {
  const about = 'changes';
  const found: Found[] = [];
  if (support?.kind === 'slot')
    found.push({
      about,
      word: 'work',
      sentence: `Slot the side brackets by ${support.shiftMm.toFixed(1)} mm.`,
    });
  if (support?.kind === 'trim')
    found.push({
      about,
      word: 'work',
      sentence: `Trim the support by ${support.trimEachSideMm.toFixed(1)} mm each side; seal bare metal against rust.`,
    });
  if (edges && edges.close.length > 0)
    found.push({
      about,
      word: 'work',
      sentence: `Close the gap along the ${edges.close.join(', ')} with ${(edges.stripMm / 1000).toFixed(2)} m of foam strip.`,
    });
  if (foot && foot.bendsMm > 1)
    found.push({
      about,
      word: 'work',
      sentence: `The fan’s feet stand off ${foot.bendsMm.toFixed(1)} mm: fill it with spacers, or the ring bends and the blades touch.`,
    });
  if (lowered > 0)
    for (const screw of screws)
      found.push({
        about,
        word: 'work',
        sentence: `On the lower spacers the ${screw.name} of the box go ${lowered.toFixed(0)} mm deeper: use screws of ${screw.lengthMm - lowered} mm or less.`,
      });
  return found.length > 0 ? found : [{ about, word: 'clear', sentence: 'Nothing to trim, slot or fill.' }];
}

export interface NamedClaim {
  label: string;
  finding: Attempt<ClaimFinding>;
}

/** What is claimed on record and what was written in, each held against what would have to be true. */
function claimsOf(old: Side, fresh: Side, asked: Asked, volts: number): NamedClaim[] {
  const claims: NamedClaim[] = [];
  const add = (label: string, work: () => ClaimFinding): void => {
    claims.push({ label, finding: attempt(work) });
  };
  const q = fresh.assembly.fan?.quantities;
  if (q?.airflow && q.diameter && q.current)
    add(`Airflow of ${fresh.parts.fan!.number}`, () =>
      checkAirflow({
        airflowM3H: q.airflow!.value,
        count: fresh.assembly.fan!.words.fans?.word === 'two' ? 2 : 1,
        diameterMm: q.diameter!.value,
        voltageV: volts - 0.5,
        currentA: q.current!.value,
      }),
    );
  const [oldQ, newQ] = [old.assembly.radiator?.quantities, fresh.assembly.radiator?.quantities];
  if (oldQ?.thickness && newQ?.thickness && old.parts.radiator !== fresh.parts.radiator)
    add(`${fresh.parts.radiator!.number} as the same fit as ${old.parts.radiator!.number}`, () =>
      checkSameFit(oldQ.thickness!, newQ.thickness!),
    );
  const said = asked.claims;
  if (said.total !== undefined && said.each !== undefined)
    add('Total of the fans, as written in', () =>
      checkTotal(
        Array.from({ length: Math.min(8, Math.max(1, Math.round(said.count ?? 2))) }, () => said.each!),
        said.total!,
      ),
    );
  if (said.flow !== undefined && said.amps !== undefined && said.disc !== undefined)
    add('Airflow, as written in', () =>
      checkAirflow({
        airflowM3H: said.flow!,
        count: Math.round(said.count ?? 1),
        diameterMm: said.disc!,
        voltageV: said.volts ?? 13.5,
        currentA: said.amps!,
      }),
    );
  if (said.area !== undefined && said.wide !== undefined && said.high !== undefined)
    add('Core area, as written in', () => checkArea(said.area! * 100, said.wide!, said.high!));
  if (
    said.space !== undefined &&
    said.wide !== undefined &&
    said.high !== undefined &&
    said.thick !== undefined
  )
    add('Core volume, as written in', () =>
      checkVolume(said.space! * 1e6, said.wide! * said.high!, said.thick!),
    );
  return claims;
}

/** Whether a check of the ledger has a place on the face drawing. */
export const onFace = (row: LedgerRow): boolean =>
  FACE_CHECKS.includes(row.check) && row.outcome !== 'not-asked';
