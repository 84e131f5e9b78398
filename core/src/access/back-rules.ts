/** What the trade knows of putting things back; said at the step that does it. Common practice. */
export const BACK_RULES = {
  'threads-first': 'Start every thread a few turns by hand before tightening any; bottom first, then top.',
  'seat-first': 'Seat the pins in both cushions and shake it to prove it, before the brackets go on.',
  'through-both': 'One bolt goes through both parts: hold both in place before it goes in.',
  'plug-before-cover': 'Plug in before this hides the plug.',
  'route-first': 'Lay it clear of blades, belts and exhaust before the clamp is closed.',
  'left-hand-thread': 'Left-hand thread: it tightens anticlockwise.',
  'd-shaft': 'The flat of the shaft meets the flat of the hub: it goes on one way only.',
  'mark-to-mark': 'Mark to mark, as it came off.',
  'toggle-up': 'Thermostat with its bleed hole or toggle at twelve o’clock.',
  'heat-paste': 'Fresh compound on the heat sink, on its flat metal seat and nothing between.',
  'spring-inside': 'The spring goes back inside the lower hose, or suction closes it.',
  'blade-sides': 'Left and right blades differ: each goes back on its own side.',
  'short-and-long': 'Same thread, two lengths: the long one in the short one’s place goes into the core.',
  'cap-off-lines': 'Caps off both ends only now, and a new seal on each line.',
  'hand-tools': 'Hand tools at the end: an impact driver strips plastic and captive nuts.',
} as const;
export type BackRule = keyof typeof BACK_RULES;
export const BACK_RULE_CODES = Object.keys(BACK_RULES) as BackRule[];
