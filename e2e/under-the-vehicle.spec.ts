import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { foldJob } from '@radiatrix/core/job';
import { BROWSER_ARGS } from '../tools/lib/browser-args.mts';
import { startOnFreePort, startServer } from '../tools/lib/server.mjs';
import { asked, eventsOf, openedJob, PICTURE } from './jobs.ts';
import { as, signIn } from './people.ts';
import { PHONE, doMove } from './stages.ts';

const done = (page: Page) => page.getByRole('button', { name: /^Done, / });
const onStep = (page: Page) => page.getByRole('article', { name: 'Move' }).getByRole('heading', { level: 1 });

async function photograph(page: Page): Promise<void> {
  const before = await page
    .getByRole('list', { name: 'Photographs of this step' })
    .getByRole('listitem')
    .count();
  await page
    .getByLabel('Photograph of this step')
    .setInputFiles({ name: 'step.png', mimeType: 'image/png', buffer: PICTURE });
  await expect(
    page.getByRole('list', { name: 'Photographs of this step' }).getByRole('listitem'),
  ).toHaveCount(before + 1);
}

test('three ways for a fan compared, the one that spares the coolant taken, laid out and labelled; out and back in on the phone with a clip gone, a bolt sheared and a fan that fails on the bench; the desk watches', async ({
  browser,
}) => {
  test.setTimeout(240_000);
  const mara = await as(browser, 'mara');
  const { id, vehicleId } = await openedJob(mara, {
    label: 'Slipway pickup',
    number: 'NT-F 2212',
    hands: 'Idris',
  });

  await test.step('ways side by side: coolant first', async () => {
    await mara.goto(`/v/${vehicleId}/prepare?job=${id}`);
    const ways = mara.getByRole('radiogroup', { name: 'Ways in' }).getByRole('radio');
    await expect(mara.getByRole('heading', { name: /\d best ways in/ })).toBeVisible();
    expect(await ways.count()).toBeGreaterThanOrEqual(3);
    await mara.getByRole('radio', { name: 'coolant', exact: true }).click();
    const table = mara.getByRole('region', { name: 'What each costs' });
    await expect(table.getByRole('row', { name: /^Coolant out/ })).toContainText('0.9 L');
    await expect(mara.getByRole('radio', { checked: true, name: /least coolant lost/ })).toBeVisible();
    // One pair of hands and stands: what this shop has free.
    await mara.getByRole('radio', { name: /^D .*on stands/ }).click();
    expect((await new AxeBuilder({ page: mara }).analyze()).violations).toEqual([]);
  });

  await test.step('asked backwards, laid out, taken, labels on a label sheet', async () => {
    const reach = mara.getByRole('combobox', { name: /What must come off to reach/ });
    const options = await reach.locator('option').allTextContents();
    await reach.selectOption({
      index: options.findIndex((text) => /fan feet: Undo both lower fan feet from under/.test(text)),
    });
    await expect(mara.getByText(/moves: .*Undertray off/)).toBeVisible();
    const laid = mara.getByRole('region', { name: 'Lay out for D' });
    await expect(laid).toContainText('10 mm socket');
    await expect(laid).toContainText(/top cover clips.*usually break/);
    await mara.getByRole('button', { name: 'Take D', exact: false }).click();
    await expect(mara.getByText(`D is taken for job ${id}`)).toBeVisible();
    // What has no price is named.
    const ofJob = mara.getByRole('region', { name: 'Of this job' });
    await expect(ofJob.getByLabel('What it costs')).toContainText(/no price of .* recorded/);
    await mara.getByRole('link', { name: 'Tray labels and tags' }).click();
    await expect(mara.getByRole('list', { name: 'Labels' })).toContainText('Fan feet');
    await expect(mara.getByRole('list', { name: 'Labels' })).toContainText(/FAN-2A/);
    await mara.goto(`/jobs/${id}`);
    const price = mara.getByLabel(/^Price of /);
    await price.fill('about 90');
    await price.press('Enter');
    await expect(mara.getByText('no price', { exact: true })).toBeVisible();
    await price.fill('148,50');
    await price.press('Enter');
    await expect(mara.getByRole('region', { name: 'What happened' })).toContainText(/at 148.5/);
    await expect(mara.getByText('live', { exact: true })).toBeVisible();
  });

  const phone = await (await browser.newContext({ ...PHONE, baseURL: process.env.BASE_URL! })).newPage();
  await signIn(phone, 'idris');
  await test.step('the fan fails on the bench: said at once, and the job stops at Install', async () => {
    await phone.goto(`/jobs/${id}/run?view=bench`);
    await phone.getByLabel('Volts at the plug').fill('13.4');
    await phone.getByLabel('Amps', { exact: true }).fill('0');
    await expect(phone.getByText(/failed: it takes nothing/)).toBeVisible();
    await phone.getByRole('button', { name: 'Record result' }).click();
    await expect(phone.getByText(/does not go in/)).toBeVisible();
    await phone.getByRole('button', { name: 'Move', exact: true }).click();
  });

  await test.step('out, one move at a time, counted as found; the desk sees each within two seconds', async () => {
    while ((await phone.getByText('Remove', { exact: true }).count()) === 0) await doMove(phone);
    await expect(onStep(phone)).toBeVisible();
    let [clip, bolt] = [false, false];
    while ((await phone.getByText('Install', { exact: true }).count()) === 0) {
      const text = await onStep(phone).innerText();
      if (/top cover/i.test(text)) {
        await phone.getByRole('button', { name: 'Not all as it should be' }).click();
        await phone.getByRole('button', { name: /^One more missing/ }).click();
        await expect(phone.getByText('1 missing')).toBeVisible();
        clip = true;
      }
      if (/undertray/i.test(text)) {
        await phone.getByRole('button', { name: 'Not all as it should be' }).click();
        await phone.getByRole('button', { name: /^One more broken/ }).click();
        await phone.getByRole('button', { name: 'Longer' }).click();
        await phone.getByRole('button', { name: 'rust' }).click();
        await photograph(phone);
        bolt = true;
      }
      await doMove(phone);
      await expect(mara.getByText(`last: ${text}`, { exact: false })).toBeVisible({ timeout: 4_000 });
    }
    expect([clip, bolt]).toEqual([true, true]);
    await expect(mara.getByRole('list', { name: 'Photographs' }).getByRole('img')).toBeVisible();
    expect((await new AxeBuilder({ page: phone }).analyze()).violations).toEqual([]);
  });

  await test.step('nothing goes in before another fan passes; a word from the desk reaches the phone', async () => {
    await expect(phone.getByText(/Stop: a bench test failed/)).toBeVisible();
    await expect(done(phone)).toBeDisabled();
    await mara.getByLabel('Message to the installer').fill('plug was bent, try again');
    await mara.getByRole('button', { name: 'Send' }).click();
    await expect(phone.getByText('Mara: plug was bent, try again')).toBeVisible({ timeout: 4_000 });
    await phone.getByRole('button', { name: 'Look at the bench' }).click();
    await phone.getByLabel('Volts at the plug').fill('13.5');
    const onRecord = await phone.getByText(/On record: [\d.]+ A/).innerText();
    await phone.getByLabel('Amps', { exact: true }).fill(/([\d.]+) A/.exec(onRecord)![1]!);
    await expect(phone.getByText(/^passed: /)).toBeVisible();
    await phone.getByRole('button', { name: 'Record result' }).click();
    await phone.getByRole('button', { name: 'Move', exact: true }).click();
  });

  await test.step('back in: the long bolt in the short one’s place is stopped, every place counted down, the dish empty', async () => {
    let stopped = 0;
    while (
      (await phone.getByText('Prove', { exact: true }).count()) === 0 &&
      (await phone.getByText('Fill and bleed', { exact: true }).count()) === 0
    ) {
      const wrongOne = phone.getByText('Which place do you take them from?').first();
      if ((await wrongOne.count()) && stopped === 0) {
        const letters = wrongOne.locator('xpath=..').getByRole('button', { name: /^From place/ });
        const own = (await phone
          .getByRole('group', { name: /^back from / })
          .first()
          .getAttribute('aria-label'))!.at(-1)!;
        for (const each of await letters.all())
          if (!(await each.getAttribute('aria-label'))!.endsWith(own)) {
            await each.click();
            break;
          }
        await expect(phone.getByText(/Stop\. .* has the same thread/)).toBeVisible();
        await expect(done(phone)).toBeDisabled();
        stopped += 1;
      }
      const replace = phone.getByRole('button', { name: 'Replaced' });
      while (await replace.count()) {
        const count = await replace.count();
        await replace.first().click();
        await expect(replace).toHaveCount(count - 1);
      }
      await doMove(phone);
    }
    expect(stopped).toBe(1);
    await phone.getByRole('button', { name: 'Tray', exact: true }).click();
    const { places } = await trayAt(phone);
    expect(places, 'what is left lies in the dish by name').toBe('The dish is empty.');
  });

  await test.step('all of it is on record', async () => {
    const state = foldJob(await eventsOf(mara.request, id));
    // Both tests stay: the plug was bent, the unit is the same and passed.
    expect(state.bench.map((test) => 'amps' in test && test.amps === 0)).toEqual([true, false]);
    expect(state.delays.map(({ why }) => why)).toEqual(['rust']);
    expect(state.photos).toHaveLength(1);
    expect(state.spans.length).toBeGreaterThan(5);
    expect(Object.values(state.tray).flatMap(({ out }) => out.map(({ missing, broken }) => missing + broken)).reduce((a, b) => a + b)).toBe(2); // prettier-ignore
  });
  await phone.context().close();
  await mara.context().close();
});

