import { PART_KINDS, type PartKind } from '../figures/index.ts';
import { adapterChecks } from './adapter.ts';
import { capChecks } from './cap.ts';
import type { Check } from './check.ts';
import { fanChecks } from './fan.ts';
import { hoseChecks } from './hose.ts';
import { moduleChecks } from './module.ts';
import { motorChecks } from './motor.ts';
import { mountChecks } from './mount.ts';
import { radiatorChecks } from './radiator.ts';
import { relayChecks } from './relay.ts';
import { RULES } from './rules.ts';
import { shroudChecks } from './shroud.ts';
import { tankChecks } from './tank.ts';
import { thermostatChecks } from './thermostat.ts';

const order = Object.keys(RULES);
const inOrder = (checks: readonly Check[]): Check[] =>
  [...checks].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** The checks of each kind of part, in ledger order; the listing is evidence and judged apart. */
export const CHECKS: Readonly<Record<PartKind, readonly Check[]>> = {
  radiator: inOrder(radiatorChecks),
  shroud: inOrder(shroudChecks),
  fan: inOrder(fanChecks),
  motor: inOrder(motorChecks),
  relay: inOrder(relayChecks),
  module: inOrder(moduleChecks),
  cap: inOrder(capChecks),
  thermostat: inOrder(thermostatChecks),
  hose: inOrder(hoseChecks),
  tank: inOrder(tankChecks),
  mount: inOrder(mountChecks),
  adapter: inOrder(adapterChecks),
  // Spacers and screws are between two parts: they have nothing of the vehicle to meet. See the relations of a set.
  fixings: [],
};

for (const kind of PART_KINDS)
  for (const check of CHECKS[kind])
    if (!check.rule.kinds.includes(kind)) throw new Error(`rule ${check.id} does not list ${kind}`);
