import type { CheckLine, Condition } from '../types.ts';

type Outcomes = Record<string, string>;
interface More {
  minutes?: number;
  waits?: number;
  tools?: string[];
  risk?: string;
  runs?: boolean;
  thing?: string;
  per?: CheckLine['per'];
  only?: Condition[];
  after?: [check: string, outcome: string];
}
const GRAVE = 1000;
/** Chances in thousandths that need not add up: they are brought to 1. A thousandth is left for the unexpected. */
const chances = (raw: readonly number[]): number[] => {
  const lifted = raw.map((each) => each + GRAVE / 500);
  const all = lifted.reduce((sum, each) => sum + each, 0);
  return lifted.map((each) => each / all);
};
const told = (id: string, label: string, question: string, outcomes: Outcomes, base: number[], when: Record<string, number[]>, more: More = {}): CheckLine =>
  check(id, label, question, outcomes, base, when, { ...more, minutes: 0 }, true); // prettier-ignore
function check(id: string, label: string, question: string, outcomes: Outcomes, base: number[], when: Record<string, number[]>, more: More, said = false): CheckLine {
  const spread: Record<string, number[]> = {};
  for (const [names, raw] of Object.entries(when)) for (const name of names.split(' ')) spread[name] = chances(raw);
  return {
    id, label, question, told: said, minutes: more.minutes ?? 2, waits: more.waits ?? 0, tools: more.tools ?? [], risk: more.risk ?? '', runs: more.runs ?? false, cold: more.risk?.includes(COLD_ONLY) ?? false,
    thing: more.thing ?? '', per: more.per ?? 'vehicle', only: more.only ?? [], after: more.after ? { check: more.after[0], outcome: more.after[1] } : null,
    outcomes: Object.entries(outcomes).map(([key, text]) => ({ id: key, label: text })), base: chances(base), when: spread,
  };
} // prettier-ignore

const FANS_START = 'Fans start by themselves: hands, hair and sleeves clear.';
const RUNNING = 'Brake on, out of gear, outdoors or with extraction; hands clear of fan and belts.';
const COLD_ONLY = 'Only on a cold engine: never open a hot cap.';

/**
 * What can be asked, looked at and measured, and what each shows under each cause: chances in thousandths, common practice
 * with no published source. Of two faults the outcome further on shows.
 */
