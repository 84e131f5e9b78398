import { describe, expect, test } from 'vitest';
import { steady, vehicleLoad, type CoolingInputs } from '../src/cooling/index.ts';
import { conversionOf, ladderOf, type AsItStands, type RungId } from '../src/fitment/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { worksInputs } from './demo-vehicles.ts';

const sound: AsItStands = { shroud: 'whole', blocked: 0, deadFans: 0 };
const halberd = (at: 'crawl' | 'climb' | 'motorway'): CoolingInputs => worksInputs('Halberd 5.0 V8', at);
const belted = (clutch: 'none' | 'thermal'): CoolingInputs => {
  const works = halberd('crawl');
  return { ...works, setUp: { ...works.setUp, fans: { count: 1, diameterMm: 450, voltageV: 13.5, engineDriven: { ratio: 1.1, clutch } } } };
}; // prettier-ignore

describe('the ladder of changes', () => {
  test('a sound vehicle has nothing to put back, and stock is enough', () => {
    const ladder = ladderOf(worksInputs('Tussock 2.2 diesel, automatic', 'motorway'), sound, undefined);
    expect(ladder.rungs.filter((rung) => rung.kind === 'put back')).toEqual([]);
    expect(ladder.stockEnough).toBe('yes');
    expect(ladder.stockAirToBoilC!).toBeGreaterThan(45);
  });
  test('what is broken comes first, each with what it alone brings; nothing put back makes it worse', () => {
    const stands: AsItStands = { shroud: 'gone', blocked: 0.4, capKPa: 40, deadFans: 1 };
    const ladder = ladderOf(halberd('crawl'), stands, undefined);
    const kinds = ladder.rungs.map((rung) => rung.kind);
    expect(kinds).toEqual([...kinds].sort().reverse());
    const back = ladder.rungs.filter((rung) => rung.kind === 'put back');
    expect(back.map((rung) => rung.id).sort()).toEqual(['cap', 'clean', 'fans', 'shroud']);
    for (const { gain, after } of back) {
      if (gain) expect(gain.k).toBeGreaterThan(0);
      expect(after.marginK).toBeGreaterThanOrEqual(ladder.now.marginK);
    }
    expect(ladder.stock.steady.marginK).toBeGreaterThan(ladder.now.marginK);
  });
  test('a weak cap costs boiling point and no temperature; its rung is the difference, by hand from the two boiling points', () => {
    const works = halberd('climb');
    const { rungs, now, stock } = ladderOf(works, { ...sound, capKPa: 30 }, undefined);
    const cap = rungs.find((rung) => rung.id === 'cap')!;
    expect(cap.after.topTankC).toBeCloseTo(now.topTankC, 6);
    expect(cap.gain!.k).toBeCloseTo(stock.steady.boilsC - now.boilsC, 6);
  });
  test('most kelvin for the money first, weighed with the chance that it helps; the shop’s own money decides', () => {
    const order = (own: Record<string, number>): RungId[] =>
      ladderOf(halberd('climb'), sound, undefined, new Set(), practiceOf(own)).rungs.map((rung) => rung.id);
    const worth = ladderOf(halberd('climb'), sound, undefined).rungs.map((rung) => rung.worth);
    expect(worth).toEqual([...worth].sort((a, b) => b - a));
    const usual = order({});
    expect(order({ costCore: 1 })[0]).toBe('core');
    expect(usual.indexOf('core')).toBeGreaterThan(0);
  });
  test('an additive is a small and doubtful claim; a raised bonnet helps at a crawl and not at speed (common practice)', () => {
    const at = (name: 'crawl' | 'motorway') => new Map(ladderOf(halberd(name), sound, undefined).rungs.map((rung) => [rung.id, rung]));
    const [crawl, fast] = [at('crawl'), at('motorway')];
    expect(crawl.get('additive')!.gain!.k).toBeLessThan(1.5);
    expect(crawl.get('additive')!.chance).toBeLessThan(0.98);
    expect(crawl.get('hood')!.gain!.k).toBeGreaterThan(0.3);
    expect(fast.get('hood')!.gain!.k).toBeLessThan(0);
    expect(fast.get('hood')!.worth).toBe(0);
  }); // prettier-ignore
  test('load and tyres enter: a heavier vehicle on softer tyres wants more than stock', () => {
    const climb = worksInputs('Merlet 1.8 petrol, variable', 'climb');
    const loaded = { ...climb, load: { ...climb.load, massKg: 2 * climb.load.massKg, rolling: 0.03 } };
    expect(ladderOf(climb, sound, undefined).stockEnough).not.toBe('no');
    expect(ladderOf(loaded, sound, undefined).stockEnough).toBe('no');
  });
  test('where nothing balances, what makes it balance is said without a gain that nobody can give', () => {
    const ladder = ladderOf(halberd('crawl'), { ...sound, deadFans: 2 }, undefined);
    expect(ladder.now.settles).toBe(false);
    const fans = ladder.rungs.find((rung) => rung.id === 'fans')!;
    expect(fans.gain).toBeUndefined();
    expect(fans.after.settles).toBe(true);
    expect(fans.worth).toBeGreaterThan(0);
  });
});

describe('from the belt to electric fans', () => {
  test('alternator at idle by hand: 60 A, 45 A for everything else, 24 A for the fans: 9 A short; the fans’ power through a belt at 0.55', () => {
    const conversion = conversionOf(belted('thermal'), undefined)!;
    expect(conversion.balanceA).toBeCloseTo(60 - 45 - 24, 9);
    expect(conversion.electricW).toBeCloseTo((24 * 13.5) / 0.55, 6);
    // Common practice: it spares power at speed and gives less air at a crawl than the belt fan in its shroud.
    expect(conversion.beltW).toBeGreaterThan(conversion.electricW);
    expect(conversion.beltKgS).toBeGreaterThan(0.3);
    expect(conversionOf(halberd('crawl'), undefined)).toBeUndefined();
  });
  test('a bolted belt fan moves more air the faster the engine turns; stock belt fans hold their vehicle at a crawl', () => {
    const { topTankC, settles } = steady(belted('thermal'));
    expect(settles).toBe(true);
    expect(topTankC).toBeLessThan(100);
    const rungs = ladderOf(belted('none'), sound, undefined).rungs.map((rung) => rung.id);
    expect(rungs).toContain('conversion');
    expect(rungs).not.toContain('fan');
    expect(vehicleLoad('middle', { ratedKW: 120 }).ratedKW).toBe(120);
  });
});
