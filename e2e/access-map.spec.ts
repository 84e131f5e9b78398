import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { as } from './people.ts';

test('things, places in the tray and steps of an access map are written by hand, and what is in use is not taken off', async ({ browser }) => {
  const mara = await as(browser, 'mara');
  await mara.goto('/access/6');
  const form = (name: string) => mara.getByRole('form', { name });
  const save = (name: string) => form(name).getByRole('button', { name: 'Save into the draft' }).click();

  await mara.getByRole('button', { name: 'Add a thing' }).click();
  await form('New thing').getByLabel('Code').fill('Heat Shield');
  await form('New thing').getByLabel('Name').fill('Heat shield');
  await save('New thing');
  await expect(form('New thing').getByRole('alert')).toContainText('small letters');
  await form('New thing').getByLabel('Code').fill('heat-shield');
  await save('New thing');
  await mara.getByRole('button', { name: 'Heat shield' }).click();
  await form('Heat shield').getByLabel('Name').fill('Heat shield, two screws');
  await save('Heat shield');
  await expect(mara.getByRole('button', { name: 'Heat shield, two screws' })).toBeVisible();

  await mara.getByRole('button', { name: 'Add a fastener' }).click();
  const place = form('New place in the tray');
  await place.getByLabel(/^Name/).fill('shield screw');
  await place.getByLabel('Thread or size').fill('M6');
  await place.getByLabel('Should be, pieces').fill('2');
  await place.getByLabel('Torque, N·m').fill('9');
  await save('New place in the tray');
  await expect(place.getByRole('alert')).toContainText('where it is from');
  await place.getByLabel('Torque from').fill('works manual of the shop');
  await save('New place in the tray');
  await expect(mara.getByRole('button', { name: 'shield screw, M6' })).toBeVisible();
  expect((await new AxeBuilder({ page: mara }).analyze()).violations.map(({ id }) => id)).toEqual([]);

  await mara.getByRole('button', { name: 'Add a step' }).click();
  await form('New step').getByLabel('What is done').fill('Rinse the shield');
  await form('New step').getByLabel('Only where this was lost').selectOption('coolant');
  await form('New step').getByLabel('From, L').fill('2');
  await form('New step').getByLabel('Below, L').fill('1');
  await save('New step');
  await expect(form('New step').getByRole('alert')).toContainText('below more than that');
  await form('New step').getByLabel('Below, L').fill('');
  await save('New step');
  await expect(mara.getByText('where coolant was lost, from 2 L')).toBeVisible();

  // What an operation names stays; what nothing names goes.
  await mara.getByRole('button', { name: 'Radiator', exact: true }).click();
  await expect(form('Radiator')).toContainText(/operations? names? it/);
  await expect(form('Radiator').getByRole('button', { name: 'Take it off the map' })).toHaveCount(0);
  await form('Radiator').getByRole('button', { name: 'Leave it' }).click();
  await mara.getByRole('button', { name: 'Heat shield, two screws' }).click();
  await form('Heat shield, two screws').getByRole('button', { name: 'Take it off the map' }).click();
  await expect(mara.getByRole('button', { name: 'Heat shield, two screws' })).toHaveCount(0);

  // Nobody else sees any of it before it is released.
  const idris = await as(browser, 'idris');
  await idris.goto('/access/6');
  await expect(idris.getByRole('heading', { name: 'Tray' })).toBeVisible();
  await expect(idris.getByText('shield screw')).toHaveCount(0);
  await expect(idris.getByRole('button', { name: 'Add a fastener' })).toHaveCount(0);
}); // prettier-ignore