export const CHECKS: readonly CheckLine[] = [
  // What is told.
  told('heat', 'When it gets hot', 'When does it get hot?', { cool: 'runs cool, warms slowly', none: 'it does not', crawl: 'at a crawl or at idle only', road: 'on the motorway or under load only', both: 'everywhere, the longer the worse' },
    [30, 900, 40, 15, 15], {
      'level-low air-pocket': [20, 240, 120, 180, 440],
      'leak-hose leak-radiator leak-pump': [10, 380, 70, 120, 420],
      'leak-heater': [10, 700, 60, 60, 170],
      'cap': [5, 330, 120, 300, 245],
      'mix-wrong': [20, 450, 130, 260, 140],
      'blocked-inside': [5, 60, 130, 540, 265],
      'dirt-outside fins-gone': [5, 90, 290, 380, 235],
      'hose-collapsed pump-worn': [5, 80, 150, 520, 245],
      'belt': [5, 130, 180, 330, 355],
      'thermostat-shut': [2, 30, 80, 110, 778],
      'thermostat-late': [2, 120, 130, 470, 278],
      'thermostat-open': [850, 130, 8, 8, 4],
      'motor-seized relay connector hub': [2, 190, 780, 10, 18],
      'motor-worn ground blade': [2, 230, 730, 15, 23],
      'backwards': [2, 70, 800, 70, 58],
      'motor-rough': [2, 930, 50, 8, 10],
      'fuse short module': [2, 80, 880, 12, 26],
      'sensor': [60, 180, 690, 30, 40],
      'ac-switch': [2, 640, 330, 12, 16],
      'clutch': [2, 90, 830, 30, 48],
      'shroud': [2, 100, 840, 20, 38],
      'seals': [2, 160, 120, 640, 78],
      'gasket': [5, 110, 90, 250, 545],
      'wrong-part': [130, 210, 280, 200, 180],
      'gauge': [170, 140, 150, 150, 390],
      'nothing': [8, 922, 40, 15, 15],
      'other': [200, 200, 200, 200, 200],
    }),
  told('ac', 'A/C', 'How is the A/C at idle?', { good: 'cold', weak: 'weak at idle, better on the road' }, [930, 70], {
    'motor-seized relay connector hub backwards': [380, 620], 'motor-worn ground blade': [470, 530], 'fuse short module': [250, 750], 'ac-switch': [180, 820], 'clutch': [430, 570], 'shroud': [600, 400], 'dirt-outside fins-gone': [560, 440], 'other': [500, 500],
  }, { only: ['air conditioning'] }),
  told('noise', 'Noise from the front', 'Is anything to be heard from the front?', { quiet: 'quiet', howls: 'howls or rumbles', rubs: 'rubs, knocks or shakes' }, [950, 30, 20], {
    'motor-rough': [80, 800, 120], 'motor-worn': [620, 330, 50], 'hub blade': [180, 160, 660], 'shroud': [720, 70, 210], 'belt': [420, 520, 60], 'leak-pump pump-worn': [640, 300, 60], 'clutch': [760, 190, 50], 'wrong-part': [640, 200, 160], 'other': [400, 300, 300],
  }),
  told('loss', 'Coolant lost', 'Does it lose coolant?', { none: 'no', slow: 'some, over weeks', fast: 'a puddle, or a litre in a day' }, [950, 45, 5], {
    'leak-hose leak-radiator leak-pump': [40, 500, 460], 'leak-heater': [60, 780, 160], 'cap': [270, 660, 70], 'gasket': [150, 680, 170], 'level-low air-pocket': [600, 380, 20], 'thermostat-shut blocked-inside': [560, 390, 50], 'other': [400, 300, 300],
  }),
  told('heater', 'Heater', 'How is the heater with the engine warm?', { hot: 'hot', lukewarm: 'lukewarm', cold: 'cold at idle, or now and then' }, [960, 30, 10], {
    'thermostat-open': [150, 800, 50], 'level-low air-pocket': [220, 180, 600], 'leak-hose leak-radiator leak-pump': [560, 120, 320], 'pump-worn': [360, 250, 390], 'blocked-inside': [800, 150, 50], 'gasket': [420, 140, 440], 'leak-heater': [600, 300, 100], 'thermostat-shut': [700, 120, 180], 'other': [400, 300, 300],
  }),
  told('blows', 'Fuse', 'Does the fan’s fuse keep blowing?', { no: 'no, or nobody looked', yes: 'yes, again and again' }, [990, 10], {
    'short': [220, 780], 'motor-seized': [880, 120], 'motor-worn': [930, 70], 'other': [700, 300],
  }, { only: ['electric fan'] }),
  told('stops', 'Fan at rest', 'Does the fan ever stop?', { does: 'it comes and goes', always: 'it never stops, or starts cold' }, [960, 40], {
    'sensor': [570, 430], 'module': [760, 240], 'thermostat-open': [960, 40], 'relay': [850, 150], 'wrong-part': [800, 200], 'other': [600, 400],
  }, { only: ['electric fan'] }),
  told('since', 'Since when', 'Since when is it so?', { itself: 'by itself', worked: 'since somebody worked on it', fresh: 'since a part was new' }, [780, 180, 40], {
    'air-pocket level-low': [190, 560, 250], 'wrong-part': [20, 200, 780], 'backwards': [10, 330, 660], 'mix-wrong': [250, 600, 150], 'thermostat-open': [740, 90, 170], 'motor-rough': [700, 50, 250], 'module': [680, 60, 260], 'seals': [380, 560, 60], 'shroud': [640, 300, 60], 'gauge': [820, 140, 40], 'dirt-outside fins-gone blocked-inside': [960, 30, 10], 'motor-seized motor-worn clutch pump-worn': [930, 40, 30], 'other': [400, 300, 300],
  }),
  // Under every fault the complaint remains, and with nothing wrong it is gone.
  told('complaint', 'Since the repair', 'Since the repair: is the complaint gone?', { gone: 'gone', other: 'gone, something else is there', remains: 'it remains' }, [70, 90, 840], {
    'nothing': [985, 3, 12], 'air-pocket level-low thermostat-open motor-rough backwards': [80, 470, 450], 'other': [300, 300, 400],
  }, { after: ['repair', 'done'] }),
  // Cold, nothing comes off.
  check('level', 'Level, cold', 'Cold: how high does the coolant stand, and what does it look like?', { full: 'full, clean', low: 'low', empty: 'hardly any', sludge: 'brown, oily or with scum' }, [900, 90, 3, 7], {
    'level-low': [15, 850, 130, 5], 'leak-hose leak-radiator leak-pump': [70, 700, 225, 5], 'leak-heater': [180, 760, 55, 5], 'cap': [400, 560, 30, 10], 'air-pocket': [420, 540, 30, 10], 'gasket': [150, 540, 130, 180], 'blocked-inside': [700, 120, 10, 170], 'thermostat-shut': [650, 330, 10, 10], 'other': [400, 300, 100, 200],
  }, { minutes: 1, risk: COLD_ONLY }),
  check('cap-test', 'Cap on the tester', 'Does the cap hold its rating, and are its seals whole?', { holds: 'holds', weak: 'lets go early', torn: 'seal torn or gone' }, [960, 30, 10], { 'cap': [30, 660, 310], 'other': [700, 200, 100] }, { minutes: 4, tools: ['pressure tester, cap adapter'], risk: COLD_ONLY }),
  check('strength', 'Strength', 'What does the refractometer show?', { right: 'in range', off: 'too weak or too strong' }, [930, 70], { 'mix-wrong': [25, 975], 'level-low leak-hose leak-radiator leak-pump leak-heater': [760, 240], 'other': [700, 300] }, { minutes: 3, tools: ['refractometer'], risk: COLD_ONLY }),
  check('belt-look', 'Belt', 'Belt: tight, whole and dry?', { tight: 'tight and whole', slips: 'slack, glazed or cracked', off: 'off or torn' }, [955, 43, 2], { 'belt': [30, 720, 250], 'other': [700, 200, 100] }, { minutes: 2, risk: 'Engine off and key out.' }),
  check('shroud-look', 'Round the shroud', 'Look round the shroud with a lamp: whole, seated, no gap?', { whole: 'whole and seated', gap: 'cracked, or gaping', gone: 'missing, or a part of it' }, [968, 30, 2], { 'shroud': [40, 600, 360], 'wrong-part': [800, 140, 60], 'other': [700, 200, 100] }, { minutes: 1, risk: FANS_START, tools: ['lamp'] }),
  check('core-look', 'Face of the core', 'Look through the core against a lamp: is it clean?', { clean: 'clean', dirty: 'matted with dirt or insects', gone: 'fins crushed, crumbling or gone' }, [900, 90, 10], { 'dirt-outside': [40, 930, 30], 'fins-gone': [25, 75, 900], 'other': [600, 200, 200] }, { minutes: 3, risk: FANS_START, tools: ['lamp'] }),
  check('seals-look', 'Guides of the air', 'Are air dam, undertray and side seals where they belong?', { there: 'all there', missing: 'something is missing' }, [880, 120], { 'seals': [25, 975], 'wrong-part': [780, 220], 'other': [600, 400] }, { minutes: 3, tools: ['lamp'] }),
  check('hoses-look', 'Hoses and joints, cold', 'Hoses, clamps, pump and floor: dry?', { dry: 'dry, no crust', hose: 'wet or crusted at a hose', radiator: 'wet or crusted at the radiator', pump: 'wet or crusted at the pump', carpet: 'carpet wet, glass greasy' }, [955, 20, 15, 7, 3], {
    'leak-hose': [100, 840, 40, 15, 5], 'leak-radiator': [120, 40, 815, 20, 5], 'leak-pump': [170, 30, 20, 775, 5], 'leak-heater': [300, 10, 10, 5, 675], 'cap': [830, 40, 120, 5, 5], 'gasket': [880, 50, 50, 15, 5], 'other': [600, 100, 100, 100, 100],
  }, { minutes: 4, tools: ['lamp', 'paper towel'] }),
  check('numbers', 'Part numbers', 'Do the numbers on the fitted parts belong to this vehicle?', { right: 'as on record', other: 'something belongs elsewhere', unread: 'cannot be read' }, [880, 10, 110], { 'wrong-part': [30, 870, 100], 'other': [700, 100, 200] }, { minutes: 6, tools: ['mirror', 'lamp'] }),
  check('overnight', 'Level the next morning', 'Marked in the evening: where does it stand in the morning?', { same: 'where it was', down: 'lower' }, [975, 25], { 'leak-hose leak-radiator leak-pump leak-heater': [150, 850], 'gasket': [400, 600], 'air-pocket': [200, 800], 'cap': [600, 400], 'level-low': [900, 100], 'other': [600, 400] }, { minutes: 4, waits: 720, tools: ['marker'], risk: COLD_ONLY }),
  check('pressure', 'Pressure test, cold', 'Pumped to the cap’s rating: does it hold for a quarter of an hour?', { holds: 'holds', seen: 'drops, and it shows where', unseen: 'drops, nothing to be seen' }, [975, 10, 15], {
    'leak-hose leak-radiator': [70, 840, 90], 'leak-pump': [130, 760, 110], 'leak-heater': [120, 130, 750], 'gasket': [380, 30, 590], 'other': [600, 200, 200],
  }, { minutes: 8, waits: 12, tools: ['pressure tester'], risk: `${COLD_ONLY} Never above the cap’s rating; bleed it off before the tester comes off.` }),
  check('leak-where', 'Where it drips', 'Under pressure: where does it come out?', { dry: 'nothing found', hose: 'hose or clamp', radiator: 'radiator', pump: 'pump', inside: 'heater, or inside the car' }, [940, 20, 20, 15, 5], {
    'leak-hose': [20, 955, 10, 10, 5], 'leak-radiator': [25, 10, 955, 5, 5], 'leak-pump': [35, 10, 5, 945, 5], 'leak-heater': [60, 5, 5, 5, 925], 'other': [600, 100, 100, 100, 100],
  }, { minutes: 5, tools: ['pressure tester', 'lamp', 'mirror'], risk: COLD_ONLY, after: ['pressure', 'seen'] }),
  // Fans, by role.
  check('fans-ac', 'Fans with the A/C on', 'A/C on at idle: does each fan run, and how?', { strong: 'strong', slow: 'slow, weak or rough', dead: 'dead' }, [955, 30, 15], {
    'motor-seized': [10, 20, 970], 'hub': [20, 240, 740], 'motor-worn': [60, 850, 90], 'motor-rough': [300, 690, 10], 'blade': [290, 700, 10], 'backwards': [430, 560, 10], 'relay': [30, 20, 950], 'connector': [30, 210, 760], 'ground': [60, 720, 220], 'fuse': [8, 7, 985], 'short': [30, 10, 960], 'module': [70, 150, 780], 'ac-switch': [15, 15, 970], 'sensor': [930, 40, 30], 'wrong-part': [820, 130, 50], 'other': [600, 200, 200],
  }, { minutes: 2, runs: true, risk: FANS_START, per: 'fans', only: ['electric fan', 'air conditioning'] }),
  check('fans-hot', 'Fans by temperature', 'Idle until fan-on: does each fan come on, and how?', { strong: 'comes on, strong', slow: 'comes on slow, weak or rough', dead: 'does not come on' }, [960, 25, 15], {
    'motor-seized': [10, 20, 970], 'hub': [20, 240, 740], 'motor-worn': [60, 850, 90], 'motor-rough': [300, 690, 10], 'blade': [290, 700, 10], 'backwards': [430, 560, 10], 'relay': [30, 20, 950], 'connector': [30, 210, 760], 'ground': [60, 720, 220], 'fuse': [8, 7, 985], 'short': [30, 10, 960], 'module': [70, 150, 780], 'ac-switch': [940, 30, 30], 'sensor': [160, 40, 800], 'thermostat-shut': [700, 20, 280], 'thermostat-open': [280, 10, 710], 'level-low air-pocket': [700, 20, 280], 'wrong-part': [780, 130, 90], 'other': [600, 200, 200],
  }, { minutes: 6, waits: 10, runs: true, risk: `${RUNNING} ${FANS_START}`, per: 'fans', only: ['electric fan'] }),
  check('direction', 'Which way it blows', '{fan} running: is a cloth held in front pulled on?', { pulls: 'pulled on, firmly', weak: 'hardly pulled on', away: 'blown away' }, [955, 40, 5], { 'backwards': [10, 60, 930], 'motor-worn ground blade': [170, 820, 10], 'hub': [100, 880, 20], 'shroud': [560, 430, 10], 'dirt-outside fins-gone': [500, 490, 10], 'motor-seized relay connector fuse short module': [90, 900, 10], 'other': [500, 300, 200] }, { minutes: 2, runs: true, risk: FANS_START, per: 'fan', only: ['electric fan'], tools: ['cloth on a stick'] }),
  check('spin', 'Blade by hand', '{fan} stopped and unplugged: how does the blade turn by hand?', { free: 'free, true and quiet', rough: 'rough, heavy or with play', stuck: 'stuck', slips: 'wobbles, or turns on the shaft', short: 'a blade is missing' }, [945, 45, 4, 4, 2], { 'motor-seized': [110, 160, 720, 5, 5], 'motor-worn': [330, 650, 10, 5, 5], 'motor-rough': [60, 920, 10, 5, 5], 'hub': [60, 40, 5, 890, 5], 'blade': [20, 20, 5, 15, 940], 'other': [500, 200, 100, 100, 100] }, { minutes: 3, risk: 'Unplug it first: it can start by itself with the engine off.', per: 'fan', only: ['electric fan'] }),
  check('spin-driven', 'Driven fan by hand', 'Engine off, key out: blades whole, hub true?', { true: 'whole and true', wobbles: 'wobbles', short: 'a blade is missing' }, [965, 30, 5], { 'blade': [20, 30, 950], 'clutch': [760, 230, 10], 'leak-pump pump-worn': [790, 200, 10], 'other': [600, 200, 200] }, { minutes: 2, risk: 'Engine off and key out.', only: ['engine-driven fan'] }),
  check('fuse-look', 'Fuse', 'Fan fuse: whole?', { whole: 'whole', blown: 'blown' }, [990, 10], { 'fuse': [15, 985], 'short': [60, 940], 'motor-seized': [720, 280], 'motor-worn': [930, 70], 'other': [800, 200] }, { minutes: 2, tools: ['test lamp'], only: ['electric fan'] }),
  check('fuse-new', 'A new fuse', 'A new fuse of the same rating, fan commanded on: what happens?', { runs: 'holds, fan runs', dead: 'holds, fan stays dead', blows: 'blows again' }, [960, 30, 10], { 'short': [40, 30, 930], 'motor-seized': [30, 130, 840], 'motor-worn': [650, 100, 250], 'relay connector ground': [200, 780, 20], 'other': [400, 300, 300] }, { minutes: 4, tools: ['fuses'], risk: `Never a larger one. ${FANS_START}`, only: ['electric fan'], after: ['fuse-look', 'blown'] }),
  check('relay-swap', 'Relay changed for its like', '{fan} dead: does it run with the relay of its neighbour?', { same: 'no change', runs: 'it runs' }, [985, 15], { 'relay': [50, 950], 'connector': [960, 40], 'other': [850, 150] }, { minutes: 3, risk: FANS_START, per: 'fan', only: ['electric fan'] }),
  check('volts', 'Volts at the plug', '{fan} commanded on, plugged in and measured from behind: how many volts?', { full: 'as the battery', low: 'more than a volt short', none: 'none' }, [965, 25, 10], { 'relay': [15, 35, 950], 'fuse': [5, 5, 990], 'short': [15, 15, 970], 'module': [60, 260, 680], 'connector': [120, 560, 320], 'ground': [90, 890, 20], 'sensor': [340, 20, 640], 'ac-switch': [420, 10, 570], 'other': [500, 250, 250] }, { minutes: 6, runs: true, tools: ['volt meter'], risk: FANS_START, per: 'fan', only: ['electric fan'] }),
  check('amps', 'Amps on the clamp', '{fan} commanded on: what does the clamp meter show?', { right: 'as on record', low: 'too little', high: 'too much', none: 'none' }, [945, 30, 15, 10], { 'motor-seized': [15, 10, 300, 675], 'motor-worn': [110, 290, 590, 10], 'motor-rough': [640, 20, 330, 10], 'hub': [40, 930, 20, 10], 'blade': [140, 840, 10, 10], 'backwards': [600, 340, 50, 10], 'relay connector': [25, 110, 5, 860], 'fuse short': [5, 5, 10, 980], 'module': [70, 220, 10, 700], 'ground': [50, 880, 10, 60], 'sensor ac-switch': [420, 20, 10, 550], 'shroud': [650, 340, 5, 5], 'other': [400, 200, 200, 200] }, { minutes: 4, runs: true, tools: ['clamp meter'], risk: FANS_START, per: 'fan', only: ['electric fan'] }),
  check('direct', 'Fed straight from the battery', '{fan} unplugged, fed through a fused lead: how does it run?', { strong: 'strong and quiet', rough: 'runs, but rough or noisy', slow: 'slow', wrong: 'the blade stands or slips, or blows the wrong way', dead: 'dead, or the fuse of the lead blows' }, [955, 25, 10, 5, 5], { 'motor-seized': [5, 5, 20, 10, 960], 'motor-worn': [30, 150, 790, 10, 20], 'motor-rough': [40, 925, 20, 5, 10], 'hub': [30, 190, 10, 760, 10], 'blade': [90, 860, 30, 10, 10], 'backwards': [900, 50, 20, 25, 5], 'other': [500, 150, 150, 100, 100] }, { minutes: 7, tools: ['fused leads'], risk: `Fused lead only. ${FANS_START}`, per: 'fan', only: ['electric fan'] }),
  check('plug-look', 'Plug and pins', 'Plug of the {fan} apart: how do pins and housing look?', { clean: 'clean and tight', burnt: 'burnt, green or loose' }, [945, 55], { 'connector': [35, 965], 'ground': [820, 180], 'motor-worn': [850, 150], 'other': [700, 300] }, { minutes: 4, risk: 'Key off.', per: 'fan', only: ['electric fan'] }),
  check('ground-drop', 'Drop over the ground', '{fan} running: how many volts from its ground pin to the battery?', { little: 'less than half a volt', much: 'more' }, [970, 30], { 'ground': [25, 975], 'connector': [760, 240], 'other': [800, 200] }, { minutes: 5, runs: true, tools: ['volt meter'], risk: FANS_START, per: 'fan', only: ['electric fan'] }),
  check('loom-look', 'Loom', 'Follow the loom from fuse box to fan: sound?', { sound: 'sound', chafed: 'chafed or melted' }, [960, 40], { 'short': [110, 890], 'connector': [850, 150], 'other': [700, 300] }, { minutes: 12, risk: 'Key off.', tools: ['lamp'], only: ['electric fan'] }),
  check('module-test', 'Module', 'Module: feed and command there, and does it pass them on? Seated on compound?', { passes: 'passes them on, seated', bare: 'passes them on; no compound, or loose', dead: 'feed and command in, nothing out' }, [935, 55, 10], { 'module': [30, 140, 830], 'sensor ac-switch': [900, 50, 50], 'other': [700, 150, 150] }, { minutes: 12, tools: ['volt meter'], risk: `Hot to touch. ${FANS_START}`, only: ['electric fan', 'module'] }),
  check('unplugged', 'Sensor unplugged', 'Ignition on, temperature sensor unplugged: do the fans come on?', { run: 'they run', stay: 'they stay off' }, [880, 120], { 'sensor': [900, 100], 'fuse short': [5, 995], 'module': [120, 880], 'other': [600, 400] }, { minutes: 3, risk: FANS_START, only: ['electric fan'] }),
  check('sensor-read', 'Sensor against a thermometer', 'Cold: does the control read what a thermometer reads?', { agrees: 'within 3 K', off: 'off, or nothing' }, [970, 30], { 'sensor': [60, 940], 'gauge': [600, 400], 'other': [800, 200] }, { minutes: 5, tools: ['reader', 'thermometer'], only: ['electric fan'] }),
  check('ac-request', 'A/C request', 'A/C on: does the compressor pull in, and does the control see the request?', { seen: 'it does', none: 'no request' }, [965, 35], { 'ac-switch': [40, 960], 'other': [800, 200] }, { minutes: 4, runs: true, tools: ['reader'], risk: `${RUNNING} The refrigerant circuit stays shut: licensed work.`, only: ['electric fan', 'air conditioning'] }),
  check('clutch-hot', 'Clutch, hot', 'Hot, engine just switched off: does the driven fan resist the hand?', { grips: 'resists, and roared before', free: 'turns freely' }, [940, 60], { 'clutch': [40, 960], 'thermostat-open': [560, 440], 'other': [700, 300] }, { minutes: 4, waits: 12, runs: true, risk: `${RUNNING} Key out before a hand goes near the blade.`, only: ['engine-driven fan'] }),
  // Running, warm.
  check('gauge-check', 'Gauge against a thermometer', 'Warm: does the gauge say what a second thermometer says?', { agrees: 'they agree', lies: 'they do not' }, [970, 30], { 'gauge': [35, 965], 'sensor': [880, 120], 'other': [800, 200] }, { minutes: 5, waits: 8, runs: true, tools: ['thermometer'], risk: RUNNING }),
  check('hoses-temp', 'Hoses, warm', 'Warm: how do upper and lower hose feel, with a glove?', { right: 'upper hot, lower cooler, both firm', early: 'both warm from the start', shut: 'upper cool while the gauge is hot', choked: 'upper hot, lower cold' }, [930, 35, 15, 20], { 'thermostat-open': [60, 925, 5, 10], 'thermostat-shut': [15, 5, 940, 40], 'thermostat-late': [420, 10, 520, 50], 'blocked-inside': [170, 5, 20, 805], 'pump-worn hose-collapsed': [370, 10, 120, 500], 'air-pocket level-low': [430, 20, 400, 150], 'gauge': [880, 60, 40, 20], 'other': [400, 200, 200, 200] }, { minutes: 4, waits: 10, runs: true, risk: `${RUNNING} Gloves: an upper hose scalds.` }),
  check('warm-up', 'Warm-up curve', 'Warmed up and logged: where does the curve break?', { right: 'at the rating', early: 'it never breaks: open from the start', late: 'late', never: 'it climbs past the rating', jumps: 'it jumps' }, [930, 20, 25, 10, 15], { 'thermostat-open': [30, 940, 15, 5, 10], 'thermostat-shut': [10, 5, 110, 855, 20], 'thermostat-late': [60, 5, 880, 45, 10], 'air-pocket': [140, 10, 100, 90, 660], 'level-low': [330, 10, 110, 90, 460], 'leak-hose leak-radiator leak-pump': [640, 10, 50, 40, 260], 'gasket': [330, 10, 60, 80, 520], 'wrong-part': [620, 170, 170, 30, 10], 'other': [400, 150, 150, 150, 150] }, { minutes: 8, waits: 14, runs: true, tools: ['temperature reader'], risk: RUNNING }),
  check('heater-feel', 'Heater, felt', 'Warm, heater on hot: what comes out at idle?', { hot: 'hot', lukewarm: 'lukewarm', cold: 'cold, or hot in bursts' }, [965, 25, 10], { 'thermostat-open': [120, 830, 50], 'air-pocket level-low': [130, 130, 740], 'pump-worn': [310, 250, 440], 'leak-hose leak-radiator leak-pump': [560, 120, 320], 'gasket': [450, 120, 430], 'other': [400, 300, 300] }, { minutes: 2, waits: 10, runs: true, risk: RUNNING }),
  check('bubbles', 'Bubbles at the neck', 'Warmed with the cap off from cold: do bubbles rise?', { none: 'none', ends: 'some, then no more', steady: 'steady, with every revolution' }, [950, 45, 5], { 'air-pocket': [40, 920, 40], 'level-low': [330, 650, 20], 'leak-hose leak-radiator leak-pump': [600, 390, 10], 'gasket': [140, 130, 730], 'other': [500, 300, 200] }, { minutes: 6, waits: 10, runs: true, risk: `${RUNNING} Cap off from cold only; an open neck boils over.` }),
  check('gas', 'Gas at the neck', 'Test fluid over the neck, engine running: does it change colour?', { keeps: 'keeps its colour', changes: 'changes' }, [990, 10], { 'gasket': [90, 910], 'other': [850, 150] }, { minutes: 10, waits: 5, runs: true, tools: ['combustion gas tester'], risk: RUNNING }),
  check('flow', 'Flow', 'Warm and open: does coolant move at the neck, more with more revs?', { moves: 'it does', hardly: 'hardly' }, [955, 45], { 'pump-worn': [60, 940], 'belt': [240, 760], 'thermostat-shut': [60, 940], 'blocked-inside': [360, 640], 'hose-collapsed': [260, 740], 'thermostat-late': [520, 480], 'air-pocket level-low': [500, 500], 'other': [500, 500] }, { minutes: 4, waits: 10, runs: true, risk: `${RUNNING} Cap off from cold only; an open neck boils over.` }),
  check('squeeze', 'Hoses at speed', 'Held at 3,000: do the hoses keep their shape?', { keep: 'they do', flat: 'one goes flat, or is kinked' }, [980, 20], { 'hose-collapsed': [40, 960], 'blocked-inside': [850, 150], 'other': [800, 200] }, { minutes: 3, waits: 8, runs: true, risk: `${RUNNING} Somebody in the seat holds the revs.` }),
  check('core-temp', 'Temperature across the core', 'Hot: does a pyrometer find cold patches over the core?', { even: 'even, falling to the outlet', patches: 'cold patches' }, [940, 60], { 'blocked-inside': [50, 950], 'air-pocket level-low': [700, 300], 'thermostat-shut': [500, 500], 'other': [700, 300] }, { minutes: 4, waits: 8, runs: true, tools: ['pyrometer'], risk: `${RUNNING} ${FANS_START}` }),
  // Something comes off.
  check('thermostat-water', 'Thermostat in hot water', 'Thermostat out, in water with a thermometer: when does it open?', { right: 'at its rating, fully above', late: 'late, or too little', never: 'not at all', open: 'it stands open' }, [960, 20, 10, 10], { 'thermostat-shut': [15, 70, 910, 5], 'thermostat-late': [60, 910, 25, 5], 'thermostat-open': [45, 10, 5, 940], 'other': [700, 100, 100, 100] }, { minutes: 25, thing: 'thermostat', tools: ['pan, thermometer'], risk: 'Cold engine; catch the coolant.' }),
  check('through', 'Water through the core', 'Hoses off the radiator, hose held to the top: does it run out as fast as it runs in?', { runs: 'it does', dribbles: 'it backs up' }, [970, 30], { 'blocked-inside': [30, 970], 'other': [800, 200] }, { minutes: 20, thing: 'upper-hose', tools: ['garden hose'], risk: 'Cold engine; catch all of it.' }),
  check('pump-look', 'Impeller', 'Thermostat housing or hose off: is the impeller whole, and does it turn with the belt?', { whole: 'whole', worn: 'worn, loose or gone' }, [975, 25], { 'pump-worn': [70, 930], 'other': [850, 150] }, { minutes: 35, thing: 'thermostat', tools: ['mirror', 'lamp'], risk: 'Cold engine; catch the coolant.' }),
  check('road', 'On the road with a reader', 'Driven with a reader: at what does it climb?', { cool: 'it never gets warm', holds: 'it holds', crawl: 'at a crawl', road: 'at speed or uphill', both: 'everywhere' }, [25, 930, 25, 10, 10], {
    'thermostat-open': [900, 85, 5, 5, 5], 'motor-seized relay connector hub fuse short module clutch shroud backwards': [2, 60, 910, 10, 18], 'motor-worn ground blade': [2, 110, 860, 10, 18], 'motor-rough': [2, 940, 48, 5, 5], 'sensor': [40, 120, 790, 20, 30], 'ac-switch': [2, 700, 280, 8, 10], 'seals': [2, 90, 60, 800, 48], 'blocked-inside hose-collapsed pump-worn': [2, 30, 80, 650, 238], 'dirt-outside fins-gone': [2, 60, 290, 420, 228], 'thermostat-shut': [2, 10, 30, 60, 898], 'thermostat-late': [2, 60, 90, 600, 248], 'level-low air-pocket gasket': [10, 120, 80, 240, 550], 'cap': [5, 350, 110, 330, 205], 'leak-hose leak-radiator leak-pump': [5, 300, 70, 170, 455], 'belt': [2, 80, 140, 400, 378], 'mix-wrong': [10, 480, 120, 280, 110], 'gauge': [15, 945, 20, 10, 10], 'wrong-part': [140, 240, 260, 190, 170], 'other': [200, 200, 200, 200, 200],
  }, { minutes: 25, runs: true, tools: ['temperature reader'], risk: 'Somebody else reads while you drive; stop before it is too hot.' }),
]; // prettier-ignore
