import { catalogue } from '../catalogue.ts';

/** Steps that mount what goes in, where nothing that came off goes back. Defers to the part's and the kit's own sheet. */
export const mountWords = catalogue('mounts', {
  'stud-nuts': 'Close the studs of the pulley with nuts and washers',
  'detail:stud-nuts':
    'The old fan’s nuts may be too long without it. Then turn the engine by hand: check what the belt still drives, and its tension.',
  'fan-frame': 'Mount {number} with its frame: every foot seated, nothing touching the core',
  'detail:fan-frame':
    'Bolt it to the mounts or brackets of the plan. Check by hand that each blade turns free and that no hose or wire comes near it.',
  'fan-run': 'Run {number} on its kit: direction, run-on, back-feed',
  'detail:fan-run':
    'Air goes toward the engine. Amps as on record. With the ignition off the fan stops, or runs on only as long as its kit says; a turning fan must not keep the ignition or the kit alive.',
  'belt-fan': 'Bolt {number} to its hub, mark to mark',
  'detail:belt-fan': 'Turn the engine by hand and measure from blade to core all the way round.',
  'kit-box': 'Mount the controller of {number} away from heat and spray',
  'detail:kit-box': 'Its sheet says which way up. Leave the battery off until all ends are joined.',
  'kit-fuse': 'Battery feed of {number}: fuse within a hand’s width of the battery',
  'detail:kit-fuse': 'Wire and fuse as in the plan. The fuse goes in last.',
  'kit-ground': 'Ground of {number}: bare body metal or battery negative, not the radiator',
  'detail:kit-ground': 'Bare the metal, tighten, seal against rust.',
  'kit-ignition': 'Ignition feed of {number}: live with the ignition on',
  'detail:kit-ignition':
    'Look for it with a test lamp. If there is a choice, one that is not live while cranking.',
  'kit-probe': 'Probe of {number} into its place, sealed',
  'detail:kit-probe':
    'This opens the cooling system: drain to below the place first, fill and bleed afterwards. Route its wires clear of blades, belts and exhaust.',
  'kit-probe-lead': 'Lead of the probe of {number} to the core',
  'detail:kit-probe-lead':
    'Route it clear of blades, belts and exhaust. The probe goes between the fins, not into a tube.',
  'kit-switch': 'Switch of {number} where the driver sees it',
  'detail:kit-switch': 'Nothing else starts the fan: show the driver the switch and when to use it.',
  'kit-fan': 'Join {number} to the fan by function',
  'detail:kit-fan':
    'Feed to feed, ground to ground: colours are on the sheet. Tie the wires clear of the blades.',
  'kit-ac': 'A/C end of {number} to the compressor’s feed, by a diode',
  'detail:kit-ac': 'The fan starts with the compressor; the diode keeps the kit from feeding it.',
  'kit-ac-off': 'Seal and tie back the ends of {number} that nothing is joined to',
  'detail:kit-ac-off': 'An open end on live wire shorts. Use heat-shrink, then a tie.',
  part: 'Fit {part} {number}',
  'detail:part': 'No move of the access map puts it in. Its own sheet says how.',
});
