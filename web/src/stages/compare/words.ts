/** Cautions that stand where the work they belong to is shown. */
export const COOLANT_CARE =
  'Open the system cold: hot coolant is under pressure. Coolant is poisonous to people and animals; catch it, label it, dispose of it by local rules.';
export const ELECTRIC_CARE =
  'Battery off before a wire is cut. The fan may start by itself with the engine hot. The vehicle maker’s wiring information comes first.';
export const CUTTING_CARE =
  'Eyes covered, battery off and fuel lines clear before filing, cutting or drilling near the core. Restraint sensors sit at the front: leave them and their brackets alone.';
export const TORQUE_CARE =
  'This is what the bolt itself stands, not a specification. Plastic, captive nuts and aluminium give way far earlier: torque comes from a record only.';
export const MODEL_CARE =
  'Worked out from figures and named classes, not tried on the vehicle. A road test with the temperatures watched decides.';
