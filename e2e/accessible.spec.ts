import { expect, test } from '@playwright/test';
import { clean } from './axe.ts';
import { as, putOnBench } from './people.ts';

const COMPARED: [string, RegExp | string][] = [
  ['face', 'Old beside new'],
  ['depth', 'Clearances of the new'],
  ['ports', 'Hoses'],
  ['changes', 'Support and edges'],
  ['wiring', 'On the bench supply'],
  ['cooling', 'The shop’s own sums'],
  ['drive', 'Course and settings'],
  ['agreement', 'Set to'],
  ['claims', 'Airflow against power'],
];

// In two halves, so that a slow machine ends each of them in its time.
for (const half of [0, 1])
  test(`axe finds nothing in any view, in both themes, part ${half + 1} of 2`, async ({ browser }) => {
    test.setTimeout(600_000);
    const stranger = await (await browser.newContext({ baseURL: process.env.BASE_URL })).newPage();
    await stranger.goto('/');
    await stranger.getByLabel('Name').waitFor();
    await clean(stranger, 'sign-in');
    await stranger.goto('/invitation#x');
    await stranger.getByText('You are invited').waitFor();
    await clean(stranger, 'invitation');

    const page = await as(browser, 'rowan');
    // Each view is opened once and looked at in both themes.
    const both = async (what: string): Promise<void> => {
      await clean(page, what);
      await page.evaluate(() => (document.documentElement.dataset.theme = 'bay'));
      await clean(page, `${what} in the dark`, true);
      await page.evaluate(() => (document.documentElement.dataset.theme = 'sheet'));
    };
    await page.goto('/');
    await both('desk');
    await putOnBench(page, '09 tussock diesel auto towing');
    await page.getByRole('button', { name: 'Width in the support' }).click();
    await both('match');
    const vehicle = /\/v\/\d+/.exec(page.url())![0];
    const part = /part=(\d+)/.exec(page.url())?.[1] ?? '1';
    const views: [string, RegExp | string][] = [
      ['/ask?q=09+tussok+diesel+blue', /vehicles/],
      ['/ask/told?q=2014+tavaro+breen+2.0+petrol+manual', 'Record and open a job'],
      ['/jobs/3/record', 'What came off?'],
      ['/instruments', 'Instruments'],
      ['/jobs/3/fill', 'What to mix and pour now'],
      ['/jobs/3/bleed', 'Blower'],
      ['/jobs/2/prove', 'still to be proven'],
      ['/jobs/2/trials/6f3d1c22-8a41-4f0e-9d57-2b8c7a1e5f01', 'How many runs it takes'],
      ['/jobs/23/diagnose', 'What it may be'],
      ['/library/diagnosis', 'Of 1,000'],
      ['/people', 'Invite somebody'],
      ['/me', 'Signed in'],
      ['/plan', 'When each is ready'],
      ['/workshop', 'Calendars that follow the plan'],
      [vehicle, 'Procedures'],
      [`${vehicle}?edit=figures`, /Save/],
      [`/parts/${part}`, 'In the box'],
      [`/parts/${part}?edit=details`, 'Save details'],
      [`${vehicle}/sheet/1`, 'Hardware and tray'],
      ['/procedures/1', 'Proofread'],
      ['/procedures/1?edit=1', 'Save procedure'],
      ['/connectors/FAN-2B', 'Used by'],
      ['/connectors/new', 'Save connector'],
      ['/library', 'NT-R 4402'],
      ['/review', 'Review'],
      ['/import', 'Choose a file'],
      ['/coverage', 'Engine and transmission'],
      ['/coverage?make=1', 'vehicles covered of those built'],
      ['/coverage?do=line', 'Line, as it is written'],
      ['/library?shelf=engine', 'QD22'],
      ['/library/vins', 'Identification numbers'],
      ['/library/engine/1', 'History'],
      [`${vehicle}/match?view=sets`, 'Parts that go in together'],
      ...COMPARED.map(([tab, seen]): [string, RegExp | string] => [
        `${vehicle}/compare?part=${part}&tab=${tab}`,
        seen,
      ]),
      [`${vehicle}/compare?view=paper`, 'What was found'],
      ['/ask?q=4ZTBC5D5X9S104417', 'Likely meant'],
      ['/jobs/1', 'What happened'],
      [`${vehicle}/prepare?goals=fan`, 'What each costs'],
      ['/access/1?op=drain', 'Save into the draft'],
      ['/jobs/6/run', /^Done, /],
      ['/jobs/6/labels', 'Labels of job'],
      ['/library/practice', 'The trade'],
      [`${vehicle}/compare/parts?kind=cap`, 'Choose both parts.'],
      ['/merges/make/1', 'Make that is the same'],
      ['/merges', 'No records were made one'],
      ['/nowhere', 'Nothing is kept'],
    ];
    for (const [path, seen] of views.filter((_, at) => at % 2 === half)) {
      await page.goto(path);
      await page.getByText(seen).locator('visible=true').first().waitFor();
      await both(path);
    }
    await page.setViewportSize({ width: 390, height: 844 });
    await page.goto('/v/1/sheet/1');
    await page.getByText(/^Lay out: tools/).click();
    await page.getByText('Hardware and tray').locator('visible=true').waitFor();
    await clean(page, 'sheet on a phone');
  });

test('no view is wider than a phone, and nothing in its header is too small to tap', async ({ browser }) => {
  test.setTimeout(120_000);
  const page = await as(browser, 'mara');
  await page.setViewportSize({ width: 390, height: 844 });
  const wide: string[] = [];
  const paths = ['/', '/ask?q=2010+tussock', '/v/6/match', '/v/6/compare', '/v/6/prepare?goals=fan', '/v/6', '/jobs/6', '/jobs/6/diagnose', '/jobs/6/run', '/jobs/6/fill', '/jobs/6/prove', '/jobs/6/file', '/jobs/6/labels', '/plan', '/library', '/coverage', '/review', '/failures', '/access/1', '/v/6/sheet/1']; // prettier-ignore
  for (const path of paths) {
    await page.goto(path);
    await page.getByRole('heading').first().waitFor();
    // Pages that follow a job are never idle: what they show comes within a moment.
    await page.waitForTimeout(600);
    const over = await page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
    if (over > 0) wide.push(`${path} by ${over} px`);
  }
  expect(wide).toEqual([]);
  // WCAG 2.2, success criterion 2.5.8: 24 px, or as much room around it.
  await page.goto('/');
  const small = await page
    .locator('header a, header button')
    .evaluateAll((all) => all.flatMap((each) => (each.getBoundingClientRect().height < 24 ? [each.textContent] : []))); // prettier-ignore
  expect(small).toEqual([]);
});
