import type { CauseLine, Condition, RemedyLine } from '../types.ts';

const cause = (id: string, label: string, weight: number, remedy: string, more: { aged?: number; perFan?: boolean; only?: Condition[] } = {}): CauseLine => ({
  id, label, weight, remedy, aged: more.aged ?? 1, perFan: more.perFan ?? false, only: more.only ?? [],
}); // prettier-ignore

/**
 * What can be wrong, and how many of 1,000 vehicles with a cooling complaint have it. Common practice, no published source:
 * a shop sets its own, and filed jobs are counted beside it.
 */
export const CAUSES: readonly CauseLine[] = [
  cause('level-low', 'Filled short, no leak', 30, 'top-up'),
  cause('leak-hose', 'Leak at a hose or clamp', 45, 'hose', { aged: 2 }),
  cause('leak-radiator', 'Leak at the radiator: seam, tank or core', 55, 'radiator', { aged: 2.5 }),
  cause('leak-pump', 'Leak at the water pump', 25, 'pump', { aged: 2 }),
  cause('leak-heater', 'Leak at the heater core', 10, 'heater', { aged: 2.5 }),
  cause('cap', 'Cap does not hold its pressure', 40, 'cap', { aged: 1.6 }),
  cause('air-pocket', 'Air trapped in the system', 28, 'bleed'),
  cause('mix-wrong', 'Wrong mix: too weak or too strong', 15, 'refill'),
  cause('blocked-inside', 'Core blocked inside', 28, 'radiator', { aged: 3 }),
  cause('dirt-outside', 'Core blocked outside by dirt', 40, 'clean'),
  cause('fins-gone', 'Fins crushed or gone', 10, 'radiator', { aged: 4 }),
  cause('hose-collapsed', 'Hose collapses or is kinked', 10, 'hose', { aged: 2 }),
  cause('pump-worn', 'Pump moves too little', 15, 'pump', { aged: 2 }),
  cause('belt', 'Belt slack, glazed or off', 14, 'belt', { aged: 1.5 }),
  cause('thermostat-shut', 'Thermostat stays shut', 38, 'thermostat', { aged: 1.5 }),
  cause('thermostat-late', 'Thermostat opens late or too little', 16, 'thermostat', { aged: 1.5 }),
  cause('thermostat-open', 'Thermostat stands open', 34, 'thermostat', { aged: 1.5 }),
  cause('motor-seized', 'Motor of the {fan} seized or burnt out', 26, 'fan', { aged: 2, perFan: true, only: ['electric fan'] }),
  cause('motor-worn', 'Motor of the {fan} worn: slow', 22, 'fan', { aged: 2.5, perFan: true, only: ['electric fan'] }),
  cause('motor-rough', 'Bearing of the {fan} rough: noisy', 14, 'fan', { aged: 1.5, perFan: true, only: ['electric fan'] }),
  cause('hub', 'Hub of the {fan} broken, or turning on the shaft', 6, 'fan', { aged: 2, perFan: true, only: ['electric fan'] }),
  cause('blade', 'A blade of the {fan} is missing', 6, 'fan', { aged: 1.5, perFan: true }),
  cause('backwards', '{fan} wired backwards', 5, 'rewire', { perFan: true, only: ['electric fan'] }),
  cause('relay', 'Relay of the {fan}', 18, 'relay', { aged: 1.6, perFan: true, only: ['electric fan'] }),
  cause('connector', 'Plug of the {fan} burnt or corroded', 16, 'plug', { aged: 2, perFan: true, only: ['electric fan'] }),
  cause('ground', 'Bad ground of the {fan}', 8, 'ground', { aged: 2, perFan: true, only: ['electric fan'] }),
  cause('fuse', 'Fuse aged, nothing behind it', 8, 'fuse', { only: ['electric fan'] }),
  cause('short', 'Loom chafed: the fuse keeps blowing', 9, 'loom', { aged: 1.6, only: ['electric fan'] }),
  cause('module', 'Fan module cooked', 30, 'module', { only: ['electric fan', 'module'] }),
  cause('sensor', 'Temperature sensor or switch', 20, 'sensor', { aged: 1.4, only: ['electric fan'] }),
  cause('ac-switch', 'A/C pressure switch, or no request from the A/C', 11, 'ac-switch', { only: ['electric fan', 'air conditioning'] }),
  cause('clutch', 'Fan clutch slips', 60, 'clutch', { aged: 2, only: ['engine-driven fan'] }),
  cause('shroud', 'Shroud missing, cracked or gaping', 30, 'shroud', { aged: 1.6 }),
  cause('seals', 'Air dam, undertray or side seals missing', 16, 'seals', { aged: 1.5 }),
  cause('gasket', 'Head gasket: gas in the coolant', 22, 'gasket', { aged: 1.8 }),
  cause('wrong-part', 'A part that belongs to another vehicle', 10, 'right-part'),
  cause('gauge', 'Gauge or sender lies', 16, 'gauge', { aged: 1.4 }),
  cause('nothing', 'Nothing wrong', 22, 'hand-back'),
  cause('other', 'Something that this table does not know', 5, 'think'),
]; // prettier-ignore

