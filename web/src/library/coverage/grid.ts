import {
  auditModel,
  boxOfVehicle,
  overlaps,
  regionOf,
  spaceOf,
  type Finding,
  type Space,
} from '@radiatrix/core/application';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { engineLabel, transmissionLabel, type Configuration, type Vocabulary } from '@radiatrix/core/vehicle';
import type { CoverageClaim, ModelCoverage } from '@radiatrix/contract';

/** A year of an engine and a transmission: the vehicles built so, and what is said of them. */
export interface GridCell {
  year: number;
  vehicles: Configuration[];
  /** Lines that cover any of them. */
  claims: CoverageClaim[];
  /** Vehicles that some line covers. */
  covered: number;
  /** Best grade of what covers it; 0 where nothing does. A closed job makes it 1. */
  grade: number;
  parts: number;
  conflicts: Finding[];
  gap: boolean;
  marked: boolean;
}

export interface GridRow {
  key: string;
  engine: string;
  transmission: string;
  cells: (GridCell | undefined)[];
}

export interface Grid {
  years: number[];
  rows: GridRow[];
  findings: Finding[];
  kinds: PartKind[];
}

/** Which vehicles each claim covers, worked out once a model. */
function coveredBy(claims: readonly CoverageClaim[], vehicles: readonly Configuration[], space: Space) {
  const boxes = vehicles.map((vehicle) => [boxOfVehicle(space, vehicle)]);
  return new Map(
    claims.map((claim) => {
      const region = regionOf(space, claim);
      return [
        claim.id,
        new Set(vehicles.flatMap((vehicle, at) => (overlaps(boxes[at]!, region) ? [vehicle.id] : []))),
      ];
    }),
  );
}

/** The grid of a model for one kind of part, or for one part. */
export function gridOf(
  coverage: ModelCoverage,
  vocabulary: Vocabulary,
  kind: PartKind,
  partId: number | undefined,
): Grid {
  const { vehicles } = coverage;
  const kinds = PART_KINDS.filter((each) => coverage.claims.some((claim) => claim.kind === each));
  const claims = coverage.claims.filter(
    (claim) => claim.kind === kind && (partId === undefined || claim.partId === partId),
  );
  const covers = coveredBy(claims, vehicles, spaceOf(vocabulary));
  const findings = auditModel(vehicles, claims);
  const [first, last] = [Math.min(...vehicles.map((v) => v.year)), Math.max(...vehicles.map((v) => v.year))];
  const years =
    vehicles.length === 0 ? [] : Array.from({ length: last - first + 1 }, (_, step) => first + step);
  const gaps = new Set(findings.flatMap((finding) => (finding.type === 'gap' ? finding.vehicles : [])));
  const proved = new Set(
    coverage.installed
      .filter((each) => each.fitted && claims.some((claim) => claim.partId === each.partId))
      .flatMap((each) => each.vehicleIds),
  );
  const marked = new Set(
    coverage.marks
      .filter((mark) => claims.some((claim) => claim.partId === mark.partId))
      .map((mark) => mark.vehicleId),
  );
  const rows = new Map<string, GridRow & { order: string }>();
  for (const vehicle of vehicles) {
    const key = `${vehicle.engineId}-${vehicle.transmissionId}`;
    let row = rows.get(key);
    if (!row) {
      const engine = vocabulary.engines.find((each) => each.id === vehicle.engineId);
      const transmission = vocabulary.transmissions.find((each) => each.id === vehicle.transmissionId);
      const labels = {
        engine: engine ? engineLabel(engine) : '?',
        transmission: transmission ? transmissionLabel(transmission) : '?',
      };
      row = {
        key,
        ...labels,
        cells: years.map(() => undefined),
        order: `${labels.engine} ${labels.transmission}`,
      };
      rows.set(key, row);
    }
    const at = vehicle.year - first;
    const cell = (row.cells[at] ??= {
      year: vehicle.year,
      vehicles: [],
      claims: [],
      covered: 0,
      grade: 0,
      parts: 0,
      conflicts: [],
      gap: false,
      marked: false,
    });
    cell.vehicles.push(vehicle);
    const own = claims.filter((claim) => covers.get(claim.id)!.has(vehicle.id));
    for (const claim of own) if (!cell.claims.includes(claim)) cell.claims.push(claim);
    if (own.some((claim) => claim.fits)) cell.covered += 1;
    cell.gap ||= gaps.has(vehicle.id);
    cell.marked ||= marked.has(vehicle.id);
  }
  for (const row of rows.values())
    for (const cell of row.cells) {
      if (!cell) continue;
      const fitting = cell.claims.filter((claim) => claim.fits);
      cell.parts = new Set(fitting.map((claim) => claim.partId)).size;
      cell.grade = fitting.length === 0 ? 0 : Math.min(...fitting.map((claim) => claim.grade));
      if (fitting.length > 0 && cell.vehicles.some((vehicle) => proved.has(vehicle.id))) cell.grade = 1;
      const ids = new Set(cell.vehicles.map((vehicle) => vehicle.id));
      cell.conflicts = findings.filter(
        (finding) =>
          (finding.type === 'says-both' || finding.type === 'two-originals') &&
          finding.vehicles.some((id) => ids.has(id)),
      );
    }
  return {
    years,
    rows: [...rows.values()].sort((a, b) => (a.order < b.order ? -1 : 1)),
    findings,
    kinds,
  };
}