const trayAt = async (page: Page) => ({
  places: await page.getByRole('region', { name: 'The tray' }).getByText(/^(The dish is empty\.|\d+ still in the dish:)$/).innerText(), // prettier-ignore
});

test('a hundred moves with photographs on two phones without signal, over reloads and a killed browser: none lost, none doubled, the same on both and at the desk', async ({
  browser,
}) => {
  test.setTimeout(400_000);
  const databaseUrl = process.env.DATABASE_URL!;
  const folder = mkdtempSync(path.join(os.tmpdir(), 'radiatrix-web-'));
  cpSync(path.resolve(import.meta.dirname, '../web/dist'), folder, { recursive: true });
  const env = { RADIATRIX_WEB: folder, RADIATRIX_WORKERS: '1', LOG_LEVEL: 'fatal' };
  let server = await startOnFreePort(8600, { databaseUrl, env });
  const base = server.address;
  const homes = [1, 2].map(() => mkdtempSync(path.join(os.tmpdir(), 'radiatrix-phone-')));
  const open = (home: string): Promise<BrowserContext> =>
    chromium.launchPersistentContext(home, { ...PHONE, baseURL: base, executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: BROWSER_ARGS }); // prettier-ignore
  /** Without a word to it, as a phone does that runs out of power. */
  const kill = (home: string): void => {
    for (const pid of readdirSync('/proc').filter((name) => /^\d+$/.test(name)))
      try {
        if (readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--user-data-dir=${home}`))
          process.kill(Number(pid), 'SIGKILL');
      } catch {
        // It ended by itself.
      }
  };
  const laidDown = (page: Page) => page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated'); // prettier-ignore
  try {
    const mara = await (await browser.newContext({ baseURL: base })).newPage();
    await signIn(mara, 'mara');
    const { id } = await openedJob(mara, {
      label: 'Two phones',
      number: 'NT-R 4402',
      goals: ['radiator', 'thermostat', 'fan'],
    });
    let phones = await Promise.all(homes.map(open));
    const pages = () => phones.map((each) => each.pages()[0]!);
    for (const [at, who] of ['mara', 'piet'].entries()) {
      await signIn(pages()[at]!, who);
      await pages()[at]!.goto(`/jobs/${id}/run`);
      await expect(onStep(pages()[at]!)).toBeVisible();
      await laidDown(pages()[at]!);
      await expect(pages()[at]!.getByText('all sent')).toBeVisible();
    }
    const before = (await eventsOf(mara.request, id)).length;

    let moves = 0;
    const work = async (page: Page, count: number): Promise<void> => {
      for (let each = 0; each < count; each += 1) {
        await photograph(page);
        await doMove(page);
        moves += 2;
      }
    };
    await test.step('the network is cut on one, the server stopped for both', async () => {
      await phones[0]!.setOffline(true);
      await server.stop();
      await Promise.all(pages().map((page) => work(page, 9)));
      for (const page of pages()) await expect(page.getByText(/^no signal: \d+ kept$/)).toBeVisible();
    });
    await test.step('two reloads without a server', async () => {
      for (let reload = 0; reload < 2; reload += 1) {
        for (const page of pages()) {
          const text = await onStep(page).innerText();
          await page.reload();
          await expect(onStep(page)).toHaveText(text);
        }
        await Promise.all(pages().map((page) => work(page, 5)));
      }
    });
    await test.step('one browser is killed; the application opens again with all of it', async () => {
      const text = await onStep(pages()[1]!).innerText();
      kill(homes[1]!);
      await phones[1]!.close().catch(() => {});
      phones = [phones[0]!, await open(homes[1]!)];
      await pages()[1]!.goto(`/jobs/${id}/run`);
      await expect(onStep(pages()[1]!)).toHaveText(text);
      await Promise.all(pages().map((page) => work(page, 6)));
    });
    expect(moves).toBe(100);

    await test.step('meanwhile a new version is deployed, and one session ends', async () => {
      const worker = path.join(folder, 'sw.js');
      writeFileSync(worker, `${readFileSync(worker, 'utf8')}\n// another version\n`);
      for (const page of readdirSync(folder).filter((name) => name === 'index.html'))
        writeFileSync(
          path.join(folder, page),
          readFileSync(path.join(folder, page), 'utf8').replace('</title>', ' </title>'),
        );
      await phones[1]!.clearCookies();
    });
    await test.step('the server is back: what is kept is sent, one after signing in again', async () => {
      server = startServer({ databaseUrl, port: server.port, env });
      await server.ready;
      await phones[0]!.setOffline(false);
      const dialog = pages()[1]!.getByRole('dialog', { name: 'Your session ended' });
      await expect(dialog).toBeVisible({ timeout: 60_000 });
      await dialog.getByLabel('Password').fill('copper-core');
      await dialog.getByRole('button', { name: 'Sign in' }).click();
      for (const page of pages()) await expect(page.getByText('all sent')).toBeVisible({ timeout: 60_000 });
    });

    await test.step('none lost, none doubled, one state everywhere', async () => {
      const events = await eventsOf(mara.request, id);
      const came = events.slice(before);
      expect(new Set(came.map((event) => event.id)).size).toBe(came.length);
      for (const kind of ['photo taken', 'step ticked'] as const)
        expect(came.filter((event) => event.kind === kind).length, kind).toBe(50);
      for (const event of came)
        if (event.kind === 'photo taken') {
          const answer = await mara.request.get(`/api/jobs/${id}/photos/${event.payload.photo}?size=small`);
          expect(answer.status()).toBe(200);
        }
      const state = foldJob(events);
      const steps = Object.keys(state.steps).filter((each) => state.steps[each]!.done).length;
      for (const page of pages()) {
        const packed = (): Promise<string[]> =>
          page.evaluate(
            (job) =>
              new Promise<string[]>((resolve, reject) => {
                const opening = indexedDB.open('radiatrix');
                opening.onerror = () => reject(new Error('closed'));
                opening.onsuccess = () => {
                  const got = opening.result.transaction('packs').objectStore('packs').get(job);
                  got.onsuccess = () =>
                    resolve(
                      (got.result as { events: { id: string }[] }).events.map((event) => event.id).sort(),
                    );
                };
              }),
            id,
          );
        await expect.poll(packed, { timeout: 120_000 }).toEqual(events.map((event) => event.id).sort());
        await expect(page.getByRole('img', { name: new RegExp(`^${steps} of `) })).toBeVisible();
      }
      const { state: folded } = await asked<{ state: { steps: object } }>(mara.request, `/api/jobs/${id}`);
      expect(folded.steps).toEqual(JSON.parse(JSON.stringify(state.steps)));
    });
    await test.step('another person on the same phone sees and sends nothing of it', async () => {
      const page = pages()[0]!;
      await phones[0]!.setOffline(true);
      await page.getByRole('button', { name: 'All steps' }).click();
      await page.getByRole('button', { name: 'Move', exact: true }).click();
      await photograph(page);
      await expect(page.getByText(/^no signal: \d kept$/)).toBeVisible();
      await phones[0]!.clearCookies();
      await phones[0]!.setOffline(false);
      await page.goto('/me');
      await page.evaluate(() => localStorage.removeItem('radiatrix:who'));
      await page.reload();
      await signIn(page, 'rowan');
      await page.goto(`/jobs/${id}/run`);
      await expect(page.getByText('all sent')).toBeVisible();
      expect((await eventsOf(mara.request, id)).filter(({ kind }) => kind === 'photo taken')).toHaveLength(
        50,
      );
    });
    await Promise.all(phones.map((each) => each.close()));
    await mara.context().close();
  } finally {
    await server.stop();
    for (const home of homes) kill(home);
    for (const each of [folder, ...homes]) rmSync(each, { recursive: true, force: true });
  }
});
