import { chanceClear, combined, type FigureSet, type QuantityFigure } from '../../figures/index.ts';
import { wireOf } from '../../electrical/index.ts';
import { workOf, type Practice } from '../../practice/index.ts';
import { lacking, settle, wordOf, workedOut, type Check } from '../checks/check.ts';
import { onlyWhere, words } from '../checks/families.ts';
import { measured, sides, worded, type Missing } from '../checks/shown.ts';
import { coherent } from '../checks/coherent.ts';
import { plugAgrees, runningA, voltage } from '../checks/current.ts';
import type { FitVehicle } from '../vehicle.ts';
import { joinable, ownSwitch } from './fan.ts';
import { by, rule, rulesOf } from '../checks/rule.ts';

/** The rules of these checks, in the field's terms; the numbers are lines of practice. */
export const kitRules = rulesOf({
  kitPlug: rule('kit', 'wiring', { work: by('re-terminate', 'kit’s fan end') }),
  kitRating: rule('kit', 'wiring'),
  kitFuse: rule('kit', 'wiring'),
  kitWire: rule('kit', 'wiring'),
  kitProbe: rule('kit', 'ports', { work: by('sensor-adapter', 'probe') }),
  kitRequest: rule('kit', 'wiring', { work: by('ac-request', 'kit') }),
  kitFit: rule('kit', 'wiring', { work: by('fit-controller-kit', 'fan') }),
  kitByHand: rule('kit', 'agreement', { work: by('mind-the-switch', 'kit') }),
}); // prettier-ignore

type Kit = FigureSet<'kit'>;
const byHand = (figures: Kit): boolean => figures.words.probe?.word === 'none';

/** What the fan it feeds draws at the charging voltage: the one beside it, else as the vehicle was built. */
function drawn(vehicle: FitVehicle, practice: Practice): QuantityFigure | undefined {
  const fan = vehicle.beside?.fan;
  if (!fan) return vehicle.figures.quantities.fanDraws;
  const { current } = fan.quantities;
  return current && { ...current, ...runningA(vehicle, current, fan.words.voltage, practice) };
}
const drawnAt = (vehicle: FitVehicle): Missing =>
  vehicle.beside?.fan ? { subject: 'fan', key: 'current' } : { subject: 'bay', key: 'fanDraws' };

/** A rating of the kit against what the fan beside it draws for hours. */
function carries(
  id: 'kitFuse' | 'kitRating',
  key: 'fuse' | 'rating',
  share: 'fuseShare' | 'relayShare',
): Check {
  return {
    rule: kitRules[id],
    family: 'clearance',
    beside: ['fan'],
    keys: () => ({ vehicle: 'fanDraws', part: key }),
    judge: (vehicle, part: { figures: Kit }, finding, practice) => {
      const [own, draws] = [part.figures.quantities[key], drawn(vehicle, practice)];
      if (lacking(finding, draws, own)) return;
      finding.margin = own!.value * practice[share] - draws!.value;
      finding.u = combined(draws!.u, own!.u * practice[share]);
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, false, chance, chance, practice);
    },
    show: (vehicle, part, practice) => {
      const [own, draws] = [(part.figures as Kit).quantities[key], drawn(vehicle, practice)];
      return {
        need: measured(draws, 'current'),
        have: measured(own && { ...own, value: own.value * practice[share] }, 'current'),
        ...sides([
          ['vehicle', drawnAt(vehicle), draws],
          ['part', { subject: 'kit', key }, own],
        ]),
      };
    },
  };
}

/** The feed of the kit's own loom, as thin as its record says. */
const feedOf = (vehicle: FitVehicle, figures: Kit) => {
  const code = figures.words.kitConnector?.word;
  const feed = code === undefined ? undefined : vehicle.plugs?.get(code)?.pins.find((pin) => /battery feed/i.test(pin.function));
  return feed && wireOf(feed.gauge);
}; // prettier-ignore

/** The wire behind the kit's fuse: the fuse must give way before it glows. */
const wire: Check = {
  rule: kitRules.kitWire,
  family: 'clearance',
  beside: [],
  keys: () => ({ vehicle: 'fanDraws', part: 'fuse' }),
  judge: (vehicle, part: { figures: Kit }, finding, practice) => {
    const [own, feed] = [part.figures.quantities.fuse, feedOf(vehicle, part.figures)];
    if (lacking(finding, true, feed && own)) return;
    finding.margin = feed!.ampacityA - own!.value;
    finding.u = own!.u;
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, false, chance, chance, practice);
  },
  show: (vehicle, part) => {
    const figures = part.figures as Kit;
    const [own, feed] = [figures.quantities.fuse, feedOf(vehicle, figures)];
    return {
      need: feed && { type: 'quantity', value: feed.ampacityA, u: 0, dimension: 'current' },
      have: measured(own, 'current'),
      ...sides([
        ['part', { subject: 'kit', key: 'kitConnector' }, feed ? figures.words.kitConnector : undefined],
        ['part', { subject: 'kit', key: 'fuse' }, own],
      ]),
    };
  },
};

