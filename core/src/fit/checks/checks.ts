import { PART_KINDS, type PartKind } from '../../figures/index.ts';
import { adapterChecks, adapterRules } from '../kinds/adapter.ts';
import { beltRules } from '../kinds/belt.ts';
import { bladeChecks, bladeRules } from '../kinds/blade.ts';
import { capChecks, capRules } from '../kinds/cap.ts';
import { fanChecks, fanRules } from '../kinds/fan.ts';
import { frameRules } from '../kinds/frame.ts';
import { hoseChecks, hoseRules } from '../kinds/hose.ts';
import { hosekitChecks, hosekitRules } from '../kinds/hosekit.ts';
import { kitChecks, kitRules } from '../kinds/kit.ts';
import { moduleChecks, moduleRules } from '../kinds/module.ts';
import { motorChecks, motorRules } from '../kinds/motor.ts';
import { mountChecks, mountRules } from '../kinds/mount.ts';
import { radiatorChecks, radiatorRules } from '../kinds/radiator.ts';
import { relayChecks, relayRules } from '../kinds/relay.ts';
import { shroudChecks, shroudRules } from '../kinds/shroud.ts';
import { tankChecks, tankRules } from '../kinds/tank.ts';
import { thermostatChecks, thermostatRules } from '../kinds/thermostat.ts';
import type { Check } from './check.ts';
import { coherentRules } from './coherent.ts';
import { coolingRules } from './cooling.ts';
import { currentRules } from './current.ts';
import { advisory, rule, rulesOf, type Rule } from './rule.ts';

/** The listing is evidence and judged apart (`verdict.ts`); its rule stands with the others. */
const listingRules = rulesOf({ listed: rule(PART_KINDS, 'claims', { ...advisory }) });

const ALL = {
  ...listingRules, ...coherentRules, ...radiatorRules, ...frameRules, ...shroudRules, ...beltRules, ...fanRules, ...currentRules,
  ...motorRules, ...bladeRules, ...relayRules, ...moduleRules, ...kitRules, ...capRules, ...thermostatRules, ...hoseRules,
  ...coolingRules, ...hosekitRules, ...tankRules, ...mountRules, ...adapterRules,
}; // prettier-ignore
export type CheckId = keyof typeof ALL;
/** The rule of every check, gathered from the files of the kinds. */
export const RULES: Readonly<Record<CheckId, Rule>> = ALL;
export const CHECK_IDS = Object.keys(RULES) as CheckId[];
/** The id of a check as its rule has it. */
export const idOf = (check: Check): CheckId => check.rule.id as CheckId;

/** The checks of each kind of part, in ledger order; a new kind of part does not compile without its own. */
export const CHECKS: Readonly<Record<PartKind, readonly Check[]>> = {
  radiator: radiatorChecks,
  shroud: shroudChecks,
  fan: fanChecks,
  motor: motorChecks,
  blade: bladeChecks,
  relay: relayChecks,
  module: moduleChecks,
  kit: kitChecks,
  cap: capChecks,
  thermostat: thermostatChecks,
  hose: hoseChecks,
  hosekit: hosekitChecks,
  tank: tankChecks,
  mount: mountChecks,
  adapter: adapterChecks,
  // Spacers and screws are between two parts: they have nothing of the vehicle to meet. See the relations of a set.
  fixings: [],
};

for (const kind of PART_KINDS)
  for (const check of CHECKS[kind])
    if (!check.rule.kinds.includes(kind)) throw new Error(`rule ${check.rule.id} does not list ${kind}`);
