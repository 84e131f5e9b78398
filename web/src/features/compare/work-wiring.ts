import { runningV } from '@radiatrix/core/compare';
import {
  CIRCUIT_PRACTICE,
  checkCircuit,
  currentAt,
  wireOf,
  wiringPlan,
  type Circuit,
  type Plug,
} from '@radiatrix/core/electrical';
import type { Bench } from '@radiatrix/contract';
import type { Asked } from './address.ts';
import { attempt, type Attempt } from './attempt.ts';
import type { Side } from './side.ts';

/** Where the length of a loom is not on record, mm; common practice. */
export const USUAL_LOOM_MM = { feed: 1500, ground: 500 } as const;

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

/** Loom to fan, wire by wire, and whether the circuit carries it. */
export function wiringWork(bench: Bench, fresh: Side, asked: Asked) {
  const { bay } = bench;
  const fan = fresh.assembly.fan;
  const [loom, plug] = [
    plugOf(bench, bay.words.fanConnector?.word),
    plugOf(bench, fan?.words.fanConnector?.word),
  ];
  const plan = loom && plug ? wiringPlan(loom, plug, bench.adapters) : undefined;
  const systemV = bay.words.systemVoltage?.word ?? fan?.words.voltage?.word ?? '12';
  const chargingV = CIRCUIT_PRACTICE.chargingV[systemV === '24' ? '24' : '12'];
  /** What a fan's current is stated at. */
  const ratedV = runningV(fan?.words.voltage?.word ?? systemV);
  const current = asked.amps ?? fan?.quantities.current?.value;
  const wireSize = bay.words.fanWire?.word;
  const wire = wireSize === undefined ? undefined : wireOf(wireSize);
  const circuitInput: Attempt<Circuit> | undefined =
    current === undefined || !wire
      ? undefined
      : attempt(() => ({
          currentA: currentAt(current, ratedV, chargingV),
          systemV: chargingV,
          feedM: (asked.feed ?? bay.quantities.fanFeedLength?.value ?? USUAL_LOOM_MM.feed) / 1000,
          groundM: (asked.ground ?? bay.quantities.fanGroundLength?.value ?? USUAL_LOOM_MM.ground) / 1000,
          wire,
          fuseA: asked.fuse ?? bay.quantities.fanFuse?.value,
          relayA: asked.relay,
        }));
  const circuit = circuitInput?.ok ? attempt(() => checkCircuit(circuitInput.value)) : circuitInput;
  return { loom, plug, plan, circuit, circuitInput, wire, current, chargingV, ratedV };
}
