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

/** Where each end of a controller kit goes, by what it does; common practice. */
const KIT_ENDS: readonly (readonly [RegExp, string])[] = [
  [/battery feed/i, 'battery, positive, through its inline fuse within a hand’s width of it'],
  [/ignition/i, 'a feed that is live with the ignition on, and not while cranking if there is a choice'],
  [/a\/c/i, 'the compressor’s feed, by a diode, so that the fan starts with it'],
  [/fan feed|feed to fan/i, 'the fan, its feed'],
  [/fan ground/i, 'the fan, its ground'],
  [/^ground|chassis/i, 'bare body metal or the battery’s negative, not the radiator'],
  [/probe|sensor/i, 'the probe; either way round where it has two wires'],
  [/switch/i, 'the switch on the dash'],
];
/** Where the vehicle has none. */
const TIED_BACK = 'nothing: no air conditioning here. Seal the end and tie it back';
export interface KitEnd {
  position: string;
  function: string;
  colour: string;
  gauge: string;
  /** Where it goes; undefined where its function says nothing that is known. */
  to: string | undefined;
}

/** A controller kit’s loom, end by end. */
export const kitEnds = (plug: Plug, airConditioning: boolean): KitEnd[] =>
  plug.pins.map((pin) => ({
    ...pin,
    to:
      !airConditioning && /a\/c/i.test(pin.function)
        ? TIED_BACK
        : KIT_ENDS.find(([does]) => does.test(pin.function))?.[1],
  }));

/** Loom to fan, wire by wire, and whether the circuit carries it. */
export function wiringWork(
  record: PlanRecord,
  fresh: Side,
  asked: Choices,
  practice: Practice = USUAL_PRACTICE,
) {
  const { bay } = record;
  const fan = fresh.assembly.fan;
  const kit = fresh.parts.kit?.figures.words as Record<string, { word: string } | undefined> | undefined;
  const kitPlug = plugOf(record, kit?.kitConnector?.word);
  const [loom, plug] = [
    // A kit brings the fan its feed in place of the vehicle's loom.
    plugOf(record, kit ? kit.fanPlug?.word : bay.words.fanConnector?.word),
    plugOf(record, fan?.words.fanConnector?.word),
  ];
  const plan = loom && plug ? wiringPlan(loom, plug, record.adapters) : undefined;
  const systemV = bay.words.systemVoltage?.word ?? fan?.words.voltage?.word ?? '12';
  const chargingV = chargingOf(systemV, practice);
  /** What a fan's current is stated at. */
  const ratedV = statedV(fan?.words.voltage?.word ?? systemV, practice);
  const current = asked.amps ?? fan?.quantities.current?.value;
  // A kit brings its own feed, fuse and relay.
  const feed = kitPlug?.pins.find((pin) => /battery feed/i.test(pin.function));
  const wireSize = kit ? feed?.gauge : bay.words.fanWire?.word;
  const wire = wireSize === undefined ? undefined : wireOf(wireSize);
  const kitQuantities = fresh.parts.kit?.figures.quantities as
    Record<string, { value: number } | undefined> | undefined;
  const fuseA = kit ? kitQuantities?.fuse?.value : bay.quantities.fanFuse?.value;
  const relayA = kitQuantities?.rating?.value;
  const circuitInput: Attempt<Circuit> | undefined =
    current === undefined || !wire
      ? undefined
      : attempt(() => ({
          currentA: currentAt(current, ratedV, chargingV, practice),
          systemV: chargingV,
          feedM: (asked.feed ?? bay.quantities.fanFeedLength?.value ?? practice.loomFeed) / 1000,
          groundM: (asked.ground ?? bay.quantities.fanGroundLength?.value ?? practice.loomGround) / 1000,
          wire,
          fuseA: asked.fuse ?? fuseA,
          relayA: asked.relay ?? relayA,
        }));
  const circuit = circuitInput?.ok ? attempt(() => checkCircuit(circuitInput.value, practice)) : circuitInput;
  const ends = kitPlug && kitEnds(kitPlug, record.vehicle.configuration.airConditioning);
  return {
    loom,
    plug,
    plan,
    ends,
    kit: fresh.parts.kit !== undefined,
    fuseA,
    relayA,
    circuit,
    circuitInput,
    wire,
    current,
    chargingV,
    ratedV,
  };
}
