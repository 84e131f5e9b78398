import { PART_KINDS, type PartKind } from '../../figures/index.ts';
import { adapterChecks } from '../kinds/adapter.ts';
import { bladeChecks } from '../kinds/blade.ts';
import { capChecks } from '../kinds/cap.ts';
import type { Check } from './check.ts';
import { fanChecks } from '../kinds/fan.ts';
import { hoseChecks } from '../kinds/hose.ts';
import { hosekitChecks } from '../kinds/hosekit.ts';
import { kitChecks } from '../kinds/kit.ts';
import { moduleChecks } from '../kinds/module.ts';
import { motorChecks } from '../kinds/motor.ts';
import { mountChecks } from '../kinds/mount.ts';
import { radiatorChecks } from '../kinds/radiator.ts';
import { relayChecks } from '../kinds/relay.ts';
import { RULES } from './rules.ts';
import { shroudChecks } from '../kinds/shroud.ts';
import { tankChecks } from '../kinds/tank.ts';
import { thermostatChecks } from '../kinds/thermostat.ts';

const order = Object.keys(RULES);
const inOrder = (checks: readonly Check[]): Check[] =>
  [...checks].sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** The checks of each kind of part, in ledger order; the listing is evidence and judged apart. */
export const CHECKS: Readonly<Record<PartKind, readonly Check[]>> = {
  radiator: inOrder(radiatorChecks),
  shroud: inOrder(shroudChecks),
  fan: inOrder(fanChecks),
  motor: inOrder(motorChecks),
  blade: inOrder(bladeChecks),
  relay: inOrder(relayChecks),
  module: inOrder(moduleChecks),
  kit: inOrder(kitChecks),
  cap: inOrder(capChecks),
  thermostat: inOrder(thermostatChecks),
  hose: inOrder(hoseChecks),
  hosekit: inOrder(hosekitChecks),
  tank: inOrder(tankChecks),
  mount: inOrder(mountChecks),
  adapter: inOrder(adapterChecks),
  // Spacers and screws are between two parts: they have nothing of the vehicle to meet. See the relations of a set.
  fixings: [],
};

for (const kind of PART_KINDS)
  for (const check of CHECKS[kind])
    if (!check.rule.kinds.includes(kind)) throw new Error(`rule ${check.id} does not list ${kind}`);
