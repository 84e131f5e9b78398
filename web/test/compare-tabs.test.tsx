import { Provider } from 'react-redux';
import { renderToStaticMarkup } from 'react-dom/server';
import type { ReactNode } from 'react';
import { MemoryRouter } from 'react-router';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { coolerBy, likely } from '@radiatrix/core/cooling';
import { simulate } from '@radiatrix/core/drive';
import { driveFinding, drivesOf, findingsOf, portLabel } from '@radiatrix/core/fitment';
import { foundText } from '@radiatrix/words/fitment';
import { USUAL_PRACTICE } from '@radiatrix/core/practice';
import { setUnits } from '../src/app/settings.ts';
import { store } from '../src/app/store.ts';
import { AgreementTab } from '../src/stages/compare/tabs/AgreementTab.tsx';
import { ChangesTab } from '../src/stages/compare/tabs/ChangesTab.tsx';
import { ClaimsTab } from '../src/stages/compare/tabs/ClaimsTab.tsx';
import { CasesTable } from '../src/stages/compare/cooling/CasesTable.tsx';
import { ShopSumsBlock, TwoWide } from '../src/stages/compare/cooling/ShopSums.tsx';
import { DepthDrawing } from '../src/stages/compare/drawings/DepthDrawing.tsx';
import { ClearanceTable } from '../src/stages/compare/tabs/DepthTab.tsx';
import { DriveTable } from '../src/stages/compare/cooling/driveSays.tsx';
import { FaceTab } from '../src/stages/compare/tabs/FaceTab.tsx';
import { PortsTab } from '../src/stages/compare/tabs/PortsTab.tsx';
import { WiringTab } from '../src/stages/compare/tabs/WiringTab.tsx';
import { asked, planning, figures, look, part, parts } from './side-by-side.ts';

// The store asks the page for its theme as it is made.
vi.hoisted(() => {
  (globalThis as { document?: unknown }).document = { documentElement: { dataset: {} } };
});

const html = (node: ReactNode): string =>
  renderToStaticMarkup(
    <Provider store={store}>
      <MemoryRouter>{node}</MemoryRouter>
    </Provider>,
  );
const plain = (text: string): string =>
  text
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&#x27;', "'")
    .replaceAll('&lt;', '<')
    .replaceAll('&gt;', '>')
    .replace(/\s+/g, ' ');
const props = (query = '', own = parts) => {
  const compared = look(query, own);
  return {
    planning: planning(own),
    compared,
    found: findingsOf(compared),
    practice: USUAL_PRACTICE,
    asked: asked(query),
    change: () => {},
  };
};
afterEach(() => void store.dispatch(setUnits('metric')));

describe('depth', () => {
  test('the drawing says in words where everything lies, old and new, and the table how much is left', () => {
    const { compared } = props();
    const drawing = html(
      <DepthDrawing compared={compared} bay={planning(parts).bay} lit={['fan']} onLit={() => {}} />,
    );
    expect(drawing).toContain('new: fan motor from 66 mm to 162 mm behind the condenser');
    expect(drawing).toContain('new: Fan motor to engine 14 mm, 20 mm wanted');
    // What is lit is the motor of both, old (it has none: a stand-in) and new.
    expect(drawing.match(/fill="var\(--color-copper\)"/g)).toHaveLength(2);
    const table = plain(html(<ClearanceTable cleared={compared.depth.cleared} />));
    expect(table).toMatch(/Fan motor to engine 14 of 20/);
    expect(table).toMatch(/Blades to core 36 of 10/);
  });
  test('a stand-in for what is not on record is drawn with a broken line and says so', () => {
    const { depth: _, ...rest } = parts[2]!.figures.quantities as Record<string, never>;
    const own = [...parts.slice(0, 2), part(3, 'fan', { ...parts[2]!.figures, quantities: rest })];
    const drawing = html(
      <DepthDrawing compared={look('', own)} bay={planning(own).bay} lit={[]} onLit={() => {}} />,
    );
    expect(drawing).toContain('taken, not on record');
    expect(drawing).toContain('stroke-dasharray="5 4"');
    expect(drawing).toContain('new: fan motor from 66 mm to 156 mm behind the condenser, not on record');
  });
});

