/** Where a switch or sensor sits. */
export const PLACES = {
  'engine-outlet': 'at the engine outlet',
  'radiator-inlet': 'in the radiator’s inlet tank',
  'radiator-outlet': 'in the radiator’s outlet tank',
} as const;
export type Place = keyof typeof PLACES;

/** A speed that comes on at one temperature and goes off at a lower one. */
export interface Stage {
  onC: number;
  offC: number;
  /** Of each fan, 0 to 1. */
  speeds: readonly number[];
  currentA: number;
}
export interface StagedFans {
  kind: 'stages';
  place: Place;
  /** Slowest first. */
  stages: readonly Stage[];
  /** The stage that runs whenever the A/C does; −1 for none. */
  withAc: number;
}
/** Driven by duty: from its lowest at `fromC` to all of it at `fullC`. */
export interface ModulatedFans {
  kind: 'modulated';
  place: Place;
  fromC: number;
  fullC: number;
  /** It goes off this far below `fromC`. */
  hysteresisK: number;
  lowestDuty: number;
  count: number;
  currentA: number;
  /** Duty at least with the A/C on. */
  withAc: number;
}
export type FanControl = StagedFans | ModulatedFans;

/** What cannot work, in sentences; none when all of it can. */
export function controlFaults(control: FanControl): string[] {
  if (control.kind === 'modulated')
    return [
      ...(control.fullC > control.fromC ? [] : ['full duty comes above the lowest']),
      ...(control.lowestDuty > 0 && control.lowestDuty <= 1
        ? []
        : ['the lowest duty is more than 0 and at most 100 %']),
      ...(control.hysteresisK >= 0.2 ? [] : ['it goes off at least 0.2 K below where it comes on']),
    ];
  if (control.stages.length === 0) return ['no stage is given'];
  return control.stages.flatMap((stage, i) => [
    ...(stage.offC < stage.onC - 0.2
      ? []
      : [`stage ${i + 1} goes off at ${stage.offC} °C, not below where it comes on (${stage.onC} °C)`]),
    ...(stage.currentA >= 0 && stage.currentA <= 120
      ? []
      : [`stage ${i + 1} takes ${stage.currentA} A: 0 to 120 A can be`]),
    ...(i === 0 || stage.onC > control.stages[i - 1]!.onC
      ? []
      : [`stage ${i + 1} comes on before stage ${i}`]),
  ]);
}

/** Power of a fan goes with the cube of its speed, and so does what a chopper draws for it. */
export const modulatedCurrent = (control: ModulatedFans, duty: number): number =>
  control.currentA * duty ** 3;

/** Duty at a temperature, switched on. */
export const dutyAt = (control: ModulatedFans, tempC: number, ac: boolean): number =>
  Math.max(
    ac ? control.withAc : 0,
    control.lowestDuty +
      (1 - control.lowestDuty) *
        Math.min(1, Math.max(0, (tempC - control.fromC) / (control.fullC - control.fromC))),
  );
