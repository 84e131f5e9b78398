import { USUAL_PRACTICE, chargingV as chargingOf, statedV, type Practice } from '../../practice/index.ts';
import {
  checkCircuit,
  currentAt,
  wireOf,
  wiringPlan,
  type Circuit,
  type Plug,
} from '../../electrical/index.ts';
import type { Choices } from '../choices.ts';
import type { PlanRecord } from '../record.ts';
import { attempt, type Attempt } from '../attempt.ts';
import type { Side } from '../sides.ts';

export const plugOf = (
  record: Pick<PlanRecord, 'connectors'>,
  code: string | undefined,
): Plug | undefined => {
  const connector = record.connectors.find((each) => each.code === code);
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
export function wiringWork(
  record: PlanRecord,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const { bay } = record;
  const fan = fresh.assembly.fan;
  const [loom, plug] = [
    plugOf(record, bay.words.fanConnector?.word),
    plugOf(record, fan?.words.fanConnector?.word),
  ];
  const plan = loom && plug ? wiringPlan(loom, plug, record.adapters) : undefined;
  const systemV = bay.words.systemVoltage?.word ?? fan?.words.voltage?.word ?? '12';
  const chargingV = chargingOf(systemV, practice);
  /** What a fan's current is stated at. */
  const ratedV = statedV(fan?.words.voltage?.word ?? systemV, practice);
  const current = asked.amps ?? fan?.quantities.current?.value;
  const wireSize = bay.words.fanWire?.word;
  const wire = wireSize === undefined ? undefined : wireOf(wireSize);
  const circuitInput: Attempt<Circuit> | undefined =
    current === undefined || !wire
      ? undefined
      : attempt(() => ({
          currentA: currentAt(current, ratedV, chargingV),
          systemV: chargingV,
          feedM: (asked.feed ?? bay.quantities.fanFeedLength?.value ?? practice.loomFeed) / 1000,
          groundM: (asked.ground ?? bay.quantities.fanGroundLength?.value ?? practice.loomGround) / 1000,
          wire,
          fuseA: asked.fuse ?? bay.quantities.fanFuse?.value,
          relayA: asked.relay,
        }));
  const circuit = circuitInput?.ok ? attempt(() => checkCircuit(circuitInput.value, practice)) : circuitInput;
  return { loom, plug, plan, circuit, circuitInput, wire, current, chargingV, ratedV };
}
