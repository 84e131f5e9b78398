import { Solver } from 'odex';
import { AS_SAID, airSide, pumpLMin, radiatorTakes, type CoolingInputs } from '../src/cooling/index.ts';
import type { Drive, StagedFans } from '../src/drive/index.ts';
import { coolant, massShareOf } from '../src/fluid/index.ts';

/**
 * A drive with staged fans solved by odex (Hairer & Wanner's GBS extrapolation) with bisection on its dense output:
 * written apart from the product, from what the model says, for the tests and the bench to be held against.
 */
export interface ByOdex {
  end: number[];
  events: { at: number; what: string }[];
}

const FLOW = (lift: number): number => lift * (2 - lift);

export function driveByOdex(
  drive: Drive,
  tolerance: number,
  /** Stands in for the exact heat by lift, for a race on equal terms. */
  smooth?: (exact: (lift: number) => number) => (lift: number) => number,
): ByOdex {
  const { thermostat, masses } = drive;
  const control = drive.control as StagedFans;
  const share = massShareOf(drive.setUp.coolant.base, drive.setUp.coolant.volumeShare);
  const liquid = coolant(drive.setUp.coolant.base, share, 95);
  const rate = (lMin: number): number => (lMin / 60_000) * liquid.densityKgM3 * liquid.heatJKgK;
  const coolantJK = (masses.engineCoolantL / 1000) * liquid.densityKgM3 * liquid.heatJKgK;

  let leg = 0;
  let [moving, standing] = ['rest', 0];
  const on = control.stages.map(() => false);
  const inputsOf = (at: Drive['legs'][number]): CoolingInputs => ({
    setUp: drive.setUp,
    load: drive.load,
    leeway: AS_SAID,
    conditions: { ...at, speedKmh: Math.max(3, at.speedKmh) },
  });
  const flowOf = (at: Drive['legs'][number]): number => pumpLMin(inputsOf(at), airSide(inputsOf(at)));
  const known = new Map<string, { inC: number; takes: (lift: number) => number }>();
  const airNow = () => {
    const at = drive.legs[leg]!;
    const stage = Math.max(on.lastIndexOf(true), at.airConditioning ? control.withAc : -1);
    const key = `${leg} ${stage}`;
    if (!known.has(key)) {
      const side = airSide({
        ...inputsOf(at),
        fanSpeeds: stage < 0 ? (drive.setUp.fans!.count === 1 ? [0] : [0, 0]) : control.stages[stage]!.speeds,
      });
      const exact = (lift: number): number =>
        lift <= 0 ? 0 : radiatorTakes(side, drive.setUp, flowOf(at) * FLOW(lift), 95, AS_SAID).perDegreeWK;
      known.set(key, {
        inC: Math.min(side.airInC, at.ambientC + 60),
        takes: smooth ? smooth(exact) : exact,
      });
    }
    return known.get(key)!;
  };
  const flows = drive.legs.map(flowOf);
  const heats = drive.legs.map((at) => airSide(inputsOf(at)).heat.coolantW);
  const span = thermostat.fullyOpenC - thermostat.opensC;
  const clamp = (x: number): number => Math.min(1, Math.max(0, x));
  const lift = (wax: number): number => {
    if (moving === 'up') return clamp((wax - thermostat.opensC) / span);
    if (moving === 'down') return clamp((wax + thermostat.hysteresisK - thermostat.opensC) / span);
    return standing;
  };
  let air = airNow();
  const slope = (_t: number, [metal, hot, cold, wax]: number[]): number[] => {
    const open = lift(wax!);
    const through = rate(flows[leg]!) * FLOW(open) * (hot! - cold!);
    const given = masses.metalToCoolantWK * (metal! - hot!);
    return [
      (heats[leg]! - given) / masses.engineJK,
      (given - through) / coolantJK,
      (through - air.takes(open) * (hot! - air.inC)) / masses.radiatorJK,
      (hot! - wax!) / thermostat.lagS,
    ];
  };
  const sensed = (y: number[]): number => (control.place === 'radiator-outlet' ? y[2]! : y[1]!);
  const events: ByOdex['events'] = [];
  const watches = (): [(y: number[]) => number, (t: number, y: number[]) => void][] => [
    ...(moving === 'rest' && standing < 1
      ? [
          [
            (y: number[]) => y[3]! - (thermostat.opensC + standing * span),
            (t: number) => {
              if (standing === 0) events.push({ at: t, what: 'starts-opening' });
              moving = 'up';
            },
          ] as [(y: number[]) => number, (t: number, y: number[]) => void],
        ]
      : []),
    ...(moving === 'rest' && standing > 0
      ? [
          [
            (y: number[]) => thermostat.opensC + standing * span - thermostat.hysteresisK - y[3]!,
            () => {
              moving = 'down';
            },
          ] as [(y: number[]) => number, (t: number, y: number[]) => void],
        ]
      : []),
    ...(moving === 'up'
      ? ([
          [
            (y) => y[3]! - thermostat.fullyOpenC,
            (t) => {
              events.push({ at: t, what: 'fully-open' });
              [moving, standing] = ['rest', 1];
            },
          ],
          [
            (y) => y[3]! - y[1]!,
            (_t, y) => ([moving, standing] = ['rest', clamp((y[3]! - thermostat.opensC) / span)]),
          ],
        ] as [(y: number[]) => number, (t: number, y: number[]) => void][])
      : []),
    ...(moving === 'down'
      ? ([
          [
            (y) => thermostat.opensC - thermostat.hysteresisK - y[3]!,
            (t) => {
              events.push({ at: t, what: 'closed' });
              [moving, standing] = ['rest', 0];
            },
          ],
          [
            (y) => y[1]! - y[3]!,
            (_t, y) =>
              ([moving, standing] = [
                'rest',
                clamp((y[3]! + thermostat.hysteresisK - thermostat.opensC) / span),
              ]),
          ],
        ] as [(y: number[]) => number, (t: number, y: number[]) => void][])
      : []),
    ...control.stages.map(
      (stage, i) =>
        [
          on[i] ? (y: number[]) => stage.offC - sensed(y) : (y: number[]) => sensed(y) - stage.onC,
          (t: number) => {
            events.push({ at: t, what: `${on[i] ? 'fan-off' : 'fan-on'} ${i}` });
            on[i] = !on[i];
            air = airNow();
          },
        ] as [(y: number[]) => number, (t: number, y: number[]) => void],
    ),
  ];

  let y = [drive.startC, drive.startC, drive.startC, drive.startC];
  let t = 0;
  for (leg = 0; leg < drive.legs.length; leg += 1) {
    const until = t + drive.legs[leg]!.seconds;
    air = airNow();
    while (t < until) {
      const now = watches();
      const before = now.map(([watch]) => watch(y));
      const solver = new Solver(4);
      solver.denseOutput = true;
      solver.absoluteTolerance = tolerance;
      solver.relativeTolerance = tolerance / 100;
      solver.initialStepSize = 0.1;
      solver.maxStepSize = 20;
      let hit: { t: number; y: number[]; which: number } | undefined;
      const done = solver.solve(slope, t, y, until, (_n, from, to, _y, dense) => {
        if (!(to > from)) return undefined;
        const at = (time: number): number[] => [0, 1, 2, 3].map((i) => dense(i, time));
        for (let piece = 1; piece <= 8; piece += 1) {
          const end = from + ((to - from) * piece) / 8;
          const values = now.map(([watch]) => watch(at(end)));
          values.forEach((value, i) => {
            if (!(before[i]! < 0 && value >= 0)) return;
            let [lo, hi] = [from + ((to - from) * (piece - 1)) / 8, end];
            for (let turn = 0; turn < 50; turn += 1) {
              const middle = (lo + hi) / 2;
              if (now[i]![0](at(middle)) >= 0) hi = middle;
              else lo = middle;
            }
            if (!hit || hi < hit.t) hit = { t: hi, y: at(hi), which: i };
          });
          if (hit) return false;
          values.forEach((value, i) => (before[i] = value));
        }
        return undefined;
      });
      if (!hit) {
        [t, y] = [until, done.y];
        break;
      }
      [t, y] = [hit.t, hit.y];
      now[hit.which]![1](t, y);
    }
  }
  return { end: y, events };
}