const FAN_END = {
  get: (vehicle: FitVehicle) =>
    vehicle.beside?.fan ? wordOf(vehicle.beside.fan as never, 'fanConnector') : vehicle.figures.words.fanConnector,
  at: (vehicle: FitVehicle) =>
    vehicle.beside?.fan ? { subject: 'fan' as const, key: 'fanConnector' } : { subject: 'bay' as const, key: 'fanConnector' },
}; // prettier-ignore

/** The port a probe screws into: of the radiator beside, or as built. */
const PORT = {
  get: (vehicle: FitVehicle) =>
    vehicle.beside?.radiator ? wordOf(vehicle.beside.radiator as never, 'sensorPort') : vehicle.figures.words.sensorPort,
  at: (vehicle: FitVehicle) =>
    vehicle.beside?.radiator ? { subject: 'radiator' as const, key: 'sensorPort' } : { subject: 'bay' as const, key: 'sensorPort' },
}; // prettier-ignore

const A_C = workedOut('yes', 'air-conditioning');
const ITSELF = workedOut('yes', 'switches-itself');

/** Where the probe feels the coolant: in a port of its thread, in an adapter, or only near it. */
const probe: Check = (() => {
  const thread = words(kitRules.kitProbe, 'kit', 'probePort', PORT, (need, have) => (need === have ? 'pass' : 'change'), () => true, { beside: ['radiator'] });
  const sort = (figures: Kit): string | undefined => figures.words.probe?.word;
  return {
    ...thread,
    judge: (vehicle, part: { figures: Kit }, finding, practice) => {
      const how = sort(part.figures);
      if (how === 'thread') return thread.judge(vehicle, part as never, finding, practice);
      finding.small = false;
      finding.missing = how === undefined ? 'part' : 'none';
      finding.outcome = how === undefined ? 'unknown' : how === 'none' ? 'not-asked' : 'change';
      finding.chance = 0;
      finding.chanceWithChange = 1;
    },
    show: (vehicle, part, practice) => {
      const how = (part.figures as Kit).words.probe;
      const shown = thread.show(vehicle, part, practice);
      if (how?.word === 'thread') return shown;
      return {
        need: shown.need,
        have: worded('kit', 'probe', how),
        ...sides([['part', { subject: 'kit', key: 'probe' }, how]]),
      };
    },
    work: (vehicle, part, finding, practice) =>
      sort(part.figures as Kit) === 'fins' ? workOf('probe-in-fins', 'probe') : thread.work!(vehicle, part, finding, practice),
  };
})(); // prettier-ignore

/** A kit never plugs in: its feeds, its ground and its switch are wired whatever else is met. */
const wiredIn: Check = {
  rule: kitRules.kitFit,
  family: 'words',
  beside: [],
  keys: () => ({ vehicle: 'fanDrivenBy', part: 'kitConnector' }),
  judge: (_vehicle, _part, finding) => {
    finding.small = false;
    finding.missing = 'none';
    finding.outcome = 'change';
    finding.chance = 0;
    finding.chanceWithChange = 1;
  },
  show: () => ({
    need: { type: 'said', codes: ['no-kit'] },
    have: { type: 'said', codes: ['kit-wires'] },
    traces: [],
    missing: [],
  }),
  work: () => workOf('fit-controller-kit', 'fan'),
};

/** What a fan controller kit has to meet: the fan it feeds, the port of its probe, the compressor. */
export const kitChecks: Check[] = [
  coherent('kit'),
  voltage('kit', 'voltage'),
  onlyWhere<'kit'>((_vehicle, figures) => !byHand(figures), ownSwitch('kit')),
  words(kitRules.kitPlug, 'kit', 'fanPlug', FAN_END, (need, have, vehicle) => plugAgrees(need, have, vehicle, joinable), () => true, { beside: ['fan'] }),
  carries('kitRating', 'rating', 'relayShare'),
  carries('kitFuse', 'fuse', 'fuseShare'),
  wire,
  probe,
  words(kitRules.kitRequest, 'kit', 'acRequest', { get: () => A_C, at: () => ({ subject: 'kit', key: 'acRequest' }) }, (_need, have) => (have === 'yes' ? 'pass' : 'change'), (vehicle) => vehicle.airConditioning),
  words(kitRules.kitByHand, 'kit', 'probe', { get: () => ITSELF, at: () => ({ subject: 'kit', key: 'probe' }) }, (_need, have) => (have === 'none' ? 'change' : 'pass')),
  wiredIn,
]; // prettier-ignore
