import type { EarlyLife } from '../src/failure/index.ts';
import { Draws } from '../src/random/index.ts';

/**
 * Libraries of failures as they might come about, by rules that the judging does not know: how owners come back, what
 * they share, how a part ages. Nothing here uses the code that is judged.
 */
export interface World {
  parts: number;
  /** Failures a day of a sound part at an age; a part's own factor is applied to it. */
  hazard: (age: number) => number;
  /** A part's own factor; 1 for a sound one. */
  factor: (part: number, draws: Draws) => number;
  /** What an owner's use does to a rate. */
  harsh: (vehicles: number, draws: Draws) => number;
  /** Vehicles of one owner, all with one part. */
  fleet: (draws: Draws) => number;
  /** Visits for other reasons a day, of an owner of vehicles with this part. */
  visits: (part: number, draws: Draws) => number;
  /** Share of owners who are gone after the first visit, with their failures. */
  gone: (part: number) => number;
  /** Days ago that a unit went in. */
  fitted: (part: number, draws: Draws) => number;
}

const DAYS = 90;
export const plain: World = {
  parts: 60,
  hazard: () => 0.0006,
  factor: () => 1,
  harsh: () => 1,
  fleet: () => 1,
  visits: () => 1 / 60,
  gone: () => 0,
  fitted: (_part, draws) => 20 + 380 * draws.even(),
};

export interface Library {
  lives: EarlyLife[];
  /** Of 100 units of each part so many fail within 90 days, in truth. */
  truth: number[];
}

/** Share of units that fail, over owners as there are. */
function shareOf(world: World, cumulative: number): number {
  const draws = new Draws(9);
  let [vehicles, failed] = [0, 0];
  for (let n = 0; n < 400; n += 1) {
    const size = world.fleet(draws);
    vehicles += size;
    failed += size * (1 - Math.exp(-world.harsh(size, draws) * cumulative));
  }
  return failed / vehicles;
}

export function libraryOf(world: World, draws: Draws, comes = false): Library {
  const lives: EarlyLife[] = [];
  const truth: number[] = [];
  for (let partId = 0; partId < world.parts; partId += 1) {
    const factor = world.factor(partId, draws);
    let cumulative = 0;
    for (let age = 0; age < DAYS; age += 1) cumulative += world.hazard(age);
    truth.push(100 * shareOf(world, factor * cumulative));
    let left = 1 + Math.floor(60 * draws.even() ** 2);
    for (let fleet = 0; left > 0; fleet += 1) {
      const vehicles = Math.min(left, world.fleet(draws));
      left -= vehicles;
      const harsh = world.harsh(vehicles, draws);
      const isGone = draws.even() < world.gone(partId);
      const every = world.visits(partId, draws);
      for (let vehicle = 0; vehicle < vehicles; vehicle += 1) {
        const ago = Math.floor(world.fitted(partId, draws));
        let [age, luck] = [0, -Math.log(draws.even())];
        while (age < ago && luck > 0) {
          luck -= factor * harsh * world.hazard(age);
          age += 1;
        }
        const failed = luck <= 0 && !isGone;
        let seen = 0;
        if (!failed && !isGone)
          for (let on = -Math.log(draws.even()) / every; on < ago; on -= Math.log(draws.even()) / every) seen = Math.floor(on); // prettier-ignore
        lives.push({ partId, owner: `${partId}.${fleet}`, seen: failed ? age - 1 : seen, most: failed ? age - 1 : ago, comes: comes ? 1 - world.gone(partId) : null, failed }); // prettier-ignore
      }
    }
  }
  return { lives, truth };
}

const gauss = (draws: Draws): number => Math.sqrt(-2 * Math.log(draws.even())) * Math.cos(2 * Math.PI * draws.even()); // prettier-ignore

/** Wrong models, and one bad part in some. */
export const WORLDS: Record<string, World> = {
  'all alike': plain,
  'owners of half of the parts seldom come': {
    ...plain,
    visits: (part) => (part % 2 === 0 ? 1 / 700 : 1 / 30),
  },
  'each owner comes as often as he likes': { ...plain, visits: (_part, draws) => Math.exp(2 * gauss(draws)) / 150 }, // prettier-ignore
  'one visit at most, by 30 of 100': { ...plain, visits: (_part, draws) => (draws.even() < 0.3 ? 1 / 90 : 1e-9) }, // prettier-ignore
  'owners of half of the parts are mostly gone, with their failures': { ...plain, gone: (part) => (part % 2 === 0 ? 0.7 : 0.1) }, // prettier-ignore
  'fleets of up to 20, used harder or softer': {
    ...plain,
    fleet: (draws) => (draws.even() < 0.3 ? 5 + Math.floor(16 * draws.even()) : 1),
    harsh: (vehicles, draws) => (vehicles > 1 ? Math.exp(gauss(draws) - 0.5) : 1),
  },
  'a few fleets in which something kills whatever is fitted': {
    ...plain,
    fleet: (draws) => (draws.even() < 0.3 ? 5 + Math.floor(16 * draws.even()) : 1),
    harsh: (vehicles, draws) => (vehicles > 1 && draws.even() < 0.15 ? 10 : 1),
  },
  'fails when new, and half of the parts are new in the shop': {
    ...plain,
    hazard: (age) => (age < 8 ? 0.004 : 0.0003),
    fitted: (part, draws) => (part % 2 === 0 ? 40 * draws.even() : 20 + 380 * draws.even()),
  },
};
export { gauss };
