import { afterEach, expect, test, vi } from 'vitest';
import { dropEarly, takeEarly } from '../src/app/early.ts';

const request = (way: string, method = 'GET'): Request => new Request(`http://localhost${way}`, { method });
afterEach(() => vi.unstubAllGlobals());

test('an early answer is taken once, by its own address alone; what the first view left is dropped', () => {
  const [session, match] = [Promise.resolve(new Response('a')), Promise.resolve(new Response('b'))];
  const radiatrixEarly = new Map([
    ['/api/session', session],
    ['/api/vehicles/6/match?', match],
  ]);
  vi.stubGlobal('window', { radiatrixEarly });
  expect(takeEarly(request('/api/session', 'POST'))).toBeUndefined();
  expect(takeEarly(request('/api/vehicles/6/match?passAt=0.9'))).toBeUndefined();
  expect(takeEarly(request('/api/vehicles/6/match?'))).toBe(match);
  expect(takeEarly(request('/api/vehicles/6/match?'))).toBeUndefined();
  // Somebody signs in after the first view: the answer from before must not be taken for the one after.
  dropEarly();
  expect(takeEarly(request('/api/session'))).toBeUndefined();
});