describe('face, ports and changes', () => {
  test('differences with their sign, sizes in the reader’s units', () => {
    expect(plain(html(<FaceTab {...props()} />))).toMatch(/Core width 604 mm 604 mm same/);
    store.dispatch(setUnits('us'));
    const inches = plain(html(<FaceTab {...props()} />));
    expect(inches).toMatch(/Core width 23\.78 in 23\.78 in same/);
    expect(inches).not.toMatch(/\d mm\b/);
  });
  test('nothing on record is said, not drawn', () => {
    const bare = [part(1, 'radiator', figures({})), part(2, 'radiator', figures({}))];
    expect(plain(html(<FaceTab {...props('', bare)} />))).toContain('opening in the core support');
    expect(plain(html(<PortsTab {...props('', bare)} />))).toContain('bore or neck to be measured');
  });
  test('hoses: trimmed by what they are too long, the lower with its spring', () => {
    const text = plain(html(<PortsTab {...props('&hoseUp=470&hoseDown=400')} />));
    expect(text).toMatch(/Upper, to the inlet 38 mm 38 mm goes on; trim 40 mm/);
    expect(text).toMatch(/Lower, from the outlet 38 mm 38 mm goes on; it needs its anti-collapse spring/);
  });
  test('bolts: what stands in the record is torque, what the bolt stands is called no specification', () => {
    const text = plain(html(<ChangesTab {...props('&spacer=4&foot=3&screw=A~6~12')} />));
    expect(text).toContain('8 N·m (5.9 lbf·ft), on record');
    expect(text).toMatch(/none on record; bolt stands 10\.4 N·m \(7\.7 lbf·ft\)/);
    expect(text).toContain('not a specification');
    expect(text).toMatch(/clear, 2 mm/);
    expect(text).toContain('box P 3 in the place of A (fan feet) goes 9 mm deeper');
  });
  test('a fan whose feet stand off wants spacers, or the ring bends; an engine-driven one another hub spacer', () => {
    const off = [...parts.slice(0, 2), part(3, 'fan', figures({ standoff: 10, depth: 96 }))];
    const text = plain(html(<ChangesTab {...props('&hubGap=60&hubFitted=50', off)} />));
    expect(text).toContain('The feet stand off 10 mm: a 10 mm spacer under each');
    expect(text).toMatch(
      /The new core comes 13 mm nearer: a 64 mm spacer leaves 33 mm|a \d+ mm spacer leaves \d+ mm/,
    );
  });
});

test('what goes on each port, in the reader’s units, what is not on record asked', () => {
  const radiator = figures(
    { inletDiameter: 38, inletHeight: 390, capPressure: 110, overallWidth: 694, overallHeight: 461 },
    {
      inletSide: 'left',
      outletSide: 'right',
      oilCooler: 'transmission',
      oilCoolerFitting: 'm18x1.5',
      fillerNeck: 'neck',
      drainSide: 'right',
    },
  );
  const { face, ...compared } = look('', [part(2, 'radiator', radiator)]);
  const says = (units: 'metric' | 'us') =>
    face.fresh.filter((shape) => shape.kind === 'circle').map((shape) => portLabel(shape, compared, units));
  expect(says('metric')).toEqual([
    'upper hose ø38 mm',
    'lower hose ø?, height?',
    'oil line M18 × 1.5',
    'oil line M18 × 1.5',
    'drain tube',
    'cap 110 kPa, overflow hose',
  ]);
  expect(says('us')[0]).toBe('upper hose ø1.5 in');
  expect(says('us').at(-1)).toBe('cap 16 psi, overflow hose');
});

describe('wiring', () => {
  test('every wire with tag, both colours, gauge and what to look out for; schools with the safe one named', () => {
    const text = plain(html(<WiringTab {...props()} />));
    expect(text).toMatch(
      /1 feed blue 1 black 1 4 mm² · 4 mm² ◇ colour changes ✕ black is ground on the other side/,
    );
    expect(text).toMatch(/new housing · safe choice/);
    expect(text).toContain('Fuse wanted 40 A, slow');
    expect(text).toContain('The 30 A fuse is too small');
    expect(text).toContain('Battery off before a wire is cut');
  });
  test.each([
    ['&testV=12.3&testA=18.6', 'Healthy'],
    ['&testV=12.3&testA=30', 'Draws too much'],
    ['&testV=12.3&testA=6', 'Draws too little'],
    ['&testV=12.3&testA=500', 'outside 0 to 120 A'],
  ])('on the bench supply %s: %s', (query, says) => {
    expect(plain(html(<WiringTab {...props(query)} />))).toContain(says);
  });
  test('without a plug on record nothing is laid out', () => {
    const own = [...parts.slice(0, 2), part(3, 'fan', figures({ current: 12 }))];
    expect(plain(html(<WiringTab {...props('', own)} />))).toContain('record it on the fan');
  });
});