/** Causes that are not faults: they never stand beside another. */
export const ALONE: ReadonlySet<string> = new Set(['nothing', 'other']);

/** An old vehicle, years: from here on age adds no more. */
export const OLD_YEARS = 20;

const remedy = (id: string, label: string, minutes: number, money: number, ends: RemedyLine['ends'], more: { part?: RemedyLine['part']; thing?: string; perFan?: boolean; later?: boolean } = {}): RemedyLine => ({
  id, label, minutes, money, ends, part: more.part ?? null, thing: more.thing ?? '', perFan: more.perFan ?? false, later: more.later ?? false,
}); // prettier-ignore

/** What puts causes right, and what that takes. Common practice. */
export const REMEDIES: readonly RemedyLine[] = [
  remedy('top-up', 'Fill to the mark, cold, and look again the next day', 10, 8, 'repair', { later: true }),
  remedy('hose', 'Renew the hose and its clamps', 45, 45, 'part', { part: 'hose', thing: 'upper-hose' }),
  remedy('radiator', 'Another radiator', 90, 260, 'part', { part: 'radiator', thing: 'radiator' }),
  remedy('pump', 'Renew the water pump', 150, 120, 'part', { thing: 'pump' }),
  remedy('heater', 'Renew or by-pass the heater core', 240, 110, 'not cooling'),
  remedy('cap', 'A new cap of the right rating', 2, 15, 'part', { part: 'cap' }),
  remedy('bleed', 'Bleed it', 40, 5, 'repair'),
  remedy('refill', 'Drain and fill with the right mix', 50, 35, 'repair'),
  remedy('clean', 'Clean the core, from the engine side out', 40, 10, 'repair'),
  remedy('belt', 'Tighten or renew the belt', 30, 30, 'part'),
  remedy('thermostat', 'Renew the thermostat', 50, 35, 'part', { part: 'thermostat', thing: 'thermostat' }),
  remedy('fan', 'Renew the {fan}, or its motor', 70, 170, 'part', { part: 'fan', thing: 'fan', perFan: true }),
  remedy('rewire', 'Change feed and ground of the {fan} over', 20, 5, 'repair', { perFan: true }),
  remedy('relay', 'Renew the relay of the {fan}', 5, 18, 'part', { perFan: true }),
  remedy('plug', 'Re-terminate the plug of the {fan}', 40, 20, 'repair', { perFan: true }),
  remedy('ground', 'Clean and renew the ground of the {fan}', 20, 4, 'repair', { perFan: true }),
  remedy('fuse', 'A new fuse of the same rating', 3, 2, 'repair'),
  remedy('loom', 'Find and mend the chafed loom', 80, 20, 'repair'),
  remedy('module', 'Renew the module, with compound on its seat', 35, 110, 'part', { part: 'module', thing: 'module' }),
  remedy('sensor', 'Renew the sensor or switch', 20, 30, 'part'),
  remedy('ac-switch', 'Have the A/C side seen to', 20, 90, 'stop'),
  remedy('clutch', 'Renew the fan clutch', 50, 110, 'part', { thing: 'fan' }),
  remedy('shroud', 'A whole shroud', 40, 90, 'part', { part: 'shroud', thing: 'shroud' }),
  remedy('seals', 'Put air dam, undertray and seals back', 35, 30, 'repair'),
  remedy('gasket', 'Stop: a licensed workshop has to open the engine', 30, 900, 'stop'),
  remedy('right-part', 'Take out what does not belong, and fit what does', 80, 150, 'part'),
  remedy('gauge', 'Renew the sender, or have the gauge seen to', 25, 30, 'not cooling'),
  remedy('hand-back', 'Hand it back: this is how it should be', 10, 0, 'nothing', { later: true }),
  remedy('think', 'Stop and think: the table knows nothing like it', 120, 0, 'not cooling'),
]; // prettier-ignore

/** What new work can bring with it, by remedy. */
export const BRINGS: Readonly<Record<string, readonly string[]>> = {
  thermostat: ['thermostat-open', 'air-pocket', 'wrong-part'],
  radiator: ['air-pocket', 'level-low', 'seals', 'wrong-part'],
  hose: ['air-pocket', 'level-low'],
  pump: ['air-pocket', 'belt'],
  refill: ['air-pocket', 'mix-wrong'],
  bleed: ['level-low'],
  fan: ['motor-rough', 'backwards', 'connector', 'wrong-part'],
  module: ['module', 'connector'],
  plug: ['backwards'],
  clutch: ['wrong-part'],
  shroud: ['wrong-part'],
  cap: ['wrong-part'],
};
