import { register } from 'prom-client';
import supertest from 'supertest';
import { afterAll, describe, expect, test, vi } from 'vitest';
import { Actor, demoServer } from './harness.ts';

const { another, app, stop } = await demoServer();
afterAll(stop);

/** A server that was told of its proxy and its names. */
async function toldOf(env: Record<string, string>) {
  for (const [name, value] of Object.entries(env)) vi.stubEnv(name, value);
  const told = await another();
  vi.unstubAllEnvs();
  return told;
}

describe('names a server answers under', () => {
  test.each([
    ['127.0.0.1:8460', 200],
    ['localhost', 200],
    ['[::1]:8460', 200],
    ['192.168.1.20:8443', 200],
    ['radiatrix.example.invalid', 421],
    ['localhost.example.invalid', 421],
    ['127.0.0.1.example.invalid', 421],
  ])('%s: %i where nobody named more', async (host, status) => {
    await supertest(app).get('/api/health').set('Host', host).expect(status);
  });

  test('what is named is answered, in any case; what a stranger says it was forwarded for is not believed', async () => {
    const told = await toldOf({ RADIATRIX_HOSTS: 'cooling.example.invalid, Other.example.invalid' });
    await supertest(told).get('/api/health').set('Host', 'Cooling.Example.invalid:443').expect(200);
    await supertest(told).get('/api/health').set('Host', 'other.example.invalid').expect(200);
    const { body } = await supertest(told)
      .get('/api/health')
      .set('Host', 'third.example.invalid')
      .set('X-Forwarded-Host', 'other.example.invalid')
      .expect(421);
    expect(body).toMatchObject({ code: 'unknown-host' });
  });
});

describe('behind a proxy', () => {
  const signIn = (server: Parameters<typeof supertest>[0]) =>
    supertest(server)
      .post('/api/session')
      .set('X-Forwarded-Proto', 'https')
      .send({ username: 'mara', password: 'copper-core' })
      .expect(200);
  const cookie = (answer: { headers: Record<string, unknown> }): string =>
    String(answer.headers['set-cookie']);

  test('that is named, cookies are Secure; of anybody else it is not believed', async () => {
    expect(cookie(await signIn(app))).not.toMatch(/Secure/);
    expect(cookie(await signIn(await toldOf({ RADIATRIX_PROXY: '127.0.0.1, ::1' })))).toMatch(/Secure/);
    expect(cookie(await signIn(await toldOf({ RADIATRIX_PROXY: '203.0.113.7' })))).not.toMatch(/Secure/);
  });
});

test('metrics name addresses by their id: nothing of what was asked for is in them', async () => {
  const mara = await Actor.signIn(app, 'mara');
  await mara.get('/api/find?text=somebodys+secret+words').expect(200);
  await mara.get('/api/vehicles/999999/match').expect(404);
  const text = await register.metrics();
  expect(text).toMatch(/radiatrix_request_seconds_count\{route="find",method="GET",status="200"\} [1-9]/);
  expect(text).toMatch(/route="match",method="GET",status="404"/);
  expect(text).toMatch(/radiatrix_database_connections\{state="idle"\} \d/);
  expect(text).not.toMatch(/secret|["/]999999\b|mara/);
}); // prettier-ignore