describe('cooling', () => {
  const { compared } = props('&of=3');
  const [old, fresh] = [compared.setUps.old, compared.setUps.fresh].map((ready) =>
    compared.inputsOf(ready, 'climb')!,
  );
  const answer = {
    name: 'climb' as const,
    old: likely(old!),
    fresh: likely(fresh!),
    cooler: coolerBy(old!, fresh!),
    why: undefined,
    airConditioning: true,
  };

  test('old beside new with the doubt and what is left to boiling, in degrees or differences of them', () => {
    const metric = plain(html(<CasesTable cases={[answer]} />));
    const { topTankC, marginK } = answer.fresh.steady;
    expect(metric).toContain(`${topTankC.toFixed(0)} °C ± ${answer.fresh.u!.toFixed(0)} K`);
    expect(metric).toContain(`${marginK.toFixed(0).replace('-', '−')} K`);
    store.dispatch(setUnits('us'));
    const us = plain(html(<CasesTable cases={[answer]} />));
    expect(us).toContain(`${(topTankC * 1.8 + 32).toFixed(0)} °F ± ${(answer.fresh.u! * 1.8).toFixed(0)} °F`);
  });
  test('the shop’s sums stand beside what they leave out; two wide and four narrow tubes are both worked out', () => {
    const sums = plain(html(<ShopSumsBlock compared={compared} />));
    // 604 × 421 mm is 2,543 cm² or 394 sq in.
    expect(sums).toMatch(/Face area 2543 cm² 2543 cm²/);
    expect(sums).toMatch(/One square inch a horsepower 394 hp 394 hp/);
    expect(sums).toContain('It is not the coolant it holds');
    const tubes = plain(html(<TwoWide compared={compared} />));
    expect(tubes).toMatch(/Each tube, front to back 20\.0 mm 9\.0 mm/);
    expect(tubes).toMatch(/Coolant pressure lost [\d.]+ kPa [\d.]+ kPa/);
  });
});

describe('agreement, drive and claims', () => {
  test('the ruler says everything that is set, the rule is named, the proposal offered', () => {
    const whole = html(<AgreementTab {...props()} />);
    expect(whole).toContain('fan stage 1 on at 85, off at 74');
    expect(plain(whole)).toContain(
      'Rule: fan-off must be above the temperature at which the thermostat starts to open.',
    );
    expect(plain(whole)).toContain('Take the proposal');
    store.dispatch(setUnits('us'));
    expect(html(<AgreementTab {...props()} />)).toContain('fan stage 1 on at 185, off at 165');
  });
  test('a switch in the outlet tank is brought to the engine’s outlet before it is compared', () => {
    const whole = html(<AgreementTab {...props('&place=radiator-outlet&on=88&off=76')} />);
    expect(plain(whole)).toContain('8 K added');
    expect(look('&place=radiator-outlet&on=88&off=76').broken.map((each) => each.rule)).not.toContain(
      'off-below-opening',
    );
  });
  test('a drive in words and figures: how hot, how often, how long from full fan to fan off', () => {
    const { compared } = props('&on=95&off=84');
    const { fresh } = drivesOf(planning(parts), compared, asked('&on=95&off=84'));
    const driven = simulate(fresh!, 20);
    expect(foundText(driveFinding(driven, 129), 'metric')).toMatch(
      /^Hottest \d+ °C after \d+ min \d\d s, \d+ K below boiling\. The fan comes on \d+ times?; from full fan to fan off /,
    );
    expect(driveFinding(driven, 60).word).toBe('stop');
    expect(foundText(driveFinding(driven, 60), 'metric')).toContain('it boils');
    const table = plain(html(<DriveTable old={undefined} fresh={driven} />));
    expect(table).toMatch(/Thermostat starts to open \d+ (min|s)/);
    expect(table).toMatch(/Fan came on \d+ times?/);
  });
  test('a claim that cannot be says what would have to be true', () => {
    const text = plain(
      html(
        <ClaimsTab
          {...props(
            '&claim=each~1585&claim=total~3114&claim=count~2&claim=flow~20388&claim=amps~25&claim=disc~330',
          )}
        />,
      ),
    );
    expect(text).toContain('The claim does not add up: the fans add up to 3170 m³/h, not 3114 m³/h.');
    expect(text).toMatch(
      /20388 m³\/h needs at least \d\.\d kW of air power; the fan draws 338 W: impossible\./,
    );
  });
});
